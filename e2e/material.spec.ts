/** The material worked out: five recipes set up by keyboard, what a change keeps, hand edits, and what cannot be. */
import type { Page } from '@playwright/test';
import { chooseByKeys, expect, lane, openLibrary, spoken, tabTo, test } from './fixtures';

/** Counts what a teacher does: each choice, number or text is one action. */
function hands(page: Page) {
  let actions = 0;
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  return {
    actions: () => actions,
    async begin(kind: string) {
      await openLibrary(page);
      await page.getByRole('button', { name: 'New empty exercise' }).click();
      await expect(lane(page)).toBeFocused();
      actions = 2;
      await page.keyboard.press('o');
      const choice = page.getByRole('radio', { name: kind, exact: true });
      await expect(page.getByRole('radio', { name: 'Finger pattern' })).toBeFocused();
      for (let presses = 0; presses < 8; presses++) {
        if (await choice.evaluate((element) => element === document.activeElement)) break;
        await page.keyboard.press('ArrowRight');
      }
      await page.keyboard.press('Space');
      await expect(choice).toBeChecked();
    },
    async choose(label: string, option: string) {
      actions++;
      await chooseByKeys(page, label, option);
    },
    async type(name: string, text: string) {
      actions++;
      await tabTo(page, field(name));
      await page.keyboard.press('Control+a');
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
    },
    async turnOn(name: string) {
      actions++;
      await tabTo(page, page.getByRole('switch', { name }));
      await page.keyboard.press('Space');
    },
  };
}

const recipe = (page: Page) => page.locator('[data-recipe]');
const trains = (page: Page) => page.locator('[data-trains]');

test('five recipes, each in under ten actions, by keyboard alone', async ({ page }) => {
  test.setTimeout(120_000);
  const hand = hands(page);
  await hand.begin('Finger pattern');
  await hand.type('Fingers in order', '1234');
  await hand.type('First finger at fret', '1');
  await hand.choose('The cell then', 'until a finger reaches a fret');
  await expect(recipe(page)).toContainText('216 notes in 9 places');
  expect(hand.actions()).toBeLessThan(10);

  await hand.begin('Scale');
  await hand.choose('Key', 'C');
  await hand.choose('Scale', 'major');
  await hand.type('From fret', '8');
  await hand.choose('Played', 'in groups');
  await expect(recipe(page)).toContainText('60 notes');
  await expect(spoken(page)).toContainText('string 6, fret 8');
  expect(hand.actions()).toBeLessThan(10);

  await hand.begin('Arpeggio');
  await hand.choose('Chord', 'diminished seventh');
  await hand.choose('Direction', 'there and back');
  await hand.turnOn('round and round');
  await expect(recipe(page)).toContainText('the turning note once; round and round');
  await expect(page.getByRole('switch', { name: 'Loop' })).toBeChecked();
  expect(hand.actions()).toBeLessThan(10);

  await hand.begin('Chord by strings');
  await hand.choose('Played', 'skipping strings, or in an order of their own');
  await hand.type('Order of the strings', '534231');
  await expect(recipe(page)).toContainText('6 notes');
  await expect(trains(page)).toContainText('5 outside, 0 inside');
  expect(hand.actions()).toBeLessThan(10);

  await hand.begin('Damped strings');
  await hand.type('Strokes a string', '2');
  await expect(recipe(page)).toContainText('12 notes');
  await expect(trains(page)).toContainText('0 outside, 5 inside');
  expect(hand.actions()).toBeLessThan(10);
});

test('a change of key keeps locks; a hand edit is told and the recipe written again; what cannot be offers what can', async ({
  page,
}) => {
  const hand = hands(page);
  await hand.begin('Scale');
  await lane(page).focus();
  await expect(spoken(page)).toContainText('string 6, fret 7');
  await page.keyboard.press('ArrowRight');
  await expect(spoken(page)).toContainText('fret 9, upstroke');
  await page.keyboard.press('d');
  await expect(spoken(page)).toContainText('downstroke, locked');
  await page.keyboard.press('o');
  await hand.choose('Key', 'E');
  await lane(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(spoken(page)).toContainText('downstroke');

  // A hand edit is told; the recipe no longer writes by itself.
  await page.keyboard.press('3');
  await expect(page.getByText('edited by hand since')).toBeVisible();
  await hand.choose('Key', 'D');
  await expect(spoken(page)).toContainText('fret 3');
  await page.getByRole('button', { name: 'Write the recipe again' }).press('Enter');
  await expect(page.getByText('edited by hand since')).toBeHidden();
  await expect(recipe(page)).toContainText('D dorian');

  // Beyond the neck: said, and the lane is as it was until the offer is taken.
  await hand.choose('The cell then', 'fret by fret along the neck');
  await hand.type('Times', '40');
  const alert = page.getByRole('alert').filter({ hasText: 'beyond the neck' });
  await expect(alert).toBeVisible();
  await alert.getByRole('button', { name: /^Nearest that works/ }).press('Enter');
  await expect(alert).toBeHidden();
  await expect(recipe(page)).toContainText('places');
});
