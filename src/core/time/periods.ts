/** Whole-number arithmetic of things that come round: how two periods meet. */

/** The greatest common divisor of two whole numbers, not both 0. */
export function commonDivisor(a: number, b: number): number {
  return b === 0 ? a : commonDivisor(b, a % b);
}

/** The least common multiple of two whole numbers above 0. */
export function commonMultiple(a: number, b: number): number {
  return (a / commonDivisor(a, b)) * b;
}

/** What is left of a whole number, 0 or above also below 0. */
export function modulo(a: number, b: number): number {
  return ((a % b) + b) % b;
}
