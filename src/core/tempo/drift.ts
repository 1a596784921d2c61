/**
 * The clean tempo of today where a hand gets better or worse: a state for each day of practice that walks at random between them, how
 * fast it walks weighed by what the runs say. The model with its priors and grid is that of a dynamic item response model, its evidence
 * by Laplace's method (Tierney & Kadane 1986); the Hessian is a chain with one full row, so that all of it is linear in the days.
 */
import { CLEAN_LOGIT, NINETY_PERCENT } from './cleanTempo';
import { lossOf, type Outcome } from './likelihood';

/** A run on a day; days are whole numbers. */
export interface RunOfDay extends Outcome {
  readonly day: number;
  readonly bpm: number;
  readonly passes: number;
}

/** The clean tempo of a day with its 90 % interval, beats a minute. */
export interface TempoToday {
  readonly bpm: number;
  readonly low: number;
  readonly high: number;
  /** How far the hand drifts: logits per root day, the mean of what was weighed. */
  readonly tau: number;
  /** Runs after today, which do not count. */
  readonly later: number;
  /** Runs that were much slower than the others of their day, which do not count. */
  readonly slow: number;
}

const FIRST_STATE = { mean: CLEAN_LOGIT, sd: 3 } as const;
/** Of u, the logarithm of how steeply clean runs get rarer with tempo, per octave: the slope is never positive. */
const STEEPNESS = { mean: Math.log(12), sd: 0.5 } as const;
/** Logits per root day; 0 is one state for all days. The points themselves are the prior, with the weight below. */
const DRIFTS = [0, 0.02, 0.05, 0.1, 0.15, 0.2, 0.3, 0.45, 0.7, 1] as const;
const DRIFT_SD = 0.3;
/** A run below this part of the median tempo of its day tells nothing of the clean tempo. */
const SLOW_SHARE = 0.7;

const LOG_2_PI = Math.log(2 * Math.PI);
const MOST_STEPS = 200;
const CLOSE_ENOUGH = 1e-12;

/** Runs of one day, tempos as octaves from b0. */
interface Day {
  readonly day: number;
  readonly runs: readonly (Outcome & { readonly z: number })[];
}

/** A chain of days with the one number that all of them share: the tridiagonal part, the full row and its corner. */
interface Bordered {
  readonly diagonal: Float64Array;
  readonly beside: Float64Array;
  readonly row: Float64Array;
  corner: number;
}

/**
 * Solves a bordered system for a right side that ends with the shared number's; null where the matrix is not positive definite.
 * @returns the solution and the logarithm of the determinant.
 */
function solve(
  { diagonal, beside, row, corner }: Bordered,
  right: Float64Array,
  shift: number,
): { readonly solution: Float64Array; readonly logDeterminant: number } | null {
  const n = diagonal.length;
  const pivots = new Float64Array(n);
  // Two right sides at once: the given one and the row.
  const [a, b] = [new Float64Array(n), new Float64Array(n)];
  let logDeterminant = 0;
  for (let at = 0; at < n; at++) {
    const factor = at === 0 ? 0 : beside[at - 1]! / pivots[at - 1]!;
    pivots[at] = diagonal[at]! + shift - (at === 0 ? 0 : factor * beside[at - 1]!);
    if (!(pivots[at]! > 0)) return null;
    logDeterminant += Math.log(pivots[at]!);
    a[at] = right[at]! - (at === 0 ? 0 : factor * a[at - 1]!);
    b[at] = row[at]! - (at === 0 ? 0 : factor * b[at - 1]!);
  }
  for (let at = n - 1; at >= 0; at--) {
    a[at] = (a[at]! - (at === n - 1 ? 0 : beside[at]! * a[at + 1]!)) / pivots[at]!;
    b[at] = (b[at]! - (at === n - 1 ? 0 : beside[at]! * b[at + 1]!)) / pivots[at]!;
  }
  let [left, over] = [corner + shift, right[n]!];
  for (let at = 0; at < n; at++) {
    left -= row[at]! * b[at]!;
    over -= row[at]! * a[at]!;
  }
  if (!(left > 0)) return null;
  const shared = over / left;
  const solution = new Float64Array(n + 1);
  for (let at = 0; at < n; at++) solution[at] = a[at]! - b[at]! * shared;
  solution[n] = shared;
  return { solution, logDeterminant: logDeterminant + Math.log(left) };
}

