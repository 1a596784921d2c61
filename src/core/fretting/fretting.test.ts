/** Fingers against an exhaustive search, and against what the trade plays (common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compose, firstRecipe } from '../compose';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import { setTechnique } from '../passage/edits';
import type { Finger, Note, Passage } from '../passage/passage';
import { dampingPlan, dampingText, noiseText } from './damping';
import { fingerChanges, missingChanges } from './fingerChanges';
import { fingerPassage, knownPatterns, momentsOf } from './fingering';
import { handContext, HAND_SCHOOLS, moveCost, statesOf, type HandState } from './hand';

/** Notes one a slot, as string and fret, and a finger where it is set. */
const line = (places: readonly (readonly [number, number, Finger?])[]): Passage => ({
  ...emptyPassage(),
  lengthTicks: Math.max(1, places.length) * 1680,
  notes: places.map(([string, fret, finger], at): Note => ({
    id: `n${at}`,
    string,
    fret,
    onsetTicks: at * 1680,
    durationTicks: 1680,
    technique: 'pick',
    ...(finger ? { finger } : {}),
  })),
});
const fingersOf = (
  places: readonly (readonly [number, number, Finger?])[],
  school: (typeof HAND_SCHOOLS)[number] = 'rolls',
) => [...fingerPassage(line(places), DEFAULT_SETUP, { school }).fingers.values()].join('');

const places = (most: number) =>
  fc.array(
    fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 14 }),
      finger: fc.constantFrom(undefined, undefined, undefined, 1 as const, 3 as const),
    }),
    { minLength: 1, maxLength: most },
  );

