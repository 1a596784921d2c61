/** Alike places: told by their strings, the steps of their frets and their times, and by nothing else. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alikePlaces } from './alike';
import { momentsOf } from './moments';
import { line } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);
const BEAT_TICKS = 6720;

const placesIn = (notes: readonly (readonly [string: number, fret: number])[], beatTicks = BEAT_TICKS) =>
  alikePlaces(momentsOf(line(notes).notes, undefined), beatTicks);

describe('alike places', () => {
  it('are alike, do not overlap, are two at least of each, and the most that one cell repeated can be', () => {
    const cell = fc.array(fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 5, max: 7 })), {
      minLength: 3,
      maxLength: 5,
    });
    fc.assert(
      fc.property(
        cell,
        fc.array(fc.nat(3), { minLength: 2, maxLength: 4 }),
        fc.array(fc.tuple(fc.integer({ min: 4, max: 6 }), fc.integer({ min: 5, max: 7 })), { maxLength: 3 }),
        (notes, moves, before) => {
          const all = [
            ...before,
            ...moves.flatMap((up) => notes.map(([string, fret]) => [string, fret + up] as const)),
          ];
          const found = placesIn(all);
          const shape = (start: number, length: number) =>
            all
              .slice(start, start + length)
              .map(([string, fret]) => `${string} ${fret - all[start]![1]}`)
              .join();
          const covered = found.flatMap(({ starts, length }) => {
            expect(starts.length).toBeGreaterThan(1);
            expect(length).toBeGreaterThanOrEqual(3);
            expect(new Set(starts.map((start) => shape(start, length))).size).toBe(1);
            return starts.flatMap((start) => Array.from({ length }, (_, at) => start + at));
          });
          expect(new Set(covered).size).toBe(covered.length);
          expect(Math.max(-1, ...covered)).toBeLessThan(all.length);
          // All of the cells are covered, by themselves or by what they are made of.
          expect(covered.length).toBeGreaterThanOrEqual(moves.length * notes.length);
          // Those that cover most come first, and no two kinds are one.
          const sizes = found.map(({ starts }) => starts.length);
          expect(sizes).toEqual(sizes.toSorted((a, b) => b - a));
          expect(new Set(found.map(({ starts, length }) => shape(starts[0]!, length))).size).toBe(
            found.length,
          );
        },
      ),
      { numRuns: 200 * THOROUGH },
    );
  });

  it('of one run are as long as the beat, where that covers as much', () => {
    // Twelve notes a fret apart: three by three or four by four.
    const run = Array.from({ length: 12 }, (_, at) => [3, 1 + at] as const);
    expect(placesIn(run)).toEqual([{ length: 4, starts: [0, 4, 8] }]);
    expect(placesIn(run, (BEAT_TICKS * 3) / 4)).toEqual([{ length: 3, starts: [0, 3, 6, 9] }]);
    // Nothing is gained by two cells as one: the shorter is what is learnt.
    const cells = [0, 2, 4, 6].flatMap((up) => [
      [3, 5 + up] as const,
      [3, 8 + up] as const,
      [2, 6 + up] as const,
    ]);
    expect(placesIn(cells)).toEqual([{ length: 3, starts: [0, 3, 6, 9] }]);
    expect(placesIn(run.slice(0, 2))).toEqual([]);
  });
});
