/** The demo's exercises played by the simulated player, as sound files and as a microphone of the browser. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM_HEADLESS } from '../scripts/tools.mjs';
import { checkTake, DEFAULT_SETUP, PLAIN_CLICK, planOf } from '../src/core';
import { simulateTake, takePlanOf, type PlayerErrors } from '../src/core/take';
import { demoProject } from '../src/demo/library';

const RATE = 44_100;

interface Setting {
  readonly bpm: number;
  readonly passes: number;
}

/** An exercise of the demo as it is planned, and as the simulated player plays it. */
function playedOf(title: string, { bpm, passes }: Setting, errors: PlayerErrors, lead: number, gain = 1) {
  const { exercises, passages } = demoProject();
  const { passageHash, policy } = exercises.find((one) => one.title === title)!;
  const { passage } = passages.find(({ hash }) => hash === passageHash)!;
  const setting = { bpm, passes, countInBeats: 0, clicks: PLAIN_CLICK, loop: true };
  const plan = takePlanOf(planOf(passage, policy, DEFAULT_SETUP), setting);
  const { samples } = simulateTake(plan, { errors, seed: 31, sampleRate: RATE, startSeconds: lead });
  return { plan, samples: gain === 1 ? samples : samples.map((value) => gain * value) };
}

/** How late each note of the same playing is by the core alone, without a browser, in milliseconds. */
export function latenessOf(...of: Parameters<typeof playedOf>): Map<string, number> {
  const { plan, samples } = playedOf(...of);
  const { notes } = checkTake(samples, RATE, plan);
  return new Map(notes.map(({ id, deviationMs }) => [id, deviationMs!]));
}

/** An exercise of the demo as a WAV file of sixteen bits. The last is seconds before the first note. */
export const recordingOf = (...of: Parameters<typeof playedOf>): Buffer => wavOf(playedOf(...of).samples);

/** The same beside an open window: rolling as of a road and hissing as of rain, so many decibels under the playing. */
export function recordingInTraffic(
  decibels: number,
  hiss: number,
  ...of: Parameters<typeof playedOf>
): Buffer {
  const { samples } = playedOf(...of);
  const loudness = (some: Float32Array) =>
    Math.sqrt(some.reduce((sum, one) => sum + one * one, 0) / some.length);
  // White noise, most of it through two poles at some 150 Hz; swelling every four seconds.
  const road = new Float32Array(samples.length);
  let [state, low, lower] = [12345, 0, 0];
  for (let at = 0; at < road.length; at++) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const white = state / 2 ** 31 - 1;
    low += 0.02 * (white - low);
    lower += 0.02 * (low - lower);
    road[at] = (20 * lower + hiss * white) * (1 + 0.8 * Math.sin((2 * Math.PI * at) / (4 * RATE)));
  }
  const gain = (loudness(samples) / loudness(road)) * 10 ** (-decibels / 20);
  return wavOf(samples.map((value, at) => value + gain * road[at]!));
}

/** Samples as a WAV file; what is louder than full is cut. */
export function wavOf(samples: Float32Array): Buffer {
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
  samples.forEach((value, at) =>
    file.writeInt16LE(Math.round(32_767 * Math.max(-1, Math.min(1, value))), 44 + 2 * at),
  );
  return file;
}

/** A browser whose microphone hears a sound file from the moment it is opened. */
export function browserHearing(file: Buffer): Promise<Browser> {
  const sound = join(mkdtempSync(join(tmpdir(), 'take-')), 'played.wav');
  writeFileSync(sound, file);
  return chromium.launch({
    executablePath: CHROMIUM_HEADLESS,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${sound}%noloop`,
    ],
  });
}
