/** Sound: nothing before it is asked for, clicks on their exact samples, tempo changes at the next click, interruptions. */
import type { Page } from '@playwright/test';
import { expect, lane, openLibrary, test } from './fixtures';

interface Heard {
  contexts: AudioContext[];
  onsets: number[];
  wakeLocks: number;
}
declare global {
  interface Window {
    heard: Heard;
  }
}

/** A listener at the loudspeaker: reports the frames at which something begins after silence. */
const LISTENER = `
registerProcessor('listener', class extends AudioWorkletProcessor {
  silent = 0;
  process([[samples]]) {
    if (samples) for (let at = 0; at < samples.length; at++) {
      if (Math.abs(samples[at]) < 1e-4) this.silent++;
      else {
        if (this.silent > 1000) this.port.postMessage(currentFrame + at);
        this.silent = 0;
      }
    }
    return true;
  }
});`;

/** Puts the listener between every context and its loudspeaker. */
async function listen(page: Page): Promise<void> {
  await page.addInitScript((source) => {
    const heard: Heard = { contexts: [], onsets: [], wakeLocks: 0 };
    window.heard = heard;
    const connect = AudioNode.prototype.connect as (this: AudioNode, ...to: unknown[]) => AudioNode;
    AudioNode.prototype.connect = function (this: AudioNode, ...to: unknown[]) {
      if (to[0] instanceof AudioDestinationNode && this.context instanceof AudioContext) {
        const { context } = this;
        heard.contexts.push(context);
        const address = URL.createObjectURL(new Blob([source], { type: 'text/javascript' }));
        void context.audioWorklet.addModule(address).then(() => {
          const listener = new AudioWorkletNode(context, 'listener');
          listener.port.onmessage = ({ data }: MessageEvent<number>) => heard.onsets.push(data);
          connect.call(this, listener);
          connect.call(listener, context.destination);
        });
      }
      return connect.apply(this, to);
    } as typeof AudioNode.prototype.connect;
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: () => {
          heard.wakeLocks++;
          return Promise.resolve({ release: () => Promise.resolve(void heard.wakeLocks--) });
        },
      },
    });
  }, LISTENER);
}

const heardOf = (page: Page) =>
  page.evaluate(() => ({
    onsets: [...window.heard.onsets],
    contexts: window.heard.contexts.length,
    wakeLocks: window.heard.wakeLocks,
    rate: window.heard.contexts[0]?.sampleRate ?? 0,
  }));

/** The frame that is heard now. */
const frameNow = (page: Page) =>
  page.evaluate(() => {
    const [{ currentTime, sampleRate }] = window.heard.contexts as [AudioContext];
    return Math.round(currentTime * sampleRate);
  });

