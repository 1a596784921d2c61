/** Fingers of chords by what a hand can do, whatever they cost (docs/decisions/fingers.md; common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Finger, Note } from '../passage/passage';
import { canHold, fingerPassage } from './fingering';
import { line } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const chord = fc
  .uniqueArray(fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.integer({ min: 0, max: 9 }) }), {
    minLength: 2,
    maxLength: 4,
    selector: ({ string }) => string,
  })
  .map((some) => some.toSorted((a, b) => b.string - a.string));

/** Whether fingers on the strings of one moment are as a hand has them. */
function expectInOrder(
  all: readonly { readonly string: number; readonly fret: number; readonly finger: Finger | null }[],
) {
  const stopped = all.filter(({ fret }) => fret > 0);
  for (const a of stopped)
    for (const b of stopped.filter(({ string }) => string < a.string)) {
      const between = all.filter(({ string }) => string < a.string && string > b.string);
      if (a.finger === b.finger) {
        expect(a.fret).toBe(b.fret);
        // What it is laid over sounds at its fret or further up.
        expect(between.every(({ fret }) => fret >= a.fret)).toBe(true);
      } else if (a.fret === b.fret) expect(a.finger!).toBeLessThan(b.finger!);
      else expect(Math.sign(a.finger! - b.finger!)).toBe(Math.sign(a.fret - b.fret));
    }
}

describe('fingers', () => {
  it('of any chords are in the order of the hand, or named as beyond it', () => {
    let within = 0;
    fc.assert(
      fc.property(fc.array(chord, { minLength: 1, maxLength: 3 }), (chords) => {
        const notes = chords.flatMap((some, slot) =>
          some.map(({ string, fret }, at): Note => ({
            ...{ id: `${slot}.${at}`, string, fret, onsetTicks: slot * 1680, durationTicks: 1680 },
            ...{ technique: 'pick', held: slot + 1 },
          })),
        );
        const passage = { ...line([[1, 0]]), lengthTicks: chords.length * 1680, notes };
        const { fingers: by, beyond, cost } = fingerPassage(passage, DEFAULT_SETUP);
        // A thousand for each that no hand reaches (docs/decisions/fingers.md).
        expect(beyond.length > 0).toBe(cost >= 1000);
        for (const [slot, some] of chords.entries()) {
          const stopped = some.flatMap(({ fret }, at) => (fret === 0 ? [] : [{ id: `${slot}.${at}` }]));
          if (stopped.some(({ id }) => beyond.includes(id))) continue;
          within++;
          expectInOrder(some.map((one, at) => ({ ...one, finger: by.get(`${slot}.${at}`) ?? null })));
        }
      }),
      { numRuns: 100 * THOROUGH },
    );
    expect(within).toBeGreaterThan(50);
  });

  it('that are held on stay, and those that come find room beside them', () => {
    let kept = 0;
    fc.assert(
      fc.property(chord, chord, (first, second) => {
        const notes = [first, second].flatMap((some, slot) =>
          some.map(({ string, fret }, at): Note => ({
            ...{ id: `${slot}.${at}`, string, fret, onsetTicks: slot * 1680, durationTicks: 3360 },
            ...{ technique: 'pick', held: 1 },
          })),
        );
        const passage = { ...line([[1, 0]]), lengthTicks: 3360, notes };
        const { fingers: by, beyond } = fingerPassage(passage, DEFAULT_SETUP);
        if (beyond.length > 0) return;
        const on = first
          .map((one, at) => ({ ...one, finger: by.get(`0.${at}`) ?? null }))
          .filter(({ string }) => second.every((one) => one.string !== string));
        const now = second.map((one, at) => ({ ...one, finger: by.get(`1.${at}`) ?? null }));
        expectInOrder([...on, ...now]);
        for (const { string, fret, finger } of now) {
          const before = first.findIndex((one) => one.string === string && one.fret === fret);
          if (before < 0 || fret === 0) continue;
          kept++;
          expect(finger).toBe(by.get(`0.${before}`));
        }
      }),
      { numRuns: 300 * THOROUGH },
    );
    expect(kept).toBeGreaterThan(5);
  });

  it('are asked for nothing where nothing is stopped', () => {
    const nothing = { ...fingerPassage(line([]), DEFAULT_SETUP) };
    expect(nothing).toEqual({
      ...{ fingers: new Map(), positions: new Map(), moves: [], barres: [], widestMm: 0 },
      ...{ beyond: [], differing: [], cost: 0 },
    });
    expect(
      fingerPassage(
        line([
          [3, 0],
          [2, 0],
        ]),
        DEFAULT_SETUP,
        { loop: true },
      ),
    ).toEqual(nothing);
  });
});

it('a hand holds what lies under four fingers, laid over strings or not, and nothing wider', () => {
  const can = (...spots: readonly (readonly [string: number, fret: number])[]) =>
    canHold(
      spots.map(([string, fret]) => ({ string, fret })),
      DEFAULT_SETUP,
      0,
    );
  // A barre with three fingers over it; common practice, no source.
  expect(can([6, 5], [5, 7], [4, 7], [3, 6], [2, 5], [1, 5])).toBe(true);
  expect(can([6, 3], [5, 2], [4, 0], [3, 0], [2, 0], [1, 3])).toBe(true);
  expect(can([6, 0], [1, 0])).toBe(true);
  expect(can([6, 1], [5, 9])).toBe(false);
  // Five fingers.
  expect(can([6, 5], [5, 6], [4, 7], [3, 8], [2, 9])).toBe(false);
});
