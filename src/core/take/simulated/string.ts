/**
 * A plucked string as samples: noise in a delay line with a loss filter (Karplus & Strong 1983), tuned by an all-pass
 * and thinned out by where it is plucked (Jaffe & Smith 1983).
 */
import type { Chance } from './chance';

/** How a string is set going and dies away. */
export interface Plucking {
  readonly hertz: number;
  /** Where it is plucked, as a part of its sounding length, 0–0.5. */
  readonly place: number;
  /** 0 bright – 1 dull. */
  readonly dullness: number;
  /** Seconds in which the fundamental dies away to a thousandth. */
  readonly decaySeconds: number;
  /** Seconds in which it comes to its full strength. */
  readonly attackSeconds: number;
}

/** So much of each round is averaged with the sample before: high partials die sooner. */
const BLEND = 0.32;

/** Delay of the loss filter at a frequency, in samples: H(z) = 1 − b + b/z. */
function lossDelay(radians: number): number {
  return Math.atan2(BLEND * Math.sin(radians), 1 - BLEND + BLEND * Math.cos(radians)) / radians;
}

const lossGain = (radians: number): number =>
  Math.hypot(1 - BLEND + BLEND * Math.cos(radians), BLEND * Math.sin(radians));

/** The first-order all-pass that delays a frequency by so many samples, 0.1–1.1 (Jaffe & Smith 1983, eq. 17). */
const allPassFor = (delay: number, radians: number): number =>
  Math.sin((radians - radians * delay) / 2) / Math.sin((radians + radians * delay) / 2);

/** What the line is filled with: noise, dulled, without a mean, thinned out by the place of the pluck; its power is 1. */
function burst(length: number, { dullness, place }: Plucking, chance: Chance): Float64Array {
  const raw = new Float64Array(length);
  let smooth = 0;
  for (let at = 0; at < length; at++) {
    smooth = dullness * smooth + (1 - dullness) * (2 * chance.part() - 1);
    raw[at] = smooth;
  }
  const back = Math.max(1, Math.round(length * place));
  const line = new Float64Array(length);
  let [sum, power] = [0, 0];
  for (let at = 0; at < length; at++) line[at] = raw[at]! - 0.9 * raw[(at - back + length) % length]!;
  for (const value of line) sum += value;
  for (let at = 0; at < length; at++) {
    line[at]! -= sum / length;
    power += line[at]! ** 2;
  }
  const scale = 1 / Math.sqrt(power / length || 1);
  for (let at = 0; at < length; at++) line[at]! *= scale;
  return line;
}

/**
 * Adds a plucked string to samples.
 * @param from frame of the release of the pick. @param frames so long it rings by itself, then it is let go.
 * @param level its power at the beginning.
 */
export function addString(
  into: Float32Array,
  { from, frames, level, sampleRate }: { from: number; frames: number; level: number; sampleRate: number },
  plucking: Plucking,
  chance: Chance,
): void {
  const { hertz, decaySeconds, attackSeconds } = plucking;
  const radians = (2 * Math.PI * hertz) / sampleRate;
  const wanted = sampleRate / hertz - lossDelay(radians);
  const length = Math.floor(wanted - 0.1);
  const allPass = allPassFor(wanted - length, radians);
  const loss = Math.min(1 / lossGain(0.001), 10 ** (-3 / (hertz * decaySeconds)) / lossGain(radians));
  const line = burst(length, plucking, chance);
  const attack = attackSeconds * sampleRate;
  const release = Math.exp(-1 / (0.006 * sampleRate));
  let [before, passedIn, passedOut, gain] = [0, 0, 0, level];
  const end = Math.min(into.length, Math.ceil(from + frames + 0.05 * sampleRate));
  // Between two frames it begins in the later one, by so much later.
  const first = Math.ceil(from);
  for (let frame = first, place = 0; frame < end; frame++) {
    const now = line[place]!;
    const since = frame - from;
    into[frame]! += now * gain * (since < attack ? (1 - Math.cos((Math.PI * since) / attack)) / 2 : 1);
    const averaged = loss * ((1 - BLEND) * now + BLEND * before);
    before = now;
    const out = allPass * averaged + passedIn - allPass * passedOut;
    passedIn = averaged;
    passedOut = out;
    line[place] = out;
    place = place + 1 === length ? 0 : place + 1;
    if (since > frames) gain *= release;
  }
}