describe('the fingering solver', () => {
  it('finds what an exhaustive search finds, locks and loops included', () => {
    fc.assert(
      fc.property(places(8), fc.constantFrom(...HAND_SCHOOLS), fc.boolean(), (notes, school, loop) => {
        const passage = line(
          notes.map(({ string, fret, finger }) => (finger ? [string, fret, finger] : [string, fret])),
        );
        const context = handContext(DEFAULT_SETUP, 0, school);
        const moments = momentsOf(passage.notes, undefined);
        const states = moments.map((moment) => statesOf(context, moment));
        const closes = loop && moments.length > 1;
        let least = moments.length === 0 ? 0 : Infinity;
        // Every sequence of states, given up where it is dearer than the best already.
        const search = (at: number, cost: number, before: HandState, first: HandState) => {
          if (cost >= least) return;
          if (at === moments.length) {
            const closing = closes ? moveCost(context, moments[at - 1]!, before, moments[0]!, first) : 0;
            least = Math.min(least, cost + closing);
            return;
          }
          for (const state of states[at]!)
            search(
              at + 1,
              cost + state.cost + moveCost(context, moments[at - 1]!, before, moments[at]!, state),
              state,
              first,
            );
        };
        for (const state of states[0] ?? []) search(1, state.cost, state, state);
        const found = fingerPassage(passage, DEFAULT_SETUP, { school, loop });
        expect(found.cost).toBeCloseTo(least, 9);
        for (const note of passage.notes)
          if (note.finger && note.fret > 0) expect(found.fingers.get(note.id)).toBe(note.finger);
        if (found.beyond.length === 0)
          expect(found.widestMm).toBeLessThanOrEqual(DEFAULT_SETUP.stretchLimitMm + 1e-9);
        expect(found.fingers.size).toBe(passage.notes.filter(({ fret }) => fret > 0).length);
      }),
      { numRuns: 300 },
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

describe('finger changes', () => {
  it('are counted over string changes alone, rolls and hops apart, and what is missing is named', () => {
    fc.assert(
      fc.property(places(20), (notes) => {
        const passage = line(notes.map(({ string, fret }) => [string, fret]));
        const fingering = fingerPassage(passage, DEFAULT_SETUP);
        const cells = fingerChanges(fingering);
        const stopped = passage.notes.filter(({ fret }) => fret > 0);
        const changes = stopped.slice(1).filter((note, at) => note.string !== stopped[at]!.string);
        expect(cells.reduce((sum, cell) => sum + cell.floorward + cell.ceilingward, 0)).toBe(changes.length);
        for (const cell of cells)
          if (cell.from === cell.to) expect(cell.rolls + cell.hops).toBe(cell.floorward + cell.ceilingward);
        expect(missingChanges(cells).every(({ from, to }) => from !== to)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
});

describe('the damping plan', () => {
  it('holds every other string or says that it does not, for any line', () => {
    fc.assert(
      fc.property(places(16), fc.boolean(), (notes, loop) => {
        const passage = line(notes.map(({ string, fret }) => [string, fret]));
        const steps = dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP, { loop }), loop);
        expect(steps).toHaveLength(passage.notes.length);
        steps.forEach((step, at) => {
          const { string } = passage.notes[at]!;
          expect(step.strings.map((one) => one.string)).toEqual(
            [1, 2, 3, 4, 5, 6].filter((other) => other !== string),
          );
          // The palm is on the ceiling side; it never reaches a string on the floor side.
          for (const one of step.strings)
            if (one.by === 'edge of the palm') expect(one.string).toBeGreaterThan(string);
          expect(dampingText(step)).toContain('string');
          if (step.noise) expect(noiseText(step.noise)).toContain(`tring ${step.noise.string}`);
        });
      }),
      { numRuns: 200 },
    );
  });

  it('flags an open string that is left toward the ceiling, not one that is left toward the floor', () => {
    const noise = (all: readonly (readonly [number, number])[]) =>
      dampingPlan(line(all), fingerPassage(line(all), DEFAULT_SETUP), false).map(
        (step) => step.noise?.code ?? null,
      );
    expect(
      noise([
        [1, 0],
        [2, 0],
      ]),
    ).toEqual([null, 'ringsOn']);
    expect(
      noise([
        [2, 0],
        [1, 0],
      ]),
    ).toEqual([null, null]);
    expect(
      noise([
        [5, 0],
        [2, 0],
      ]),
    ).toEqual([null, 'dampersMove']);
    expect(
      noise([
        [2, 8],
        [3, 7],
      ]),
    ).toEqual([null, null]);
  });

  // rulings.md, Damping: what is not in the same pick needs a damper, and after a pick over several strings all of them sound.
  it('takes strings that are struck together for one sound, and stops all of them afterwards', () => {
    const one = line([
      [4, 7],
      [3, 7],
      [1, 5],
    ]);
    const [low, high, last] = one.notes;
    const passage = { ...one, notes: [low!, { ...high!, onsetTicks: low!.onsetTicks }, last!] };
    const steps = dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false);
    const heldBy = (step: number) => steps[step]!.strings.map(({ string }) => string);
    expect([heldBy(0), heldBy(1)]).toEqual([
      [1, 2, 5, 6],
      [1, 2, 5, 6],
    ]);
    const after = new Map(steps[2]!.strings.map(({ string, by }) => [string, by]));
    expect([after.get(4), after.get(3)]).toEqual(['edge of the palm', 'edge of the palm']);
  });

  it('lays the first finger over the thinner strings of an open one wherever the hand is on the neck', () => {
    const dampers = (all: readonly (readonly [number, number])[]) => {
      const passage = line(all);
      const steps = dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false);
      return steps.at(-1)!.strings.find(({ string }) => string === 1)!.by;
    };
    expect(
      dampers([
        [5, 7],
        [4, 0],
      ]),
    ).toBe('underside of the first finger');
    // A hand that stops no note is nowhere.
    expect(dampers([[4, 0]])).toBe('nothing');
  });

  it('lets a rest stroke lie where its stroke really goes, locked or not', () => {
    const one = line([[3, 5]]);
    const passage = { ...one, notes: [{ ...one.notes[0]!, restStroke: true as const }] };
    const restsOn = (stroke: 'down' | 'up') =>
      dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false, [stroke])[0]!.strings.find(
        ({ by }) => by === 'pick at rest',
      )?.string;
    expect([restsOn('down'), restsOn('up')]).toEqual([2, 4]);
  });

  it('of every note of a worked-out scale is made', () => {
    const composed = compose(firstRecipe('scale'), DEFAULT_SETUP);
    const sounds = 'cells' in composed ? composed.cells.flat() : [];
    const passage = line(sounds.map(({ string, fret }) => [string, fret] as const));
    expect(fingerPassage(passage, DEFAULT_SETUP).beyond).toEqual([]);
    expect(dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false)).toHaveLength(18);
  });
});
