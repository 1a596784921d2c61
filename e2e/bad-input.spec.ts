/** Bad input: a clear message, nothing lost, nothing executed. */
import { readFileSync } from 'node:fs';
import { expect, lane, openLibrary, pasteTab, saved, tabOn, test } from './fixtures';

async function openNotes(page: import('@playwright/test').Page, count: number): Promise<void> {
  await expect(page.getByRole('tab', { name: new RegExp(`^Notes ${count}\\b`) })).toBeVisible();
  await page.getByRole('tab', { name: /^Notes/ }).click();
}

test('a text without notes stays in the box with a message', async ({ page }) => {
  await openLibrary(page);
  await pasteTab(page, 'Buy new strings on Friday');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('No notes were found.');
  await expect(page.getByLabel('Paste tab or note names here and it opens on the Bench')).toHaveValue(
    'Buy new strings on Friday',
  );
});

test('note names in place of tab become an exercise, places on the neck and all', async ({ page }) => {
  await openLibrary(page);
  await pasteTab(page, 'A3 C4 D4 E4 | G4 A4 C5');
  await expect(page.getByRole('tab', { name: 'Notes 7' })).toBeVisible();
  await expect(page.getByText(/^Read as a phrase/)).toBeVisible();
});

test('seven lines, Windows line ends, tabs and typographic dashes are read; what is not understood is pointed at', async ({
  page,
}) => {
  await openLibrary(page);
  const odd = `${tabOn('-5-7-§-8-|')}\nB|----------|`.replaceAll('-', '–').replaceAll('\n', '\r\n\t');
  await pasteTab(page, `\t${odd}\r\nslowly at first`);
  await openNotes(page, 3);
  const list = page.getByRole('list', { name: 'What was not understood' });
  await expect(list).toContainText('line 3, column 9 § The sign “§” is not understood');
  await expect(list).toContainText('slowly at first');
  await saved(page);
  await page.reload();
  await openNotes(page, 3);
  await expect(page.getByLabel(/^Tab, typed or pasted/)).toHaveValue(/slowly at first/);
});

test('a row of v alone is asked about, once', async ({ page }) => {
  await openLibrary(page);
  await pasteTab(page, `   v   v   v\n${tabOn('-5-7-8-7-5-')}`);
  await page.getByRole('button', { name: 'v is down' }).click();
  await expect(page.getByRole('button', { name: 'v is down' })).toBeHidden();
  await saved(page);
  await page.reload();
  await expect(lane(page)).toBeVisible();
  await expect(page.getByRole('group', { name: 'A question about the tab' })).toBeHidden();
});

test('strokes of a foreign row become locks only where the plan differs, after one question', async ({
  page,
}) => {
  await openLibrary(page);
  await pasteTab(page, `   D U U D U\n${tabOn('-5-7-8-7-5-')}`);
  await expect(
    page.getByText('They fit alternation, start down, but for one note, which would be locked.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Take them over' }).click();
  await expect(page.getByText(/The stroke rule is broken at note 3/)).toBeVisible();
});

test('four lines are asked about with both ways drawn; what the text does not say stands under the lane', async ({
  page,
}) => {
  await openLibrary(page);
  await pasteTab(page, 'G|-7-9---|\nD|-----7-|\nA|-------|\nE|-------|');
  const question = page.getByRole('group', { name: 'A question about the tab' });
  await expect(question.getByRole('listitem')).toContainText([
    /strings 3 to 6 of 6.*e\|/s,
    /an instrument of 4 strings, G D A E/,
  ]);
  await question.getByRole('button', { name: 'Read it so' }).press('Enter');
  await expect(question).toBeHidden();
  await expect(page.locator('[data-lane]').first()).not.toContainText('6');
  const guessed = page.getByRole('group', { name: 'Guessed of the text' });
  await guessed.getByRole('button', { name: 'Slots a beat' }).press('Enter');
  await page.getByRole('menuitem', { name: '3 slots a beat' }).press('Enter');
  await expect(page.getByRole('tab', { name: /^Rhythm 4\/4 · 3/ })).toBeVisible();
  await expect(guessed).toContainText('3 slots a beat');
  await expect(guessed).toContainText('alternate picking, starting down');
  await page.getByRole('radio', { name: 'economy' }).click();
  await page.getByRole('radio', { name: 'up', exact: true }).click();
  await expect(guessed).toContainText('economy picking, starting up');
});

test('ten thousand notes are read, shown and edited', async ({ page }) => {
  await openLibrary(page);
  await pasteTab(page, tabOn('-5-7-8-7'.repeat(2500)));
  await expect(page.getByRole('tab', { name: 'Notes 10000' })).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press('Delete');
  await expect(page.getByRole('tab', { name: 'Notes 9999' })).toBeVisible();
  await saved(page);
});

test('project files: cut in half, newer, damaged or hostile', async ({ page }) => {
  await openLibrary(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export all' }).click(),
  ]);
  const good = readFileSync(await download.path(), 'utf8');
  const give = (name: string, text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  const count = await page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading') })
    .count();

  await give('half.json', good.slice(0, good.length / 2));
  await expect(page.getByText(/“half.json”: .*breaks off.*Nothing was imported/)).toBeVisible();
  await give('newer.json', good.replace(/"version": \d+/, '"version": 99'));
  await expect(page.getByText(/“newer.json”: .*newer version.*Nothing was imported/)).toBeVisible();
  await give('hand.json', good.replace('"fret": 8', '"fret": 9'));
  await expect(page.getByText(/“hand.json”: .*does not match its hash/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(count);

  const script = '<img src=x onerror=\\"document.title=1\\"><script>document.title=1</script>';
  await give('script.json', good.replace('"title": "Kite string"', `"title": "${script}"`));
  // What is here in another version is asked about, field by field.
  const asked = page.getByRole('dialog', { name: 'In “script.json”' });
  await expect(asked.getByRole('row', { name: /title/ })).toContainText('Kite string');
  await expect(asked.getByRole('radio', { name: 'Keep what is here' })).toBeChecked();
  await asked.getByText('Keep both, the file’s as a copy').click();
  await asked.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/“script.json”: Nothing new, \d+ already here, 1 different/)).toBeVisible();
  await expect(page.getByRole('link', { name: /^<img src=x/ })).toBeVisible();
  expect(await page.title()).toContain('Library');
});
