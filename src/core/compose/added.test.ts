/** Scales from root to root, broken intervals, what is added to each note, stroke patterns and accents, against other libraries and recounts. */
import fc from 'fast-check';
import teoria from 'teoria';
import { Note, Scale } from 'tonal';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise } from '../model/exercise';
import { APPROACHES, type Recipe, type Source } from '../model/recipe';
import { emptyPassage } from '../passage/empty';
import { planOf } from '../plan/plan';
import { applyRecipe } from './apply';
import { compose } from './compose';
import { holeText } from './holes';
import { firstRecipe } from './recipe';
import { recipeText } from './words';

type ScaleSource = Extract<Source, { kind: 'scale' }>;
const scale = (source: Partial<ScaleSource>, parts: Partial<Recipe> = {}): Recipe => {
  const first = firstRecipe('scale');
  return { ...first, ...parts, source: { ...first.source, ...source } as Source };
};
const lineOf = (recipe: Recipe) => {
  const composed = compose(recipe, DEFAULT_SETUP);
  if ('fault' in composed) throw new Error(composed.fault.code);
  return composed.cells.flat();
};
const pitches = (recipe: Recipe) =>
  lineOf(recipe).map(({ string, fret }) => recipe.tuning[string - 1]! + fret);

describe('a scale from root to root', () => {
  it('has the notes of two other libraries over one, two and three octaves, in position and along the strings', () => {
    const layouts: { octaves: number; parts: Partial<ScaleSource>; strings?: number[] }[] = [
      { octaves: 1, parts: { perString: [3], fret: 5 } },
      { octaves: 2, parts: { perString: [3], fret: 3 } },
      { octaves: 3, parts: { perString: [3], fret: 1 } },
      { octaves: 2, parts: { perString: [], span: 5, fret: 2 } },
      { octaves: 1, parts: { perString: [4], fret: 2 }, strings: [3, 2] },
      { octaves: 1, parts: { perString: [8], fret: 1 }, strings: [2] },
    ];
    // Names that both read: in teoria the minor scale is aeolian.
    for (const [name, theirs] of [
      ['major', 'major'],
      ['dorian', 'dorian'],
      ['harmonic minor', 'harmonicminor'],
      ['melodic minor', 'melodicminor'],
      ['minor', 'aeolian'],
    ] as const)
      for (const { octaves, parts, strings } of layouts) {
        const recipe = scale({ tonic: 'G', scale: name, octaves, ...parts }, strings ? { strings } : {});
        const line = pitches(recipe);
        const byTonal = Scale.get(`G ${name}`).notes.map((note) => Note.chroma(note));
        const byTeoria = teoria
          .scale(teoria.note('g3'), theirs)
          .notes()
          .map((note) => note.chroma() + 0);
        expect(byTonal).toEqual(byTeoria);
        expect(line.map((pitch) => pitch % 12)).toEqual(
          Array.from({ length: 7 * octaves + 1 }, (_, at) => byTonal[at % 7]),
        );
        expect(line.at(-1)! - line[0]!).toBe(12 * octaves);
      }
  });

  it('says where the strings do not reach', () => {
    expect(compose(scale({ octaves: 3, perString: [], span: 5 }), DEFAULT_SETUP)).toEqual({
      fault: { code: 'octaves', figure: 3 },
    });
  });

  it('may have notes added by degree', () => {
    const line = pitches(
      scale({
        tonic: 'A',
        scale: 'minor pentatonic',
        added: ['2', 'b5'],
        octaves: 1,
        perString: [3],
        fret: 5,
      }),
    );
    expect(line.map((pitch) => pitch - line[0]!)).toEqual([0, 2, 3, 5, 6, 7, 10, 12]);
  });
});

describe('broken intervals', () => {
  it('are so many steps of the scale apart, from each note in turn, by two other libraries', () => {
    const degrees = teoria
      .scale(teoria.note('d2'), 'mixolydian')
      .notes()
      .map((note) => note.midi());
    const step = (at: number) => degrees[at % 7]! - degrees[0]! + 12 * Math.floor(at / 7);
    for (const steps of [
      [1, 3],
      [3, 1],
      [1, 4],
      [1, 6],
      [1, 10],
      [1, 3, 5],
      [1, 3, 5, 7],
    ])
      for (const alternate of [false, true]) {
        const recipe = scale(
          { tonic: 'D', scale: 'mixolydian', octaves: 2, perString: [3], fret: 8 },
          { figure: { kind: 'broken', steps, ...(alternate ? { alternate: true } : {}) } },
        );
        const expected: number[] = [];
        for (let from = 0; from + Math.max(...steps) <= 15; from++) {
          const group = steps.map((one) => step(from + one - 1));
          expected.push(...(alternate && from % 2 === 1 ? group.reverse() : group));
        }
        const line = pitches(recipe);
        expect(line.map((pitch) => pitch - Math.min(...line))).toEqual(
          expected.filter((one, at) => one !== expected[at - 1]),
        );
      }
    const both = pitches(
      scale({ octaves: 1 }, { direction: 'there and back', figure: { kind: 'broken', steps: [1, 3] } }),
    );
    expect(both).toEqual([...both].reverse());
  });
});