/** The negative logarithm of a Gaussian, with its constant. */
const minusLogGaussian = (off: number, variance: number) =>
  (off * off) / (2 * variance) + (LOG_2_PI + Math.log(variance)) / 2;

/** What the model says at some states and steepness: the penalised loss, its gradient and its curvature. */
interface Looked {
  readonly loss: number;
  readonly gradient: Float64Array;
  readonly curvature: Bordered;
}

const LOSS = new Float64Array(3);

function look(days: readonly Day[], drift: number, at: Float64Array): Looked {
  const n = days.length;
  const u = at[n]!;
  const steep = Math.exp(u);
  const gradient = new Float64Array(n + 1);
  const curvature: Bordered = {
    diagonal: new Float64Array(n),
    beside: new Float64Array(Math.max(0, n - 1)),
    row: new Float64Array(n),
    corner: 1 / STEEPNESS.sd ** 2,
  };
  let loss =
    minusLogGaussian(u - STEEPNESS.mean, STEEPNESS.sd ** 2) +
    minusLogGaussian(at[0]! - FIRST_STATE.mean, FIRST_STATE.sd ** 2);
  gradient[n] = (u - STEEPNESS.mean) / STEEPNESS.sd ** 2;
  gradient[0] = (at[0]! - FIRST_STATE.mean) / FIRST_STATE.sd ** 2;
  curvature.diagonal[0] = 1 / FIRST_STATE.sd ** 2;
  for (let day = 0; day < n; day++) {
    if (day > 0) {
      const variance = drift ** 2 * (days[day]!.day - days[day - 1]!.day);
      const off = at[day]! - at[day - 1]!;
      loss += minusLogGaussian(off, variance);
      gradient[day]! += off / variance;
      gradient[day - 1]! -= off / variance;
      curvature.diagonal[day]! += 1 / variance;
      curvature.diagonal[day - 1]! += 1 / variance;
      curvature.beside[day - 1] = -1 / variance;
    }
    for (const run of days[day]!.runs) {
      const reach = steep * run.z;
      lossOf(run, at[day]! - reach, LOSS);
      const [own, slope, curve] = [LOSS[0]!, LOSS[1]!, LOSS[2]!];
      loss += own;
      gradient[day]! += slope;
      gradient[n]! -= slope * reach;
      curvature.diagonal[day]! += curve;
      curvature.row[day]! -= curve * reach;
      curvature.corner += curve * reach * reach - slope * reach;
    }
  }
  return { loss, gradient, curvature };
}

/** The mode of the states and the steepness: Newton's method, shifted where the curvature is not positive, steps halved where they overshoot. */
function modeOf(days: readonly Day[], drift: number): { readonly at: Float64Array; readonly here: Looked } {
  const n = days.length;
  let at = new Float64Array(n + 1).fill(FIRST_STATE.mean);
  at[n] = STEEPNESS.mean;
  let here = look(days, drift, at);
  for (let step = 0; step < MOST_STEPS; step++) {
    let solved = solve(here.curvature, here.gradient, 0);
    for (let shift = 1e-3; solved === null; shift *= 10) solved = solve(here.curvature, here.gradient, shift);
    const { solution } = solved;
    let part = 1;
    let next = at.map((value, place) => value - solution[place]!);
    let there = look(days, drift, next);
    while (!(there.loss <= here.loss) && part > 1e-10) {
      part /= 2;
      next = at.map((value, place) => value - part * solution[place]!);
      there = look(days, drift, next);
    }
    if (!(there.loss <= here.loss)) break;
    [at, here] = [next, there];
    if (part * Math.max(...solution.map(Math.abs)) < CLOSE_ENOUGH) break;
  }
  return { at, here };
}

/** What one speed of drift says of the last day. */
interface AtDrift {
  readonly drift: number;
  readonly logEvidence: number;
  /** Octaves from b0. */
  readonly z: number;
  readonly variance: number;
}

