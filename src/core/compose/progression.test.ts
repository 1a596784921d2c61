/** Progressions against trying every shape; chord tones against teoria. */
import fc from 'fast-check';
import teoria from 'teoria';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Recipe, Source } from '../model/recipe';
import { arpeggioShapes, chordShapes } from './chordShapes';
import { compose } from './compose';
import { firstRecipe } from './recipe';
import { composeFaultText } from './faults';
import { chordNamed } from './tones';
import { recipeText } from './words';

const THOROUGH = Number(process.env.THOROUGH ?? 1);
type Progression = Extract<Source, { kind: 'progression' }>;

const progression = (source: Partial<Progression>, parts: Partial<Recipe> = {}): Recipe => {
  const first = firstRecipe('progression');
  return { ...first, strings: [4, 3, 2], ...parts, source: { ...first.source, ...source } as Source };
};
const cellsOf = (recipe: Recipe) => {
  const composed = compose(recipe, DEFAULT_SETUP);
  if ('fault' in composed) throw new Error(composed.fault.code);
  return composed.cells;
};

describe('the name of a chord', () => {
  it('has the tones that another library gives it', () => {
    // Names that both libraries read alike; teoria 2.5.
    for (const name of [
      'Am7',
      'D7',
      'Gmaj7',
      'F#m7b5',
      'Bb',
      'Ebm',
      'C9',
      'Dsus4',
      'Caug',
      'B7b9',
      'E7#9',
      'Ab6',
    ]) {
      const tones = teoria
        .chord(name)
        .notes()
        .map((note) => note.chroma());
      const recipe = progression(
        { chords: [name], as: 'strings', notesEach: 0 },
        { strings: [6, 5, 4, 3, 2, 1] },
      );
      for (const { string, fret } of cellsOf(recipe).flat())
        expect(tones).toContain((recipe.tuning[string - 1]! + fret) % 12);
    }
  });

  it('may say its bass; what is no chord is none', () => {
    expect(chordNamed('C/E')).toEqual({ tonic: 'C', chord: 'M', inversion: 1 });
    expect(chordNamed('Am7/G')).toEqual({ tonic: 'A', chord: 'm7', inversion: 3 });
    expect(chordNamed('Dm/ma7')).toEqual({ tonic: 'D', chord: 'm/ma7', inversion: null });
    for (const name of ['', 'H7', 'Cxyz', 'C/F#', '7']) expect(chordNamed(name)).toBeNull();
    const composed = compose(progression({ chords: ['Am', 'Qm'] }), DEFAULT_SETUP);
    expect(composed).toEqual({ fault: { code: 'noChord', figure: 2 } });
  });
});

/** Millimetres from the nut, from the rule of the twelfth root of two. */
const nutMm = (fret: number) => 648 * (1 - 2 ** (-fret / 12));

/** A shape: the stopped frets of each string. */
type Shape = readonly (readonly [number, readonly number[]])[];

/** The least movement, and half of what each lies away from a fret, over all choices of one shape for each chord. */
function leastMm(chords: readonly (readonly Shape[])[], fret: number, closes: boolean): number {
  const lows = (shape: Shape) =>
    new Map(
      shape.flatMap(([string, frets]) => {
        const stopped = frets.filter((fret) => fret > 0);
        return stopped.length > 0 ? [[string, Math.min(...stopped)] as const] : [];
      }),
    );
  const apart = (a: Shape, b: Shape) => {
    const to = lows(b);
    const ways = [...lows(a)].flatMap(([string, fret]) =>
      to.has(string) ? [Math.abs(nutMm(fret) - nutMm(to.get(string)!))] : [],
    );
    return ways.length === 0 ? 0 : ways.reduce((sum, mm) => sum + mm) / ways.length;
  };
  const away = (shape: Shape) => {
    const all = [...lows(shape).values()];
    return all.length === 0 ? 0 : Math.abs(nutMm(Math.min(...all)) - nutMm(fret)) / 2;
  };
  let least = Infinity;
  const go = (at: number, first: number, before: number, mm: number) => {
    if (at === chords.length) {
      const home = closes && at > 1 ? apart(chords[at - 1]![before]!, chords[0]![first]!) : 0;
      least = Math.min(least, mm + home);
      return;
    }
    chords[at]!.forEach((shape, choice) =>
      go(
        at + 1,
        at === 0 ? choice : first,
        choice,
        mm + away(shape) + (at === 0 ? 0 : apart(chords[at - 1]![before]!, shape)),
      ),
    );
  };
  go(0, 0, 0, 0);
  return least;
}

