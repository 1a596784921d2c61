/** From a ladder through a short session, judged by keys, broken off and taken up again, to log and chart. */
import type { Page } from '@playwright/test';
import { expect, lane, openLibrary, test } from './fixtures';

const said = (page: Page) => page.locator('[data-said]');
const phase = (page: Page, name: string) => page.locator(`[data-phase="${name}"]`);
const tempo = (page: Page) => page.locator('[data-tempo]');

async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true });
  await field.fill(value);
  await field.press('Tab');
}

/** Opens an exercise's ladder with runs so short that a test can wait for them. */
async function shortLadder(page: Page, title: string): Promise<void> {
  await openLibrary(page);
  await page.getByRole('link', { name: title }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('link', { name: /^Ladder \d/ }).click();
  await expect(page.locator('[data-chart]')).toBeVisible();
  await fill(page, 'Start, bpm', '240');
  await fill(page, 'Goal, bpm', '300');
  await fill(page, 'Step, bpm', '20');
  await fill(page, 'Passes a run', '2');
  await fill(page, 'Count-in, beats', '0');
  await fill(page, 'Rest, seconds', '0');
  await expect(page.locator('[data-total]')).toContainText('4 steps from 240 to 300 bpm: 8 runs');
}

/** One run, played to its end. */
async function run(page: Page): Promise<void> {
  await page.keyboard.press(' ');
  await expect(phase(page, 'judge')).toBeVisible();
}

test(
  'a ladder is built, a session is run and judged by keys, survives a closed tab, and stands in the logbook',
  { tag: '@always' },
  async ({ page, context }) => {
    await shortLadder(page, 'Gate between two and one');

    // A step made by hand is kept when the rest is computed anew.
    await page.getByRole('button', { name: 'Change step 2' }).click();
    await fill(page, 'Tempo, bpm', '252');
    await fill(page, 'Goal, bpm', '290');
    await expect(page.locator('[data-total]')).toContainText('5 steps from 240 to 290 bpm');
    await expect(page.getByRole('row', { name: /252.*by hand/ })).toBeVisible();

    await page.getByRole('link', { name: /^Practise/ }).click();
    await expect(page.getByRole('heading', { name: /^Warm up first/ })).toBeVisible();
    await page.keyboard.press('w');
    await expect(tempo(page)).toHaveText('240');
    await run(page);
    await page.keyboard.press('c');
    await expect(said(page)).toContainText('Once more at the same tempo');
    await run(page);
    await page.keyboard.press('c');
    await expect(said(page)).toContainText('Up to 252');
    await expect(tempo(page)).toHaveText('252');
    await run(page);
    await page.keyboard.press('x');
    await page.keyboard.press('1');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('button', { name: /^early/ })).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByText(/^There: /)).toBeVisible();

    // A verdict can be taken back, and given anew.
    await page.keyboard.press('Control+z');
    await expect(said(page)).toContainText('taken back');
    await expect(page.getByText('2 runs, 4 passes')).toBeVisible();
    await expect(phase(page, 'judge')).toBeVisible();
    // It waits on where the page is left.
    await page.reload();
    await expect(phase(page, 'judge')).toBeVisible();
    await expect(said(page)).toContainText('still waits for its verdict');
    await page.keyboard.press('x');
    await page.keyboard.press('2');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByText('3 runs, 6 passes')).toBeVisible();
    await expect(page.getByText(/^There: /)).toBeVisible();

    // The tab is closed in the middle of a run, and opened again.
    const address = page.url();
    await page.keyboard.press(' ');
    await expect(phase(page, 'playing')).toBeVisible();
    await page.close();
    const again = await context.newPage();
    await again.goto(address);
    await expect(again.locator('[data-resumed]')).toContainText('step 2, 3 runs');
    await expect(tempo(again)).toHaveText('252');
    await again.keyboard.press('q');
    const summary = again.locator('[data-summary]');
    await expect(summary).toContainText('3 runs, 2 clean');
    await expect(summary).toContainText('Fastest clean run: 240 bpm');
    await expect(summary).toContainText('It falls apart');

    await summary.getByRole('link', { name: 'Logbook' }).click();
    const chart = again.getByRole('figure', { name: 'Clean tempo' });
    // Two clean runs and one that was not bear no estimate.
    await expect(chart).toContainText('Clean tempo: too early to say.');
    await expect(again.getByRole('region', { name: 'Runs one by one' }).getByRole('row')).toHaveCount(4);

    // The change that fails leads to the drill that mends it, in one action.
    await again.getByRole('button', { name: /^Drill for/ }).click();
    await expect(again.getByRole('heading', { name: /round and round, picking hand alone/ })).toBeVisible();
  },
);

