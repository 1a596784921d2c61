/** Half an hour of practice track, as it is rendered: without encoding, and as files in the browser. */
import type { Page } from '@playwright/test';
import { emptyPassage, PLAIN_CLICK, putNote, type Passage } from '@/core';
import { layTrack, renderTrack, type TrackPiece } from '@/core/track';
import { report } from './report';

const RATE = 48_000;
const BLOCK_SECONDS = 10;
const BPM = 66.5;
/** With its count-in a little more than half an hour. */
const PASSES = 500;

/** A bar of sixteenths. */
function busyBar(): Passage {
  let passage = emptyPassage();
  for (let slot = 0; slot < 16; slot++)
    passage = putNote(passage, slot * 1680, 1 + (slot % 6), 5 + (slot % 4));
  return passage;
}

/** Prints how long rendering takes, samples alone. */
export function benchTrack(): void {
  const piece: TrackPiece = {
    ...{ title: '', passage: busyBar(), loop: true, passes: PASSES, bpm: BPM, course: null },
    ...{ clicks: PLAIN_CLICK, countInBeats: 4, restSeconds: 0 },
  };
  const laid = layTrack([piece], RATE);
  const began = performance.now();
  let frames = 0;
  const sound = { sampleRate: RATE, notes: 'always', spoken: null } as const;
  const inUse = () => (process.memoryUsage().heapUsed + process.memoryUsage().arrayBuffers) / 1e6;
  const before = inUse();
  let most = 0;
  for (const block of renderTrack(laid, sound, BLOCK_SECONDS * RATE)) {
    frames += block.length;
    most = Math.max(most, inUse() - before);
  }
  const label = `track of ${Math.round(frames / RATE / 60)} min, sixteenths, samples alone`;
  report(label, performance.now() - began, 'ms', null);
  report('  … the most memory it takes, what is not collected yet included', most, 'MB', 200);
}

/** Prints how long it takes in the browser from the press to the file, as WAV and as the small form. */
export async function benchTrackFiles(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await page.getByRole('button', { name: 'Give out' }).click();
  await page.getByRole('menuitem', { name: /Practice track/ }).click();
  const passes = page.getByRole('textbox', { name: 'Passes' });
  await passes.fill(String(PASSES));
  await passes.press('Tab');
  for (const form of ['WAV', 'small'] as const) {
    await page.getByRole('radio', { name: new RegExp(`^${form}`) }).press('Space');
    await page.getByText('30 min', { exact: false }).first().waitFor();
    const began = Date.now();
    await page.getByRole('button', { name: 'Make the track' }).press('Enter');
    await page.getByRole('button', { name: 'Save the track' }).waitFor({ timeout: 180_000 });
    report(`half an hour of practice track, pressed to ready, ${form}`, Date.now() - began, 'ms', 15_000);
  }
}
