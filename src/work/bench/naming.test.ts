/** Names that recipes give: only where nobody gave one, and told from each other. */
import { describe, expect, it } from 'vitest';
import { FIRST_TITLE, STANDARD_TUNING } from '@/core';
import { firstRecipe, recipeName, type Recipe } from '@/core/compose';
import { titleByRecipe } from './naming';

const recipe = (fret: number): Recipe => {
  const first = firstRecipe('fingers', STANDARD_TUNING, 0);
  return { ...first, source: { kind: 'fingers', order: [1, 2, 3, 4], rotate: false, fret } };
};

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