test('in a lesson the teacher judges while it goes on; a probe finds the start; tight and pain slow and stop', async ({
  page,
}) => {
  await shortLadder(page, 'Gate between two and one');
  await page.getByRole('link', { name: /^Practise/ }).click();
  await expect(phase(page, 'warm-up')).toBeVisible();
  await page.keyboard.press('w');
  await page.keyboard.press('k');
  await expect(tempo(page)).toHaveText('260');
  await page.keyboard.press('t');
  await expect(said(page)).toContainText('Slower from here');
  await expect(tempo(page)).toHaveText('240');
  await page.keyboard.press('t');
  await expect(tempo(page)).toHaveText('216');
  // Undo takes back the last thing said.
  await page.keyboard.press('Control+z');
  await expect(tempo(page)).toHaveText('240');
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { name: 'Stop for today' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Practise on' })).toBeHidden();
  await page.keyboard.press(' ');
  await expect(phase(page, 'pain')).toBeVisible();

  // Opened again that day it asks once, with the caution.
  await page.getByRole('link', { name: 'Lesson' }).click();
  await expect(page.getByRole('heading', { name: 'It hurt today, at 240 bpm' })).toBeVisible();
  await page.getByRole('button', { name: 'Practise all the same' }).click();
  await expect(tempo(page)).toHaveText('240');
  await page.keyboard.press(' ');
  await expect(page.locator('[data-playhead]')).toBeVisible();
  // Before a whole pass was played there is nothing to judge.
  await expect(async () => {
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText('Clean. Kept.', { timeout: 1_200 });
  }).toPass();
  await expect(phase(page, 'playing')).toBeVisible();
  await page.keyboard.press('.');
  await expect(tempo(page)).toHaveText('242');
  await page.keyboard.press(' ');
  await expect(page.getByText(/^1 run, /)).toBeVisible();

  await page.getByRole('link', { name: 'Probe' }).click();
  await expect(page.locator('[data-step]')).toContainText('probe 1 of');
  for (let clean = 0; clean < 3; clean++) {
    await run(page);
    await page.keyboard.press('c');
    await expect(page.locator('[data-step]')).toContainText(`probe ${clean + 2} of`);
  }
  await run(page);
  await page.keyboard.press('x');
  // Half the goal is 150: 152, 168, 192 were clean, and the ladder starts one below.
  await expect(page.locator('[data-probe]')).toContainText('168 bpm');
  await page.getByRole('button', { name: 'Start at 168' }).click();
  await expect(page.getByRole('textbox', { name: 'Start, bpm' })).toHaveValue('168');
});

test('what cannot be is said, and nothing is lost', async ({ page }) => {
  await shortLadder(page, 'Gate between two and one');
  await fill(page, 'Goal, bpm', '200');
  await expect(page.getByText('The goal is not above the start')).toBeVisible();
  await fill(page, 'Goal, bpm', '300');
  await fill(page, 'Minutes a session', '0');
  await expect(page.getByText('With no sessions or no minutes nothing can be planned')).toBeVisible();
  await fill(page, 'Minutes a session', '10');
  await fill(page, 'Passes a run', '99');
  await fill(page, 'Minutes a session', '0');
  await fill(page, 'Minutes a session', '1');
  await fill(page, 'Weeks (empty: open)', '1');
  await fill(page, 'Sessions a week', '1');
  await page.getByRole('button', { name: /sessions a week$/ }).click();
  await expect(page.getByText('Each of these alone would fit')).toBeHidden();

  // A day that has not come is not logged; one that has is, can be changed, and undone.
  await page.getByRole('navigation').getByRole('link', { name: 'Logbook' }).click();
  await chooseStudent(page, 'Me');
  await expect(page.getByText('Nothing on record for Me yet')).toBeVisible();
  await page.getByRole('button', { name: 'Log runs by hand' }).click();
  await page.getByLabel('Day', { exact: true }).fill('2099-01-01');
  await expect(page.getByText('That day has not come yet')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log the run' })).toBeDisabled();
  await page.getByLabel('Day', { exact: true }).fill('2026-01-02');
  await fill(page, 'Runs like this', '3');
  await page.getByRole('button', { name: 'Log 3 runs' }).click();
  await expect(page.getByText('3 runs of 2 Jan 2026 logged')).toBeVisible();
});

async function chooseStudent(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Student:/ }).click();
  await page.getByRole('button', { name: /Student of the moment/ }).click();
  const option = page.getByRole('option', { name });
  await option.click();
  // The list takes the key while it is there.
  await expect(option).toBeHidden();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Student:/ })).toHaveAttribute('aria-expanded', 'false');
}

