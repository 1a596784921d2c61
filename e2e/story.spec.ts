/** A teacher plans an exercise from a pasted tab to a kept plan, by keyboard alone. */
import { readFileSync } from 'node:fs';
import {
  chooseByKeys,
  expect,
  lane,
  openLibrary,
  paste,
  saved,
  spoken,
  tabTo,
  toTab,
  test,
  trains,
} from './fixtures';

const FERRY = `Ferry steps
e|---------------------|
B|---------------------|
G|-----------------6-7-|
D|---------5-7-8-------|
A|-5-7-8---------------|
E|---------------------|`;

test(
  'from a pasted tab to a kept, checked and exported exercise, by keyboard',
  { tag: '@always' },
  async ({ page, browser }) => {
    test.slow();
    await test.step('the Library takes pasted tab at once and opens it on the Bench', async () => {
      await openLibrary(page);
      await tabTo(page, page.getByLabel('Paste tab or note names here and it opens on the Bench'));
      await paste(page, FERRY);
      await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ferry steps');
      await expect(lane(page)).toBeFocused();
      await expect(spoken(page)).toHaveText('string 5, fret 5, downstroke; bar 1, beat 1');
    });

    await test.step('the notes are completed in the lane', async () => {
      await page.keyboard.press('End');
      await page.keyboard.press('9');
      await expect(spoken(page)).toContainText('string 3, fret 9, downstroke');
      await page.keyboard.press('Home');
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('ArrowRight');
      await expect(spoken(page)).toContainText('string 5, fret 8, downstroke, then outside to string 4');
      await expect(trains(page)).toContainText('1 outside, 1 inside: outside and inside alike');
    });

    await test.step('a note is moved to another string and back, deleted and brought back', async () => {
      await page.keyboard.press('Shift+ArrowDown');
      await expect(spoken(page)).toContainText('string 6, fret 8');
      await page.keyboard.press('Control+z');
      await expect(spoken(page)).toContainText('string 5, fret 8');
      await page.keyboard.press('Delete');
      await expect(page.getByRole('tab', { name: 'Notes 8' })).toBeVisible();
      await page.keyboard.press('Control+z');
      await expect(page.getByRole('tab', { name: 'Notes 9' })).toBeVisible();
      await expect(spoken(page)).toContainText('string 5, fret 8');
    });

    await test.step('the goal is put together from parts and checked against the notes', async () => {
      await tabTo(page, page.getByRole('button', { name: 'Set the goal' }));
      await page.keyboard.press('Enter');
      await chooseByKeys(page, 'Kind of change', 'outside');
      await chooseByKeys(page, 'Strings', '5 and 4');
      await chooseByKeys(page, 'Direction', 'floorward (5 to 4)');
      await expect(page.getByText('This exercise wants outside from 5 to 4: 1 of 1.')).toBeVisible();
      await tabTo(page, page.getByLabel('In your own words'));
      await page.keyboard.type('wide and slow');
    });

    await test.step('started up, outside and inside swap; a locked stroke keeps its reason', async () => {
      await toTab(page, /^Strokes and balance/);
      await tabTo(page, page.getByRole('radio', { name: 'alternate' }));
      await page.keyboard.press('Tab');
      await tabTo(page, page.getByRole('radio', { name: 'down', exact: true }));
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('Space');
      await expect(page.getByText('wants outside from 5 to 4: 0 of 1').first()).toBeVisible();
      await lane(page).focus();
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('u');
      await expect(spoken(page)).toContainText('upstroke, locked');
      await tabTo(page, page.getByLabel('Why locked'));
      await page.keyboard.type('lands the phrase');
      await expect(page.getByText('locked by you: lands the phrase')).toBeVisible();
      await expect(page.getByText(/The stroke rule is broken at note/)).toBeVisible();
    });

    await test.step('economy turns the changes into sweeps', async () => {
      await lane(page).focus();
      await page.keyboard.press('a');
      await tabTo(page, page.getByRole('radio', { name: 'alternate' }));
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('Space');
      await tabTo(page, page.getByRole('radio', { name: 'up', exact: true }));
      await page.keyboard.press('ArrowLeft');
      await page.keyboard.press('Space');
      await expect(trains(page)).toContainText('2 sweeps: every change is carried by one motion');
      await expect(page.getByRole('row', { name: '5 → 4 0 0 1' })).toBeVisible();
    });

    await test.step('a note to the student is pinned to a change', async () => {
      await lane(page).focus();
      await page.keyboard.press('ArrowLeft');
      await tabTo(page, page.getByRole('tab', { selected: true }));
      await page.keyboard.press('End');
      await tabTo(page, page.getByRole('button', { name: 'Pin a note to the change from 5 to 4' }));
      await page.keyboard.press('Enter');
      await tabTo(page, page.getByLabel('Note 1', { exact: true }));
      await page.keyboard.type('rest on string 4 first');
      await expect(page.getByRole('button', { name: 'at the sweep change from 5 to 4' })).toBeVisible();
      await saved(page);
    });

    await test.step('after a reload everything is there, and so are undo and redo', async () => {
      await page.reload();
      await expect(trains(page)).toContainText('2 sweeps: every change is carried by one motion');
      await expect(page.getByRole('tab', { name: 'To the student 1' })).toBeVisible();
      await expect(lane(page)).toBeFocused();
      // The pin, and what was typed: one step, or more where more than a second lay between two letters.
      const toStudent = (notes: number) => page.getByRole('tab', { name: `To the student ${notes}` });
      let steps = 0;
      for (; steps < 2 || (steps < 30 && !(await toStudent(0).isVisible())); steps++) {
        await page.keyboard.press('Control+z');
        await saved(page);
      }
      await expect(toStudent(0)).toBeVisible();
      for (let step = 0; step < steps; step++) {
        await page.keyboard.press('Control+Shift+z');
        await saved(page);
      }
      await expect(toStudent(1)).toBeVisible();
      await saved(page);
    });

    await test.step('the library goes out to a file and into another browser', async () => {
      await tabTo(page, page.getByRole('link', { name: 'Library' }));
      await page.keyboard.press('Enter');
      const download = page.waitForEvent('download');
      await tabTo(page, page.getByRole('button', { name: 'Export all' }));
      await page.keyboard.press('Enter');
      const path = await (await download).path();
      expect(JSON.parse(readFileSync(path, 'utf8'))).toMatchObject({
        format: 'yardfell-project',
        version: expect.any(Number) as unknown,
      });

      const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const there = await other.newPage();
      await there.goto(process.env.YARDFELL_ADDRESS!);
      await expect(there.getByRole('link', { name: 'Kite string' })).toBeVisible();
      await there.locator('input[type=file]').setInputFiles(path);
      // A backup is shown before it is taken in.
      await there.getByRole('dialog').getByRole('button', { name: 'Take it in' }).click();
      await expect(there.getByText(/1 exercise.* added.* already here/)).toBeVisible();
      await there.getByRole('link', { name: 'Ferry steps' }).click();
      await expect(trains(there)).toContainText('2 sweeps: every change is carried by one motion');
      await other.close();
    });
  },
);
