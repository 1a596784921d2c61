/** Quantiles of Student's t. */

/** The probability that |t| is at most a value, for whole degrees of freedom: Abramowitz & Stegun (1964), 26.7.3 and 26.7.4. */
function within(t: number, freedom: number): number {
  const angle = Math.atan(t / Math.sqrt(freedom));
  const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];
  const isOdd = freedom % 2 === 1;
  let term = isOdd ? cosine : 1;
  let sum = freedom === 1 ? 0 : term;
  for (let order = isOdd ? 3 : 2; order < freedom; order += 2) {
    term *= (cosine * cosine * (order - 1)) / order;
    sum += term;
  }
  return isOdd ? (2 / Math.PI) * (angle + sine * sum) : sine * sum;
}

/** More than any quantile that is asked for: that of one degree of freedom at 0.9999 is 3,183. */
const MOST = 4_000;
const HALVINGS = 80;

/**
 * The value that t stays below with a probability.
 * @param probability from 0.5 to 0.9999. @param freedom degrees of freedom, whole, 1 or more.
 * @throws RangeError outside these.
 */
export function studentQuantile(probability: number, freedom: number): number {
  if (!(probability >= 0.5 && probability <= 0.9999) || !Number.isInteger(freedom) || freedom < 1)
    throw new RangeError(`No quantile for ${probability} with ${freedom} degrees of freedom.`);
  let [low, high] = [0, MOST];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (low + high) / 2;
    if (within(middle, freedom) < 2 * probability - 1) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
