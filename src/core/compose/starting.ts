/** Starting points: common exercises, each a sentence with blanks to fill. */
import { NO_GOAL, newExercise, type Exercise } from '../model/exercise';
import { type Setup } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import { setSubdivision } from '../passage/edits';
import { applyRecipe } from './apply';
import type { Blank, Filled, Point, StartingPoint } from './blanks';
import type { Fault } from './faults';
import { CHORD_POINTS } from './startingChords';
import { SCALE_POINTS } from './startingScales';
import { chordNamed } from './tones';
import { recipeName } from './words';

const POINTS: readonly Point[] = [...SCALE_POINTS, ...CHORD_POINTS];

/** The starting points, in the order they are offered. */
export const STARTING_POINTS: readonly StartingPoint[] = POINTS;

/** What stands in the blanks of a starting point at first. */
export function firstFilled({ blanks }: StartingPoint): Filled {
  return Object.fromEntries(Object.entries(blanks).map(([name, { first }]) => [name, first]));
}

/** Why the blanks cannot be filled so; null where they can. */
export function blankFault(blank: Blank, value: string): string | null {
  if (blank.choices !== 'chords') return null;
  const wrong = value.split(/\s+/).find((name) => name !== '' && chordNamed(name) === null);
  if (wrong !== undefined) return `“${wrong}” is no chord that is known here.`;
  return value.trim() === '' ? 'Name a chord or more, such as Am7.' : null;
}

/**
 * The exercise of a starting point with its blanks filled, or why there is none.
 * @param id one of `STARTING_POINTS`; throws a RangeError for another.
 */
export function startingExercise(
  id: string,
  filled: Filled,
  setup: Setup,
): { readonly exercise: Exercise } | { readonly fault: Fault } {
  const point = POINTS.find((one) => one.id === id);
  if (!point) throw new RangeError(`There is no starting point “${id}”.`);
  const { recipe, subdivision = 4, policy = {}, goal = {} } = point.make(filled);
  const empty = newExercise(recipeName(recipe), setSubdivision(emptyPassage(), subdivision));
  const applied = applyRecipe(empty, recipe, setup);
  if ('fault' in applied) return applied;
  const { exercise } = applied;
  return {
    exercise: { ...exercise, policy: { ...exercise.policy, ...policy }, goal: { ...NO_GOAL, ...goal } },
  };
}
