/** The words are explained where they stand, are searched, and go on paper. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, lane, openLibrary, tabTo, test } from './fixtures';

test('a word tells what it means from where it stands; others are searched; the keys and the words go on paper', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  const word = page.getByRole('list', { name: 'Marks in the lane' }).getByRole('button', { name: 'inside' });
  await tabTo(page, word);
  await page.keyboard.press('Enter');
  const words = page.getByRole('dialog', { name: 'Words' });
  await expect(words.getByRole('term').first()).toHaveText('Inside change');
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog]').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await words.getByRole('textbox', { name: 'Search' }).fill('ceiling upper');
  await expect(words.getByRole('status')).toHaveText('1 word');
  await expect(words.getByRole('term')).toHaveText('Ceiling side, floor side');
  await page.keyboard.press('Escape');
  await expect(words).toBeHidden();
  await expect(word).toBeFocused();

  // By the sheet of keys, from anywhere; on paper it stands alone, whole.
  await lane(page).focus();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toContainText('Bench: one exercise, its strokes and what they train');
  await expect(keys.getByRole('button', { name: 'Print' })).toBeVisible();
  const paper = join(mkdtempSync(join(tmpdir(), 'keys-')), 'keys.pdf');
  await page.pdf({ path: paper, format: 'A4' });
  const printed = spawnSync('/usr/bin/pdftotext', ['-layout', paper, '-']).stdout.toString();
  expect(printed).toContain('Lock a downstroke');
  expect(printed).toContain('To the messages, and back');
  expect(printed).not.toContain('Kite string');
  await keys.getByRole('button', { name: /^What the words mean/ }).press('Enter');
  await expect(words.getByRole('status')).toHaveText(/^\d\d words$/);
});
