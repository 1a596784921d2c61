/**
 * Where something begins to sound, coarsely: log-spectral flux with a maximum filter, so that a bent or shaking pitch
 * is no beginning (Böck & Widmer, DAFx 2013).
 */
import { powerOfTwo, Spectrum } from './spectrum';

/** At 48 kHz; other rates have as many seconds. */
const WINDOW_SECONDS = 1024 / 48_000;
const HOP_SECONDS = 128 / 48_000;
const BANDS_AN_OCTAVE = 24;
const LOWEST_HERTZ = 60;
const HIGHEST_HERTZ = 16_000;
/** The quietest part of the frames tells how loud silence is. */
const QUIET_PART = 0.05;
const QUIET_FACTOR = 2;
const LEAST_FLOOR = 0.003;
const FLOOR_STRIDE = 4;
/** Frames back to which a frame is compared. */
const LAG_FRAMES = 4;
const PEAK_SECONDS = 0.022;
const MEDIAN_BEFORE_SECONDS = 0.12;
const MEDIAN_AFTER_SECONDS = 0.06;
const SCALE_QUANTILE = 0.75;
const HIGHEST_RANK = 4;
const HIGH_PART = 0.1;
const MERGE_SECONDS = 0.012;
/** From this strength on something is looked at; from the second on it is an onset by itself. */
export const CANDIDATE_STRENGTH = 0.02;
const BLIND_STRENGTH = 0.1;
/** The flux is largest when a frame's last quarter reaches the onset: so many hops before its middle. */
const EARLY_HOPS = 2;

/** How much begins to sound, frame by frame. */
export interface Flux {
  readonly values: Float64Array;
  /** Seconds of the first frame, and between frames. */
  readonly startSeconds: number;
  readonly hopSeconds: number;
}

/** A place where something may begin. */
export interface Onset {
  /** Seconds. */
  readonly at: number;
  /** 1: as much as the strong ones of this recording. */
  readonly strength: number;
}

/** First and last bin of each band; every bin lies in one band at most. */
function bandsOf(size: number, sampleRate: number): (readonly [number, number])[] {
  const bands: [number, number][] = [];
  let next = Math.ceil((LOWEST_HERTZ * size) / sampleRate);
  const highest = Math.min(HIGHEST_HERTZ, sampleRate / 2);
  for (let band = 0; ; band++) {
    const edge = LOWEST_HERTZ * 2 ** ((band + 1) / BANDS_AN_OCTAVE);
    if (edge > highest) return bands;
    const last = Math.min(size / 2 - 1, Math.floor((edge * size) / sampleRate));
    if (last < next) continue;
    bands.push([next, last]);
    next = last + 1;
  }
}

/** The level of each band in each frame, one frame after the other. */
interface Levels {
  readonly values: Float32Array;
  readonly frames: number;
  readonly bands: number;
  readonly hopSeconds: number;
}

/** What is heard of a recording that may be heard again with a little changed. */
export interface HeardLevels extends Levels {
  readonly samples: Float32Array;
}

/**
 * The levels of a recording.
 * @param before the same recording with a few samples others: only what they touch is heard anew. @param tell is told how much is done, 0–1.
 */
export function levelsOf(
  samples: Float32Array,
  sampleRate: number,
  tell: (done: number) => void = () => undefined,
  before: HeardLevels | null = null,
): HeardLevels {
  const length = Math.round(WINDOW_SECONDS * sampleRate);
  const hop = Math.max(1, Math.round(HOP_SECONDS * sampleRate));
  const spectrum = new Spectrum(length, powerOfTwo(length));
  const bands = bandsOf(spectrum.size, sampleRate);
  const frames = Math.max(0, Math.ceil(samples.length / hop));
  const values = before ? Float32Array.from(before.values) : new Float32Array(frames * bands.length);
  let [looked, changed] = [0, -1];
  for (let frame = 0; frame < frames; frame++) {
    if (frame % 512 === 0) tell(frame / frames);
    const from = frame * hop - (length >> 1);
    if (before) {
      for (; looked < Math.min(from + length, samples.length); looked++)
        if (samples[looked] !== before.samples[looked]) changed = looked;
      if (changed < from) continue;
    }
    const powers = spectrum.at(samples, from);
    for (let band = 0; band < bands.length; band++) {
      const [first, last] = bands[band]!;
      let power = 0;
      for (let bin = first; bin <= last; bin++) power += powers[bin]!;
      values[frame * bands.length + band] = Math.sqrt(power / (last - first + 1));
    }
  }
  return { samples, values, frames, bands: bands.length, hopSeconds: hop / sampleRate };
}

