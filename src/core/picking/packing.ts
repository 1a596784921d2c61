/**
 * Costs of several tiers packed into two whole numbers, the heaviest tier first, so that to compare costs is to compare two numbers
 * and to add them is to add two. Each tier has as many bits as the dearest path needs; where all fit, the second number stays 0.
 */

/** A double holds 53 bits exactly; some are left free for sums and for what nothing leads to. */
const WORD_BITS = 51;

/** Dearer than any path: what nothing leads to. */
export const UNREACHABLE = 2 ** (WORD_BITS + 1);

export interface Packing {
  /** By tier: 2 to the place of its lowest bit. */
  readonly weights: Float64Array;
  /** 1 / weights. */
  readonly shares: Float64Array;
  /** Tiers below this one are in the first number, the others in the second. */
  readonly split: number;
}

/**
 * The packing for tiers up to some values.
 * @param most by tier, the most that a path may cost, 0 or above.
 * @throws RangeError where two numbers are too few.
 */
export function packingFor(most: readonly number[]): Packing {
  // One bit more than that, so that two paths can be added.
  const bits = most.map((value) => Math.floor(Math.log2(Math.max(1, value))) + 2);
  const weights = new Float64Array(most.length);
  const done = (split: number) => ({ weights, shares: weights.map((weight) => 1 / weight), split });
  const fill = (from: number, to: number) => {
    let used = 0;
    for (let t = to - 1; t >= from; t--) {
      weights[t] = 2 ** used;
      used += bits[t]!;
    }
    return used;
  };
  if (fill(0, most.length) <= WORD_BITS) return done(most.length);
  let split = most.length;
  for (let used = 0; split > 0 && used + bits[split - 1]! <= WORD_BITS; split--) used += bits[split - 1]!;
  fill(split, most.length);
  if (fill(0, split) > WORD_BITS) throw new RangeError('The passage is too long for the engine.');
  return done(split);
}

/** The first or the second number of costs by tier. */
export function packed(
  { weights, split }: Packing,
  costs: ArrayLike<number>,
  at: number,
  word: 0 | 1,
): number {
  let sum = 0;
  for (let t = word === 0 ? 0 : split; t < (word === 0 ? split : weights.length); t++)
    sum += costs[at + t]! * weights[t]!;
  return sum;
}

/** Writes the costs by tier that two numbers hold. */
export function unpack(
  { weights, shares, split }: Packing,
  high: number,
  low: number,
  into: Float64Array,
): void {
  let rest = high;
  for (let t = 0; t < weights.length; t++) {
    if (t === split) rest = low;
    const value = Math.floor(rest * shares[t]!);
    into[t] = value;
    rest -= value * weights[t]!;
  }
}
