/** When a goal tempo may be reached: the power law of practice fitted to the record, as a band or not at all. */
import { studentQuantile } from './studentT';

/** The clean tempo as it stood after a session. */
export interface TempoPoint {
  /** Days since any fixed day. */
  readonly day: number;
  /** Practice up to then (minutes or passes), above 0. */
  readonly practice: number;
  readonly bpm: number;
  /** Standard error of the clean tempo, in octaves. */
  readonly seOctaves: number;
}

/** What a record says of when a tempo will be reached. */
export type Forecast =
  | { readonly state: 'too early'; readonly sessions: number; readonly days: number }
  /** By this record more practice has not meant faster. */
  | { readonly state: 'not rising' }
  /** The clean tempo stands still, or falls. */
  | { readonly state: 'stuck' | 'down' }
  | { readonly state: 'reached' }
  | {
      readonly state: 'band';
      /** Days from the last session, at the pace of the last four weeks. Null: not within two years. */
      readonly earlyDays: number | null;
      readonly likelyDays: number | null;
      readonly lateDays: number | null;
    };

/** The power law tempo = 2^a · practice^b with the spread about it. */
export interface PowerLaw {
  readonly logScale: number;
  readonly exponent: number;
  /** 90 % of sessions lie within this many octaves of the curve, at so much practice. */
  readonly bandOctaves: (practice: number) => number;
  readonly bpmAt: (practice: number) => number;
}

/** Fewer tell nothing: stated in the practice model. */
export const FORECAST_SESSIONS = 6;
export const FORECAST_DAYS = 14;
const HORIZON_DAYS = 730;
const PACE_DAYS = 28;

/**
 * Least squares of log clean tempo against log practice (power law of practice: Newell & Rosenbloom 1981), with a 90 %
 * prediction band. The points are estimates, and follow each other closely; so the mean of their own variances is added to that
 * of the residuals.
 * @param points at least three, with some difference in practice.
 */
export function fitPowerLaw(points: readonly TempoPoint[]): PowerLaw {
  const xs = points.map(({ practice }) => Math.log2(practice));
  const ys = points.map(({ bpm }) => Math.log2(bpm));
  const mean = (some: readonly number[]) => some.reduce((sum, one) => sum + one, 0) / some.length;
  const [mx, my] = [mean(xs), mean(ys)];
  const sxx = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0);
  const exponent = xs.reduce((sum, x, at) => sum + (x - mx) * (ys[at]! - my), 0) / sxx;
  const logScale = my - exponent * mx;
  const count = points.length;
  const residual = ys.reduce((sum, y, at) => sum + (y - logScale - exponent * xs[at]!) ** 2, 0) / (count - 2);
  const variance = residual + mean(points.map(({ seOctaves }) => seOctaves ** 2));
  const t = studentQuantile(0.95, count - 2);
  return {
    logScale,
    exponent,
    bandOctaves: (practice) =>
      t * Math.sqrt(variance * (1 + 1 / count + (Math.log2(practice) - mx) ** 2 / sxx)),
    bpmAt: (practice) => 2 ** (logScale + exponent * Math.log2(practice)),
  };
}

/** Days until a line (the curve, or an edge of its band) reaches the goal at a pace of practice a day; null: not within the horizon. */
function daysUntil(
  line: (practice: number) => number,
  goal: number,
  now: number,
  pace: number,
): number | null {
  if (line(now) >= goal) return 0;
  if (line(now + HORIZON_DAYS * pace) < goal) return null;
  let [low, high] = [0, HORIZON_DAYS];
  while (high - low > 0.25) {
    const middle = (low + high) / 2;
    if (line(now + middle * pace) >= goal) high = middle;
    else low = middle;
  }
  return Math.ceil(high);
}

/** When the goal may be reached, in days from the last session; withheld with fewer than six sessions or two weeks. */
export function forecast(points: readonly TempoPoint[], goalBpm: number): Forecast {
  const last = points.at(-1);
  const days = last ? last.day - points[0]!.day : 0;
  if (!last || points.length < FORECAST_SESSIONS || days < FORECAST_DAYS)
    return { state: 'too early', sessions: points.length, days };
  if (last.bpm >= goalBpm) return { state: 'reached' };
  const law = fitPowerLaw(points);
  if (!(law.exponent > 0)) return { state: 'not rising' };
  const before = points.findLast(({ day }) => day <= last.day - PACE_DAYS) ?? points[0]!;
  const pace = (last.practice - before.practice) / (last.day - before.day);
  const edge = (side: number) => (practice: number) =>
    Math.log2(law.bpmAt(practice)) + side * law.bandOctaves(practice);
  const until = (side: number) => daysUntil(edge(side), Math.log2(goalBpm), last.practice, pace);
  return { state: 'band', earlyDays: until(1), likelyDays: until(0), lateDays: until(-1) };
}
