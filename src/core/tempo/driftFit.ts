/**
 * A hand that gets better or worse: a state for each day of practice that walks at random between them, how fast it walks weighed by what
 * the runs say. The model with its priors and grid is that of a dynamic item response model, its evidence by Laplace's method (Tierney &
 * Kadane 1986); the Hessian is a chain with one full row, so that all of it is linear in the days.
 */
import { solveBordered, type Bordered } from './bordered';
import { CLEAN_LOGIT } from './cleanTempo';
import { lossOf, type Outcome } from './likelihood';

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
const CLOSE_ENOUGH = 1e-12;

/** Runs of one day, tempos as octaves from b0. */
interface Day {
  readonly day: number;
  readonly runs: readonly (RunsAlike & { readonly z: number })[];
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
      const [own, slope, curve] = [run.runs * LOSS[0]!, run.runs * LOSS[1]!, run.runs * LOSS[2]!];
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
function modeOf(
  days: readonly Day[],
  drift: number,
  from: Float64Array,
): { readonly at: Float64Array; readonly here: Looked } {
  let at = from;
  let here = look(days, drift, at);
  for (let step = 0; step < MOST_STEPS; step++) {
    let solved = solveBordered(here.curvature, here.gradient);
    for (let shift = 1e-3; solved === null; shift *= 10)
      solved = solveBordered(here.curvature, here.gradient, shift);
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
  const known = before.at.length - 1;
  const u = before.at[known]!;
  // Another b0 is another zero of the states.
  const moved = Math.exp(u) * Math.log2(fit.b0 / b0);
  for (let at = 0; at < n; at++) from[at] = before.at[Math.min(at, known - 1)]! + moved;
  from[n] = u;
  return from;
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
  const days = record.map(({ day, runs }): Day => ({
    day,
    runs: runs.map((run) => ({ ...run, z: Math.log2(run.bpm / b0) })),
  }));
  const fits = DRIFTS.map((drift, number) => {
    // Without drift all days are one.
    const chain = drift === 0 ? [{ day: 0, runs: days.flatMap(({ runs }) => runs) }] : days;
    const n = chain.length;
    const { at, here } = modeOf(chain, drift, beginning(n, b0, from?.parts[number], from));
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
