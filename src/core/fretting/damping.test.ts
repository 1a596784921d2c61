/** What keeps strings silent, against what the trade does (common practice, no source). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compose, firstRecipe } from '../compose';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { AFTER_SWEPT, DAMPERS, type PreferredDamper, type PreferredDampers } from '../passage/dampers';
import { setDamper } from '../passage/edits';
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

  it('uses the part of the hand that the player prefers, for the same strings, and never more noise for it', () => {
    fc.assert(
      fc.property(
        places(12),
        fc.constantFrom(...DAMPERS),
        fc.constantFrom(...AFTER_SWEPT),
        fc.array(fc.constantFrom<Stroke>('down', 'up'), { minLength: 12, maxLength: 12 }),
        (notes, damper, afterSwept, strokes) => {
          const passage = line(notes.map(({ string, fret }) => [string, fret]));
          const fingering = fingerPassage(passage, DEFAULT_SETUP);
          const plan = (preferred: PreferredDampers) =>
            dampingPlan(passage, fingering, false, strokes.slice(0, passage.notes.length), preferred);
          const [usual, mine] = [plan({}), plan({ damper, afterSwept })];
          expect(mine.map(({ strings }) => strings.map(({ string }) => string))).toEqual(
            usual.map(({ strings }) => strings.map(({ string }) => string)),
          );
          const all = mine.flatMap(({ strings }) => strings.map(({ by }) => by));
          expect(all.includes('edge of the palm') && damper === 'picking thumb').toBe(false);
          expect(all.includes('picking thumb') && damper !== 'picking thumb').toBe(false);
          mine.forEach(({ noise, strings }, at) => {
            if (noise) expect(noise).toEqual(usual[at]!.noise);
            // Lifted is only the finger of the note that was swept from, on its string.
            const lifted = strings.filter(({ by }) => by === 'lifted finger');
            if (lifted.length === 0) return;
            const [before, here] = [passage.notes[at - 1]!, passage.notes[at]!];
            expect(afterSwept).toBe('lifted');
            expect([strokes[at - 1], before.string - here.string]).toEqual(
              strokes[at] === 'down' ? ['down', 1] : ['up', -1],
            );
            expect(lifted).toMatchObject([
              { string: before.string, finger: fingering.fingers.get(before.id) },
            ]);
          });
          expect(mine.map(dampingText).join()).not.toContain('null');
        },
      ),
      { numRuns: 150 },
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
    // Also where the hand lies over the strings already, for what comes after.
    expect(
      noise([
        [1, 0],
        [2, 0],
        [3, 5],
      ])[1],
    ).toBe('ringsOn');
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

  // Common practice, no source. Two notes with the fingers that play them: what stops the string that is left.
  it.each([
    ['toward the floor the palm follows', [3, 5, 1], [2, 5, 1], 'edge of the palm', null],
    ['over more strings the palm is moved', [5, 5, 1], [2, 5, 1], 'edge of the palm', 'dampersMove'],
    ['another finger: the first flattens', [2, 5, 1], [3, 7, 3], 'flattened finger', null],
    ['a roll stays on both', [2, 5, 3], [3, 5, 3], 'flattened finger', null],
    ['a hop leaves it bare', [2, 5, 3], [3, 7, 3], 'nothing', 'lifted'],
    [
      'a hop of the first finger: its underside',
      [2, 5, 1],
      [3, 7, 1],
      'underside of the first finger',
      'dampersMove',
    ],
    ['to an open string: the finger flattens', [2, 5, 2], [3, 0, null], 'flattened finger', null],
    [
      'from an open string the hand has to come',
      [2, 0, null],
      [3, 5, 1],
      'underside of the first finger',
      'dampersMove',
    ],
  ] as const)('%s', (_, from, to, by, noise) => {
    const passage = line([
      [from[0], from[1]],
      [to[0], to[1]],
    ]);
    const [one, other] = passage.notes;
    const fingers = new Map(
      [[one!.id, from[2]] as const, [other!.id, to[2]] as const].filter(([, finger]) => finger !== null),
    ) as ReadonlyMap<string, 1 | 2 | 3 | 4>;
    const positions = new Map([...fingers.keys()].map((id) => [id, 5]));
    const fingering = { ...fingerPassage(passage, DEFAULT_SETUP), fingers, positions };
    const step = dampingPlan(passage, fingering, false)[1]!;
    const left = step.strings.find(({ string }) => string === from[0])!;
    expect([left.by, step.noise?.code ?? null]).toEqual([by, noise]);
    expect(left.finger).toBe(
      by === 'flattened finger' ? from[2] : by === 'underside of the first finger' ? 1 : null,
    );
    if (step.noise) expect(noiseText(step.noise)).toContain(`tring ${from[0]} `);
    if (by === 'flattened finger') expect(dampingText(step)).toContain(`flattened finger ${from[2]}`);
  });

  it('what a note says goes before the set-up of the hand, for that note alone', () => {
    fc.assert(
      fc.property(
        places(8),
        fc.nat(),
        fc.constantFrom(...DAMPERS),
        fc.constantFrom(...DAMPERS),
        (notes, at, here, usual) => {
          const passage = line(notes.map(({ string, fret }) => [string, fret]));
          const fingering = fingerPassage(passage, DEFAULT_SETUP);
          const said = setDamper(passage, passage.notes[at % notes.length]!.id, here);
          const plan = (damper: PreferredDamper, of = passage) =>
            dampingPlan(of, fingering, false, undefined, { damper });
          const [hand, other] = [plan(usual), plan(here)];
          expect(plan(usual, said)).toEqual(
            hand.map((step, index) => (index === at % notes.length ? other[index] : step)),
          );
          expect(setDamper(said, said.notes[at % notes.length]!.id, null)).toEqual(passage);
        },
      ),
    );
  });

  it('where no strokes are given takes those that are locked; swept is what goes on with one stroke to the next string', () => {
    const by = (
      strings: readonly [number, number],
      locks: readonly ['down' | 'up', 'down' | 'up'],
      rest: boolean,
    ): readonly (string | undefined)[] => {
      const plain = line(strings.map((string) => [string, 7 - string]));
      const notes = plain.notes.map((note, at) => ({
        ...note,
        lock: { stroke: locks[at]! },
        ...(rest && at === 0 ? { restStroke: true as const } : {}),
      }));
      const passage = { ...plain, notes };
      const fingering = fingerPassage(passage, DEFAULT_SETUP);
      const strokes = notes.map(({ lock }) => lock.stroke);
      const [first, second] = dampingPlan(passage, fingering, false, undefined, { afterSwept: 'lifted' });
      expect([first, second]).toEqual(
        dampingPlan(passage, fingering, false, strokes, { afterSwept: 'lifted' }),
      );
      const on = (step: typeof first, string: number) =>
        step!.strings.find((one) => one.string === string)?.by;
      return rest ? [on(first, strings[0] - 1), on(first, strings[0] + 1)] : [on(second, strings[0])];
    };
    // A downstroke rests on the thinner string, an upstroke on the thicker one.
    expect(by([3, 3], ['down', 'up'], true)[0]).toBe('pick at rest');
    expect(by([3, 3], ['up', 'down'], true)[1]).toBe('pick at rest');
    expect(by([3, 3], ['up', 'down'], true)[0]).not.toBe('pick at rest');
    expect(by([3, 2], ['down', 'down'], false)).toEqual(['lifted finger']);
    expect(by([2, 3], ['up', 'up'], false)).toEqual(['lifted finger']);
    for (const [strings, locks] of [
      [
        [3, 2],
        ['down', 'up'],
      ],
      [
        [3, 1],
        ['down', 'down'],
      ],
      [
        [2, 3],
        ['down', 'down'],
      ],
    ] as const)
      expect(by(strings, locks, false)).not.toEqual(['lifted finger']);
  });

  it('a dead note, or one whose stroke came to rest, leaves nothing to stop', () => {
    for (const mark of [{ dead: true as const }, { restStroke: true as const }]) {
      const one = line([
        [5, 5],
        [2, 5],
      ]);
      const passage = { ...one, notes: [{ ...one.notes[0]!, ...mark }, one.notes[1]!] };
      const steps = dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false);
      expect(steps.map(({ noise }) => noise)).toEqual([null, null]);
    }
  });

  it('the tip of a finger touches the next thicker string, no further, and not that of an open note', () => {
    const by = (fret: number, string: number) => {
      const passage = line([[3, fret]]);
      const [step] = dampingPlan(passage, fingerPassage(passage, DEFAULT_SETUP), false);
      return step!.strings.find((one) => one.string === string)!;
    };
    expect(by(5, 4)).toMatchObject({ by: 'tip of the finger', finger: expect.any(Number) as number });
    expect([by(5, 5).by, by(0, 4).by]).toEqual(['edge of the palm', 'edge of the palm']);
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
