/** Looking things up in lists that are in order. */

/** The first index whose value is at least a value. */
export function lowerBound(sorted: ArrayLike<number>, value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
