/** The take check in the real browser: the simulated player, a file, the microphone; reports kept and compared; what goes wrong is told. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM_HEADLESS } from '../scripts/tools.mjs';
import { DEFAULT_SETUP, PLAIN_CLICK, planOf } from '../src/core';
import { simulateTake, takePlanOf, type PlayerErrors } from '../src/core/take';
import { demoProject } from '../src/demo/library';
import { expect, lane, openLibrary, test } from './fixtures';

const RATE = 44_100;
const BPM = 100;
const PASSES = 10;

/** The demo's exercise played at 100 bpm, ten times round, as a WAV file of sixteen bits. @param lead seconds before the first note. */
function recordingOf(title: string, errors: PlayerErrors, lead: number): Buffer {
  const { exercises, passages } = demoProject();
  const { passageHash, policy } = exercises.find((one) => one.title === title)!;
  const { passage } = passages.find(({ hash }) => hash === passageHash)!;
  const setting = { bpm: BPM, passes: PASSES, countInBeats: 0, clicks: PLAIN_CLICK, loop: true };
  const plan = takePlanOf(planOf(passage, policy, DEFAULT_SETUP), setting);
  const { samples } = simulateTake(plan, { errors, seed: 31, sampleRate: RATE, startSeconds: lead });
  const file = Buffer.alloc(44 + 2 * samples.length);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + 2 * samples.length, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(RATE, 24);
  file.writeUInt32LE(2 * RATE, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((value, at) => file.writeInt16LE(Math.round(32_767 * value), 44 + 2 * at));
  return file;
}

async function openTake(page: Page): Promise<void> {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('navigation').getByRole('link', { name: 'Take', exact: true }).click();
  await page.getByRole('textbox', { name: 'Tempo, bpm' }).fill(String(BPM));
  await page.keyboard.press('Tab');
  await page.getByRole('textbox', { name: 'Passes' }).fill(String(PASSES));
  await page.keyboard.press('Tab');
}

const verdict = (page: Page) => page.locator('[data-take-verdict]');
const takes = (page: Page) => page.locator('[data-kept-take]');

test('the simulated player is heard, note by note; a report is kept, held against another, deleted and brought back', async ({
  page,
}) => {
  await openTake(page);
  await page.getByRole('radio', { name: 'Simulated player' }).press('Space');
  await page.getByRole('button', { name: /The player$/ }).press('Enter');
  await page.getByRole('option', { name: 'early at outside changes' }).press('Enter');
  const play = page.getByRole('button', { name: 'Let it play' });
  await play.press('Enter');
  await expect(verdict(page)).toHaveText(
    /^Outside changes come [\d.]+ ms early, between .* every note is there/,
    {
      timeout: 60_000,
    },
  );
  await page.getByRole('button', { name: 'Keep this report' }).press('Enter');
  await expect(takes(page)).toHaveCount(1);
  // Every note is said, and stands in a table.
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-take-spoken]')).toHaveText(
    /^Note 2: string \d fret \d+, .*(early|late|in its place)/,
  );
  await page.getByText(/^All \d+ notes of pass 1$/).click();
  await expect(page.getByRole('row', { name: /^2 / })).toContainText('played');
  await expect(page.locator('[data-note-mark=played]').first()).toBeVisible();

  await page.getByRole('button', { name: /The player$/ }).press('Enter');
  await page.getByRole('option', { name: 'misses and mistakes notes' }).press('Enter');
  await play.press('Enter');
  await expect(verdict(page)).toHaveText(/missing.*wrong.*too many/, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Keep this report' }).press('Enter');
  await expect(takes(page)).toHaveCount(2);
  await page.getByRole('button', { name: 'What moved since' }).press('Enter');
  await expect(page.locator('[data-moved]')).toContainText(/outside changes: −[\d.]+ to/);
  await takes(page)
    .first()
    .getByRole('button', { name: /^Delete/ })
    .press('Enter');
  await expect(takes(page)).toHaveCount(1);
  await page.getByRole('alertdialog').getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(takes(page)).toHaveCount(2);
  await page.reload();
  await expect(takes(page)).toHaveCount(2);
  await page.getByRole('radio', { name: 'Simulated player' }).press('Space');
  await page.getByRole('button', { name: /The player$/ }).press('Enter');
  await page.getByRole('option', { name: 'misses and mistakes notes' }).press('Enter');
  await play.press('Enter');
  await page
    .getByRole('button', { name: /^Drill for:/ })
    .first()
    .press('Enter', { timeout: 60_000 });
  await expect(page).toHaveURL(/practice/);
});

test('a sound file is found in its place and kept; what is none, or another exercise, is told', async ({
  page,
}) => {
  await openTake(page);
  await page.getByRole('radio', { name: 'File', exact: true }).press('Space');
  const give = (name: string, buffer: Buffer) =>
    page.locator('[data-take-file]').setInputFiles({ name, mimeType: 'audio/wav', buffer });
  await give('sunday.wav', recordingOf('Over the stile', { spreadMs: 4, lateAfter: { outside: 12 } }, 2.2));
  await expect(verdict(page)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 60_000 });
  await expect(takes(page)).toHaveCount(1);
  await give('broken.wav', Buffer.from('not a sound'));
  await expect(page.locator('[data-take-fault]')).toContainText('“broken.wav” is no sound file');
  await expect(verdict(page)).toHaveText(/^Outside changes come/);
  await give('another.wav', recordingOf('Kite string', { spreadMs: 4 }, 1));
  await expect(verdict(page)).toHaveText(/is not this exercise|Nothing of the exercise/, { timeout: 60_000 });
});

test('the microphone is asked for by a press only; refused or missing is told; what it hears is checked', async ({
  page,
  baseURL,
}) => {
  // A browser that refuses, as it does where the answer is no.
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await openTake(page);
  await expect(page.locator('[data-take-fault]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Record' }).press('Enter');
  await expect(page.locator('[data-take-fault]')).toContainText('The microphone was refused');
  await expect(page.locator('[data-microphone-open]')).toHaveCount(0);

  const sound = join(mkdtempSync(join(tmpdir(), 'take-')), 'played.wav');
  writeFileSync(sound, recordingOf('Over the stile', { spreadMs: 4, lateAfter: { outside: 12 } }, 1.5));
  const browser = await chromium.launch({
    executablePath: CHROMIUM_HEADLESS,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${sound}%noloop`,
    ],
  });
  try {
    const heard = await (await browser.newContext({ baseURL: baseURL! })).newPage();
    await openTake(heard);
    await heard.getByRole('button', { name: 'Record' }).press('Enter');
    await expect(heard.locator('[data-microphone-open]')).toBeVisible();
    await expect(heard.locator('[data-take=recording]')).toBeVisible();
    await expect(verdict(heard)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 90_000 });
    await expect(heard.locator('[data-microphone-open]')).toHaveCount(0);
    await expect(takes(heard)).toHaveCount(1);
    await expect(takes(heard)).toContainText('microphone');
  } finally {
    await browser.close();
  }
});
