/** What teachers do every week, each path with as many actions as it may take. */
import type { Page } from '@playwright/test';
import { acting, expect, lane, openLibrary, pasteTab, test, trains } from './fixtures';

const SWEEP = `e|------12------|
B|---10----10---|
G|-9----------9-|
D|--------------|
A|--------------|
E|--------------|`;

test('from a problem to the sheet for a student, with its twin and ladder, in eight actions', async ({
  page,
}) => {
  await openLibrary(page);
  const { press, fill, choose, count } = acting(page);
  await press('button', 'Start from a problem');
  await press('radio', 'outside');
  await choose(/From$/, 'string 4');
  await choose(/To$/, 'string 3');
  await fill(/^Falls apart at, bpm/, '90');
  await press('button', 'Sheet for Orrin');
  expect(count()).toBeLessThanOrEqual(8);
  const sheet = page.locator('[data-sheet]');
  await expect(sheet).toContainText('For Orrin');
  await expect(sheet.getByRole('heading', { level: 2 })).toHaveText([
    'Outside from 4 to 3',
    'Outside from 4 to 3: the same line with the other kind of change',
  ]);
  await expect(sheet).toContainText('0 outside, 2 inside');
  await expect(sheet).toContainText('Ladder for both');
  await expect(sheet).toContainText('72 to 99 bpm');
  await expect(sheet).toContainText('the pick must tilt both ways');
  // On one page.
  await expect(sheet.locator('section')).toHaveCount(1);
});

test('a sweep turns back by an upstroke, or by a pull-off that is put in', async ({ page }) => {
  await openLibrary(page);
  await pasteTab(page, SWEEP);
  const { press, count } = acting(page);
  await press('radio', 'sweep');
  await expect(trains(page)).toContainText('0 outside, 1 inside, 3 sweeps');
  await expect(page.getByText(/cannot be swept/)).toBeHidden();
  await press('radio', 'struck back');
  await expect(trains(page)).toContainText('1 outside, 0 inside, 3 sweeps');
  expect(count()).toBe(2);
  await press('radio', 'pulled');
  await press('button', /^Pull it off to fret/);
  await expect(page.getByRole('tab', { name: 'Notes 6' })).toBeVisible();
  await expect(lane(page).locator('svg').first()).toContainText('p');
  await expect(trains(page)).toContainText('0 outside, 1 inside, 3 sweeps');
});

test('three, six, three go up, up again and up again; a figure moved to fret 12 and back stands on one sheet', async ({
  page,
}) => {
  await openLibrary(page);
  await newExercise(page);
  const { press, fill, choose } = acting(page);
  await press('tab', /^Material/);
  await press('radio', 'Scale');
  await choose(/Played$/, 'so many on each, then from the next string');
  await fill(/^Notes a string in turn/, '3 6 3');
  await expect(page.locator('[data-recipe]')).toContainText('3, 6, 3 on the strings in turn');
  await press('radio', 'up, and up again');
  await expect(page.locator('[data-recipe]')).toContainText('over again where a string has fewer');
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue(/^B dorian from fret 7/);

  await press('radio', 'Finger pattern');
  await choose(/Played$/, 'string after string');
  await choose(/The cell then$/, 'fret by fret along the neck');
  await fill(/^Times/, '4');
  await press('button', 'Give out');
  await press('menuitem', 'Handout to print');
  const sheet = page.locator('[data-sheet]');
  await expect(sheet).toContainText('Then the same at each fret up the neck');
  await expect(sheet.locator('section')).toHaveCount(1);
});

test('a chord by strings is held, with a hand that lies on the bridge; either hand alone is an exercise in one press', async ({
  page,
}) => {
  await openLibrary(page);
  await newExercise(page);
  const { press, count } = acting(page);
  await press('tab', /^Material/);
  await press('radio', 'Chord by strings');
  await press('tab', /^Strokes and balance/);
  await page.getByText(/^Picking hand:/).click();
  await press('radio', 'bridge');
  await press('radio', 'thumb');
  expect(count()).toBe(5);
  await expect(page.getByText('Picking hand: hand on the bridge; damped by the picking thumb')).toBeVisible();
  await press('tab', /^Drills/);
  await press('button', 'Picking hand alone, as a new exercise');
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue(/\(picking hand alone\)$/);
});

async function newExercise(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  await expect(lane(page)).toBeFocused();
}

test('strokes and balance are in sight at once, with 4 notes and with 256', async ({ page }) => {
  const figures = [4, 16, 64, 256].map((notes) => {
    const line = (string: number) =>
      Array.from({ length: notes }, (_, at) =>
        Math.floor(at / 3) % 2 === string ? `-${5 + (at % 3)}` : '--',
      ).join('');
    const silent = '--'.repeat(notes);
    return `e|${silent}|\nB|${line(0)}|\nG|${line(1)}|\nD|${silent}|\nA|${silent}|\nE|${silent}|`;
  });
  for (const [at, tab] of figures.entries()) {
    await openLibrary(page);
    await pasteTab(page, tab);
    await expect(page.getByRole('tab', { name: `Notes ${[4, 16, 64, 256][at]}` })).toBeVisible();
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
    ] as const) {
      await page.setViewportSize({ width, height });
      const bar = (await page.getByRole('region', { name: 'Play, tempo and undo' }).boundingBox())!;
      for (const seen of [
        lane(page).locator('svg').first(),
        trains(page),
        page.getByRole('radio', { name: 'economy' }),
      ]) {
        const box = (await seen.boundingBox())!;
        expect(box.y).toBeGreaterThanOrEqual(0);
        expect(box.y + box.height).toBeLessThanOrEqual(bar.y + 1);
      }
    }
    await page.setViewportSize({ width: 1280, height: 800 });
  }
});
