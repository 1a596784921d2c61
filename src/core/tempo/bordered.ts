/** Linear systems of a chain with one number that all its links share: tridiagonal with one full row and column, solved in linear time. */

/** A symmetric matrix: its tridiagonal part, the full row and the corner of both. */
export interface Bordered {
  readonly diagonal: Float64Array;
  /** Beside the diagonal; one shorter. */
  readonly beside: Float64Array;
  readonly row: Float64Array;
  corner: number;
}

/** An answer with the logarithm of the matrix's determinant. */
export interface Solved {
  readonly solution: Float64Array;
  readonly logDeterminant: number;
}

/**
 * Solves a bordered system, `shift` added to its diagonal, for a right side that ends with the shared number's; null where the matrix is
 * not positive definite.
 */
export function solveBordered(matrix: Bordered, right: Float64Array, shift = 0): Solved | null {
  const { diagonal, beside, row, corner } = matrix;
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

/** Of the inverse of a positive definite one: its diagonal and its last row, the shared number's. */
export function inverseParts(matrix: Bordered): {
  readonly diagonal: Float64Array;
  readonly row: Float64Array;
} {
  const { diagonal, beside } = matrix;
  const n = diagonal.length;
  // Pivots from both ends: the inverse of a tridiagonal matrix has 1 / (p + q − d) on its diagonal (Meurant 1992).
  const [down, up] = [Float64Array.from(diagonal), Float64Array.from(diagonal)];
  for (let at = 1; at < n; at++) down[at]! -= beside[at - 1]! ** 2 / down[at - 1]!;
  for (let at = n - 2; at >= 0; at--) up[at]! -= beside[at]! ** 2 / up[at + 1]!;
  const unit = new Float64Array(n + 1);
  unit[n] = 1;
  const row = solveBordered(matrix, unit)!.solution;
  const own = Float64Array.from({ length: n + 1 }, (_, at) =>
    at === n ? row[n]! : 1 / (down[at]! + up[at]! - diagonal[at]!) + row[at]! ** 2 / row[n]!,
  );
  return { diagonal: own, row };
}
