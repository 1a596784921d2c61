/** What follows a sitting: the next one exactly, and after a goal or a drill what now. */
import { expect, it } from 'vitest';
import { newExercise, emptyPassage } from '@/core';
import { handsBack, isGoalReached, nextTimeText, raisedGoal } from './whatNow';

const run = (bpm: number, verdict: 'clean' | 'not clean' = 'clean', part: 'cell' | null = null) => ({
  ...{ bpm, verdict, part },
});
const steps = [60, 80, 96, 130].map((bpm) => ({ bpm, isBurst: bpm === 130 }));

it('a goal is reached by a clean run of the whole at it, or at the top of a ladder that ends below; not in a burst’s stead', () => {
  expect(isGoalReached([run(96)], steps, 96)).toBe(true);
  expect(isGoalReached([run(96)], steps, 100)).toBe(true);
  expect(isGoalReached([run(80)], steps, 96)).toBe(false);
  expect(isGoalReached([run(96, 'not clean')], steps, 96)).toBe(false);
  expect(isGoalReached([run(96, 'clean', 'cell')], steps, 96)).toBe(false);
  expect([raisedGoal(100), raisedGoal(96), raisedGoal(400)]).toEqual([110, 106, 400]);
});

it('a drill hands back after three clean runs in a row, an exercise never', () => {
  const drill = { parentId: 'p', order: 0, stage: 'stop', hands: 'both' } as const;
  const clean = [run(60), run(60), run(60)];
  expect(handsBack({ drill }, clean)).toBe(true);
  expect(handsBack({ drill }, clean.slice(1))).toBe(false);
  expect(handsBack({ drill }, [...clean, run(60, 'not clean')])).toBe(false);
  expect(handsBack({ drill: newExercise('', emptyPassage()).drill }, clean)).toBe(false);
});

it('the next time is named with exercise, tempo, step, reason and day', () => {
  const next = { step: 1, bpm: 80, why: 'It begins a tenth below.', needsProbe: false };
  const speeds = [{ notesPerSecond: 5, passes: 1, clean: true, stoppedIn: null, runs: 1, seconds: 1 }];
  const day = { day: '2026-05-04', cold: null, speeds };
  const dated = (one: string) => `<${one}>`;
  expect(nextTimeText('Gate', next, 4, [day], dated)).toBe(
    '“Gate” at 80, step 2 of 4. It begins a tenth below. It comes back on <2026-05-05>.',
  );
  expect(nextTimeText('', next, 4, [], dated)).toBe(
    '“Untitled” at 80, step 2 of 4. It begins a tenth below.',
  );
});
