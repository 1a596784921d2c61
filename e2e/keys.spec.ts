/** From a problem to the printed sheet with the keyboard alone: the focus goes where the keys take it, and never nowhere. */
import { expect, openLibrary, tabTo, test } from './fixtures';

test('from a change that will not go to the sheet of its drills, by keys alone', async ({ page }, info) => {
  const press = (...keys: string[]) =>
    keys.reduce((before, key) => before.then(() => page.keyboard.press(key)), Promise.resolve());
  await openLibrary(page);
  await test.step('the problem becomes a figure with drills, its tempos from where it falls apart', async () => {
    await tabTo(page, page.getByRole('button', { name: 'Start from a problem' }));
    await press('Enter');
    const dialog = page.getByRole('dialog', { name: 'Start from a problem' });
    await expect(dialog).toBeVisible();
    await tabTo(page, dialog.getByRole('radio', { name: 'inside', exact: true }));
    await press('ArrowRight');
    await expect(dialog.getByRole('radio', { name: 'outside' })).toBeChecked();
    await tabTo(page, dialog.getByRole('textbox', { name: /^Falls apart at, bpm/ }));
    await page.keyboard.type('96');
    await press('Tab');
    await expect(dialog).toContainText('The ladder goes from 77 to 106.');
    await tabTo(page, dialog.getByRole('button', { name: 'Make the drills' }));
    await press('Enter');
    await expect(page.getByRole('heading', { name: 'Outside from 3 to 2' })).toBeVisible();
  });
  await test.step('and is given out as a sheet', async () => {
    await tabTo(page, page.getByRole('button', { name: 'Give out' }));
    await press('Enter');
    await expect(page.getByRole('menuitem', { name: 'Handout to print' })).toBeFocused();
    await press('Enter');
    const sheet = page.locator('[data-sheet] section').first();
    await expect(sheet).toContainText('Outside from 3 to 2');
    await expect(sheet).toContainText('77 to 106 bpm');
    await tabTo(page, page.getByRole('button', { name: 'Print' }));
    const printed = await page.pdf({ path: info.outputPath('sheet.pdf'), preferCSSPageSize: true });
    expect(printed.length).toBeGreaterThan(5000);
  });
});

test('a title that is left as it is keeps the focus', async ({ page }) => {
  const press = (key: string) => page.keyboard.press(key);
  await openLibrary(page);
  await tabTo(page, page.getByRole('button', { name: 'More for Kite string' }));
  await press('Enter');
  const rename = page.getByRole('menuitem', { name: 'Rename' });
  await expect(rename).toBeVisible();
  for (let at = 0; at < 20 && !(await rename.evaluate((one) => one === document.activeElement)); at++)
    await press('ArrowDown');
  await press('Enter');
  await expect(page.getByLabel('New title for Kite string')).toBeFocused();
  await press('x');
  await press('Escape');
  await expect(page.getByRole('link', { name: 'Kite string', exact: true })).toBeFocused();
});
