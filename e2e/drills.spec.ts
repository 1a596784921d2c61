/** Cutting the hard spot out: drills chosen, made as a group, folded under their exercise, climbing its ladder. */
import AxeBuilder from '@axe-core/playwright';
import { expect, openLibrary, saved, test, trains } from './fixtures';

test('the hardest change becomes a group of drills under its exercise, with its ladder, and undo takes it back', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Inside knot on four and three' }).click();
  await page.getByRole('tab', { name: 'Drills' }).click();
  const cards = page.getByRole('list', { name: 'Drills to choose from' }).getByRole('listitem');
  await expect(page.getByRole('button', { name: /The change$/ })).toContainText('leaves the least time');
  await expect(cards.getByRole('checkbox', { checked: true })).toHaveCount(4);
  await page.getByRole('textbox', { name: 'Minutes for all' }).fill('3');
  await page.keyboard.press('Tab');
  await expect(cards.getByRole('checkbox', { checked: true })).toHaveCount(2);
  await cards.getByRole('checkbox', { name: 'Choose: the same line with the other kind of change' }).check();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'Make 3 drills' }).click();
  const group = page.getByRole('region', { name: 'Drills of this exercise' });
  await expect(group.getByRole('link')).toHaveCount(3);
  // What is there already says so, and is not ticked again.
  await expect(cards.filter({ hasText: 'there already' })).toHaveCount(3);
  for (const made of await cards.filter({ hasText: 'there already' }).all())
    await expect(made.getByRole('checkbox')).not.toBeChecked();

  // A drill has its exercise's tempo, and says where it belongs.
  const tempo = page.getByRole('textbox', { name: 'Tempo' });
  const bpm = await tempo.inputValue();
  await group.getByRole('link', { name: /round and round/ }).click();
  await expect(page.getByRole('navigation', { name: 'The group of drills' })).toContainText(
    'Drill 1 of 3 of',
  );
  await expect(trains(page)).toContainText('0 outside, 6 inside');
  await expect(tempo).toHaveValue(bpm);
  await page.getByRole('link', { name: 'The next one' }).click();
  await expect(page.getByRole('navigation', { name: 'The group of drills' })).toContainText(
    'Drill 2 of 3 of',
  );
  await saved(page);

  await page.getByRole('link', { name: 'Library' }).click();
  const fold = page.getByRole('button', { name: '3 drills of Inside knot on four and three' });
  await expect(page.getByRole('link', { name: /the other kind of change/ })).toBeHidden();
  await fold.click();
  await expect(page.getByRole('link', { name: /the other kind of change/ })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await fold.press('Control+z');
  await expect(fold).toBeHidden();
});

test('a problem without an exercise becomes a figure with its drills', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'Start from a problem' }).click();
  const dialog = page.getByRole('dialog', { name: 'Start from a problem' });
  await dialog.getByRole('radio', { name: 'outside' }).click();
  await dialog.getByRole('button', { name: /To$/ }).click();
  await page.getByRole('option', { name: 'string 1' }).click();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await dialog.getByRole('button', { name: 'Make the drills' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Outside from 3 to 1');
  await expect(trains(page)).toContainText('2 outside, 0 inside');
  await page.getByRole('tab', { name: 'Drills' }).click();
  await expect(page.getByRole('region', { name: 'Drills of this exercise' }).getByRole('link')).toHaveCount(
    4,
  );
});
