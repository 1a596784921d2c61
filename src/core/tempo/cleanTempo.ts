/**
 * Clean tempo: the tempo at which four passes in five come out clean, from runs and their verdicts.
 * P(clean pass) = 1 / (1 + exp(−(β0 + β1·z))), z = log2(bpm / b0); Gaussian priors on β0 and β1, the posterior mode by Newton's
 * method on a convex function, the interval by the delta method.
 */
import { lossOf, type Outcome } from './likelihood';

/** A run as the model takes it. */
export interface JudgedRun extends Outcome {
  /** Beats a minute, above 0; tempos of other subdivisions are brought to one by their notes a second before. */
  readonly bpm: number;
  /** Above 0; 1 where it is left out. */
  readonly weight?: number;
}

interface Gaussian {
  readonly mean: number;
  readonly sd: number;
}

export interface CleanTempoOptions {
  /** Where z is 0; the weighted geometric mean of the tempos where it is left out. */
  readonly b0?: number;
  readonly prior?: { readonly beta0: Gaussian; readonly beta1: Gaussian };
}

export interface CleanTempo {
  /** Beats a minute; null where a faster tempo would come out cleaner, so that there is none. */
  readonly bpm: number | null;
  /** The 90 % interval; null with it. */
  readonly low: number | null;
  readonly high: number | null;
  readonly beta0: number;
  readonly beta1: number;
  readonly b0: number;
}

/** Four in five. */
export const CLEAN_CHANCE = 0.8;
export const CLEAN_LOGIT = Math.log(CLEAN_CHANCE / (1 - CLEAN_CHANCE));
/** Half the width of a 90 % interval in standard errors (standard normal, 0.95 quantile). */
export const NINETY_PERCENT = 1.6448536269514722;

/** At the mean of the tempos four in five are clean, an octave higher hardly any: stated in the practice model. */
const USUAL_PRIOR = {
  beta0: { mean: CLEAN_LOGIT, sd: 3 },
  beta1: { mean: -12, sd: 6 },
} as const;

const LOSS = new Float64Array(3);

/** Adds a run's negative log likelihood and its first and second derivatives by β0 and β1 to sums, with its weight. */
function addLoss(run: JudgedRun, eta: number, z: number, sums: Float64Array): void {
  const { weight = 1 } = run;
  lossOf(run, eta, LOSS);
  const [loss, slope, curve] = [LOSS[0]!, LOSS[1]!, LOSS[2]!];
  sums[0]! += weight * loss;
  sums[1]! += weight * slope;
  sums[2]! += weight * slope * z;
  sums[3]! += weight * curve;
  sums[4]! += weight * curve * z;
  sums[5]! += weight * curve * z * z;
}

const MOST_STEPS = 100;
const CLOSE_ENOUGH = 1e-12;

/**
 * The clean tempo of some runs with its 90 % interval. Few runs give a wide interval: the priors alone know little. Without any
 * run it throws a RangeError.
 * @throws RangeError without runs, or where a tempo, a weight or a count of passes is not above 0.
 */
export function estimateCleanTempo(
  runs: readonly JudgedRun[],
  { b0: given, prior = USUAL_PRIOR }: CleanTempoOptions = {},
): CleanTempo {
  const isSound = ({ bpm, weight = 1, passes = 1, stoppedIn = 1 }: JudgedRun) =>
    bpm > 0 && weight > 0 && passes >= 1 && stoppedIn >= 1 && Number.isFinite(bpm);
  if (runs.length === 0 || !runs.every(isSound))
    throw new RangeError('A clean tempo needs runs with tempos, weights and passes above 0.');
  let [logs, weights] = [0, 0];
  for (const { bpm, weight = 1 } of runs) {
    logs += weight * Math.log2(bpm);
    weights += weight;
  }
  const b0 = given ?? 2 ** (logs / weights);
  const zs = runs.map(({ bpm }) => Math.log2(bpm / b0));
  const [precision0, precision1] = [1 / prior.beta0.sd ** 2, 1 / prior.beta1.sd ** 2];

  /** The penalised loss with gradient and Hessian. */
  const at = (beta0: number, beta1: number) => {
    const [d0, d1] = [beta0 - prior.beta0.mean, beta1 - prior.beta1.mean];
    const sums = new Float64Array(6);
    for (let at = 0; at < runs.length; at++) {
      const z = zs[at]!;
      addLoss(runs[at]!, beta0 + beta1 * z, z, sums);
    }
    const value = sums[0]! + (precision0 * d0 ** 2 + precision1 * d1 ** 2) / 2;
    const [g0, g1] = [sums[1]! + precision0 * d0, sums[2]! + precision1 * d1];
    const [h00, h01, h11] = [sums[3]! + precision0, sums[4]!, sums[5]! + precision1];
    return { value, g0, g1, h00, h01, h11, det: h00 * h11 - h01 * h01 };
  };

  let [beta0, beta1]: [number, number] = [prior.beta0.mean, prior.beta1.mean];
  let here = at(beta0, beta1);
  for (let step = 0; step < MOST_STEPS; step++) {
    const move0 = (here.h11 * here.g0 - here.h01 * here.g1) / here.det;
    const move1 = (here.h00 * here.g1 - here.h01 * here.g0) / here.det;
    let part = 1;
    let next = at(beta0 - move0, beta1 - move1);
    while (next.value > here.value && part > 1e-6) {
      part /= 2;
      next = at(beta0 - part * move0, beta1 - part * move1);
    }
    [beta0, beta1] = [beta0 - part * move0, beta1 - part * move1];
    here = next;
    if (Math.abs(part * move0) + Math.abs(part * move1) < CLOSE_ENOUGH) break;
  }

  if (beta1 >= 0) return { bpm: null, low: null, high: null, beta0, beta1, b0 };
  const z = (CLEAN_LOGIT - beta0) / beta1;
  const [by0, by1] = [-1 / beta1, -z / beta1];
  const variance = (by0 * by0 * here.h11 - 2 * by0 * by1 * here.h01 + by1 * by1 * here.h00) / here.det;
  const reach = NINETY_PERCENT * Math.sqrt(variance);
  return { bpm: b0 * 2 ** z, low: b0 * 2 ** (z - reach), high: b0 * 2 ** (z + reach), beta0, beta1, b0 };
}

/** The chance that a pass at a tempo is clean. */
export function cleanChance({ beta0, beta1, b0 }: CleanTempo, bpm: number): number {
  return 1 / (1 + Math.exp(-(beta0 + beta1 * Math.log2(bpm / b0))));
}
