/** Where a finger change that an exercise lacks would come from: the same recipe in a neighbouring place. */
import type { Setup } from '../instrument/instrument';
import type { Finger, Passage } from '../passage/passage';
import { fingerChanges, fingerPassage, type HandSchool } from '../fretting';
import { applyRecipe } from './apply';
import type { Recipe } from '../model/recipe';
import { newExercise } from '../model/exercise';

/** A recipe near the one that is there, with the finger changes that it would add. */
export interface Supply {
  readonly recipe: Recipe;
  readonly words: string;
  readonly adds: readonly (readonly [Finger, Finger])[];
}

/** Frets that a box is moved by, nearest first. */
const BOX_STEPS = [1, -1, 2, -2, 3, -3, 4, -4, 5, -5];

function neighbours(recipe: Recipe): { recipe: Recipe; words: string }[] {
  const { source, strings, tuning, figure } = recipe;
  const boxes =
    'fret' in source && source.kind !== 'fingers'
      ? BOX_STEPS.filter((by) => source.fret + by >= 0).map((by) => ({
          recipe: { ...recipe, source: { ...source, fret: source.fret + by } },
          words: `the box from fret ${source.fret + by}`,
        }))
      : [];
  const others = [1, -1].flatMap((by) => {
    const moved = strings.map((string) => string - by);
    const isThere = moved.every((string) => tuning[string - 1] !== undefined);
    return isThere && figure.kind !== 'strings'
      ? [{ recipe: { ...recipe, strings: moved }, words: `strings ${moved.join(', ')}` }]
      : [];
  });
  return [...boxes, ...others];
}

/**
 * Neighbouring boxes and strings that have some of the missing finger changes, those with most of them first. `grid` is the
 * passage whose rhythm the notes take.
 */
export function suppliesOf(
  recipe: Recipe,
  missing: readonly (readonly [Finger, Finger])[],
  grid: Passage,
  setup: Setup,
  school: HandSchool,
): Supply[] {
  return neighbours(recipe)
    .flatMap((near): Supply[] => {
      const applied = applyRecipe(newExercise('', { ...grid, notes: [] }), near.recipe, setup);
      if ('fault' in applied) return [];
      const cells = fingerChanges(
        fingerPassage(applied.exercise.passage, setup, { school, loop: recipe.goesRound }),
      );
      const adds = missing.filter(([from, to]) =>
        cells.some((cell) => cell.from === from && cell.to === to && cell.floorward + cell.ceilingward > 0),
      );
      return adds.length > 0 ? [{ ...near, adds }] : [];
    })
    .sort((a, b) => b.adds.length - a.adds.length);
}
