/** Practice tracks in the real browser: clicks on their exact frames in the file, stopped where it is stopped, of every kind of thing. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, lane, openLibrary, test } from './fixtures';

const RATE = 48_000;

/** The samples of a WAV file of one channel of sixteen bits (the RIFF format, chunk by chunk). */
function samplesOf(file: Buffer): Int16Array {
  expect([file.toString('latin1', 0, 4), file.toString('latin1', 8, 12)]).toEqual(['RIFF', 'WAVE']);
  for (let at = 12; at < file.length;) {
    const [name, length] = [file.toString('latin1', at, at + 4), file.readUInt32LE(at + 4)];
    if (name === 'fmt ')
      expect([file.readUInt16LE(at + 10), file.readUInt32LE(at + 12), file.readUInt16LE(at + 22)]).toEqual([
        1,
        RATE,
        16,
      ]);
    if (name === 'data')
      return new Int16Array(file.buffer.slice(file.byteOffset + at + 8, file.byteOffset + at + 8 + length));
    at += 8 + length + (length % 2);
  }
  throw new Error('There are no samples in it.');
}

async function make(page: Page): Promise<Buffer> {
  await page.getByRole('button', { name: 'Make the track' }).press('Enter');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the track' }).press('Enter', { timeout: 60_000 });
  return readFileSync(await (await download).path());
}

/** Where sound begins after a silence that is longer than a click. */
function beginnings(samples: Int16Array): number[] {
  const found: number[] = [];
  let silent = RATE;
  samples.forEach((value, frame) => {
    if (value !== 0 && silent >= 4000) found.push(frame);
    silent = value === 0 ? silent + 1 : 0;
  });
  return found;
}

test('a track of an exercise has its clicks on their frames; it can be stopped; small where the browser can', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('button', { name: 'Give out' }).press('Enter');
  await page.getByRole('menuitem', { name: /Practice track/ }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Tempo, bpm' }).fill('90');
  await page.keyboard.press('Tab');
  await dialog.getByRole('radio', { name: 'never' }).press('Space');
  const samples = samplesOf(await make(page));
  const found = beginnings(samples);
  expect(found.length).toBeGreaterThan(8);
  expect(found).toEqual(found.map((_, beat) => beat * ((60 / 90) * RATE)));
  expect(samples.length % ((60 / 90) * RATE)).toBe(0);

  // A long one is stopped on the way: nothing is there to be saved.
  await dialog.getByRole('textbox', { name: 'Passes' }).fill('500');
  await page.keyboard.press('Tab');
  await expect(dialog.getByRole('button', { name: 'Save the track' })).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Make the track' }).press('Enter');
  await expect(dialog.getByRole('progressbar')).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop' }).press('Enter');
  await expect(dialog.getByRole('button', { name: 'Make the track' })).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save the track' })).toHaveCount(0);

  await dialog.getByRole('textbox', { name: 'Passes' }).fill('2');
  await page.keyboard.press('Tab');
  await dialog.getByRole('radio', { name: /^small/ }).press('Space');
  const small = await make(page);
  expect(small.toString('latin1', 0, 4)).toBe('OggS');
  expect(small.length).toBeLessThan(samples.length);
});

test('a ladder is a track with its steps spoken and its chapters written; a session is one too', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('navigation').getByRole('link', { name: 'Ladder' }).click();
  await page.getByRole('button', { name: 'Track' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Step numbers are spoken').click();
  const samples = samplesOf(await make(page));
  // The word comes before the first click.
  expect(samples.slice(0, RATE / 2).some((value) => Math.abs(value) > 2000)).toBe(true);
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the chapters' }).press('Enter');
  const chapters = readFileSync(await (await download).path(), 'utf8')
    .trim()
    .split('\n');
  expect(chapters[0]).toMatch(/^0:00:00  Step 1 of \d+, \d+ bpm$/);
  expect(chapters.length).toBe(Number(/of (\d+)/.exec(chapters[0]!)![1]));
  // A chapter begins where its number is spoken, after the rest.
  const [, minutes, seconds] = /^0:(\d\d):(\d\d) /.exec(chapters.at(-1)!)!;
  const from = (60 * Number(minutes) + Number(seconds)) * RATE;
  const isHeard = (some: Int16Array) => some.some((value) => Math.abs(value) > 500);
  expect([
    isHeard(samples.slice(from - 3 * RATE, from)),
    isHeard(samples.slice(from, from + 1.3 * RATE)),
  ]).toEqual([false, true]);
  await page.keyboard.press('Escape');

  await page.getByRole('navigation').getByRole('link', { name: 'Week' }).click();
  await page.getByRole('button', { name: /^Plan the/ }).press('Enter');
  await expect(page.locator('[data-planned]')).toBeVisible({ timeout: 90_000 });
  await page
    .getByRole('button', { name: /^Practice track of/ })
    .first()
    .press('Enter');
  await expect(dialog).toContainText(/\d+ pieces, with count-in and rest/);
});