test('a paper record is typed in, put right, deleted and brought back; the list of runs follows the filters', async ({
  page,
}) => {
  await openLibrary(page);
  await chooseStudent(page, 'Tamsel');
  await page.getByRole('navigation').getByRole('link', { name: 'Logbook' }).click();
  const list = page.getByRole('region', { name: 'Runs one by one' });
  const gate = list.getByRole('row').filter({ hasText: 'Gate between two and one' });
  await expect(list.getByRole('row')).toHaveCount(26);
  await page.getByRole('button', { name: /Technique$/ }).click();
  await page.getByRole('option', { name: 'two-string cell' }).click();
  await expect(gate).toHaveCount(25);

  await list.getByRole('button', { name: 'Log runs by hand' }).click();
  const form = list.getByRole('form', { name: 'Log runs by hand' });
  await form.getByRole('button', { name: /Exercise$/ }).click();
  await page.getByRole('option', { name: 'Gate between two and one', exact: true }).click();
  await fill(page, 'Runs like this', '2');
  await fill(page, 'Tempo, bpm', '71');
  await form.getByRole('button', { name: 'Log 2 runs' }).click();
  const byHand = list.getByRole('row').filter({ hasText: 'by hand' });
  await expect(byHand).toHaveCount(2);
  // What was pressed is gone; the keys stay with the list.
  await expect(list).toBeFocused();

  await byHand
    .first()
    .getByRole('button', { name: /^Change/ })
    .click();
  const change = list.getByRole('form', { name: 'Change the run' });
  await fill(page, 'Tempo, bpm', '77');
  await change.getByRole('button', { name: 'Keep the change' }).click();
  await expect(byHand.filter({ hasText: '77' })).toHaveCount(1);
  await expect(byHand).toHaveCount(2);
  await byHand
    .filter({ hasText: '77' })
    .getByRole('button', { name: /^Delete/ })
    .click();
  await expect(byHand).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(byHand.filter({ hasText: '77' })).toHaveCount(1);
});

test('three students, three stories: the record says who is steady, stuck, and overdoing it', async ({
  page,
}) => {
  await openLibrary(page);
  const strip = page.locator('[data-next]');
  await expect(strip).toContainText('Stuck since');
  await chooseStudent(page, 'Brisa');
  await expect(strip).toContainText('It hurt yesterday');
  await expect(strip).toContainText('Rest before anything else');
  await chooseStudent(page, 'Tamsel');
  await expect(strip).toContainText(/Gate between two and one had \d min .* weeks: too little to move/);
  await page.getByRole('navigation').getByRole('link', { name: 'Logbook' }).click();
  await chooseStudent(page, 'Orrin');
  const failing = page.getByRole('region', { name: 'Changes that fail most' });
  await expect(failing.getByRole('row').nth(1)).toContainText('inside, string 5 to 4');
  await chooseStudent(page, 'Brisa');
  await expect(page.getByRole('figure', { name: 'Load on the hand' })).toContainText(
    'without a minute’s rest, the longest',
  );
  await chooseStudent(page, 'Tamsel');
  await expect(page.getByRole('figure', { name: 'Load on the hand' })).toContainText(
    'No day with more than 10',
  );
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save “Runs” as CSV' }).click();
  expect((await file).suggestedFilename()).toBe('Tamsel-runs.csv');
});

test('with the mouse the keys go on acting, and a run that finds no room waits for its verdict again', async ({
  page,
}) => {
  await shortLadder(page, 'Gate between two and one');
  await page.getByRole('link', { name: /^Practise/ }).click();
  await page.getByRole('button', { name: /^Warm/ }).click();
  await run(page);
  // The browser's storage is full.
  await page.evaluate(() => {
    const { add } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.add = function (...put) {
      if (this.name === 'runs') throw new DOMException('No room.', 'QuotaExceededError');
      return add.apply(this, put);
    };
    Object.assign(window, { giveRoom: () => (IDBObjectStore.prototype.add = add) });
  });
  await page.getByRole('button', { name: 'Clean', exact: true }).click();
  await expect(page.getByText('There is no room left in this browser')).toBeVisible();
  await expect(phase(page, 'judge')).toBeVisible();
  await expect(page.getByText(/played for/)).toBeHidden();
  await page.evaluate(() => (window as unknown as { giveRoom: () => void }).giveRoom());
  await page.keyboard.press('c');
  await expect(page.getByText(/^1 run, 2 passes/)).toBeVisible();
  // The pressed buttons are disabled now, and the next run begins by key.
  await run(page);
  await page.getByRole('button', { name: 'Not clean', exact: true }).click();
  await page.keyboard.press('3');
  await expect(page.getByRole('button', { name: /^uneven/ })).toHaveAttribute('aria-pressed', 'true');
  // Where it broke is tapped in the lane.
  await page
    .locator('[data-practice-lane] svg')
    .first()
    .click({ position: { x: 300, y: 90 } });
  await expect(page.locator('[data-named]')).toBeVisible();
  await run(page);
});
