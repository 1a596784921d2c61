/** The demo's exercises played by the simulated player, as sound files and as a microphone of the browser. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM_HEADLESS } from '../scripts/tools.mjs';
import { DEFAULT_SETUP, PLAIN_CLICK, planOf } from '../src/core';
import { simulateTake, takePlanOf, type PlayerErrors } from '../src/core/take';
import { demoProject } from '../src/demo/library';

const RATE = 44_100;

/** An exercise of the demo as a WAV file of sixteen bits. @param lead seconds before the first note. */
export function recordingOf(
  title: string,
  { bpm, passes }: { bpm: number; passes: number },
  errors: PlayerErrors,
  lead: number,
): Buffer {
  const { exercises, passages } = demoProject();
  const { passageHash, policy } = exercises.find((one) => one.title === title)!;
  const { passage } = passages.find(({ hash }) => hash === passageHash)!;
  const setting = { bpm, passes, countInBeats: 0, clicks: PLAIN_CLICK, loop: true };
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
