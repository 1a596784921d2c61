/**
 * A hand that gets better or worse: a state for each day of practice that walks at random between them, how fast it walks weighed by what
 * the runs say. The model with its priors and grid is that of a dynamic item response model, its evidence by Laplace's method (Tierney &
 * Kadane 1986); the Hessian is a chain with one full row, so that all of it is linear in the days.
 */
import { solveBordered, type Bordered } from './bordered';
import { CLEAN_LOGIT } from './cleanTempo';
import { lossAt, outcomeOf, type Outcome } from './likelihood';

/** Runs of a day that count alike. */
export interface RunsAlike extends Outcome {
  readonly bpm: number;
  readonly runs: number;
}

/** A day of practice; days are whole numbers. */
export interface DayOfRuns {
  readonly day: number;
  readonly runs: readonly RunsAlike[];
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
/** A step so small is squared by the next: what is left is far below what is stated. */
const CLOSE_ENOUGH = 1e-5;

/** Runs in the order of their days, in flat arrays: a logbook looks at them a million times. */
interface Runs {
  /** The days with runs; `from[at]` is the first run of each, and the last entry their count. */
  readonly days: readonly number[];
  readonly from: readonly number[];
  /** Tempos as octaves from b0, outcomes as `outcomeOf` numbers them, and how many runs count alike. */
  readonly z: Float64Array;
  readonly way: Float64Array;
  readonly count: Float64Array;
  readonly times: Float64Array;
}

function flat(record: readonly DayOfRuns[], b0: number): Runs {
  const all = record.flatMap(({ runs }) => runs);
  const outcomes = all.map(outcomeOf);
  let total = 0;
  return {
    days: record.map(({ day }) => day),
    from: [0, ...record.map(({ runs }) => (total += runs.length))],
    z: Float64Array.from(all, ({ bpm }) => Math.log2(bpm / b0)),
    way: Float64Array.from(outcomes, ([way]) => way),
    count: Float64Array.from(outcomes, ([, count]) => count),
    times: Float64Array.from(all, ({ runs }) => runs),
  };
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

function look({ days, from, z, way, count, times }: Runs, drift: number, at: Float64Array): Looked {
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
      const variance = drift ** 2 * (days[day]! - days[day - 1]!);
      const off = at[day]! - at[day - 1]!;
      loss += minusLogGaussian(off, variance);
      gradient[day]! += off / variance;
      gradient[day - 1]! -= off / variance;
      curvature.diagonal[day]! += 1 / variance;
      curvature.diagonal[day - 1]! += 1 / variance;
      curvature.beside[day - 1] = -1 / variance;
    }
    const state = at[day]!;
    for (let run = from[day]!; run < from[day + 1]!; run++) {
      const reach = steep * z[run]!;
      lossAt(way[run]!, count[run]!, state - reach, LOSS);
      const slope = times[run]! * LOSS[1]!;
      const curve = times[run]! * LOSS[2]!;
      loss += times[run]! * LOSS[0]!;
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
function modeOf(
  runs: Runs,
  drift: number,
  from: Float64Array,
): { readonly at: Float64Array; readonly here: Looked } {
  let at = from;
  let here = look(runs, drift, at);
  for (let step = 0; step < MOST_STEPS; step++) {
    let solved = solveBordered(here.curvature, here.gradient);
    for (let shift = 1e-3; solved === null; shift *= 10)
      solved = solveBordered(here.curvature, here.gradient, shift);
    const { solution } = solved;
    let part = 1;
    let next = at.map((value, place) => value - solution[place]!);
    let there = look(runs, drift, next);
    while (!(there.loss <= here.loss) && part > 1e-10) {
      part /= 2;
      next = at.map((value, place) => value - part * solution[place]!);
      there = look(runs, drift, next);
    }
    if (!(there.loss <= here.loss)) break;
    [at, here] = [next, there];
    if (part * solution.reduce((most, one) => Math.max(most, Math.abs(one)), 0) < CLOSE_ENOUGH) break;
  }
  return { at, here };
}

/** What one speed of drift says. */
export interface AtDrift {
  /** Logits per root day. */
  readonly drift: number;
  /** How much it counts; all together 1. */
  readonly weight: number;
  /** The state of each day, then the logarithm of the steepness. Without drift one state for all days. */
  readonly at: Float64Array;
  /** Of the penalised loss there; its inverse is the variance. */
  readonly curvature: Bordered;
}

/** The model fitted to a record. */
export interface DriftFit {
  /** The tempo at which z is 0, in beats a minute. */
  readonly b0: number;
  /** The days with runs, in order. */
  readonly days: readonly number[];
  readonly parts: readonly AtDrift[];
}

const median = (runs: readonly RunsAlike[]): number => {
  const sorted = [...runs].sort((a, b) => a.bpm - b.bpm);
  const count = sorted.reduce((sum, one) => sum + one.runs, 0);
  const bpmAt = (place: number) => {
    let left = place;
    for (const { bpm, runs: some } of sorted) if ((left -= some) < 0) return bpm;
    return sorted.at(-1)!.bpm;
  };
  return (bpmAt((count - 1) >> 1) + bpmAt(count >> 1)) / 2;
};

/** A day without the runs that are much slower than the rest of it; those that are not clean there would raise the estimate. */
export function withoutSlow({ day, runs }: DayOfRuns): DayOfRuns {
  const least = SLOW_SHARE * median(runs);
  return runs.every(({ bpm }) => bpm >= least)
    ? { day, runs }
    : { day, runs: runs.filter(({ bpm }) => bpm >= least) };
}

/** Begun from an earlier fit, states on from its last one, where there is one: the answer is the same, with fewer steps. */
function beginning(n: number, b0: number, before: AtDrift | undefined, fit: DriftFit | null): Float64Array {
  const from = new Float64Array(n + 1).fill(FIRST_STATE.mean);
  from[n] = STEEPNESS.mean;
  if (!before || !fit) return from;
  const made = spread(before.at, n);
  // Another b0 is another zero of the states.
  const moved = Math.exp(made[n]!) * Math.log2(fit.b0 / b0);
  for (let at = 0; at < n; at++) made[at]! += moved;
  return made;
}

/** The states of a fit with another number of days, of which the last is repeated. */
function spread(at: Float64Array, n: number): Float64Array {
  const known = at.length - 1;
  const made = new Float64Array(n + 1);
  for (let day = 0; day < n; day++) made[day] = at[Math.min(day, known - 1)]!;
  made[n] = at[known]!;
  return made;
}

/**
 * Fits the model to days in order, each with a run and without slow ones.
 * @param options `b0` is where z is 0, for checks only; `from` is a fit of the first of these days, which saves time.
 */
export function fitDrift(
  record: readonly DayOfRuns[],
  { b0: given, from = null }: { readonly b0?: number | undefined; readonly from?: DriftFit | null } = {},
): DriftFit {
  let [logs, count] = [0, 0];
  for (const { runs } of record)
    for (const { bpm, runs: some } of runs) {
      logs += some * Math.log2(bpm);
      count += some;
    }
  const b0 = given ?? 2 ** (logs / count);
  const runs = flat(record, b0);
  // Without drift all days are one.
  const asOne: Runs = { ...runs, days: [0], from: [0, runs.z.length] };
  let nearest: Float64Array | null = null;
  const fits = DRIFTS.map((drift, number) => {
    const chain = drift === 0 ? asOne : runs;
    const n = chain.days.length;
    // The answer of the drift before is near this one's.
    const begin: Float64Array =
      from || !nearest ? beginning(n, b0, from?.parts[number], from) : spread(nearest, n);
    const { at, here } = modeOf(chain, drift, begin);
    nearest = at;
    const logDeterminant = solveBordered(here.curvature, here.gradient)?.logDeterminant ?? Infinity;
    const evidence = -here.loss + ((n + 1) / 2) * LOG_2_PI - logDeterminant / 2;
    return { drift, at, curvature: here.curvature, log: evidence - drift ** 2 / (2 * DRIFT_SD ** 2) };
  });
  const most = Math.max(...fits.map(({ log }) => log));
  const whole = fits.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  return {
    b0,
    days: record.map(({ day }) => day),
    parts: fits.map(({ log, ...fit }) => ({ ...fit, weight: Math.exp(log - most) / whole })),
  };
}

/** How likely runs of a day after the last of a fit were to come out clean, by kind of run; the state of the last day holds. */
export function cleanChances({ b0, parts }: DriftFit, { runs }: DayOfRuns): number[] {
  return runs.map(({ bpm, passes = 1 }) =>
    parts.reduce((sum, { weight, at }) => {
      const n = at.length - 1;
      const eta = at[n - 1]! - Math.exp(at[n]!) * Math.log2(bpm / b0);
      return sum + weight / (1 + Math.exp(-eta)) ** passes;
    }, 0),
  );
}