/** Below this a band says nothing: how loud it is where it is quiet, or far below the loudest. */
function floorsOf({ values, frames, bands }: Levels): Float64Array {
  const loudest = values.reduce((most, level) => Math.max(most, level), 0);
  const floors = new Float64Array(bands);
  // Every few frames tell as much as all.
  const column = new Float32Array(Math.ceil(frames / FLOOR_STRIDE));
  const quiet = Math.max(1, Math.round(QUIET_PART * column.length));
  for (let band = 0; band < bands; band++) {
    for (let at = 0; at < column.length; at++) column[at] = values[at * FLOOR_STRIDE * bands + band]!;
    column.sort();
    let sum = 0;
    for (let at = 0; at < quiet; at++) sum += column[at] ?? 0;
    floors[band] = Math.max((QUIET_FACTOR * sum) / quiet, LEAST_FLOOR * loudest) || 1;
  }
  return floors;
}

/** How much begins to sound, all through a recording. */
export function fluxOf(levels: Levels): Flux {
  const { frames, bands, hopSeconds } = levels;
  const floors = floorsOf(levels);
  // The last few frames on the scale of the ear, over and over.
  const rows = Array.from({ length: LAG_FRAMES + 1 }, () => new Float32Array(bands));
  const values = new Float64Array(frames);
  for (let frame = 0; frame < frames; frame++) {
    const now = rows[frame % rows.length]!;
    for (let band = 0; band < bands; band++)
      now[band] = Math.log10(1 + levels.values[frame * bands + band]! / floors[band]!);
    if (frame < LAG_FRAMES) continue;
    const then = rows[(frame + 1) % rows.length]!;
    let sum = 0;
    for (let band = 0; band < bands; band++) {
      let most = then[band]!;
      if (band > 0 && then[band - 1]! > most) most = then[band - 1]!;
      if (band + 1 < bands && then[band + 1]! > most) most = then[band + 1]!;
      const more = now[band]! - most;
      if (more > 0) sum += more;
    }
    values[frame] = sum / bands;
  }
  return { values, startSeconds: -EARLY_HOPS * hopSeconds, hopSeconds };
}

const medianOf = (values: Float64Array): number => values.toSorted()[values.length >> 1] ?? 0;

/** The frames where the flux is largest in its neighbourhood. */
function peaksOf({ values, hopSeconds }: Flux): number[] {
  const reach = Math.round(PEAK_SECONDS / hopSeconds);
  const peaks: number[] = [];
  for (let frame = 1; frame < values.length - 1; frame++) {
    const value = values[frame]!;
    if (value <= 0) continue;
    let isPeak = true;
    for (let by = 1; isPeak && by <= reach; by++)
      isPeak = !(values[frame - by]! >= value) && !(values[frame + by]! > value);
    if (isPeak) peaks.push(frame);
  }
  return peaks;
}

/** Places where something may begin, in order, of at least a strength. */
export function onsetsIn(flux: Flux, least = CANDIDATE_STRENGTH): Onset[] {
  const { values, hopSeconds, startSeconds } = flux;
  const peaks = peaksOf(flux);
  const heights = peaks.map((frame) => values[frame]!).sort((a, b) => a - b);
  // Of slow playing most peaks are noise: the scale is that of the high ones.
  const highest = heights[Math.max(0, heights.length - HIGHEST_RANK)] ?? 0;
  const high = heights.filter((height) => height >= HIGH_PART * highest);
  const scale = high[Math.floor(SCALE_QUANTILE * high.length)] ?? 0;
  if (scale <= 0) return [];
  const before = Math.round(MEDIAN_BEFORE_SECONDS / hopSeconds);
  const after = Math.round(MEDIAN_AFTER_SECONDS / hopSeconds);
  const found: Onset[] = [];
  for (const frame of peaks) {
    const around = values.subarray(Math.max(0, frame - before), frame + after + 1);
    const strength = (values[frame]! - medianOf(around)) / scale;
    if (strength < least) continue;
    const [left, middle, right] = [values[frame - 1]!, values[frame]!, values[frame + 1]!];
    const curve = left - 2 * middle + right;
    const shift = curve < 0 ? (left - right) / (2 * curve) : 0;
    const at = startSeconds + (frame + shift) * hopSeconds;
    const last = found.at(-1);
    if (!last || at - last.at >= MERGE_SECONDS) found.push({ at, strength });
    else if (strength > last.strength) found[found.length - 1] = { at, strength };
  }
  return found;
}

/** The flux at a time, and the strength that is 1 in this recording. */
export function fluxAt({ values, startSeconds, hopSeconds }: Flux, seconds: number): number {
  return values[Math.round((seconds - startSeconds) / hopSeconds)] ?? 0;
}

/** Where something surely begins, heard without a plan. */
export const blindOnsets = (flux: Flux): Onset[] => onsetsIn(flux, BLIND_STRENGTH);
