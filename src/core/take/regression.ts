/**
 * How much some notes come later than others, with intervals: a robust regression on a slow drift and on what kinds of
 * notes there are.
 */
import jstat from 'jstat';
import { inverse, Matrix } from 'ml-matrix';
import { medianOf } from './timeline';

/** Bends of the drift lie so many notes apart. */
const KNOT_NOTES = 12;
/** And in a long take further: its drift does not bend more often than this, and time goes with the cube of it. */
const MOST_PIECES = 80;
/** Tukey's bisquare with 95 % efficiency for normal errors (Huber & Ronchetti, Robust Statistics, 2009). */
const BISQUARE = 4.685;
const ROUNDS = 25;
const SETTLED = 1e-6;
/** A median absolute deviation as a standard deviation of normal errors. */
export const MAD_TO_SD = 1.4826;
const CONFIDENCE = 0.95;

/** A moment of a take, in order. */
export interface Sample {
  /** Milliseconds late. */
  readonly late: number;
  /** What it is; null: as the reference. */
  readonly kind: string | null;
  /** What else it is, whose own lateness is taken off; absent or null: nothing. */
  readonly besides?: string | null;
  /** Which unbroken part of the take it lies in, counted from 0. */
  readonly part: number;
}

/** How much a kind comes later than the reference. */
export interface Effect {
  readonly kind: string;
  readonly n: number;
  readonly meanMs: number;
  /** The 95 % interval. */
  readonly low: number;
  readonly high: number;
  /** Chance of so much or more if there were nothing, corrected for how many kinds were asked (Holm 1979). */
  readonly p: number;
}

/** Columns of a drift that bends at its knots and is anew in each part. */
function driftRow(samples: readonly Sample[]): { rows: number[][]; columns: number } {
  const places = samples.map((sample, at) => ({ ...sample, at }));
  const parts = [...new Set(samples.map(({ part }) => part))];
  let columns = 0;
  const rows = samples.map(() => [] as number[]);
  for (const part of parts) {
    const own = places.filter((sample) => sample.part === part);
    const pieces = Math.min(MOST_PIECES, Math.max(1, Math.round(own.length / KNOT_NOTES)));
    own.forEach(({ at }, index) => {
      const place = own.length === 1 ? 0 : (index * pieces) / (own.length - 1);
      const left = Math.min(pieces - 1, Math.floor(place));
      rows[at]![columns + left] = 1 - (place - left);
      rows[at]![columns + left + 1] = place - left;
    });
    columns += pieces + 1;
  }
  return { rows, columns };
}

/** Holm's correction: the least chance counts as often as there are questions, the next once less, and so on. */
export function holm(chances: readonly number[]): number[] {
  const order = chances.map((_, at) => at).sort((a, b) => chances[a]! - chances[b]!);
  const corrected = [...chances];
  let most = 0;
  order.forEach((at, rank) => {
    most = Math.max(most, Math.min(1, chances[at]! * (chances.length - rank)));
    corrected[at] = most;
  });
  return corrected;
}

const bisquare = (value: number) => (Math.abs(value) < 1 ? (1 - value * value) ** 2 : 0);
/** The derivative of a residual times its weight. */
const bisquareSlope = (value: number) =>
  Math.abs(value) < 1 ? (1 - value * value) * (1 - 5 * value * value) : 0;

/** Inverse of the weighted squares; a trace more on the diagonal keeps columns apart that nothing tells apart. */
function squaresInverse(design: Matrix, weights: readonly number[]): Matrix {
  const columns = design.columns;
  const squares = Matrix.zeros(columns, columns);
  for (let row = 0; row < design.rows; row++) {
    const weight = weights[row]!;
    if (weight === 0) continue;
    const used: number[] = [];
    for (let column = 0; column < columns; column++) if (design.get(row, column) !== 0) used.push(column);
    for (const one of used)
      for (const other of used)
        squares.set(
          one,
          other,
          squares.get(one, other) + weight * design.get(row, one) * design.get(row, other),
        );
  }
  for (let column = 0; column < columns; column++)
    squares.set(column, column, squares.get(column, column) + 1e-9);
  return inverse(squares);
}

