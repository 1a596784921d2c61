/** The take check in the real browser: the simulated player, a file, the microphone; reports kept and compared; what goes wrong is told. */
import type { Page } from '@playwright/test';
import { expect, exportAll, lane, openLibrary, test } from './fixtures';
import { browserHearing, latenessOf, recordingInTraffic, recordingOf, wavOf } from './played';

const BPM = 100;
const PASSES = 10;
const HOW = { bpm: BPM, passes: PASSES };

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
  await expect(page.locator('[data-moved]')).toContainText(/Outside changes\s*−[\d.]+ to/);
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
    page.locator('input[type=file]').setInputFiles({ name, mimeType: 'audio/wav', buffer });
  await give(
    'sunday.wav',
    recordingOf('Over the stile', HOW, { spreadMs: 4, lateAfter: { outside: 12 } }, 2.2),
  );
  await expect(verdict(page)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 60_000 });
  await expect(takes(page)).toHaveCount(1);
  // The recording is kept by wish alone, and is there after a reload: to be heard again, deleted, brought back.
  const open = page.getByRole('button', { name: /^Open the recording/ });
  await expect(open).toHaveCount(0);
  await page.getByRole('button', { name: /^Keep the recording too \(\d\.\d MB\)/ }).press('Enter');
  await expect(open).toBeVisible();
  const said = await verdict(page).textContent();
  await page.reload();
  await open.press('Enter');
  await expect(verdict(page)).toHaveText(said!, { timeout: 60_000 });
  await expect(takes(page)).toHaveCount(1);
  await page.getByRole('button', { name: /^More for the recording/ }).press('Enter');
  await page.getByRole('menuitem', { name: 'Delete the recording' }).press('Enter');
  await expect(open).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).last().press('Enter');
  await expect(open).toBeVisible();
  await page.getByRole('radio', { name: 'File' }).press('Space');
  await give('broken.wav', Buffer.from('not a sound'));
  await expect(page.locator('[data-take-fault]')).toContainText('“broken.wav” is no sound file');
  await expect(verdict(page)).toHaveText(/^Outside changes come/);
  await give('another.wav', recordingOf('Kite string', HOW, { spreadMs: 4 }, 1));
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

  const playing = ['Over the stile', HOW, { spreadMs: 4, lateAfter: { outside: 12 } }, 1.5] as const;
  const played = recordingOf(...playing);
  const browser = await browserHearing(played);
  try {
    const heard = await (await browser.newContext({ baseURL: baseURL! })).newPage();
    await openTake(heard);
    await heard.getByRole('button', { name: 'Record' }).press('Enter');
    await expect(heard.locator('[data-microphone-open]')).toBeVisible();
    await expect(heard.getByRole('meter', { name: 'Level' })).toBeVisible();
    await expect(heard.locator('[data-take=recording]')).toBeVisible();
    await expect(verdict(heard)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 90_000 });
    await expect(heard.locator('[data-microphone-open]')).toHaveCount(0);
    await expect(takes(heard)).toHaveCount(1);
    await expect(takes(heard)).toContainText('microphone');
    // What the microphone hears now are no chirps.
    await heard.getByRole('button', { name: 'Measure the delay …' }).press('Enter');
    await heard.getByRole('button', { name: 'Measure', exact: true }).press('Enter');
    await expect(heard.locator('[data-delay=failed]')).toContainText('The chirps were not heard');
    await heard.keyboard.press('Escape');
    // Over the first seconds it is what the core hears in the file; later the fake device drops or repeats whole buffers.
    await openLibrary(heard);
    const { takes: kept } = JSON.parse((await exportAll(heard)).toString()) as {
      takes: { source: string; notes: { id: string; lateMs: number | null }[] }[];
    };
    const known = latenessOf(...playing);
    const first = kept.find(({ source }) => source === 'microphone')!.notes.slice(0, 12);
    for (const { id, lateMs } of first)
      expect([id, Math.abs((lateMs ?? Infinity) - known.get(id)!) < 50]).toEqual([id, true]);
  } finally {
    await browser.close();
  }
});

test('beside a road the verdict holds or is withheld, silence and ten minutes are told, and no file stands in the way of the next', async ({
  page,
}) => {
  test.slow();
  await openTake(page);
  await page.getByRole('radio', { name: 'File', exact: true }).press('Space');
  const give = (name: string, buffer: Buffer) =>
    page.locator('input[type=file]').setInputFiles({ name, mimeType: 'audio/wav', buffer });
  const played = ['Over the stile', HOW, { spreadMs: 4, lateAfter: { outside: 12 } }, 1.5] as const;
  await give('window.wav', recordingInTraffic(-6, 0.1, ...played));
  await expect(verdict(page)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 60_000 });
  // In rain that is louder than the guitar nothing is said of the changes, but why.
  await give('rain.wav', recordingInTraffic(-30, 2, ...played));
  await expect(verdict(page)).toHaveText(/^Too much beside the notes was heard, so nothing is said of them/, {
    timeout: 60_000,
  });
  await give('silence.wav', wavOf(new Float32Array(44_100 * 12)));
  await expect(verdict(page)).toHaveText(/^The recording is silent/, { timeout: 60_000 });
  // Ten minutes of which the exercise is some twenty seconds, in the middle of nothing.
  const whole = recordingOf(...played).subarray(44);
  const long = new Float32Array(44_100 * 545);
  for (let at = 0; at < whole.length / 2; at++) long[44_100 * 3 + at] = whole.readInt16LE(2 * at) / 32_768;
  await give('evening.wav', wavOf(long));
  await expect(verdict(page)).toHaveText(/^Outside changes come [\d.]+ ms late/, { timeout: 120_000 });
});

test('a gap, processing that the browser leaves on, and what is clipped are told beside what was heard', async ({
  baseURL,
}) => {
  test.slow();
  const browser = await browserHearing(recordingOf('Over the stile', HOW, { spreadMs: 4 }, 1.5, 4));
  try {
    const page = await (await browser.newContext({ baseURL: baseURL! })).newPage();
    await page.addInitScript(() => {
      // The browser's own word, and one block of the recording in its way to the page.
      const { getSettings } = MediaStreamTrack.prototype;
      MediaStreamTrack.prototype.getSettings = function () {
        return { ...getSettings.call(this), noiseSuppression: true };
      };
      const port = Object.getOwnPropertyDescriptor(MessagePort.prototype, 'onmessage')!;
      Object.defineProperty(MessagePort.prototype, 'onmessage', {
        ...port,
        set(hear: (event: MessageEvent) => void) {
          let count = 0;
          port.set!.call(this, (event: MessageEvent<{ frame?: number } | null>) => {
            if (event.data?.frame !== undefined && ++count === 100) return;
            hear(event);
          });
        },
      });
    });
    await openTake(page);
    await page.getByRole('button', { name: 'Record' }).press('Enter');
    await expect(page.locator('[data-take=recording]')).toBeVisible();
    await expect(verdict(page)).not.toBeEmpty({ timeout: 90_000 });
    await expect(page.getByText('The browser left noise suppression on')).toBeVisible();
    await expect(page.getByText(/ms are missing from the recording, first at \d+\.\d s/)).toBeVisible();
    await expect(page.getByText('It was too loud and is clipped: turn the input down.')).toBeVisible();
    // Nothing is lost: the report may be kept, or is.
    await expect(
      takes(page)
        .or(page.getByRole('button', { name: 'Keep this report' }))
        .first(),
    ).toBeVisible();
  } finally {
    await browser.close();
  }
});