describe('what is added to each note', () => {
  it('approaches it by a semitone below or the next note above, and leaves the notes of the figure as they were', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...APPROACHES),
        fc.integer({ min: 1, max: 9 }),
        fc.boolean(),
        (approach, fret, isScale) => {
          const source: Source = isScale
            ? { ...(firstRecipe('scale').source as ScaleSource), tonic: 'E', scale: 'minor', fret }
            : { kind: 'arpeggio', tonic: 'E', chord: 'm7', inversion: 0, fret, perString: 2, shape: 0 };
          const plain: Recipe = { ...firstRecipe('scale'), source };
          if ('fault' in compose(plain, DEFAULT_SETUP)) return;
          const full = pitches({ ...plain, approach });
          const sides = approach.split(' and ');
          const size = sides.length + 1;
          expect(full.filter((_, at) => at % size === size - 1)).toEqual(pitches(plain));
          const minor = Scale.get('E minor').notes.map((note) => Note.chroma(note));
          full.forEach((pitch, at) => {
            const target = full[at - (at % size) + size - 1]!;
            const side = sides[at % size];
            if (side === 'below') expect(target - pitch).toBe(1);
            if (side !== 'above') return;
            if (!isScale) return expect(pitch - target).toBe(1);
            // Nothing of the scale lies between.
            const between = Array.from({ length: pitch - target - 1 }, (_, by) => (target + by + 1) % 12);
            expect(minor).toContain(pitch % 12);
            expect(between.some((tone) => minor.includes(tone))).toBe(false);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('comes back to a pedal note, and strikes each note so many times', () => {
    const plain = scale({ octaves: 1 });
    const notes = lineOf(plain).map(({ string, fret }) => `${string}.${fret}`);
    const withPedal = lineOf({ ...plain, pedal: { string: 6, fret: 0, every: 2 } }).map(
      ({ string, fret }) => `${string}.${fret}`,
    );
    expect(withPedal.filter((place) => place !== '6.0')).toEqual(notes);
    expect(withPedal.filter((_, at) => at % 3 === 0)).toEqual(Array(Math.ceil(notes.length / 2)).fill('6.0'));
    const thrice = lineOf({ ...plain, each: 3 }).map(({ string, fret }) => `${string}.${fret}`);
    expect(thrice).toEqual(notes.flatMap((place) => [place, place, place]));
  });
});

describe('a stroke pattern', () => {
  it('gives its strokes over and over, each with that reason, and the kinds of change that come of them', () => {
    const recipe: Recipe = {
      ...firstRecipe('chord'),
      strings: [4, 3, 2],
      source: { kind: 'chord', tonic: 'A', chord: 'm', inversion: 0, fret: 5, shape: 0 },
      figure: { kind: 'strings', order: [4, 3, 2, 4, 3, 2, 4, 3] },
      strokes: 'ddu',
      accents: [3, 3, 2],
    };
    const applied = applyRecipe(newExercise('', emptyPassage()), recipe, DEFAULT_SETUP);
    if ('fault' in applied) throw new Error(applied.fault.code);
    const { passage, policy } = applied.exercise;
    const plan = planOf(passage, policy, DEFAULT_SETUP);
    expect(plan.assignment.passes[0]!.map((stroke) => stroke?.[0])).toEqual([...'dduddudd']);
    expect(plan.assignment.reasons[0]!.map(({ code }) => code)).toEqual(Array(8).fill('pattern'));
    // Down toward the next thinner string goes on its way round it (outside: the picking model); 4 3 down down is a sweep,
    // 3 2 down up passes over both strings, 2 4 up down too.
    expect(plan.analysis.transitions.map(({ kind }) => kind).slice(0, 3)).toEqual([
      'sweep',
      'outside',
      'outside',
    ]);
    expect(passage.notes.map(({ accent }) => accent === true)).toEqual([
      true,
      false,
      false,
      true,
      false,
      false,
      true,
      false,
    ]);
    expect(recipeText(recipe)).toContain(
      'strokes down down up, over and over; accents in groups of 3, 3 and 2',
    );
  });
});

describe('a hole of a shape', () => {
  it('is said where two notes next to each other lie further apart than a fourth', () => {
    const said = (source: Source, strings: number[]) => {
      const recipe: Recipe = { ...firstRecipe('chord'), strings, source };
      const composed = compose(recipe, DEFAULT_SETUP);
      if ('fault' in composed) throw new Error(composed.fault.code);
      return holeText(recipe, composed.cells);
    };
    const major = { tonic: 'G', chord: 'M', inversion: 0, fret: 3, shape: 0 };
    // The barre on the thickest string: G, its fifth above (common practice, no source).
    expect(said({ kind: 'chord', ...major }, [6, 5, 4, 3, 2, 1])).toBe(
      'Between strings 6 and 5 is a hole of a fifth.',
    );
    expect(said({ kind: 'chord', ...major }, [4, 3, 2])).toBe('');
    // A diminished triad goes on by a tritone.
    expect(said({ kind: 'arpeggio', ...major, chord: 'dim', perString: 1 }, [5, 4, 3, 2])).toContain(
      'a tritone',
    );
    expect(recipeText(scale({ perString: [], fret: 5, span: 4 }))).toContain('in frets 5 to 8');
  });
});
