/**
 * The click of a loudspeaker in the recording: learnt from the count-in, where it is alone, found through the take, and
 * taken out at each place where it was due.
 */
import type { Onset } from './onsets';
import { clicksOf, type PlannedClick, type TakePlan } from './plan';
import { refineOnsets } from './refine';
import { lowerBound } from './sorted';
import { medianOf } from './timeline';

/** Count-in clicks that must be heard, so that something else is not taken for them. */
const LEAST_CLICKS = 2;
/** How exactly clicks follow their plan, whatever the clocks. */
const TOGETHER_SECONDS = 0.004;
const TEMPLATE_BEFORE_SECONDS = 0.001;
const TEMPLATE_SECONDS = 0.1;
const FADE_PART = 0.3;
/** Clicks of one sound in one room are alike; less than this is something else. */
const LEAST_ALIKE = 0.8;
const SEARCH_SECONDS = 0.003;
/** How far the start may lie from where it is said to be: the way out of the loudspeaker and in again. */
const START_REACH_SECONDS = 0.4;
const SINC_TAPS = 8;
const COARSE_FRAMES = 4;
/** So many clicks tell about where the next one lies. */
const STEADY_CLICKS = 5;

/** The clicks that were found in a recording. */
export interface Bleed {
  /** The recording without them. */
  readonly samples: Float32Array;
  /** Seconds of the recording at which each scheduled click was heard. */
  readonly clicks: readonly number[];
  /** Seconds of the recording at which the plan's clicks have a planned second. */
  readonly at: (planned: number) => number;
}

/** Band-limited values between samples (a sinc with a Hann window): `count` of them, from a place on. */
function between(samples: Float64Array, place: number, count: number): Float64Array {
  const whole = Math.floor(place);
  const part = place - whole;
  if (part < 1e-9) return Float64Array.from({ length: count }, (_, at) => samples[whole + at] ?? 0);
  const weights = Array.from({ length: 2 * SINC_TAPS }, (_, at) => {
    const x = at + 1 - SINC_TAPS - part;
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (SINC_TAPS + 1));
    return (Math.sin(Math.PI * x) / (Math.PI * x)) * window;
  });
  const values = new Float64Array(count);
  for (let at = 0; at < count; at++) {
    let sum = 0;
    for (let tap = 0; tap < weights.length; tap++)
      sum += weights[tap]! * (samples[whole + at + tap + 1 - SINC_TAPS] ?? 0);
    values[at] = sum;
  }
  return values;
}

/** Where the plan starts in the recording, so that onsets lie on all clicks of the count-in; null: nowhere. */
function startOf(
  countIn: readonly PlannedClick[],
  onsets: readonly Onset[],
  due: number | null,
): number | null {
  const moments = Float64Array.from(onsets, ({ at }) => at).sort();
  const near = (at: number): number => {
    const next = lowerBound(moments, at);
    const [left, right] = [moments[next - 1] ?? -Infinity, moments[next] ?? Infinity];
    return at - left <= right - at ? left : right;
  };
  let [best, least] = [null as number | null, Infinity];
  for (const onset of onsets) {
    const start = onset.at - countIn[0]!.at;
    if (due !== null && Math.abs(start - due) > START_REACH_SECONDS) continue;
    const offs = countIn.map(({ at }) => near(start + at) - start - at);
    if (offs.some((off) => Math.abs(off) > TOGETHER_SECONDS)) continue;
    const whole = start + medianOf(offs);
    // Of several the first that is exact enough: the count-in comes before everything.
    const cost = offs.reduce((sum, off) => sum + Math.abs(off), 0);
    if (best === null || (cost < 0.5 * least && whole - best < 0.05)) [best, least] = [whole, cost];
  }
  return best;
}

const power = (samples: Float64Array): number => samples.reduce((sum, value) => sum + value * value, 0);

/** Samples around places, averaged; and the least that one of them is like the average. */
function templateOf(
  samples: Float32Array,
  places: readonly number[],
  sampleRate: number,
): Float64Array | null {
  const before = TEMPLATE_BEFORE_SECONDS * sampleRate;
  const length = Math.round(TEMPLATE_SECONDS * sampleRate);
  const source = Float64Array.from(samples.subarray(0, Math.ceil(Math.max(...places)) + 2 * length));
  const cuts = places.map((place) => between(source, place - before, length));
  const template = new Float64Array(length);
  for (const cut of cuts) for (let at = 0; at < length; at++) template[at]! += cut[at]! / cuts.length;
  const own = power(template);
  for (const cut of cuts) {
    const together = cut.reduce((sum, value, at) => sum + value * template[at]!, 0);
    if (together < LEAST_ALIKE * Math.sqrt(own * power(cut))) return null;
  }
  const fade = Math.round(FADE_PART * length);
  for (let back = 0; back < fade; back++) template[length - 1 - back]! *= back / fade;
  return template;
}

