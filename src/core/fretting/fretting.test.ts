/** Fingers against an exhaustive search, and against what the trade plays (common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { setTechnique } from '../passage/edits';
import type { Finger, Note, Passage } from '../passage/passage';
import { dampingPlan } from './damping';
import { fingerPassage, knownPatterns } from './fingering';
import { HAND_SCHOOLS } from './hand';
import { leastCost, line, places } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const fingersOf = (
  places: readonly (readonly [number, number, Finger?])[],
  school: (typeof HAND_SCHOOLS)[number] = 'rolls',
) => [...fingerPassage(line(places), DEFAULT_SETUP, { school }).fingers.values()].join('');

describe('the fingering solver', () => {
  it('finds what an exhaustive search by the rules of docs/decisions/fingers.md finds, locks and loops included', () => {
    fc.assert(
      fc.property(places(5), fc.constantFrom(...HAND_SCHOOLS), fc.boolean(), (notes, school, loop) => {
        const passage = line(
          notes.map(({ string, fret, finger }) => (finger ? [string, fret, finger] : [string, fret])),
        );
        const found = fingerPassage(passage, DEFAULT_SETUP, { school, loop });
        expect(found.cost).toBeCloseTo(leastCost(notes, school === 'separate fingers', loop), 9);
        for (const note of passage.notes)
          if (note.finger && note.fret > 0) expect(found.fingers.get(note.id)).toBe(note.finger);
        if (found.beyond.length === 0)
          expect(found.widestMm).toBeLessThanOrEqual(DEFAULT_SETUP.stretchLimitMm + 1e-9);
        expect(found.fingers.size).toBe(passage.notes.filter(({ fret }) => fret > 0).length);
      }),
      {
        numRuns: 100 * THOROUGH,
        // A low that nobody plays was once worth its while on the way to a lower one.
        examples: [
          [
            [12, 3, 9, 4, 5].map((fret) => ({ string: 1, fret, finger: fret === 5 ? 1 : undefined })),
            'rolls',
            true,
          ],
        ],
      },
    );
  });

  it('behind a capo finds what it finds on the same frets of the neck without one', () => {
    const high = fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 5, max: 9 })), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(high, fc.integer({ min: 1, max: 5 }), (notes, capo) => {
        const behind = fingerPassage({ ...line(notes), capo }, DEFAULT_SETUP);
        const without = fingerPassage(
          line(notes.map(([string, fret]) => [string, fret + capo])),
          DEFAULT_SETUP,
        );
        expect([behind.cost, behind.widestMm]).toEqual([
          expect.closeTo(without.cost, 9),
          expect.closeTo(without.widestMm, 9),
        ]);
      }),
      { numRuns: 60 * THOROUGH },
    );
  });

  it('fingers the usual shapes as they are usually fingered', () => {
    expect(
      fingersOf([
        [6, 5],
        [6, 6],
        [6, 7],
        [6, 8],
        [5, 5],
        [5, 6],
        [5, 7],
        [5, 8],
      ]),
    ).toBe('12341234');
    expect(
      fingersOf([
        [6, 5],
        [6, 7],
        [6, 9],
      ]),
    ).toBe('124');
    expect(
      fingersOf([
        [6, 5],
        [6, 6],
        [6, 8],
        [5, 5],
        [5, 7],
        [5, 8],
      ]),
    ).toBe('124134');
    expect(
      fingersOf([
        [6, 5],
        [6, 8],
        [5, 5],
        [5, 7],
        [4, 5],
        [4, 7],
        [3, 5],
        [3, 7],
        [2, 5],
        [2, 8],
        [1, 5],
        [1, 8],
      ]),
    ).toBe('141313131414');
    // A roll, or where separate fingers are wanted two.
    expect(
      fingersOf(
        [
          [2, 7],
          [1, 7],
        ],
        'rolls',
      ),
    ).toMatch(/(.)\1/);
    expect(
      fingersOf(
        [
          [2, 7, 3],
          [1, 7],
        ],
        'separate fingers',
      ),
    ).not.toBe('33');
  });

  it('follows slurs: a hammer-on to a higher finger, a pull-off to a lower, a slide with the same', () => {
    const run = line([
      [3, 5],
      [3, 7],
      [3, 5],
    ]);
    const slurred = setTechnique(setTechnique(run, 'n1', 'hammer'), 'n2', 'pull');
    const [a, b, c] = [...fingerPassage(slurred, DEFAULT_SETUP).fingers.values()];
    expect(b!).toBeGreaterThan(a!);
    expect(c!).toBeLessThan(b!);
    const slid = fingerPassage(setTechnique(run, 'n1', 'slide'), DEFAULT_SETUP);
    expect(slid.moves[0]!.kind).toBe('slide along');
  });

  it('keeps a known shape, and says what no hand reaches', () => {
    const shape = line([
      [4, 5, 1],
      [4, 7, 2],
      [4, 8, 3],
    ]);
    const known = knownPatterns([shape]);
    expect([
      ...fingerPassage(
        line([
          [3, 9],
          [3, 11],
          [3, 12],
        ]),
        DEFAULT_SETUP,
        { known },
      ).fingers.values(),
    ]).toEqual([1, 2, 3]);
    const wide = line([
      [4, 1, 1],
      [4, 7, 4],
    ]);
    const both = {
      ...wide,
      notes: wide.notes.map((note) => ({ ...note, string: note.id === 'n0' ? 5 : 4, onsetTicks: 0 })),
    };
    expect(fingerPassage(both, DEFAULT_SETUP).beyond.length).toBeGreaterThan(0);
  });
});

// rulings.md, Fingers and Holding; the fingerings of chords are common practice, no source.
describe('what is held, and what is alike', () => {
  const held = (places: readonly (readonly [number, number])[]): Passage => {
    const passage = line(places);
    return { ...passage, notes: passage.notes.map((note) => ({ ...note, held: 1 })) };
  };
  const struck = (places: readonly (readonly [number, number])[]): Passage => {
    const passage = line(places);
    return { ...passage, notes: passage.notes.map((note) => ({ ...note, onsetTicks: 0 })) };
  };
  const fingers = (passage: Passage, options = {}) =>
    [...fingerPassage(passage, DEFAULT_SETUP, options).fingers.values()].join('');

  it('holds chords as they are held: barres, one finger a fret, the smaller finger on the thicker string', () => {
    const chord = [
      [6, 3],
      [5, 5],
      [4, 5],
      [3, 4],
      [2, 3],
      [1, 3],
    ] as const;
    for (const school of HAND_SCHOOLS) expect(fingers(held(chord), { school })).toBe('134211');
    const barre = [6, 5, 4, 3, 2, 1].map((string) => [string, 5] as const);
    expect(fingers(struck(barre))).toBe('111111');
    const open = [
      [5, 3],
      [4, 2],
      [3, 0],
      [2, 1],
      [1, 0],
    ] as const;
    expect(fingers(held(open))).toBe('321');
    const pair = fingers(
      struck([
        [4, 5],
        [3, 5],
      ]),
    );
    expect(Number(pair[0])).toBeLessThan(Number(pair[1]));
  });

  it('keeps the fingers down while a string of the span is taken anew, and asks no damping in it but all of it after it', () => {
    const chord = held([
      [5, 3],
      [4, 5],
      [3, 5],
      [2, 5],
      [2, 7],
      [5, 3],
    ]);
    const after: Note = { ...chord.notes[0]!, id: 'n6', string: 1, fret: 3, onsetTicks: 6 * 1680 };
    const { held: _, ...loose } = after;
    const passage = { ...chord, lengthTicks: 7 * 1680, notes: [...chord.notes, loose] };
    const fingering = fingerPassage(passage, DEFAULT_SETUP);
    const of = (id: string) => fingering.fingers.get(id);
    expect(of('n5')).toBe(of('n0'));
    expect(fingering.beyond).toEqual([]);
    const steps = dampingPlan(passage, fingering, false);
    for (const step of steps.slice(0, 6)) expect(step.strings.map(({ string }) => string)).toEqual([1, 6]);
    expect(steps[6]!.strings.map(({ string }) => string)).toEqual([2, 3, 4, 5, 6]);
  });

  it('stretches as far as the limit in millimetres without a shift, and joins the widest stretch over the seam', () => {
    const stretched = fingerPassage(
      line([
        [3, 9],
        [3, 10],
        [3, 12],
        [1, 7],
      ]),
      DEFAULT_SETUP,
      { loop: true },
    );
    expect([...stretched.fingers.values()].join('')).toBe('2341');
    expect(stretched.moves.filter(({ shiftMm }) => shiftMm > 0)).toEqual([]);
    // Frets 7 to 12 of 648 mm: 648 · (2^(−7/12) − 2^(−12/12)).
    expect(stretched.widestMm).toBeCloseTo(648 * (2 ** (-7 / 12) - 0.5), 9);
    const setup = { ...DEFAULT_SETUP, scaleLengthMm: 864, stretchLimitMm: 100 };
    const bass = line([
      [5, 5],
      [6, 7],
      [5, 3],
      [6, 0],
    ]);
    // A bass of 864 mm: the last stopped note at 3 leads on to the first at 5.
    expect(fingerPassage(bass, setup, { loop: true }).widestMm).toBeGreaterThanOrEqual(
      864 * (2 ** (-3 / 12) - 2 ** (-5 / 12)) - 1e-9,
    );
  });

  it('does not shift inside a pull-off that the hand reaches', () => {
    const run = line([
      [1, 12],
      [2, 15],
      [2, 12],
    ]);
    const pulled = fingerPassage(setTechnique(run, 'n2', 'pull'), DEFAULT_SETUP);
    expect(pulled.moves.map(({ shiftMm }) => shiftMm)).toEqual([0, 0]);
  });

  it('fingers a cell alike wherever it is repeated or moved, and never dearer than it has to', () => {
    const cell = fc.array(
      fc.record({ string: fc.integer({ min: 1, max: 4 }), fret: fc.integer({ min: 5, max: 9 }) }),
      { minLength: 3, maxLength: 4 },
    );
    const moves = fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 2, maxLength: 4 });
    fc.assert(
      fc.property(cell, moves, fc.boolean(), (notes, by, loop) => {
        const passage = line(
          by.flatMap((up) => notes.map(({ string, fret }) => [string, fret + up] as const)),
        );
        const { fingers: found, positions, differing } = fingerPassage(passage, DEFAULT_SETUP, { loop });
        if (differing.length > 0) return;
        // A shorter cell inside may be what is alike; then the whole cells are made of it.
        const all = [...found.values()];
        const places = [...positions.values()].map((position, at) => position - passage.notes[at]!.fret);
        const isWhole = by.every((_, nth) =>
          notes.every(
            (_note, at) =>
              all[nth * notes.length + at] === all[at] && places[nth * notes.length + at] === places[at],
          ),
        );
        if (new Set(by).size === by.length && notes.length === 3) expect(isWhole).toBe(true);
      }),
      { numRuns: 40 * THOROUGH },
    );
    const thrice = [14, 11, 14].flatMap((top) =>
      [
        [4, top],
        [3, top - 4],
        [2, top - 4],
        [1, top - 4],
      ].map(([string, fret]) => [string!, fret!] as const),
    );
    expect(fingersOf(thrice)).toBe('411141114111');
  });

  it('sets a finger that is set in one of the alike places in all, and names places that the frets forbid to take alike', () => {
    const cell = [5, 8].flatMap((fret): [number, number, Finger?][] => [
      fret === 5 ? [3, fret, 2] : [3, fret],
      [3, fret + 2],
      [2, fret],
    ]);
    const fingering = fingerPassage(line(cell), DEFAULT_SETUP);
    expect(fingering.fingers.get('n3')).toBe(2);
    // Where they are set otherwise each holds.
    const apart = cell.map(([string, fret], at): [number, number, Finger?] =>
      at % 3 === 0 ? [string, fret, at === 0 ? 2 : 3] : [string, fret],
    );
    const each = fingerPassage(line(apart), DEFAULT_SETUP).fingers;
    expect([each.get('n0'), each.get('n3')]).toEqual([2, 3]);
    // Four frets at once: 67 mm from fret 12 on, 126 mm from fret 1 on, of 75.
    const pairs = [12, 1].flatMap((fret) =>
      [fret, fret, fret].flatMap((at) => [[4, at] as const, [3, at + 4] as const]),
    );
    const singles = line(pairs);
    const notes = singles.notes.map((note, at) => ({ ...note, onsetTicks: Math.floor(at / 2) * 1680 }));
    const torn = fingerPassage({ ...singles, notes }, { ...DEFAULT_SETUP, stretchLimitMm: 75 });
    expect(torn.differing).toEqual([['n0', 'n6']]);
    expect(torn.beyond).toEqual(['n6', 'n7', 'n8', 'n9', 'n10', 'n11']);
  });
});
