/** Plucked strings and clicks as samples. */
import type { Attack } from './performance';

/** Frequency of a MIDI note number in equal temperament, A4 = 69 = 440 Hz. */
export function hertzOf(pitch: number): number {
  return 440 * 2 ** ((pitch - 69) / 12);
}

/** How an attack sounds: how dark the burst is (0 bright – 1 dull) and how fast it dies (seconds to a thousandth). */
const ATTACKS: Readonly<Record<Attack, { readonly dullness: number; readonly decaySeconds: number }>> = {
  picked: { dullness: 0.35, decaySeconds: 3 },
  slurred: { dullness: 0.7, decaySeconds: 2.5 },
  slid: { dullness: 0.75, decaySeconds: 2.5 },
  muted: { dullness: 0.6, decaySeconds: 0.35 },
  dead: { dullness: 0.5, decaySeconds: 0.06 },
};

/** The same noise each time (a linear congruential generator with the constants of Numerical Recipes). */
function noiseFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}

/**
 * A plucked string: noise in a delay line that is averaged as it goes round (Karplus & Strong 1983), tuned by an
 * all-pass for the part of a sample and damped for its decay (Jaffe & Smith 1983). Samples lie in −1…1; the first is at
 * full strength, so that the note begins where it is placed.
 */
export function pluck(pitch: number, attack: Attack, sampleRate: number): Float32Array<ArrayBuffer> {
  const { dullness, decaySeconds } = ATTACKS[attack];
  const hertz = hertzOf(pitch);
  const period = sampleRate / hertz;
  // The average delays by half a sample, the all-pass by between 0.1 and 1.1.
  const length = Math.max(2, Math.floor(period - 0.6));
  const fraction = period - 0.5 - length;
  const allPass = (1 - fraction) / (1 + fraction);
  const loss = 10 ** (-3 / (hertz * decaySeconds));
  const noise = noiseFrom(pitch * 7919 + 17);
  const line = new Float32Array(length);
  let [smooth, sum] = [0, 0];
  for (let at = 0; at < length; at++) {
    smooth = dullness * smooth + (1 - dullness) * noise();
    line[at] = smooth;
    sum += smooth;
  }
  let most = 0;
  for (let at = 0; at < length; at++) {
    line[at]! -= sum / length;
    most = Math.max(most, Math.abs(line[at]!));
  }
  for (let at = 0; at < length; at++) line[at]! /= most || 1;
  const samples = new Float32Array(Math.ceil(sampleRate * Math.min(decaySeconds, 3)));
  let [before, passedIn, passedOut] = [0, 0, 0];
  for (let at = 0, place = 0; at < samples.length; at++) {
    const now = line[place]!;
    samples[at] = now;
    const averaged = loss * 0.5 * (now + before);
    before = now;
    const out = allPass * averaged + passedIn - allPass * passedOut;
    passedIn = averaged;
    passedOut = out;
    line[place] = out;
    place = place + 1 === length ? 0 : place + 1;
  }
  fadeOut(samples, Math.floor(sampleRate * 0.02));
  return samples;
}

/** Lets the end of a sound fade to nothing, in place. */
export function fadeOut(samples: Float32Array, frames: number): void {
  for (let back = 0; back < Math.min(frames, samples.length); back++)
    samples[samples.length - 1 - back]! *= back / frames;
}

/** Hertz and seconds of the two clicks; the bar's is higher. Common practice, no source. */
const CLICKS = { bar: 1760, beat: 1320, slot: 880 } as const;
/** Between the beats it is there, but stands back. */
const CLICK_LEVELS = { bar: 1, beat: 1, slot: 0.4 } as const;
const CLICK_SECONDS = 0.035;

/** A metronome click: a short falling tone whose first sample is at full strength, so that it begins where it is placed. */
export function click(accent: keyof typeof CLICKS, sampleRate: number): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(Math.ceil(sampleRate * CLICK_SECONDS));
  for (let at = 0; at < samples.length; at++) {
    const seconds = at / sampleRate;
    samples[at] =
      CLICK_LEVELS[accent] * Math.cos(2 * Math.PI * CLICKS[accent] * seconds) * Math.exp(-seconds * 140);
  }
  fadeOut(samples, Math.floor(sampleRate * 0.004));
  return samples;
}
