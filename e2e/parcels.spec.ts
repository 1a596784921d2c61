/** Between a teacher and a student, each in a browser of their own, in other time zones and with clocks of their own. */
import { readFileSync } from 'node:fs';
import type { Browser, Page } from '@playwright/test';
import { freePort, startServer } from '../scripts/tools.mjs';
import { AxeBuilder } from '@axe-core/playwright';
import { breakOff, expect, openLibrary, test } from './fixtures';

const MILLRACE = 'Millrace: three a string to the middle and on';

/** A browser in which nothing was ever done, in New York on that Monday evening. */
async function studentsBrowser(browser: Browser): Promise<{ there: Page; close: () => Promise<void> }> {
  const { address, child, stop } = await startServer(await freePort(0), {});
  const context = await browser.newContext({
    ...{ baseURL: address, timezoneId: 'America/New_York', viewport: { width: 390, height: 844 } },
    reducedMotion: 'reduce',
  });
  const there = await context.newPage();
  await there.clock.install({ time: new Date('2026-01-12T18:00:00-05:00') });
  const close = async () => {
    await context.close();
    child.removeAllListeners('exit');
    stop();
  };
  return { there, close };
}

async function save(
  page: Page,
  button: string | RegExp,
): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button }).press('Enter');
  const file = await download;
  // The browser takes the file with it when it is closed.
  const buffer = readFileSync(await file.path());
  return { name: file.suggestedFilename(), mimeType: 'application/json', buffer };
}

/** Plays today's session for a few seconds, and ends it. */
async function play(there: Page): Promise<void> {
  await there.getByRole('button', { name: 'Practise it' }).press('Enter');
  await there.getByRole('button', { name: /^Warm/ }).press('Enter');
  await there.keyboard.press(' ');
  await breakOff(there);
  await there.getByRole('navigation').getByRole('link', { name: 'Week' }).click();
  await expect(there.locator('[data-week]')).toBeVisible();
}

/** Has the simulated player play the exercise, and keeps the report and the recording. */
async function keepATake(there: Page): Promise<void> {
  await there.goto('/');
  await there.getByRole('link', { name: MILLRACE }).first().click();
  await expect(there.getByRole('application')).toBeVisible();
  await there.goto(there.url().replace('/bench', '/take'));
  await there.getByRole('radio', { name: 'Simulated player' }).press('Space');
  await there.getByRole('button', { name: 'Let it play' }).press('Enter');
  await there.getByRole('button', { name: 'Keep this report' }).press('Enter');
  await there.getByRole('button', { name: /^Keep the recording too/ }).press('Enter');
  await expect(there.getByRole('button', { name: /^Open the recording of/ })).toBeVisible();
}

const axe = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical').map(({ id }) => id);
};

