/** What keeps strings silent, against what the trade does (common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compose, firstRecipe } from '../compose';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { dampingPlan, dampingText, noiseText } from './damping';
import { fingerPassage } from './fingering';
import { line, places } from './testing';

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

  it('of a loop goes on through the seam: the last note is left by the first', () => {
    const passage = line([
      [2, 0],
      [1, 0],
    ]);
    const fingering = fingerPassage(passage, DEFAULT_SETUP);
    const first = (loop: boolean) => dampingPlan(passage, fingering, loop)[0]!.noise?.code ?? null;
    expect([first(false), first(true)]).toEqual([null, 'ringsOn']);
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
