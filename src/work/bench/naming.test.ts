/** Names that recipes give: only where nobody gave one, and told from each other. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, FIRST_TITLE, newExercise, STANDARD_TUNING } from '@/core';
import { briefName, draftBrief } from '@/core/brief';
import { firstRecipe, recipeName, type Recipe } from '@/core/compose';
import { titleAfter } from './naming';

const recipe = (fret: number): Recipe => {
  const first = firstRecipe('fingers', STANDARD_TUNING, 0);
  return { ...first, source: { kind: 'fingers', order: [1, 2, 3, 4], rotate: false, fret } };
};

/** The title after `now` is written where `before` had given the notes. */
const titleByRecipe = (title: string, before: Recipe | null, now: Recipe, taken: readonly string[]) =>
  titleAfter({ title, recipe: before && { recipe: before, hash: '' }, brief: null }, recipeName(now), taken);

describe('the name of an exercise that a recipe gives', () => {
  it('takes the place of the first title and of the name of the recipe before, numbers and all', () => {
    const name = titleByRecipe(FIRST_TITLE, null, recipe(5), []);
    expect(name).toBe(recipeName(recipe(5)));
    expect(name).toContain('Fingers 1 2 3 4 at fret 5');
    expect(titleByRecipe(`${FIRST_TITLE} (3)`, null, recipe(5), [])).toBe(name);
    expect(titleByRecipe(name, recipe(5), recipe(7), [])).toBe(recipeName(recipe(7)));
    expect(titleByRecipe(`${name} (2)`, recipe(5), recipe(7), [])).toBe(recipeName(recipe(7)));
  });

  it('has a number only where another exercise has the name', () => {
    expect(titleByRecipe(FIRST_TITLE, null, recipe(5), [recipeName(recipe(5))])).toBe(
      `${recipeName(recipe(5))} (2)`,
    );
  });

  it('leaves a title of the teacher’s own', () => {
    for (const title of ['Gate', `${FIRST_TITLE} for Wren`, `${recipeName(recipe(5))}, slow`])
      expect(titleByRecipe(title, recipe(5), recipe(7), [])).toBe(title);
  });

  it('is short enough for a list', () => {
    const long: Recipe = {
      ...recipe(5),
      direction: 'there and back',
      chain: 'AB',
      repeat: 3,
      goesRound: true,
    };
    expect(recipeName(long).length).toBeLessThanOrEqual(90);
  });
});

it('a composed line names its exercise too, and follows what it is composed to next', () => {
  const brief = draftBrief(newExercise('', emptyPassage()));
  const shorter = { ...brief, notes: 5 };
  const began = { title: `${FIRST_TITLE} (2)`, recipe: null, brief: null };
  const first = titleAfter(began, briefName(brief), []);
  expect(first).toBe(briefName(brief));
  expect(titleAfter({ ...began, title: first, brief }, briefName(shorter), [])).toMatch(/5 notes/);
  expect(titleAfter({ ...began, title: 'Gate', brief }, briefName(shorter), [])).toBe('Gate');
  expect(titleAfter(began, briefName(brief), [first])).toBe(`${first} (2)`);
});