test(
  'a week goes to a student, is played with a day missed, comes back and is merged',
  { tag: '@always' },
  async ({ page, browser }) => {
    test.slow();
    // The teacher plans the week and gives it.
    await openLibrary(page);
    await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
    await page.getByRole('row', { name: 'Orrin' }).click();
    await page.getByRole('button', { name: 'Week', exact: true }).press('Enter');
    await page.getByRole('button', { name: /^Plan the/ }).press('Enter');
    await expect(page.locator('[data-planned]')).toBeVisible({ timeout: 90_000 });
    await page.getByRole('button', { name: 'Give to Orrin' }).press('Enter');
    const given = page.getByRole('dialog');
    await expect(given.getByRole('checkbox', { name: new RegExp(MILLRACE) })).toBeChecked();
    await expect(given.getByRole('checkbox', { name: /Kite string/ })).not.toBeChecked();
    await given.getByRole('textbox', { name: 'Words to Orrin' }).fill('Slower than you think.');
    await expect(given.getByRole('region', { name: 'In the file' })).toContainText(
      'No record of practice is in it.',
    );
    await expect(given.getByRole('region', { name: 'In the file' })).toContainText('1 week');
    expect(await axe(page)).toEqual([]);
    const toStudent = await save(page, 'Save the file for Orrin');
    expect(toStudent.name).toMatch(/^For Orrin .*\.json$/);

    // The student opens it: it is theirs from now on.
    const { there, close } = await studentsBrowser(browser);
    await there.goto('/');
    await expect(there.locator('[data-ready=true]')).toBeVisible();
    await there.locator('input[type=file]').setInputFiles(toStudent);
    const taken = there.getByRole('dialog');
    await expect(taken).toContainText('Slower than you think.');
    await expect(taken.getByRole('radio', { name: 'It is Orrin’s' })).toBeChecked();
    expect(await axe(there)).toEqual([]);
    await taken.getByRole('button', { name: 'Take it in' }).press('Enter');
    await expect(there.getByRole('heading', { name: /Week of 12 Jan 2026, Orrin/ })).toBeVisible();
    const places = there.getByRole('navigation', { name: 'Views' });
    await expect(places.getByRole('link', { name: 'Students' })).toHaveCount(0);
    await expect(places.getByRole('link', { name: 'Logbook' })).toBeVisible();

    // Monday is played, Tuesday missed, Thursday played, and the rest planned anew.
    await play(there);
    await there.clock.setSystemTime(new Date('2026-01-15T18:00:00-05:00'));
    await there.reload();
    await there.getByRole('button', { name: 'Plan the rest' }).press('Enter');
    await expect(there.locator('[data-planned]')).toBeVisible({ timeout: 90_000 });
    await play(there);
    await keepATake(there);
    await there.goto('/week');
    await there.getByRole('button', { name: 'Give the record back' }).press('Enter');
    const back = there.getByRole('dialog');
    await back.getByRole('textbox', { name: 'Words to your teacher' }).fill('Tuesday was the dentist.');
    await expect(back.getByRole('region', { name: 'In the file' })).toContainText('The record: 2 runs');
    // A recording goes with it because it is ticked.
    await expect(back.getByRole('region', { name: 'In the file' })).toContainText('No recording is in it.');
    await back.getByRole('checkbox', { name: new RegExp(MILLRACE) }).press('Space');
    await expect(back.getByRole('region', { name: 'In the file' })).toContainText('1 recording,');
    expect(await axe(there)).toEqual([]);
    const toTeacher = await save(there, 'Save the record');
    expect(toTeacher.name).toMatch(/^From Orrin .*\.zip$/);
    await close();

    // The teacher merges it, sees what was done, writes the lesson and prints the next sheet.
    await page.getByRole('navigation').getByRole('link', { name: 'Library' }).click();
    await page.locator('input[type=file]').setInputFiles(toTeacher);
    const merged = page.getByRole('dialog');
    await expect(merged).toContainText('Tuesday was the dentist.');
    await expect(merged).toContainText('2 new');
    await expect(merged).toContainText(/Recordings1, \d\.\d MB/);
    await merged.getByRole('button', { name: 'Take it in' }).press('Enter');
    // Looked for at once: what is said stands for ten seconds, and the view may take longer to come.
    await Promise.all([
      expect(page.getByText(/1 take added.* 1 recording added\./)).toBeVisible(),
      expect(page.getByRole('heading', { name: 'Orrin', level: 1 })).toBeVisible(),
    ]);
    const files = page.getByRole('region', { name: 'Files given and taken' });
    await expect(files).toContainText('2 runs');
    await expect(files).toContainText('Tuesday was the dentist.');
    await page.getByRole('button', { name: 'Lesson of today' }).press('Enter');
    await page
      .getByRole('article')
      .first()
      .getByRole('textbox', { name: 'Said' })
      .fill('The week went well.');
    await page.getByRole('button', { name: 'Lesson sheet' }).press('Enter');
    await expect(page.locator('[data-lesson-sheet]')).toBeVisible();

    // The file is one step: taken back, what came with it is gone; the lesson stays.
    await page.goto('/files');
    const list = page.getByRole('list', { name: 'Files' });
    await expect(list).toContainText(toStudent.name);
    await list
      .getByRole('button', { name: /^Take back/ })
      .first()
      .press('Enter');
    await expect(page.getByText(/^Undone: Import/)).toBeVisible();
    await expect(list.getByRole('button', { name: /^Take in again/ })).toBeVisible();
    expect(await axe(page)).toEqual([]);
  },
);
