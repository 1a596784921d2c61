/**
 * How long sound takes out of the computer and in again: chirps that are played are found in what is recorded by a matched filter (North
 * 1943; of a chirp: Turin 1960).
 */
import FFT from 'fft.js';
import { fadeOut } from '../sound/pluck';
import { powerOfTwo } from './spectrum';

const CHIRP_SECONDS = 0.03;
const FROM_HERTZ = 300;
const TO_HERTZ = 10_000;
const FADE_SECONDS = 0.002;
/** When each chirp begins, in seconds from the first. */
export const CHIRPS_AT = [0, 0.4, 0.8, 1.2] as const;
/** Longer than this nothing takes. */
export const MOST_DELAY_SECONDS = 0.35;
/** How much a peak must stand above what is usual: that of mere noise stands at six. */
const LEAST_RATIO = 9;
/** Chirps that lie further apart from each other than this were not those that were played. */
const MOST_APART_SECONDS = 0.001;

/** A chirp, rising evenly from 0.3 to 10 kHz in 30 ms. */
export function chirp(sampleRate: number): Float32Array<ArrayBuffer> {
  const count = Math.round(CHIRP_SECONDS * sampleRate);
  const rise = (TO_HERTZ - FROM_HERTZ) / CHIRP_SECONDS;
  const samples = Float32Array.from({ length: count }, (_, at) => {
    const seconds = at / sampleRate;
    return Math.sin(2 * Math.PI * (FROM_HERTZ * seconds + (rise * seconds * seconds) / 2));
  });
  const fade = Math.round(FADE_SECONDS * sampleRate);
  for (let at = 0; at < fade; at++) samples[at]! *= at / fade;
  fadeOut(samples, fade);
  return samples;
}

/** What came of measuring the way of the sound. */
export type Loopback =
  | { readonly found: true; readonly seconds: number; readonly spreadSeconds: number }
  /** Nothing like the chirps was heard, or not all at the same distance. */
  | { readonly found: false; readonly why: 'not heard' | 'not steady' };

/** The chirp, turned round in time as a spectrum, for correlating stretches of some length with it. */
function matchedFilter(sampleRate: number) {
  const wave = chirp(sampleRate);
  const reach = Math.round(MOST_DELAY_SECONDS * sampleRate);
  const size = powerOfTwo(reach + wave.length);
  const fft = new FFT(size);
  const spectrumOf = (samples: ArrayLike<number>) => {
    const into = fft.createComplexArray();
    const from = new Float64Array(size);
    from.set(Float64Array.from(samples));
    fft.realTransform(into, from);
    fft.completeSpectrum(into);
    return into;
  };
  const own = spectrumOf(wave);
  /** How well the chirp agrees at each frame from a place on. */
  return (samples: Float32Array, from: number): Float64Array => {
    const stretch = new Float64Array(reach + wave.length);
    for (let at = 0; at < stretch.length; at++) stretch[at] = samples[from + at] ?? 0;
    const product = spectrumOf(stretch);
    for (let at = 0; at < product.length; at += 2) {
      const [re, im] = [product[at]!, product[at + 1]!];
      product[at] = re * own[at]! + im * own[at + 1]!;
      product[at + 1] = im * own[at]! - re * own[at + 1]!;
    }
    const back = fft.createComplexArray();
    fft.inverseTransform(back, product);
    return Float64Array.from({ length: reach }, (_, at) => Math.abs(back[2 * at]!));
  };
}

/** Where the agreement is best, between frames too, and how much it stands out from the usual. */
function best(values: Float64Array): { at: number; ratio: number } {
  let most = 0;
  for (let at = 1; at < values.length; at++) if (values[at]! > values[most]!) most = at;
  const usual = values.toSorted()[values.length >> 1]! || 1e-12;
  const [left, middle, right] = [values[most - 1] ?? 0, values[most]!, values[most + 1] ?? 0];
  const curve = left - 2 * middle + right;
  return { at: most + (curve < 0 ? (left - right) / (2 * curve) : 0), ratio: middle / usual };
}

/**
 * Finds played chirps in a recording.
 * @param startFrame the frame of the recording at which the first chirp was to leave the computer.
 */
export function loopbackOf(samples: Float32Array, sampleRate: number, startFrame: number): Loopback {
  const agreement = matchedFilter(sampleRate);
  const found = CHIRPS_AT.map((at) => best(agreement(samples, Math.round(startFrame + at * sampleRate))));
  if (found.some(({ ratio }) => ratio < LEAST_RATIO)) return { found: false, why: 'not heard' };
  const seconds = found.map(
    ({ at }, index) =>
      (at + Math.round(startFrame + CHIRPS_AT[index]! * sampleRate) - startFrame) / sampleRate -
      CHIRPS_AT[index]!,
  );
  const spreadSeconds = Math.max(...seconds) - Math.min(...seconds);
  if (spreadSeconds > MOST_APART_SECONDS) return { found: false, why: 'not steady' };
  return { found: true, seconds: seconds.reduce((sum, one) => sum + one, 0) / seconds.length, spreadSeconds };
}
