/** Marked slots: repeated, turned, moved, locked, and carried to another exercise as plain tab. */
import { expect, lane, openLibrary, saved, spoken, test } from './fixtures';

test('slots are marked and changed together by keyboard, and copied between exercises', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(lane(page)).toBeFocused();
  const notes = page.getByRole('tab', { name: /^Notes \d+/ });
  const count = Number(/\d+/.exec((await notes.textContent()) ?? '')![0]);
  await page.keyboard.press('Home');
  const first = await spoken(page).textContent();
  await page.keyboard.press('m');
  for (let more = 0; more < 2; more++) await page.keyboard.press('ArrowRight');
  const strip = page.getByRole('region', { name: 'The marked slots' });
  await expect(strip).toContainText('3 notes marked');

  await page.keyboard.press('e');
  await expect(page.getByRole('tab', { name: `Notes ${count + 3}` })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: `Notes ${count}` })).toBeVisible();

  await lane(page).focus();
  await page.keyboard.press('Escape');
  await expect(strip).toBeHidden();
  await page.keyboard.press('Home');
  await page.keyboard.press('m');
  for (let more = 0; more < 2; more++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('u');
  await expect(spoken(page)).toContainText('upstroke, locked');
  await page.keyboard.press('a');
  await expect(spoken(page)).not.toContainText('locked');
  const before = await spoken(page).textContent();
  await page.keyboard.press('+');
  await expect(spoken(page)).not.toHaveText(before!);
  await page.keyboard.press('-');
  await expect(spoken(page)).toHaveText(before!);
  await page.keyboard.press('v');
  const place = (said: string | null) => /string \d, fret \d+/.exec(said ?? '')?.[0] ?? '';
  await expect(spoken(page)).toContainText(place(first));
  await page.keyboard.press('v');
  await expect(spoken(page)).toHaveText(before!);

  await page.keyboard.press('Control+c');
  await expect(page.getByText('The marked notes are on the clipboard as tab.')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^e\|/m);
  await saved(page);
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('tab', { name: 'Notes 3' })).toBeVisible();
  await page.keyboard.press('Home');
  await expect(spoken(page)).toContainText(place(first));
  await page.evaluate(() => navigator.clipboard.writeText('no tab at all'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('No notes were found.', { exact: false })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Notes 3' })).toBeVisible();
});

test('slots are marked by pointer as well: from the button, and with Shift', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  const strip = page.getByRole('region', { name: 'The marked slots' });
  const note = (at: number) => page.locator('[data-lane] [data-note]').nth(at);
  await note(0).click();
  await page.getByRole('button', { name: 'Mark from here' }).click();
  await expect(strip).toContainText('1 note marked');
  await note(2).click();
  await expect(strip).toContainText('3 notes marked');
  await strip.getByRole('button', { name: 'Let go' }).click();
  await note(1).click();
  await note(4).click({ modifiers: ['Shift'] });
  await expect(strip).toContainText('4 notes marked');
  await strip.getByRole('button', { name: 'Backwards' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Backwards' })).toBeEnabled();

  // The marked notes in another mode: what moves is said first, and the rest stays.
  await strip.getByRole('button', { name: 'Move' }).click();
  await page.getByRole('menuitem', { name: 'Another key or mode …' }).click();
  const dialog = page.getByRole('dialog', { name: 'The marked notes in another key or mode' });
  await expect(dialog.getByRole('status')).toContainText('Every note stays as it is');
  await dialog.getByRole('group', { name: 'Then in' }).getByRole('button', { name: /Key$/ }).click();
  await page.getByRole('option', { name: 'F', exact: true }).click();
  await expect(dialog.getByRole('status')).toContainText(/^\d notes? moves?/);
  await dialog.getByRole('button', { name: /^Write them in/ }).click();
  await expect(page.getByRole('button', { name: /^Undo: In F / })).toBeEnabled();
});
