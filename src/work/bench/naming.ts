/** The name that an exercise takes from its recipe or brief while nobody gave it one. */
import { FIRST_TITLE, numbered, type Exercise } from '@/core';
import { briefName } from '@/core/brief';
import { recipeName } from '@/core/compose';

/** Whether a title is a name, perhaps with a number after it. */
const isName = (title: string, name: string) =>
  title === name || (title.startsWith(`${name} (`) && /^\d+\)$/.test(title.slice(name.length + 2)));

/**
 * The title of an exercise whose notes a recipe or a brief gives now: the name of that as long as the title is the one it was begun with or
 * that of the recipe or brief before, with a number only where another has that name. A title of the teacher's own stays.
 * @param before the exercise as it was. @param taken titles of other exercises.
 */
export function titleAfter(
  before: Pick<Exercise, 'title' | 'recipe' | 'brief'>,
  name: string,
  taken: readonly string[],
): string {
  const { title, recipe, brief } = before;
  const given = [
    FIRST_TITLE,
    ...(recipe ? [recipeName(recipe.recipe)] : []),
    ...(brief ? [briefName(brief)] : []),
  ];
  if (!given.some((one) => isName(title, one)) || isName(title, name)) return title;
  return numbered(name, new Set(taken));
}
