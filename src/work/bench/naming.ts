/** The name that an exercise takes from its recipe while nobody gave it one. */
import { FIRST_TITLE, numbered } from '@/core';
import { recipeName, type Recipe } from '@/core/compose';

/** Whether a title is a name, perhaps with a number after it. */
const isName = (title: string, name: string) =>
  title === name || (title.startsWith(`${name} (`) && /^\d+\)$/.test(title.slice(name.length + 2)));

/**
 * The title of an exercise whose notes a recipe gives now: the recipe's name as long as the title is the one it was begun with or that of the
 * recipe before, with a number only where another has that name. A title of the teacher's own stays.
 * @param taken titles of other exercises.
 */
export function titleByRecipe(
  title: string,
  before: Recipe | null,
  now: Recipe,
  taken: readonly string[],
): string {
  const isGiven = [FIRST_TITLE, ...(before ? [recipeName(before)] : [])].some((name) => isName(title, name));
  if (!isGiven) return title;
  const name = recipeName(now);
  return isName(title, name) ? title : numbered(name, new Set(taken));
}
