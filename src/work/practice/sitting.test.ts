/** A sitting: what a verdict says of the passes that were played, and what of it is kept, against reckoning by hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  FRESH_LADDER,
  loopSpan,
  MIN_BPM,
  newExercise,
  passageHash,
  passBeats,
  putNote,
  type PlayPlace,
} from '@/core';
import { climbOf } from '@/core/drills';
import type { PlayedRun } from '@/storage';
import { startFound } from './probe';
import { afterTight, afterVerdict, isWhole, moveText, newStanding, runFrom, verdictOf } from './sitting';

/** Sixteen notes a bar, two a string up and down. */
function loopOf(notes: number) {
  let passage = emptyPassage();
  const slot = passage.meter.beatTicks / 4;
  for (let at = 0; at < notes; at++) passage = putNote(passage, at * slot, 6 - ((at >> 1) % 6), 5 + (at % 2));
  const exercise = newExercise('Sitting', passage);
  return { ...exercise, policy: { ...exercise.policy, loop: true } };
}

const exercise = loopOf(16);
const climb = climbOf(exercise, undefined, DEFAULT_SETUP);
const beats = passBeats(exercise);
const fresh = (at = 0) => newStanding(at, climb.steps, 72);
const sitting = { id: 's', playerId: 'p' };

const played = fc
  .record({
    passes: fc.integer({ min: 0, max: 12 }),
    isUnder: fc.boolean(),
    isStopped: fc.boolean(),
    part: fc.double({ min: 0, max: 0.999, noNaN: true }),
    bpm: fc.integer({ min: 40, max: 200 }),
  })
  .map(({ passes, isUnder, isStopped, part, bpm }): PlayedRun => {
    const ticks = Math.floor(part * beats * exercise.passage.meter.beatTicks);
    const under = isUnder ? { place: { pass: passes, ticks } as PlayPlace, isStopped } : null;
    return { passes: under ? passes : passes + 1, under, bpm, wanted: 13 };
  });

describe('a sitting', () => {
  it('keeps whole passes where it was clean, and the one it broke in where it was not', () => {
    fc.assert(
      fc.property(played, fc.constantFrom('clean' as const, 'not clean' as const), (run, said) => {
        const verdict = verdictOf(said, run);
        const { passes, under } = run;
        if (said === 'clean') {
          expect(verdict).toEqual(passes === 0 ? null : { passes, verdict: 'clean', stoppedIn: null });
          return;
        }
        const all = passes + (under ? 1 : 0);
        expect(verdict?.verdict).toBe(under?.isStopped ? 'stopped' : 'not clean');
        expect(verdict?.passes).toBe(all);
        expect(verdict?.stoppedIn).toBe(under?.isStopped ? all : null);
      }),
    );
  });

  it('reckons time and strokes of what was played, at the tempo and of the notes of the step', () => {
    fc.assert(
      fc.property(played, (run) => {
        const verdict = verdictOf('not clean', run)!;
        const step = climb.steps[0]!;
        const stepped = climb.stepped(step);
        const kept = runFrom({
          ...{
            sitting,
            exerciseId: 'e',
            stepped,
            setup: DEFAULT_SETUP,
            step,
            seen: '',
            judgedBy: 'ear' as const,
            verdict,
            played: run,
          },
          passageHash: passageHash(exercise.passage),
        });
        const { beatTicks } = exercise.passage.meter;
        const broken = run.under?.isStopped ? run.under.place.ticks / beatTicks : null;
        const inBeats = broken === null ? verdict.passes * beats : run.passes * beats + broken;
        expect(kept.seconds).toBeCloseTo((inBeats * 60) / run.bpm, 6);
        // One stroke a slot, sixteen of them a pass.
        const slots =
          broken === null ? 16 * verdict.passes : 16 * run.passes + Math.min(16, Math.ceil(broken * 4));
        expect(kept.strokes).toBe(slots);
        expect(kept.part).toBeNull();
      }),
    );
  });

  it('says of which part a run was, and counts the strokes of that part', () => {
    const dense = climbOf(
      exercise,
      { ...FRESH_LADDER, startBpm: 60, goalBpm: 60, kind: 'density' },
      DEFAULT_SETUP,
    );
    const parts = dense.steps.map((step) => {
      const stepped = dense.stepped(step);
      const { passage } = stepped.exercise;
      const kept = runFrom({
        ...{
          sitting,
          exerciseId: 'e',
          stepped,
          setup: DEFAULT_SETUP,
          step,
          seen: '',
          judgedBy: 'ear' as const,
        },
        passageHash: passageHash(passage),
        verdict: { passes: 3, verdict: 'clean', stoppedIn: null },
        played: { passes: 3, under: null, bpm: step.bpm, wanted: 3 },
      });
      const { startTicks, endTicks } = loopSpan(passage);
      const inLoop = passage.notes.filter(
        (note) => note.onsetTicks >= startTicks && note.onsetTicks < endTicks,
      );
      expect(kept.strokes).toBe(3 * inLoop.length);
      return kept.part;
    });
    expect(new Set(parts).size).toBeGreaterThan(1);
    expect(parts[0]).not.toBeNull();
    expect(parts.at(-1)).toBeNull();
  });

  it('moves a ladder by its rule, a probe to the first run that is not clean, a lesson not at all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('clean' as const, 'not clean' as const, 'stopped' as const), {
          maxLength: 40,
        }),
        fc.nat(climb.steps.length - 1),
        (verdicts, at) => {
          let [ladder, probe, lesson] = [fresh(at), fresh(), fresh()];
          let climbed = 0;
          let isOver = false;
          for (const verdict of verdicts) {
            const before = ladder.climb.at;
            ladder = afterVerdict(ladder, 'ladder', climb.steps, verdict, true, 4).standing;
            expect(Math.abs(ladder.climb.at - before)).toBeLessThanOrEqual(1);
            if (verdict !== 'clean') expect(ladder.climb.at).toBeLessThanOrEqual(before);
            const after = afterVerdict(probe, 'probe', climb.steps, verdict, true, 4);
            probe = after.standing;
            isOver ||= verdict !== 'clean' || climbed === climb.steps.length - 1;
            if (!isOver) climbed++;
            if (isOver) break;
            expect(after.move).toBe('up');
            lesson = afterVerdict(lesson, 'lesson', climb.steps, verdict, true, 4).standing;
          }
          expect(probe.climb.at).toBe(climbed);
          expect(lesson).toEqual(fresh());
        },
      ),
    );
  });

  it('a run in parts judged clean moves nothing and does not count in a row', () => {
    const standing = fresh(2);
    const part = { passes: 3, under: null, bpm: 72, wanted: 16 };
    const verdict = verdictOf('clean', part)!;
    expect(isWhole(verdict, part)).toBe(false);
    expect(afterVerdict(standing, 'ladder', climb.steps, 'clean', false, 4)).toEqual({
      standing,
      move: 'stay',
    });
  });
});

