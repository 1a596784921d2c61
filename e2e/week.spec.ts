/** The week: planned, changed by hand with what that costs, what cannot be met mended, printed, practised. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { expect, exportAll, openLibrary, test } from './fixtures';

const MILLRACE = 'Millrace: three a string to the middle and on';

async function openWeek(page: Page): Promise<void> {
  await openLibrary(page);
  await page.getByRole('navigation').getByRole('link', { name: 'Week' }).click();
  await expect(page.locator('[data-week]')).toBeVisible();
}

/** The coming week lies before us whatever day it is. */
async function openNextWeek(page: Page): Promise<void> {
  await openWeek(page);
  const was = await page.locator('[data-week]').getAttribute('data-week');
  await page.getByRole('button', { name: 'The week after' }).press('Enter');
  await expect(page.locator(`[data-week]:not([data-week="${was}"])`)).toBeVisible();
}

async function plan(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Plan the/ }).press('Enter');
  await expect(page.locator('[data-planned]')).toBeVisible({ timeout: 90_000 });
}

const dayOf = (page: Page, name: string): Locator => page.getByRole('region', { name, exact: true });
const visits = (page: Page, title: string): Locator =>
  page.locator('[data-day]').getByRole('row', { name: title });

/** Takes a visit and puts it on another day, by keyboard alone. */
async function carry(page: Page, title: string, from: string, to: string): Promise<void> {
  const target = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
  await dayOf(page, from).getByRole('row', { name: title }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect.poll(target).toMatch(/^(Insert|Drop)/);
  for (let presses = 0; presses < 12; presses++) {
    const isThere = await dayOf(page, to).evaluate((day) => day.contains(document.activeElement));
    if (isThere) return page.keyboard.press('Enter');
    await page.keyboard.press('Tab');
  }
  throw new Error(`The Tab key does not lead to ${to}.`);
}

test('a week is planned by one press, changed by keyboard, and stands after a reload; on paper it is one page', async ({
  page,
}, info) => {
  test.slow();
  await openNextWeek(page);
  // Drafted from the week before: its wishes, and no visits yet.
  await expect(page.getByRole('switch', { name: `Must, ${MILLRACE}` })).toBeChecked();
  await expect(visits(page, MILLRACE)).toHaveCount(0);
  await plan(page);
  await expect(page.locator('[data-planned]')).toContainText(
    /Every must comes on its days.*(Proven|Best found)/,
  );
  await expect(visits(page, MILLRACE)).toHaveCount(4);

  await carry(page, MILLRACE, 'Monday', 'Wednesday');
  await expect(dayOf(page, 'Wednesday').getByRole('row', { name: MILLRACE })).toBeVisible();
  await expect(dayOf(page, 'Monday').getByRole('row', { name: MILLRACE })).toHaveCount(0);
  const told = page.getByRole('alertdialog').filter({ hasText: 'to Wednesday' });
  await expect(told).toContainText(/Wednesday takes \d+ min of the 0 there are/);
  await expect(dayOf(page, 'Wednesday')).toContainText('of the 0 there are');
  // What was proven is not said of a plan that was changed.
  await expect(page.locator('[data-planned]')).toBeHidden();

  // Locked, it stays when the week is planned again.
  await dayOf(page, 'Wednesday')
    .getByRole('button', { name: `Lock ${MILLRACE} on Wednesday` })
    .press('Enter');
  await plan(page);
  await expect(dayOf(page, 'Wednesday').getByRole('row', { name: MILLRACE })).toBeVisible();
  await expect(visits(page, MILLRACE)).toHaveCount(4);
  const before = await page.locator('[data-day] [role=row]').allInnerTexts();
  await page.reload();
  await expect(visits(page, MILLRACE)).toHaveCount(4);
  expect(await page.locator('[data-day] [role=row]').allInnerTexts()).toEqual(before);

  await page.getByRole('button', { name: 'Print' }).press('Enter');
  await expect(page.locator('[data-week-sheet] table')).toContainText(MILLRACE);
  const path = info.outputPath('week.pdf');
  await page.pdf({ path, format: 'A4', printBackground: true });
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Pages:\s+1\n/);
  expect(execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })).toMatch(
    /Wednesday[\s\S]*Millrace/,
  );
});

