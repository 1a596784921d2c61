/** The exact likelihood of a run: clean p^k, not clean 1 − p^k, stopped in pass j p^(j − 1)·(1 − p), with p = 1 / (1 + e^−η). */

/** How a run came out. */
export interface Outcome {
  readonly clean: boolean;
  /** Passes in the run; 1 where it is left out. */
  readonly passes?: number;
  /** Stopped in this pass, counted from 1; all before it were clean. */
  readonly stoppedIn?: number;
}

/**
 * Writes a run's negative log likelihood and its first and second derivative by η into `loss`. Numbers in a flat array: a logbook asks this a
 * million times.
 */
export function lossOf(outcome: Outcome, eta: number, loss: Float64Array): void {
  const [way, count] = outcomeOf(outcome);
  lossAt(way, count, eta, loss);
}

/** Ways a run came out, as numbers: clean, not clean in some of its passes, stopped in one. */
export const CLEAN = 0;
export const UNCLEAN = 1;
export const STOPPED = 2;

/** The number of an outcome, and the count that goes with it: passes, or the pass it was stopped in. */
export function outcomeOf({ clean, passes = 1, stoppedIn }: Outcome): readonly [way: number, count: number] {
  if (clean) return [CLEAN, passes];
  return stoppedIn === undefined && passes > 1 ? [UNCLEAN, passes] : [STOPPED, stoppedIn ?? 1];
}

/** As `lossOf`, of plain numbers. */
export function lossAt(way: number, count: number, eta: number, loss: Float64Array): void {
  // One exponential and one logarithm for all of it.
  const e = Math.exp(-Math.abs(eta));
  const more = 1 / (1 + e);
  const less = e * more;
  const p = eta > 0 ? more : less;
  const q = eta > 0 ? less : more;
  const log = Math.log1p(e);
  const cleanLoss = eta > 0 ? log : log - eta;
  if (way === CLEAN) {
    loss[0] = count * cleanLoss;
    loss[1] = -count * q;
    loss[2] = count * p * q;
  } else if (way === UNCLEAN) {
    const logAll = -count * cleanLoss;
    const all = Math.exp(logAll);
    const not = -Math.expm1(logAll);
    const slope = (count * all * q) / not;
    loss[0] = -Math.log(not);
    loss[1] = slope;
    loss[2] = (slope * (count * q - p * not)) / not;
  } else {
    const before = count - 1;
    loss[0] = log + (eta > 0 ? eta : 0) + before * cleanLoss;
    loss[1] = p - before * q;
    loss[2] = count * p * q;
  }
}