it('a start that a probe found keeps steps made by hand, and only parts that the exercise has', () => {
  const kept = { ...FRESH_LADDER, startBpm: 60, goalBpm: 60, kind: 'density' as const };
  const plain = climbOf(exercise, kept, DEFAULT_SETUP);
  const mine = { ...plain.steps[0]!, bpm: 72, byHand: true };
  const climbed = climbOf(exercise, { ...kept, steps: [...plain.steps, mine] }, DEFAULT_SETUP);
  const { startBpm, steps } = startFound(66, climbed, climbed.steps);
  expect([startBpm, steps!.filter(({ byHand }) => byHand)]).toEqual([66, [mine]]);
  const parts = new Set<string | null>(climbed.parts.map(({ part }) => (part === 'whole' ? null : part)));
  expect(steps!.every(({ part }) => parts.has(part))).toBe(true);
});

describe('a move in words', () => {
  const [step] = climb.steps;
  const said = (
    move: Parameters<typeof moveText>[0],
    mode: Parameters<typeof moveText>[1] = 'ladder',
    isClean = true,
    more: { to?: object; fromBpm?: number; toBpm?: number } = {},
  ) => {
    const { to = {}, fromBpm = 72, toBpm = 76.5 } = more;
    return moveText(move, mode, isClean, { from: step!, to: { ...step!, ...to }, fromBpm, toBpm });
  };

  it('names the tempo it leads to, and the part where that is another', () => {
    expect(said('up')).toBe('Up to 76.5.');
    // More of the exercise is no faster: it is another step all the same.
    expect(said('up', 'ladder', true, { toBpm: 72 })).toBe('On to 72.');
    expect(said('up', 'ladder', true, { to: { part: 'pair' }, toBpm: 60 })).toBe(
      'On to one pair of strings, at 60.',
    );
    expect(said('back', 'ladder', false, { toBpm: 68 })).toBe('Back to 68.');
  });

  it('says where it stays, and why', () => {
    expect([said('stay'), said('stay', 'lesson')]).toEqual(['Once more at the same tempo.', 'Kept.']);
    expect([said('top'), said('top', 'ladder', false)]).toEqual([
      'The last step is clean.',
      'That was the last step.',
    ]);
    expect(said('rest')).toBe('It goes no slower: let the hand rest.');
    // A probe only looks for a tempo: it goes on, or it is over.
    expect([said('up', 'probe'), said('stay', 'probe'), said('top', 'probe')]).toEqual([
      'On to 76.5.',
      '',
      '',
    ]);
  });
});

it('a probe goes up step by step while it is clean, and is at its end after the last or when it is not', () => {
  const after = (at: number, verdict: 'clean' | 'not clean') =>
    afterVerdict(fresh(at), 'probe', climb.steps, { passes: 1, verdict, stoppedIn: null }.verdict, true, 4);
  const last = climb.steps.length - 1;
  for (let at = 0; at < last; at++) {
    const { standing, move } = after(at, 'clean');
    expect([move, standing.climb.at]).toEqual(['up', at + 1]);
  }
  for (const [at, verdict] of [
    [last, 'clean'],
    [0, 'not clean'],
    [last, 'not clean'],
  ] as const) {
    const { standing, move } = after(at, verdict);
    expect([move, standing.climb.at]).toEqual(['top', at]);
  }
  const inLesson = (bpm: number) => afterTight({ ...fresh(1), bpm }, 'lesson', climb.steps, 4);
  // Nothing is slower than the slowest: there it is a rest.
  expect([inLesson(80).move, inLesson(80).standing.bpm < 80, inLesson(MIN_BPM).move]).toEqual([
    'back',
    true,
    'rest',
  ]);
  // Not one whole pass is clean; in a lesson nothing is called stopped.
  const ofNone = { passes: 0, under: null, bpm: 60, wanted: null };
  expect([verdictOf('clean', ofNone), verdictOf('not clean', ofNone)]).toEqual([null, null]);
  // What was played in parts changes nothing, nor does a lesson.
  expect(afterVerdict(fresh(1), 'ladder', climb.steps, 'clean', false, 4)).toMatchObject({ move: 'stay' });
  // One that broke off counts against it as any other.
  const broken = (isWholeRun: boolean) =>
    afterVerdict(fresh(1), 'ladder', climb.steps, 'not clean', isWholeRun, 4).standing;
  expect(broken(false)).toEqual(broken(true));
  expect(broken(false)).not.toEqual(fresh(1));
  expect(afterVerdict(fresh(1), 'lesson', climb.steps, 'clean', true, 4)).toMatchObject({ move: 'stay' });
});
