/** Nothing that was entered is lost: killed tabs, two tabs at once, library actions, the student of the moment. */
import { expect, lane, openLibrary, saved, spoken, test, trains } from './fixtures';

test('a tab that is killed after any edit loses nothing', { tag: '@always' }, async ({ page, context }) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  await expect(lane(page)).toBeFocused();
  const address = page.url();
  let tab = page;
  for (const [at, fret] of [5, 7, 8].entries()) {
    await tab.keyboard.press(at === 0 ? 'Home' : 'End');
    for (let step = 0; step < at; step++) if (step === 0) await tab.keyboard.press('Home');
    for (let step = 0; step < at; step++) await tab.keyboard.press('ArrowRight');
    await tab.keyboard.press(String(fret));
    await saved(tab);
    const session = await context.newCDPSession(tab);
    void session.send('Page.crash').catch(() => undefined);
    await tab.waitForEvent('crash');
    const next = await context.newPage();
    await next.goto(address);
    await expect(next.getByRole('tab', { name: `Notes ${at + 1}` })).toBeVisible();
    await expect(lane(next)).toBeFocused();
    tab = next;
  }
  await tab.keyboard.press('Control+z');
  await expect(tab.getByRole('tab', { name: 'Notes 2' })).toBeVisible();
});

test('two tabs on one exercise stay in step', { tag: '@always' }, async ({ page, context }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(lane(page)).toBeFocused();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(lane(other)).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(other.getByRole('tab', { name: 'Notes 5' })).toBeVisible();
  await other.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('tab', { name: 'Notes 6' })).toBeVisible();
});

test('the library duplicates, renames, archives and deletes, each with undo; it searches, filters and sorts', async ({
  page,
}) => {
  await openLibrary(page);
  const more = (title: string) =>
    page.getByRole('button', { name: `More for ${title}`, exact: true }).click();
  const row = (title: string) => page.getByRole('link', { name: title, exact: true });
  await more('Kite string');
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(row('Kite string (copy)')).toBeVisible();
  await more('Kite string (copy)');
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Kite tail');
  await page.keyboard.press('Enter');
  await expect(row('Kite tail')).toBeVisible();
  await more('Kite tail');
  await page.getByRole('menuitem', { name: 'Archive' }).click();
  await expect(row('Kite tail')).toBeHidden();
  await more('Over the stile');
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(row('Over the stile')).toBeHidden();
  await page
    .getByText('“Over the stile” is deleted.')
    .locator('..')
    .locator('..')
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(row('Over the stile')).toBeVisible();

  await page.getByRole('searchbox').fill('swing wide');
  await expect(page.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(1);
  await page.getByRole('searchbox').fill('');
  await page.getByRole('button', { name: /Technique$/ }).click();
  await page.getByRole('option', { name: 'string skipping' }).click();
  await expect(row('Over the stile')).toBeVisible();
  await expect(row('Kite string')).toBeHidden();
  await page.reload();
  await page.getByRole('button', { name: /Shelf$/ }).click();
  await page.getByRole('option', { name: 'archived' }).click();
  await expect(row('Kite tail')).toBeVisible();
});

test('the student of the moment has a tempo of their own on each exercise', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('button', { name: /^Student: Orrin/ }).click();
  await page.getByLabel('New student (name or alias)').fill('Wren');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Student: Wren/ })).toBeVisible();
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await page.getByRole('textbox', { name: 'Tempo', exact: true }).fill('44');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Start Wren at 44' }).click();
  await saved(page);
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Over the stile' })).toContainText('from 44');
  await page.reload();
  await expect(page.getByRole('button', { name: /^Student: Wren/ })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Over the stile' })).toContainText('from 44');
});

test('the lane is edited by mouse too: stroke signs, dragging, double click', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Rolling stair in sweeps' }).click();
  await expect(trains(page)).toContainText('5 sweeps');
  const first = page.locator('[data-note=n1]');
  const box = (await first.boundingBox())!;
  const frame = (await lane(page).boundingBox())!;
  const x = box.x + box.width / 2;
  await page.mouse.click(x, frame.y + 34);
  await expect(spoken(page)).toContainText('upstroke, locked');
  await page.mouse.click(x, frame.y + 34);
  await expect(spoken(page)).not.toContainText('locked');
  await page.mouse.move(x, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(x, box.y + box.height / 2 - 52, { steps: 4 });
  await page.mouse.up();
  await expect(spoken(page)).toContainText('string 4, fret 4');
  await page.mouse.dblclick(x, box.y + box.height / 2);
  await expect(page.getByRole('tab', { name: 'Notes 19' })).toBeVisible();
});