async function openWithClickAlone(page: Page): Promise<void> {
  await listen(page);
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByText('The notes', { exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Tempo', exact: true }).fill('97');
  await lane(page).focus();
}

/** Frames of clicks from some click on, reckoned in whole numbers: the start plus k · rate · 60 / bpm, to the nearest. */
function clicksFrom(first: number, count: number, rate: number, bpm: number): number[] {
  const at = (k: number) => Number((BigInt(k) * BigInt(rate) * 120n + BigInt(bpm)) / (2n * BigInt(bpm)));
  return Array.from({ length: count }, (_, k) => at(first + k) - at(first));
}

const relative = (frames: readonly number[]) => frames.map((frame) => frame - frames[0]!);

test('a main thread kept busy for 200 ms at a time moves no click, and a tempo change is heard at the next', async ({
  page,
}) => {
  await openWithClickAlone(page);
  expect(await heardOf(page)).toMatchObject({ contexts: 0, wakeLocks: 0 });
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.evaluate(async () => {
    for (let turn = 0; turn < 20; turn++) {
      for (const until = performance.now() + 200; performance.now() < until;);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  });
  const before = await heardOf(page);
  expect(before.wakeLocks).toBe(1);
  expect(before.onsets.length).toBeGreaterThan(4);
  // The listener comes in with some click of the first bar or two.
  const fits = [0, 1, 2, 3, 4, 5, 6, 7, 8].some((first) => {
    const planned = clicksFrom(first, before.onsets.length, before.rate, 97);
    return relative(before.onsets).every((frame, at) => frame === planned[at]);
  });
  expect(fits, `${relative(before.onsets).join(' ')}`).toBe(true);

  const { rate } = before;
  const gapAt = (bpm: number) => Math.round((rate * 60) / bpm);
  const pressedFrom = await frameNow(page);
  for (let presses = 0; presses < 3; presses++) await page.keyboard.press('.');
  // One click may have been on its way already.
  const changed = (await frameNow(page)) + gapAt(97);
  const after = async () => (await heardOf(page)).onsets.filter((frame) => frame > changed).length;
  await expect.poll(after).toBeGreaterThan(3);
  const { onsets } = await heardOf(page);
  const gaps = onsets.slice(1).map((frame, at) => frame - onsets[at]!);
  const tempos = gaps.map((gap) => [97, 98, 99, 100].find((bpm) => Math.abs(gapAt(bpm) - gap) <= 1));
  const isRising = tempos.every((bpm, at) => bpm !== undefined && (at === 0 || bpm >= tempos[at - 1]!));
  expect(isRising, gaps.join(' ')).toBe(true);
  for (const [at, bpm] of tempos.entries()) {
    if (onsets[at + 1]! < pressedFrom) expect(bpm).toBe(97);
    if (onsets[at]! > changed) expect(bpm).toBe(100);
  }

  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  expect((await heardOf(page)).wakeLocks).toBe(0);
});

test('tempo by tapping, the play position in the lane, and what happens when the sound is interrupted', async ({
  page,
}) => {
  await openWithClickAlone(page);
  const at: number[] = [];
  for (let taps = 0; taps < 4; taps++) {
    await page.keyboard.press('b');
    at.push(Date.now());
    await page.waitForTimeout(500);
  }
  // As fast as this machine really tapped.
  const meant = 60_000 / ((at[3]! - at[0]!) / 3);
  const tapped = Number(await page.getByRole('textbox', { name: 'Tempo', exact: true }).inputValue());
  expect(tapped / meant).toBeGreaterThan(0.75);
  expect(tapped / meant).toBeLessThan(1.33);
  await page.getByRole('textbox', { name: 'Tempo', exact: true }).fill('300');
  await lane(page).focus();
  await page.keyboard.press(' ');
  const playhead = page.locator('[data-playhead]');
  await expect(playhead).toBeVisible();
  const ticks = () => playhead.getAttribute('data-ticks');
  const first = await ticks();
  await expect.poll(ticks).not.toBe(first);
  await page.evaluate(() => window.heard.contexts[0]!.suspend());
  await expect(page.getByRole('alert').filter({ hasText: 'interrupted' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(playhead).toBeVisible();
  expect((await heardOf(page)).contexts).toBe(2);
  await page.keyboard.press(' ');
  await expect(playhead).toBeHidden();
});

test('ten minutes of click with tempo changes: every one at its exact sample', async ({ page }) => {
  await page.goto('/developers');
  await page.getByRole('button', { name: 'Measure the click' }).click();
  const check = page.locator('[data-click-check]');
  await expect(check).toContainText('largest error 0 samples', { timeout: 60_000 });
  const { tempos, rate, found } = JSON.parse((await check.getAttribute('data-click-check'))!) as {
    tempos: { beat: number; bpm: number; ramps?: boolean }[];
    rate: number;
    found: number[];
  };
  // Reckoned here once more: steady stretches in whole numbers (tempos in tenths), ramps by the mean tempo of a log law; each
  // stretch from the frame of its first beat, and two bars in four silent.
  let [frame, stretch] = [0, 0];
  const planned: number[] = [];
  for (let beat = 0; ; beat++) {
    const next = tempos[stretch + 1];
    const { beat: from, bpm, ramps } = tempos[stretch]!;
    const tenths = BigInt(Math.round(bpm * 10));
    const since = BigInt(beat - from) * BigInt(rate) * 1200n;
    let at = frame + Number((since + tenths) / (2n * tenths));
    if (ramps && next && next.bpm !== bpm) {
      const now = bpm + ((next.bpm - bpm) * (beat - from)) / (next.beat - from);
      const seconds = ((60 * (next.beat - from)) / (next.bpm - bpm)) * (Math.log(now) - Math.log(bpm));
      at = frame + Math.round(seconds * rate);
    }
    if (at >= rate * 600) break;
    if (beat % 16 < 8) planned.push(at);
    if (next?.beat === beat) [frame, stretch] = [at, stretch + 1];
  }
  expect(found).toEqual(planned);
});
