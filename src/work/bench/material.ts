/** Recipes written into an exercise. What a panel shows may be a moment old: everything is worked out from the exercise as it is when it is written. */
import type { Exercise, Place, Setup } from '@/core';
import { applyRecipe, isDetached, recipeName, shortForm, type Recipe } from '@/core/compose';
import type { EditExercise } from './acting';
import { titleAfter } from './naming';

/** Whether a change of the recipe may be written at once: no note of the teacher's own would be replaced. */
export const writesAtOnce = (exercise: Exercise): boolean =>
  exercise.passage.notes.length === 0 || (exercise.recipe !== null && !isDetached(exercise));

/**
 * Writes a recipe. @param how `once`: only where no notes written by hand would be replaced by it.
 * @param titles of other exercises, which the name that follows from a recipe must not have.
 * @returns where its first note is; null where nothing was written.
 */
export function writeRecipe(
  edit: EditExercise,
  recipe: Recipe,
  setup: Setup,
  titles: readonly string[],
  how: 'once' | 'asked',
): Place | null {
  let first: Place | null = null;
  edit('Material', (one) => {
    if (how === 'once' && !writesAtOnce(one)) return one;
    const applied = applyRecipe(one, recipe, setup);
    if ('fault' in applied) return one;
    const { passage, policy, recipe: written } = applied.exercise;
    const [note] = passage.notes;
    if (note) first = { ticks: note.onsetTicks, string: note.string };
    return {
      ...one,
      title: titleAfter(one, recipeName(recipe), titles),
      passage,
      policy: { ...one.policy, loop: policy.loop === true },
      recipe: written,
    };
  });
  return first;
}

/** Writes a moved figure once, and where it goes in words. @param noteId for the note that says so. */
export function writeShortForm(edit: EditExercise, setup: Setup, noteId: string): void {
  edit('The figure once, the rest in words', (one) => {
    const short = shortForm(one, setup);
    if (!short) return one;
    return {
      ...one,
      passage: short.exercise.passage,
      policy: short.exercise.policy,
      recipe: null,
      studentNotes: [...one.studentNotes, { id: noteId, text: short.words, pinnedTo: null }],
    };
  });
}