/**
 * How much later each kind comes than the reference. Robust (bisquare, iterated), with standard errors for errors that
 * are not alike (HC3, MacKinnon & White 1985, on the weighted residuals) and t intervals.
 * @param least kinds of fewer notes are left out; where the reference has fewer, nothing can be said. @returns the kinds in the order
 * in which they first come.
 */
export function effectsOf(samples: readonly Sample[], least: number): Effect[] {
  const counts = new Map<string, number>();
  for (const { kind } of samples) if (kind !== null) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const kinds = [...counts].filter(([, n]) => n >= least).map(([kind]) => kind);
  // What is too rare to be told is neither this nor the reference.
  const used = samples.filter(({ kind }) => kind === null || kinds.includes(kind));
  if (kinds.length === 0 || used.filter(({ kind }) => kind === null).length < least) return [];
  const { rows, columns: drift } = driftRow(used);
  const besides = [...new Set(used.flatMap((sample) => sample.besides ?? []))];
  const columns = drift + kinds.length + besides.length;
  if (used.length <= columns + 2) return [];
  const design = Matrix.zeros(used.length, columns);
  used.forEach(({ kind, besides: other }, row) => {
    rows[row]!.forEach((value, column) => design.set(row, column, value));
    if (kind !== null) design.set(row, drift + kinds.indexOf(kind), 1);
    if (other) design.set(row, drift + kinds.length + besides.indexOf(other), 1);
  });
  const late = used.map((sample) => sample.late);
  let weights: number[] = late.map(() => 1);
  let slopes = weights;
  let residuals: number[] = late;
  let coefficients = Matrix.zeros(columns, 1);
  let bread = design;
  for (let round = 0; round < ROUNDS; round++) {
    bread = squaresInverse(design, weights);
    const right = design.transpose().mmul(Matrix.columnVector(late.map((value, at) => value * weights[at]!)));
    const next = bread.mmul(right);
    const change = Matrix.sub(next, coefficients).norm('frobenius');
    coefficients = next;
    const fitted = design.mmul(coefficients);
    residuals = late.map((value, at) => value - fitted.get(at, 0));
    const scale = MAD_TO_SD * medianOf(residuals.map(Math.abs)) || 1e-6;
    if (round > 0 && change < SETTLED * scale) break;
    weights = residuals.map((residual) => bisquare(residual / (BISQUARE * scale)));
    slopes = residuals.map((residual) => bisquareSlope(residual / (BISQUARE * scale)));
  }
  const [weight, slope] = [weights, slopes].map((some) => some.reduce((sum, value) => sum + value, 0));
  // Weights that fall off as the residual grows count for less than their sum.
  const stretched = weight! / Math.max(1e-9, slope!);
  const degrees = Math.max(1, used.length - columns);
  const quantile = jstat.jStat.studentt.inv((1 + CONFIDENCE) / 2, degrees);
  const found = kinds.map((kind, at) => {
    const column = drift + at;
    let variance = 0;
    for (let row = 0; row < used.length; row++) {
      let influence = 0;
      let leverage = 0;
      for (let one = 0; one < columns; one++) {
        const value = design.get(row, one);
        if (value === 0) continue;
        influence += bread.get(column, one) * value;
        for (let other = 0; other < columns; other++)
          if (design.get(row, other) !== 0)
            leverage += value * bread.get(one, other) * design.get(row, other);
      }
      const left = 1 - Math.min(0.99, weights[row]! * leverage);
      variance += ((influence * weights[row]! * residuals[row]!) / left) ** 2;
    }
    const error = Math.sqrt(variance) * stretched;
    const meanMs = coefficients.get(column, 0);
    const chance = 2 * (1 - jstat.jStat.studentt.cdf(Math.abs(meanMs) / (error || 1e-9), degrees));
    return {
      kind,
      n: counts.get(kind)!,
      meanMs,
      low: meanMs - quantile * error,
      high: meanMs + quantile * error,
      chance,
    };
  });
  const corrected = holm(found.map(({ chance }) => chance));
  return found.map(({ chance: _, ...effect }, at) => ({ ...effect, p: corrected[at]! }));
}
