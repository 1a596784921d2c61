/** Fingers of chords by what a hand can do, whatever they cost (docs/decisions/fingers.md; common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Note } from '../passage/passage';
import { fingerPassage } from './fingering';
import { line } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe('fingers', () => {
  it('of any chords are in the order of the hand, or named as beyond it', () => {
    const chord = fc
      .uniqueArray(
        fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.integer({ min: 0, max: 9 }) }),
        {
          minLength: 2,
          maxLength: 4,
          selector: ({ string }) => string,
        },
      )
      .map((some) => some.toSorted((a, b) => b.string - a.string));
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
          const stopped = some.flatMap(({ string, fret }, at) =>
            fret === 0 ? [] : [{ string, fret, finger: by.get(`${slot}.${at}`)!, id: `${slot}.${at}` }],
          );
          if (stopped.some(({ id }) => beyond.includes(id))) continue;
          within++;
          for (const a of stopped)
            for (const b of stopped.filter(({ string }) => string < a.string)) {
              const between = some.filter(({ string }) => string < a.string && string > b.string);
              if (a.finger === b.finger) {
                expect(a.fret).toBe(b.fret);
                // What it is laid over sounds at its fret or further up.
                expect(between.every(({ fret }) => fret >= a.fret)).toBe(true);
              } else if (a.fret === b.fret) expect(a.finger).toBeLessThan(b.finger);
              else expect(Math.sign(a.finger - b.finger)).toBe(Math.sign(a.fret - b.fret));
            }
        }
      }),
      { numRuns: 100 * THOROUGH },
    );
    expect(within).toBeGreaterThan(50);
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
