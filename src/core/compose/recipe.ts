/** Recipes to begin with. */
import { STANDARD_TUNING, type Tuning } from '../instrument/instrument';
import type { Recipe, Source, SourceKind } from '../model/recipe';

/** Each kind of source as it is first offered: figures of our own. */
const FIRST_SOURCES: { readonly [K in SourceKind]: Extract<Source, { kind: K }> } = {
  fingers: { kind: 'fingers', order: [1, 3, 2, 4], rotate: false, fret: 5 },
  scale: { kind: 'scale', tonic: 'B', scale: 'dorian', fret: 7, perString: [3], span: 5, passing: false },
  arpeggio: { kind: 'arpeggio', tonic: 'C#', chord: 'm7', inversion: 0, fret: 7, perString: 2, shape: 0 },
  chord: { kind: 'chord', tonic: 'D', chord: 'Madd9', inversion: 0, fret: 5, shape: 0 },
  progression: {
    kind: 'progression',
    chords: ['Bm7', 'E9', 'Amaj7', 'F#m'],
    as: 'held',
    perString: 2,
    fret: 5,
    notesEach: 8,
  },
  cell: { kind: 'cell', notes: [] },
  strokes: { kind: 'strokes', perString: [2, 3] },
  restStrokes: { kind: 'restStrokes', each: 1, placed: false },
};

/** The strings from the thickest to the thinnest. */
export function allStrings(tuning: Tuning): number[] {
  return Array.from({ length: tuning.length }, (_, at) => tuning.length - at);
}

/** Where a kind of source begins: chords in turn on the four thinnest strings, which a hand holds everywhere, all else on all. */
function stringsFor(kind: SourceKind, tuning: Tuning): number[] {
  const all = allStrings(tuning);
  return kind === 'progression' ? all.slice(-4) : all;
}

/** A recipe of one kind to begin with. */
export function firstRecipe(kind: SourceKind, tuning: Tuning = STANDARD_TUNING, capo = 0): Recipe {
  return {
    tuning,
    capo,
    source: FIRST_SOURCES[kind],
    strings: stringsFor(kind, tuning),
    figure: { kind: 'run' },
    direction: 'there',
    turn: 'shared',
    moves: { kind: 'none' },
    movesBack: false,
    alternate: false,
    repeat: 1,
    chain: 'A',
    variation: 'backward',
    displacement: null,
    mask: '',
    damped: false,
    goesRound: false,
  };
}

/** A recipe with another kind of source; all else stays, the strings where the teacher chose some. */
export function withSource(recipe: Recipe, kind: SourceKind): Recipe {
  const { source, strings, tuning } = recipe;
  if (source.kind === kind) return recipe;
  const isUntouched = strings.join() === stringsFor(source.kind, tuning).join();
  return {
    ...recipe,
    source: FIRST_SOURCES[kind],
    strings: isUntouched ? stringsFor(kind, tuning) : strings,
  };
}