function atDrift(days: readonly Day[], drift: number, daysSince: number): AtDrift {
  // Without drift all days are one.
  const chain = drift === 0 ? [{ day: 0, runs: days.flatMap(({ runs }) => runs) }] : days;
  const n = chain.length;
  const { at, here } = modeOf(chain, drift);
  const [state, steep] = [at[n - 1]!, Math.exp(at[n]!)];
  const z = (state - CLEAN_LOGIT) / steep;
  const by = new Float64Array(n + 1);
  by[n - 1] = 1 / steep;
  by[n] = -z;
  const solved = solve(here.curvature, by, 0);
  if (solved === null) return { drift, logEvidence: -Infinity, z, variance: 0 };
  const within = by.reduce((sum, one, place) => sum + one * solved.solution[place]!, 0);
  return {
    drift,
    logEvidence: -here.loss + ((n + 1) / 2) * LOG_2_PI - solved.logDeterminant / 2,
    z,
    variance: within + (drift ** 2 * daysSince) / steep ** 2,
  };
}

const median = (sorted: readonly number[]) =>
  (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2;

/** Runs by day, in order, without those that are much slower than the rest of their day. */
function daysOf(runs: readonly RunOfDay[]): { readonly day: number; readonly runs: readonly RunOfDay[] }[] {
  const byDay = new Map<number, RunOfDay[]>();
  for (const run of runs) byDay.set(run.day, [...(byDay.get(run.day) ?? []), run]);
  return [...byDay]
    .sort(([a], [b]) => a - b)
    .map(([day, some]) => {
      const middle = median(some.map(({ bpm }) => bpm).sort((a, b) => a - b));
      return { day, runs: some.filter(({ bpm }) => bpm >= SLOW_SHARE * middle) };
    });
}

/**
 * The clean tempo of today from runs in any order, with its 90 % interval. Absence widens the interval and never lowers the tempo.
 * @param options `today` is the day to say it of; where it is before the last day, later runs do not count. `b0` is where z is 0, for checks only.
 * @throws RangeError without a run up to today, or where a tempo or a count of passes is not above 0 or a day is no whole number.
 */
export function estimateTempoToday(
  runs: readonly RunOfDay[],
  { today, b0: given }: { readonly today: number; readonly b0?: number },
): TempoToday {
  const isSound = ({ day, bpm, passes, stoppedIn = 1 }: RunOfDay) =>
    Number.isInteger(day) && bpm > 0 && Number.isFinite(bpm) && passes >= 1 && stoppedIn >= 1;
  const past = runs.filter(({ day }) => day <= today);
  if (past.length === 0 || !runs.every(isSound))
    throw new RangeError(
      'A clean tempo of today needs runs up to today, with whole days, tempos and passes.',
    );
  const kept = daysOf(past);
  const counted = kept.flatMap((one) => one.runs);
  const b0 = given ?? 2 ** (counted.reduce((sum, { bpm }) => sum + Math.log2(bpm), 0) / counted.length);
  const days = kept.map((one): Day => ({
    day: one.day,
    runs: one.runs.map((run) => ({ ...run, z: Math.log2(run.bpm / b0) })),
  }));
  const daysSince = today - days.at(-1)!.day;
  const all = DRIFTS.map((drift) => atDrift(days, drift, daysSince));
  const logs = all.map(({ drift, logEvidence }) => logEvidence - drift ** 2 / (2 * DRIFT_SD ** 2));
  const most = Math.max(...logs);
  const parts = logs.map((log) => Math.exp(log - most));
  const whole = parts.reduce((sum, part) => sum + part, 0);
  const mean = (of: (one: AtDrift) => number) =>
    all.reduce((sum, one, at) => sum + parts[at]! * of(one), 0) / whole;
  const z = mean((one) => one.z);
  const variance = mean((one) => one.variance + (one.z - z) ** 2);
  const reach = NINETY_PERCENT * Math.sqrt(variance);
  return {
    bpm: b0 * 2 ** z,
    low: b0 * 2 ** (z - reach),
    high: b0 * 2 ** (z + reach),
    tau: mean(({ drift }) => drift),
    later: runs.length - past.length,
    slow: past.length - counted.length,
  };
}