test('what cannot be met is named, and a change that was tried mends it in one press', async ({ page }) => {
  test.slow();
  await openNextWeek(page);
  const most = page.getByRole('textbox', { name: 'Most exercises a day' });
  await most.fill('1');
  await most.press('Enter');
  for (const title of ['In by the ford, out by the bridge', 'Over the stile'])
    await page.getByRole('switch', { name: `Must, ${title}` }).press('Space');
  await plan(page);
  const conflict = page.locator('[data-conflict]');
  await expect(conflict).toContainText(/cannot all come on their days/);
  // One after the other: what is mended may leave another that cannot be met.
  for (let times = 0; times < 3 && (await conflict.isVisible()); times++) {
    await conflict.getByRole('button', { name: /^Up to \d exercises a day$/ }).press('Enter');
    await expect(conflict).toBeHidden();
    await plan(page);
  }
  await expect(most).toHaveValue('3');
  await expect(page.locator('[data-planned]')).toContainText('Every must comes on its days');
  await expect(conflict).toBeHidden();
});

test('the session of today goes to the runner, exercise after exercise', async ({ page }) => {
  await openWeek(page);
  const today = page.locator('[data-day]').filter({ hasText: 'today' });
  await today.getByRole('textbox', { name: /^Minutes on/ }).fill('40');
  await page.keyboard.press('Enter');
  for (const title of ['Ferry over four strings', 'Over the stile']) {
    if (await today.getByRole('row', { name: title }).isVisible()) continue;
    await today.getByRole('button', { name: /Add to/ }).click();
    await page.getByRole('option', { name: title }).click();
    await expect(today.getByRole('row', { name: title })).toBeVisible();
  }
  const first = (await today.getByRole('row').first().innerText())
    .split('\n')
    .find((text) => text.length > 4)!;
  await today.getByRole('button', { name: 'Practise it' }).click();
  await expect(page).toHaveURL(/\/practice\?exercise=/);
  await expect(page.locator('[data-session]')).toContainText(/Session, 1 of \d+: 0 of \d+ min/);
  await expect(page.getByRole('heading', { name: first }).first()).toBeVisible();
});

test('the sessions go into a calendar; a script has them from a project file, and is told what is none', async ({
  page,
  request,
}) => {
  await openNextWeek(page);
  await dayOf(page, 'Thursday')
    .getByRole('button', { name: /Add to/ })
    .click();
  await page.getByRole('option', { name: 'Over the stile' }).click();
  await expect(visits(page, 'Over the stile')).toHaveCount(1);
  await dayOf(page, 'Thursday').getByLabel('Thursday begins at').fill('18:15');
  await page.getByRole('button', { name: 'Calendar' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Sessions for a calendar' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save the calendar file' }).press('Enter'),
  ]);
  expect(download.suggestedFilename()).toMatch(/^Practice Orrin from \d{4}-\d{2}-\d{2}\.ics$/);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text).toMatch(/DTSTART:\d{8}T181500\r\n/);
  expect(text).toMatch(/DESCRIPTION:Over the stile: 4 min\\, from 58 bpm/);
  await expect(page.getByRole('alertdialog').filter({ hasText: 'is saved: 1 session' })).toBeVisible();

  await openLibrary(page);
  const answer = await request.post('/api/calendar', { data: await exportAll(page) });
  expect(answer.headers()['content-type']).toContain('text/calendar');
  expect(await answer.text()).toContain('SUMMARY:Practice: Orrin');
  const refused = await request.post('/api/calendar', { data: '{"format":"another"}' });
  expect(refused.status()).toBe(400);
  expect(((await refused.json()) as { error: string }).error).not.toBe('');
});
