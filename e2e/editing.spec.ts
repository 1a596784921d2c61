/** Writing in the lane: what cannot be is said in place and nothing is lost; marks, lengths, fingers, moves of many notes. */
import { expect, lane, openLibrary, saved, spoken, test } from './fixtures';

test('what cannot be is said where it was asked, and every note stays', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  await expect(lane(page)).toBeFocused();
  const strip = page.getByRole('region', { name: 'The note at the caret' });
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };

  await press('3', '5');
  await expect(strip.getByRole('alert')).toContainText('Fret 35 is beyond the neck');
  await expect(spoken(page)).toContainText('fret 5');

  // Two notes on one string at once.
  await press('ArrowRight', '7', 'Shift+ArrowLeft');
  await expect(strip.getByRole('alert')).toContainText('has a note at this moment already');
  await expect(page.getByRole('tab', { name: 'Notes 2' })).toBeVisible();

  // A slur to the same fret, kept and named here and in the list.
  await press('5', 'h');
  await expect(strip.getByRole('alert')).toContainText('goes to the same fret');
  await page.getByRole('tab', { name: /^Strokes and balance/ }).click();
  await expect(page.getByRole('list', { name: 'What to look at' })).toContainText('goes to the same fret');
  await lane(page).focus();
  await press('7');
  await expect(strip.getByRole('alert')).toBeHidden();

  // A lock on a slurred note.
  await press('u');
  await expect(strip.getByRole('alert')).toContainText('no stroke to lock');
  await press('h', 'u', 'h');
  await expect(strip.getByRole('alert')).toContainText('The lock has no effect');
  await press('a');
  await expect(strip.getByRole('alert')).toBeHidden();

  // A number beyond the limits of a field.
  const fret = strip.getByRole('textbox', { name: 'Fret' });
  await fret.fill('44');
  await fret.press('Enter');
  await expect(strip.getByText('44 is beyond 30')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Notes 2' })).toBeVisible();
});

test('lengths, bends, marks and fingers by key and by the sheet; a lock takes a reason from the list', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(lane(page)).toBeFocused();
  const digits = page.locator('[data-lane] [data-note]').first().locator('xpath=..');
  for (const key of ['n', 'n', 'w']) await page.keyboard.press(key);
  await expect(digits).toContainText('~b2');
  await page.getByRole('button', { name: 'Bend, slide, length' }).click();
  const sheet = page.getByRole('dialog', { name: 'Marks of the note' });
  await sheet.getByRole('radio', { name: 'half' }).click();
  await sheet.getByText('released again').click();
  await sheet.getByRole('radio', { name: 'upward' }).click();
  await page.keyboard.press('Escape');
  await expect(digits).toContainText('/~b1r');

  await lane(page).focus();
  await page.keyboard.press('f');
  const finger = page.getByRole('radiogroup', { name: 'Finger' }).getByRole('radio', { checked: true });
  await expect(finger).not.toHaveText('–');

  await page.keyboard.press('d');
  await page.getByRole('button', { name: 'Reasons for a lock' }).click();
  await page.getByRole('menuitem', { name: 'falls on the beat' }).click();
  await expect(page.getByRole('textbox', { name: 'Why locked' })).toHaveValue('falls on the beat');

  await lane(page).focus();
  for (const key of ['m', 'End', 'ArrowLeft']) await page.keyboard.press(key);
  const marked = page.getByRole('region', { name: 'The marked slots' });
  const place = async () => /string (\d), fret (\d+)/.exec((await spoken(page).textContent()) ?? '')!;
  const [, string, fret] = await place();
  const first = await digits.textContent();
  await marked.getByRole('button', { name: 'Move' }).click();
  await page.getByRole('menuitem', { name: 'Whole tone up' }).click();
  await expect(spoken(page)).toContainText(`string ${string}, fret ${Number(fret) + 2}`);
  await marked.getByRole('button', { name: 'Fingers' }).click();
  await page.getByRole('menuitem', { name: 'All with finger 3' }).click();
  await expect(spoken(page)).toContainText('third finger');
  await saved(page);
  await page.reload();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(spoken(page)).not.toContainText('third finger');
  await page.keyboard.press('Control+z');
  await expect(digits).toHaveText(first!);
});

test('a change is explained by key and by pointer, in the words of the school; the lane can hang as the guitar does', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  const tip = page.locator('[data-tip]');
  await page.keyboard.press('c');
  await expect(tip).toContainText(/^Sweep from string 3 to string 2: downstroke/);
  await expect(tip).toContainText('comes to rest on string 2');
  await expect(spoken(page)).toContainText('Sweep from string 3 to string 2');
  await page.keyboard.press('Shift+c');
  await expect(tip).toContainText('Sweep from string 4 to string 3');
  await page.keyboard.press('ArrowRight');
  await expect(tip).toBeHidden();

  await page.getByRole('button', { name: 'Drawing and words' }).click();
  await page.getByRole('radio', { name: 'the slant', exact: true }).click();
  await page.getByRole('radio', { name: 'the tip' }).click();
  const asPlayed = page.getByRole('radio', { name: 'as played: thickest on top' });
  await asPlayed.click();
  // A choice holds from when it stands there.
  await expect(asPlayed).toBeChecked();
  await page.keyboard.press('Escape');
  await lane(page).focus();
  await page.keyboard.press('c');
  await expect(tip).toContainText(/A slant (up|down)ward \(tip (up|down)\) brings the downstroke to rest/);
  const before = /string (\d)/.exec((await spoken(page).textContent()) ?? '')![1];
  await page.keyboard.press('ArrowUp');
  await expect(spoken(page)).toContainText(
    new RegExp(`^string [${Number(before) + 1}]|string ${Number(before) + 1}, empty`),
  );
  // Kept for the next time.
  await page.reload();
  await expect(lane(page)).toBeFocused();
  // The mark of a change stands over the lane halfway between its notes.
  const system = (await page.locator('[data-lane] svg').first().boundingBox())!;
  const noteX = async (at: number) => {
    const box = (await page.locator('[data-lane] [data-note]').nth(at).boundingBox())!;
    return box.x + box.width / 2;
  };
  await page.mouse.move(((await noteX(0)) + (await noteX(1))) / 2, system.y + 11);
  await expect(tip).toContainText('(tip');
});
