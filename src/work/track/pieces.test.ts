/** What comes on a track is what the runner would play: the same steps, as long as they are said to take. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, FRESH_LADDER, newExercise, PLAIN_CLICK, putNote } from '@/core';
import { climbOf } from '@/core/drills';
import { layTrack } from '@/core/track';
import { piecesOf } from './pieces';

const RATE = 1000;
const LOOP = { kind: 'alternateByNote', start: 'down', loop: true } as const;
const exercise = { ...newExercise('Gate', putNote(emptyPassage(), 0, 2, 5)), policy: LOOP };
const climb = (startBpm: number, goalBpm: number, restSeconds: number, passes: number) =>
  climbOf(exercise, { ...FRESH_LADDER, startBpm, goalBpm, restSeconds, passes, steps: null }, DEFAULT_SETUP);

it('a ladder is on it step by step, each one run of the length that the ladder says', () => {
  const some = [
    fc.integer({ min: 40, max: 90 }),
    fc.integer({ min: 91, max: 160 }),
    fc.nat(20),
    fc.integer({ min: 1, max: 8 }),
  ] as const;
  fc.assert(
    fc.property(...some, (start, goal, rest, passes) => {
      const made = climb(start, goal, rest, passes);
      const { pieces, numbers } = piecesOf({ kind: 'ladder', climb: made }, PLAIN_CLICK);
      expect(pieces.map(({ bpm }) => bpm)).toEqual(made.steps.map(({ bpm }) => bpm));
      expect(numbers).toEqual(made.steps.map((_, at) => at + 1));
      for (const [at, { countInFrame, restFrame, endFrame }] of layTrack(pieces, RATE).entries()) {
        expect(Math.abs((restFrame - countInFrame) / RATE - made.times[at]!.runSeconds)).toBeLessThan(
          2 / RATE,
        );
        expect(endFrame - restFrame).toBe(rest * RATE);
      }
    }),
    { numRuns: 20 },
  );
});

it('a session is on it exercise by exercise, each no longer than its minutes, the first run apart', () => {
  const minutes = [2, 5, 8];
  const items = minutes.map((one, at) => ({
    title: `E${at}`,
    climb: climb(60 + at, 120, 10, 4),
    step: at,
    minutes: one,
  }));
  const { pieces, numbers } = piecesOf({ kind: 'session', items }, PLAIN_CLICK);
  expect(numbers.filter((number) => number !== null)).toEqual([1, 2, 3]);
  const laid = layTrack(pieces, RATE);
  for (const [at, limit] of minutes.entries()) {
    const mine = laid.filter(({ piece }) => piece.title.startsWith(`E${at},`));
    const played = (mine.at(-1)!.restFrame - mine[0]!.startFrame) / RATE;
    expect(played).toBeLessThanOrEqual(limit * 60);
    expect(played).toBeGreaterThan(limit * 60 - 60);
    // Then there is a minute to go over to the next.
    expect(mine.at(-1)!.endFrame - mine.at(-1)!.restFrame).toBe(60 * RATE);
    expect(mine[0]!.piece.title).toMatch(/, \d+ bpm, run 1 of \d+$/);
  }
});

it('one exercise is on it at one tempo, so often', () => {
  const of = { kind: 'exercise', exercise, bpm: 72.5, passes: 3, countInBeats: 4 } as const;
  const { pieces, numbers } = piecesOf(of, PLAIN_CLICK);
  expect(pieces).toHaveLength(1);
  expect([pieces, numbers]).toMatchObject([[{ title: 'Gate, 72.5 bpm', passes: 3, restSeconds: 0 }], [null]]);
});