describe('a progression', () => {
  it('is said in words, also of one note on each chord', () => {
    const said = (notesEach: number) => recipeText(progression({ chords: ['Am7'], notesEach }));
    expect(said(1)).toContain(', 1 note on each');
    expect(said(8)).toContain(', 8 notes on each');
    expect(said(0)).not.toContain('on each');
    expect(composeFaultText({ code: 'tooShort', figure: 1 }, 70)).toContain('There is only 1 note: too few');
    expect(composeFaultText({ code: 'tooShort', figure: 3 }, 70)).toContain(
      'There are only 3 notes: too few',
    );
  });

  it('moves the hand no further than the best of all choices of shapes', () => {
    const sets = fc.record({
      chords: fc.array(fc.constantFrom('Am7', 'D7', 'Gmaj7', 'C', 'F#m7b5', 'Bm'), {
        minLength: 2,
        maxLength: 3,
      }),
      as: fc.constantFrom('held' as const, 'arpeggio' as const),
      fret: fc.integer({ min: 1, max: 9 }),
      goesRound: fc.boolean(),
    });
    let moved = 0;
    fc.assert(
      fc.property(sets, ({ chords, as, fret, goesRound }) => {
        const recipe = progression({ chords, as, fret, notesEach: 0, perString: 1 }, { goesRound });
        const composed = compose(recipe, DEFAULT_SETUP);
        if ('fault' in composed) return;
        const shapesOf = (name: string) => {
          const { tonic, chord } = chordNamed(name)!;
          const its = [0, 1, 2, 3]
            .slice(0, /7/.test(name) ? 4 : 3)
            .flatMap((inversion) =>
              as === 'arpeggio'
                ? arpeggioShapes(
                    recipe,
                    { kind: 'arpeggio', tonic, chord, inversion, fret, perString: 1, shape: 0 },
                    DEFAULT_SETUP,
                  )
                : chordShapes(
                    recipe,
                    { kind: 'chord', tonic, chord, inversion, fret, shape: 0 },
                    DEFAULT_SETUP,
                    4,
                  ),
            );
          const plain = its.map(({ rows }) =>
            rows.map(({ string, spots }) => [string, spots.map((spot) => spot.fret)] as const),
          );
          return plain.filter((shape) => {
            const frets = shape.flatMap(([, some]) => some);
            return Math.min(...frets) <= fret + 4;
          });
        };
        const all = chords.map(shapesOf);
        // Only small sets, all of which are compared.
        if (all.some((shapes) => shapes.length === 0 || shapes.length > 24)) return;
        moved++;
        const taken = composed.cells.map((line) => [
          line.map(({ string, fret: at }) => [string, [at]] as const),
        ]);
        expect(leastMm(taken, fret, goesRound)).toBeCloseTo(leastMm(all, fret, goesRound), 6);
      }),
      { numRuns: 60 * THOROUGH },
    );
    expect(moved).toBeGreaterThan(20);
  });

  it('is a bar of each chord, held or not, the figure over and over', () => {
    const held = cellsOf(
      progression({ chords: ['Am7', 'D7'], notesEach: 8 }, { figure: { kind: 'strings', order: [4, 2, 3] } }),
    );
    expect(held.map((line) => line.length)).toEqual([8, 8]);
    expect(held.map((line) => line.map(({ string }) => string).join(''))).toEqual(['42342342', '42342342']);
    expect(held.flat().every(({ marks }) => marks?.held === 1)).toBe(true);
    const loose = cellsOf(progression({ chords: ['Am7', 'D7'], as: 'strings', notesEach: 5 }));
    expect(loose.flat().some(({ marks }) => marks?.held)).toBe(false);
  });
});
