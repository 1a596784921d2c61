/** The exact likelihood of a run: clean p^k, not clean 1 − p^k, stopped in pass j p^(j − 1)·(1 − p), with p = 1 / (1 + e^−η). */

/** How a run came out. */
export interface Outcome {
  readonly clean: boolean;
  /** Passes in the run; 1 where it is left out. */
  readonly passes?: number;
  /** Stopped in this pass, counted from 1; all before it were clean. */
  readonly stoppedIn?: number;
}

/** log(1 + e^x) without overflow. */
const softplus = (x: number) => (x > 0 ? x + Math.log1p(Math.exp(-x)) : Math.log1p(Math.exp(x)));

/**
 * Writes a run's negative log likelihood and its first and second derivative by η into `loss`. Numbers in a flat array: a logbook asks this a
 * million times.
 */
export function lossOf({ clean, passes = 1, stoppedIn }: Outcome, eta: number, loss: Float64Array): void {
  const p = 1 / (1 + Math.exp(-eta));
  const q = 1 / (1 + Math.exp(eta));
  const cleanLoss = softplus(-eta);
  if (clean) {
    loss[0] = passes * cleanLoss;
    loss[1] = -passes * q;
    loss[2] = passes * p * q;
  } else if (stoppedIn === undefined && passes > 1) {
    const logAll = -passes * cleanLoss;
    const all = Math.exp(logAll);
    const not = -Math.expm1(logAll);
    const slope = (passes * all * q) / not;
    loss[0] = -Math.log(not);
    loss[1] = slope;
    loss[2] = (slope * (passes * q - p * not)) / not;
  } else {
    const before = (stoppedIn ?? 1) - 1;
    loss[0] = softplus(eta) + before * cleanLoss;
    loss[1] = p - before * q;
    loss[2] = (1 + before) * p * q;
  }
}
