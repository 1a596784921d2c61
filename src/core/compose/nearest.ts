/** What to change in a recipe that gives nothing, so that it does: the smallest change first. */
import type { Setup } from '../instrument/instrument';
import { counted } from '../picking/counting';
import { compose } from './compose';
import { allStrings } from './recipe';
import { chordNamed } from './tones';
import { type Recipe } from '../model/recipe';

/** A recipe near another that works, and what was changed, in words. */
export interface Nearest {
  readonly recipe: Recipe;
  readonly words: string;
}

/** Fret by fret, nearest first, an octave each way. */
const FRET_STEPS = Array.from({ length: 12 }, (_, at) => [-(at + 1), at + 1]).flat();

function* atOtherFrets(recipe: Recipe): Generator<Nearest> {
  const { source } = recipe;
  if (source.kind === 'cell') {
    const notes = (by: number) => source.notes.map((note) => ({ ...note, fret: note.fret + by }));
    for (const by of FRET_STEPS)
      yield {
        recipe: { ...recipe, source: { ...source, notes: notes(by) } },
        words: `${Math.abs(by)} ${Math.abs(by) === 1 ? 'fret' : 'frets'} ${by < 0 ? 'lower' : 'higher'}`,
      };
  }
  if (!('fret' in source)) return;
  for (const by of FRET_STEPS) {
    const fret = source.fret + by;
    if (fret >= 0) yield { recipe: { ...recipe, source: { ...source, fret } }, words: `from fret ${fret}` };
  }
}

function* withFewerMoves(recipe: Recipe): Generator<Nearest> {
  const { moves } = recipe;
  if ('times' in moves)
    for (let times = moves.times - 1; times >= 0; times--)
      yield {
        recipe: { ...recipe, moves: { ...moves, times } },
        words: times === 0 ? 'without moving on' : `moved on ${times === 1 ? 'once' : `${times} times`} only`,
      };
  if (moves.kind === 'until') {
    const { source } = recipe;
    const start = source.kind === 'fingers' ? source.fret + moves.finger - 1 : 0;
    yield {
      recipe: { ...recipe, moves: { ...moves, by: moves.by === 0 ? 1 : -moves.by } },
      words: 'moved the other way',
    };
    yield { recipe: { ...recipe, moves: { ...moves, fret: start } }, words: 'without moving on' };
  }
}

/** Without what is added to each note, with fewer octaves, or without a chord that nobody knows. */
function* withLess(recipe: Recipe): Generator<Nearest> {
  const { source } = recipe;
  if (source.kind === 'scale')
    for (let octaves = (source.octaves ?? 0) - 1; octaves >= 0; octaves--)
      yield {
        recipe: { ...recipe, source: { ...source, octaves } },
        words: octaves === 0 ? 'as far as the strings go' : `over ${counted(octaves, 'octave')}`,
      };
  if (source.kind === 'progression') {
    const chords = source.chords.filter((name) => chordNamed(name) !== null);
    if (chords.length > 0 && chords.length < source.chords.length)
      yield {
        recipe: { ...recipe, source: { ...source, chords } },
        words: `with the chords that are known: ${chords.join(' ')}`,
      };
  }
  if (recipe.approach) yield { recipe: { ...recipe, approach: null }, words: 'with no note approached' };
  if (recipe.pedal) yield { recipe: { ...recipe, pedal: null }, words: 'without the pedal note' };
}

function* otherwise(recipe: Recipe): Generator<Nearest> {
  const { source, strings, figure, tuning } = recipe;
  const present = strings.filter((string) => tuning[string - 1] !== undefined);
  if (present.length < strings.length || present.length === 0)
    yield {
      recipe: { ...recipe, strings: present.length > 0 ? present : allStrings(tuning) },
      words: present.length > 0 ? 'on the strings that are there' : 'on all strings',
    };
  if (source.kind === 'scale' && source.perString.length === 0)
    for (let span = source.span + 1; span <= 8; span++)
      yield { recipe: { ...recipe, source: { ...source, span } }, words: `in a window of ${span} frets` };
  if (source.kind === 'scale')
    for (const count of [3, 2, 1])
      yield {
        recipe: { ...recipe, source: { ...source, perString: [count] } },
        words: `${count} on each string`,
      };
  if (source.kind === 'fingers' && new Set(source.order).size > 1) {
    const narrower = source.order.filter((finger) => finger !== 4);
    yield {
      recipe: { ...recipe, source: { ...source, order: narrower } },
      words: 'without the fourth finger',
    };
  }
  if (figure.kind === 'sequence')
    for (let size = figure.size - 1; size >= 2; size--)
      yield { recipe: { ...recipe, figure: { ...figure, size } }, words: `in groups of ${size}` };
  if (figure.kind !== 'run')
    yield { recipe: { ...recipe, figure: { kind: 'run' } }, words: 'string after string' };
  for (let count = strings.length - 1; count >= 1; count--)
    yield {
      recipe: { ...recipe, strings: strings.slice(0, count) },
      words: `on ${count === 1 ? `string ${strings[0]!}` : `strings ${strings.slice(0, count).join(', ')}`} only`,
    };
  if (recipe.displacement)
    yield { recipe: { ...recipe, displacement: null }, words: 'with no note moved across' };
  for (let repeat = recipe.repeat - 1; repeat >= 1; repeat--)
    yield { recipe: { ...recipe, repeat }, words: `each cell ${repeat === 1 ? 'once' : `${repeat} times`}` };
}

/** The first recipe near one that gives nothing which does give notes; null where none of the changes helps. */
export function nearestRecipe(recipe: Recipe, setup: Setup): Nearest | null {
  for (const changes of [withFewerMoves, withLess, atOtherFrets, otherwise])
    for (const near of changes(recipe)) if ('cells' in compose(near.recipe, setup)) return near;
  // Two changes at once: without moves, and one of the others.
  const still: Recipe = {
    ...recipe,
    ...{ moves: { kind: 'none' }, displacement: null, figure: { kind: 'run' } },
    ...{ approach: null, pedal: null, each: 1 },
  };
  for (const changes of [withLess, atOtherFrets, otherwise])
    for (const near of changes(still))
      if ('cells' in compose(near.recipe, setup))
        return {
          recipe: near.recipe,
          words: `${near.words}, nothing added, string after string and without moving on`,
        };
  return null;
}
