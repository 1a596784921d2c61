/** Policies on the Bench: a scale written by keyboard alone, then who decides its strokes, compared and applied. */
import type { Page } from '@playwright/test';
import { expect, lane, openLibrary, saved, spoken, tabTo, test, toTab, trains } from './fixtures';

/** Chooses one of some buttons in a row by keyboard, from the one that is chosen. */
async function choose(page: Page, from: string, to: string, steps: number): Promise<void> {
  await tabTo(page, page.getByRole('radio', { name: from, exact: true }));
  for (let step = 0; step < Math.abs(steps); step++)
    await page.keyboard.press(steps > 0 ? 'ArrowRight' : 'ArrowLeft');
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: to, exact: true })).toBeChecked();
}

test('three notes a string from nothing, by keyboard alone; all of it undone, before and after a reload', async ({
  page,
}) => {
  test.slow();
  await openLibrary(page);
  await tabTo(page, page.getByRole('button', { name: 'New empty exercise' }));
  await page.keyboard.press('Enter');
  await expect(lane(page)).toBeFocused();
  for (let down = 0; down < 3; down++) await page.keyboard.press('ArrowDown');
  await expect(spoken(page)).toContainText('string 6');
  for (let string = 6; string >= 1; string--) {
    for (const fret of ['5', '7', '8']) {
      await page.keyboard.press(fret);
      await page.keyboard.press('ArrowRight');
    }
    if (string > 1) await page.keyboard.press('ArrowUp');
  }
  await expect(page.getByRole('tab', { name: 'Notes 18' })).toBeVisible();
  await toTab(page, /^Strokes and balance/);
  if (!(await page.getByRole('radio', { name: 'down', exact: true }).first().isChecked()))
    await choose(page, 'auto', 'down', -2);
  await expect(trains(page)).toContainText('3 outside, 2 inside');

  await choose(page, 'down', 'up', 1);
  await expect(trains(page)).toContainText('2 outside, 3 inside');
  await lane(page).focus();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('u');
  await expect(spoken(page)).toContainText('upstroke, locked');
  await page.keyboard.press('d');
  await expect(spoken(page)).toContainText('downstroke, locked');
  await choose(page, 'alternate', 'economy', 2);
  await choose(page, 'up', 'down', -1);
  await expect(trains(page)).toContainText('5 sweeps: every change is carried by one motion');
  await expect(page.getByText(/13 pick motions/)).toBeVisible();

  await lane(page).focus();
  // Arrow keys choose what they pass, each a step unless it comes within a second.
  for (let steps = 0; steps < 8; steps++) {
    if ((await trains(page).textContent())?.includes('3 outside, 2 inside')) break;
    await page.keyboard.press('Control+z');
    await saved(page);
  }
  await expect(trains(page)).toContainText('3 outside, 2 inside');
  await saved(page);
  await page.reload();
  await expect(trains(page)).toContainText('3 outside, 2 inside');
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: 'Notes 17' })).toBeVisible();
});

test('sweep with slurs, compared with the rest, written into the notes and taken back', async ({ page }) => {
  await openLibrary(page);
  await page
    .getByRole('link', { name: 'Millrace: three a string to the middle and on', exact: true })
    .click();
  await page.getByRole('radio', { name: 'sweep', exact: true }).click();
  await page.getByText('slurs allowed').click();
  await expect(trains(page)).toContainText('4 sweeps: every change is carried by one motion');
  await expect(page.getByText('10 notes are slurred by the plan, not in the notes.')).toBeVisible();
  await lane(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(spoken(page)).toContainText('string 6, fret 11, third finger, hammer-on');
  await page.getByRole('button', { name: 'Write the slurs into the notes' }).click();
  await expect(page.getByText(/slurred by the plan, not in the notes/)).toBeHidden();
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('10 notes are slurred by the plan, not in the notes.')).toBeVisible();

  await page.getByText('Compare the policies on these notes').click();
  const table = page.getByRole('group', { name: 'All policies on these notes' });
  await expect(table.getByRole('row')).toHaveCount(8);
  await expect(table.getByRole('row', { name: /^sweep picking, 10 slurred/ })).toContainText('in use');
  await expect(table.getByRole('row', { name: /^alternate picking 2 : 2/ })).toContainText('both slants');
  await table.getByRole('button', { name: 'Use least travel' }).click();
  await expect(page.getByRole('radio', { name: 'least travel' })).toBeChecked();
  await page.getByRole('radio', { name: 'by pulse' }).click();
  await page.getByRole('radio', { name: 'each beat' }).click();
  await lane(page).focus();
  const strokes: string[] = [];
  await page.keyboard.press('Home');
  for (let note = 0; note < 6; note++) {
    strokes.push(/(down|up)stroke/.exec((await spoken(page).textContent()) ?? '')?.[1] ?? '-');
    await page.keyboard.press('ArrowRight');
  }
  expect(strokes).toEqual(['down', 'up', 'down', 'down', 'up', 'down']);
});
