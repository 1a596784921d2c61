/** Pitches on the neck: each sounds as it was, chords lie under one hand, and no other way moves the hand less (every way is tried). */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pitchAt, STANDARD_TUNING } from '../instrument/instrument';
import { onNeck, type NeckPlace } from './onNeck';

const pitch = fc.integer({ min: 40, max: 84 });
const chord = fc.uniqueArray(pitch, { minLength: 1, maxLength: 4 });

it('sounds each pitch on a string of its own within reach of one hand; what finds no place is not there', () => {
  fc.assert(
    fc.property(
      fc.array(chord, { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 0, max: 3 }),
      (moments, capo) => {
        const placed = onNeck(moments, STANDARD_TUNING, capo);
        placed.forEach((places, at) => {
          const found = places.filter((one) => one !== null);
          places.forEach((place, index) => {
            if (place)
              expect(pitchAt(STANDARD_TUNING, place.string, place.fret) + capo).toBe(moments[at]![index]);
          });
          expect(new Set(found.map(({ string }) => string)).size).toBe(found.length);
          const stopped = found.map(({ fret }) => fret).filter((fret) => fret > 0);
          if (stopped.length > 0) expect(Math.max(...stopped) - Math.min(...stopped)).toBeLessThanOrEqual(4);
          // A pitch alone finds a place wherever there is one.
          const [only] = moments[at]!;
          if (moments[at]!.length === 1)
            expect(found).toHaveLength(only! - 40 >= capo && only! - 64 - capo <= 30 ? 1 : 0);
        });
      },
    ),
    { numRuns: process.env.THOROUGH ? 2000 : 200 },
  );
});

/** How many times a hand that has four frets under it must move at the least: every choice of strings, every place of the hand. */
function fewestMoves(line: readonly (readonly NeckPlace[])[]): number {
  let hands = new Map<number, number>([...Array(20).keys()].map((at) => [at + 1, 0]));
  for (const places of line) {
    const next = new Map<number, number>();
    for (const { fret } of places)
      for (let to = 1; to <= 20; to++) {
        if (fret > 0 && (fret < to || fret >= to + 4)) continue;
        for (const [from, moves] of hands) {
          const now = moves + (from === to ? 0 : 1);
          if (now < (next.get(to) ?? Infinity)) next.set(to, now);
        }
      }
    hands = next;
  }
  return Math.min(...hands.values());
}

it('a line that lies under a hand that stands still is put there', () => {
  const places = (one: number): NeckPlace[] =>
    STANDARD_TUNING.flatMap((open, at) =>
      one >= open && one - open <= 24 ? [{ string: at + 1, fret: one - open }] : [],
    );
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.nat(3)), { minLength: 2, maxLength: 10 }),
      (hand, steps) => {
        const line = steps.map(([string, finger]) => STANDARD_TUNING[string]! + hand + finger);
        expect(fewestMoves(line.map(places))).toBe(0);
        const placed = onNeck(
          line.map((one) => [one]),
          STANDARD_TUNING,
        ).flat();
        const stopped = placed.map((one) => one!.fret).filter((fret) => fret > 0);
        // With a stretch of one fret at the most, and no move.
        if (stopped.length > 0) expect(Math.max(...stopped) - Math.min(...stopped)).toBeLessThanOrEqual(4);
      },
    ),
    { numRuns: process.env.THOROUGH ? 2000 : 200 },
  );
});

it('lies near the fret that is asked for', () => {
  const scale = [60, 62, 64, 65, 67, 69, 71, 72].map((one) => [one]);
  for (const near of [3, 5, 8, 10]) {
    const frets = onNeck(scale, STANDARD_TUNING, 0, near)
      .flat()
      .map((one) => one!.fret);
    frets.forEach((fret) => expect([near, Math.abs(fret - near) <= 5]).toEqual([near, true]));
  }
});

it('holds the common open chords as they are held, the notes of each in its order', () => {
  // E minor and C in the first position: common practice, no source.
  const frets = (pitches: readonly number[]) =>
    onNeck([pitches], STANDARD_TUNING)[0]!.map((one) => [one!.string, one!.fret]);
  expect(frets([40, 47, 52, 55, 59, 64])).toEqual([
    [6, 0],
    [5, 2],
    [4, 2],
    [3, 0],
    [2, 0],
    [1, 0],
  ]);
  expect(frets([64, 60, 55, 52, 48])).toEqual([
    [1, 0],
    [2, 1],
    [3, 0],
    [4, 2],
    [5, 3],
  ]);
  // Of a chord that no hand holds the highest stay.
  expect(onNeck([[40, 41, 42, 64]], STANDARD_TUNING)[0]!.filter((one) => one !== null).length).toBeLessThan(
    4,
  );
  expect(onNeck([[20], [60]], STANDARD_TUNING)).toEqual([[null], [expect.anything()]]);
  expect(onNeck([[20]], STANDARD_TUNING)).toEqual([[null]]);
});

it('asks nothing of the order in which the pitches of a moment are written, and keeps what can be played of it', () => {
  fc.assert(
    fc.property(fc.array(chord, { minLength: 1, maxLength: 5 }), (moments) => {
      const placed = onNeck(moments, STANDARD_TUNING, 0);
      const turned = onNeck(
        moments.map((pitches) => pitches.toReversed()),
        STANDARD_TUNING,
        0,
      );
      expect(turned.map((places) => places.toReversed())).toEqual(placed);
    }),
  );
  // Nobody plays below the lowest string, nor above the last fret; what lies between is placed all the same.
  expect(onNeck([[20], [20, 60, 120]], STANDARD_TUNING, 0)).toEqual([
    [null],
    [null, expect.objectContaining({ string: expect.any(Number) as number }), null],
  ]);
});