/**
 * How far a click lies from where it was due, in samples, where it agrees best with its template.
 * @param about where the clicks before lay; null: anywhere within reach.
 */
function offsetOf(
  samples: Float32Array,
  template: Float64Array,
  place: number,
  reach: number,
  about: number | null,
): number {
  const whole = Math.round(place);
  const agreement = (shift: number): number => {
    let sum = 0;
    for (let at = 0; at < template.length; at++) sum += template[at]! * (samples[whole + shift + at] ?? 0);
    return sum;
  };
  const bestOf = (from: number, to: number, step: number): number => {
    let [best, most] = [from, -Infinity];
    for (let shift = from; shift <= to; shift += step) {
      const value = agreement(shift);
      if (value > most) [best, most] = [shift, value];
    }
    return best;
  };
  // In steps well under half a period of what a click sounds of, then one by one.
  const fine = (coarse: number) => bestOf(coarse - COARSE_FRAMES, coarse + COARSE_FRAMES, 1);
  // Clicks keep their clock: after a few it is known where the next one lies.
  const best = fine(
    about === null ? bestOf(-reach, reach, COARSE_FRAMES) : Math.round(about - whole + place),
  );
  const [left, middle, right] = [agreement(best - 1), agreement(best), agreement(best + 1)];
  const curve = left - 2 * middle + right;
  return best + (curve < 0 ? (left - right) / (2 * curve) : 0) + whole - place;
}

/** A straight line through offsets that some outliers do not move: medians of thirds, then of what is left (Tukey 1977). */
function steadyLine(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const third = Math.max(1, Math.floor(xs.length / 3));
  const [left, right] = [medianOf(xs.slice(0, third)), medianOf(xs.slice(-third))];
  const slope =
    right > left ? (medianOf(ys.slice(-third)) - medianOf(ys.slice(0, third))) / (right - left) : 0;
  const level = medianOf(ys.map((y, at) => y - slope * xs[at]!));
  return (x) => level + slope * x;
}

/**
 * Finds and takes out the plan's clicks.
 * @param onsets what begins in the recording. @param due seconds of the plan's start, if it is known.
 * @returns null where the clicks are not in the recording, or there is no count-in to learn them from.
 */
export function findBleed(
  samples: Float32Array,
  sampleRate: number,
  plan: TakePlan,
  onsets: readonly Onset[],
  due: number | null,
): Bleed | null {
  const clicks = clicksOf(plan);
  const countIn = clicks.filter(({ at }) => at < -TOGETHER_SECONDS);
  if (countIn.length < LEAST_CLICKS) return null;
  const start = startOf(countIn, onsets, due);
  if (start === null) return null;
  const exact = refineOnsets(
    samples,
    sampleRate,
    countIn.map(({ at }) => ({ at: start + at, strength: 1 })),
  );
  const offset = medianOf(exact.map((onset, at) => onset.at - countIn[at]!.at));
  const before = TEMPLATE_BEFORE_SECONDS * sampleRate;
  const templates = new Map<PlannedClick['sound'], Float64Array>();
  for (const sound of new Set(countIn.map((click) => click.sound))) {
    const places = countIn
      .filter((click) => click.sound === sound)
      .map(({ at }) => (offset + at) * sampleRate);
    const template = templateOf(samples, places, sampleRate);
    if (!template) return null;
    templates.set(sound, template);
  }
  const known = clicks.filter(({ sound }) => templates.has(sound));
  const reach = Math.round(SEARCH_SECONDS * sampleRate);
  const shifts: number[] = [];
  for (const { at, sound } of known) {
    const about = shifts.length < STEADY_CLICKS ? null : medianOf(shifts.slice(-STEADY_CLICKS)) * sampleRate;
    const place = (offset + at) * sampleRate - before;
    shifts.push(offsetOf(samples, templates.get(sound)!, place, reach, about) / sampleRate);
  }
  const shift = steadyLine(
    known.map(({ at }) => at),
    shifts,
  );
  const at = (planned: number) => planned + offset + shift(planned);
  const cleaned = Float32Array.from(samples);
  for (const click of known) {
    const template = templates.get(click.sound)!;
    const place = at(click.at) * sampleRate - before;
    const whole = Math.ceil(place);
    between(template, whole - place, template.length).forEach((value, at) => {
      if (whole + at >= 0 && whole + at < cleaned.length) cleaned[whole + at]! -= value;
    });
  }
  return { samples: cleaned, clicks: clicks.map((click) => at(click.at)), at };
}
