/**
 * Where exactly something begins: what cannot be told from the sound before it. The sound before is predicted by Burg's
 * linear prediction, then by its own period, since a squared sound is periodic but not smooth; what is left over rises
 * within a fraction of a millisecond.
 */
import FFT from 'fft.js';
import type { Onset } from './onsets';
import { powerOfTwo } from './spectrum';

const ORDER = 12;
const HISTORY_SECONDS = 0.036;
const BEFORE_SECONDS = 0.01;
const AFTER_SECONDS = 0.015;
const LEAST_LAG_SECONDS = 0.001;
const MOST_LAG_SECONDS = 0.013;
const AVERAGE_SECONDS = 0.0005;
const BACKGROUND_SECONDS = 0.005;
const NEAR_SECONDS = 0.008;
/** The crossing lies so far up between what was and the peak, and at least so far above what was. */
const RISE_PART = 0.18;
const BACKGROUND_PART = 2.5;
const DIP_SECONDS = 0.002;
/** The crossing lies after the beginning by so much, in the middle, by simulation. */
const CORRECTION_SECONDS = 0.00033;
/** A peak that stands out less than this tells nothing. */
const SURE_RATIO = 4;
const SURE_PART = 0.1;
/** What the coarse place is early by in noise as loud as the notes: by simulation. */
const LOUD_SHIFT_SECONDS = 0.0018;

/** An onset and how surely it is placed. */
export interface RefinedOnset extends Onset {
  readonly sure: boolean;
}

/** Coefficients that predict a sample from those before it (Burg's method; Kay, Modern Spectral Estimation, 1988). */
export function burg(samples: Float64Array, order: number): Float64Array {
  const count = samples.length;
  const forward = Float64Array.from(samples);
  const backward = Float64Array.from(samples);
  let coefficients = new Float64Array(0);
  for (let step = 0; step < order; step++) {
    let [over, under] = [0, 1e-30];
    for (let at = step + 1; at < count; at++) {
      over += forward[at]! * backward[at - 1]!;
      under += forward[at]! * forward[at]! + backward[at - 1]! * backward[at - 1]!;
    }
    const reflection = (2 * over) / under;
    const next = new Float64Array(step + 1);
    for (let at = 0; at < step; at++)
      next[at] = coefficients[at]! - reflection * coefficients[step - 1 - at]!;
    next[step] = reflection;
    coefficients = next;
    for (let at = count - 1; at > step; at--) {
      const ahead = forward[at]!;
      forward[at] = ahead - reflection * backward[at - 1]!;
      backward[at] = backward[at - 1]! - reflection * ahead;
    }
  }
  return coefficients;
}

/** Solves three equations; null where they do not stand apart. */
function solveThree(matrix: number[][], right: number[]): number[] | null {
  const rows = matrix.map((row, at) => [...row, right[at]!]);
  for (let pivot = 0; pivot < 3; pivot++) {
    const best = [0, 1, 2]
      .slice(pivot)
      .sort((a, b) => Math.abs(rows[b]![pivot]!) - Math.abs(rows[a]![pivot]!))[0]!;
    [rows[pivot], rows[best]] = [rows[best]!, rows[pivot]!];
    const head = rows[pivot]!;
    if (Math.abs(head[pivot]!) < 1e-18) return null;
    for (let row = 0; row < 3; row++) {
      if (row === pivot) continue;
      const factor = rows[row]![pivot]! / head[pivot]!;
      for (let at = pivot; at < 4; at++) rows[row]![at]! -= factor * head[at]!;
    }
  }
  return rows.map((row, at) => row[3]! / row[at]!);
}

/** What is known of a sample rate once. */
class Refiner {
  private readonly history: number;
  private readonly span: number;
  private readonly leastLag: number;
  private readonly mostLag: number;
  private readonly fft: FFT;
  private readonly input: Float64Array;
  private readonly output: Float64Array;
  // What is worked in; each onset begins anew.
  private readonly line: Float64Array;
  private readonly residual: Float64Array;
  private readonly envelope: Float64Array;
  private readonly magnitudes: Float64Array;

  constructor(
    private readonly samples: Float32Array,
    private readonly sampleRate: number,
  ) {
    this.history = Math.round(HISTORY_SECONDS * sampleRate);
    this.span = Math.round((BEFORE_SECONDS + AFTER_SECONDS) * sampleRate);
    this.leastLag = Math.round(LEAST_LAG_SECONDS * sampleRate);
    this.mostLag = Math.round(MOST_LAG_SECONDS * sampleRate);
    this.fft = new FFT(powerOfTwo(2 * this.history));
    this.input = new Float64Array(this.fft.size);
    this.output = new Float64Array(2 * this.fft.size);
    this.line = new Float64Array(ORDER + this.history + this.span);
    this.residual = new Float64Array(this.history + this.span);
    this.envelope = new Float64Array(this.span);
    this.magnitudes = new Float64Array(this.span);
  }

  /** The lag at which what is left repeats itself best; its autocorrelation by Fourier transform. */
  private lagOf(residual: Float64Array): number {
    const { fft, input, output, history } = this;
    input.fill(0);
    for (let at = 0; at < history; at++) input[at] = residual[at]!;
    fft.realTransform(output, input);
    // Powers are the same from both ends, so that the way back is the same transform.
    for (let at = 0; at <= fft.size / 2; at++) {
      const real = output[2 * at]!;
      const imaginary = output[2 * at + 1]!;
      input[at] = real * real + imaginary * imaginary;
      if (at > 0) input[fft.size - at] = input[at]!;
    }
    fft.realTransform(output, input);
    let [best, most] = [this.leastLag, -Infinity];
    for (let lag = this.leastLag; lag <= this.mostLag; lag++) {
      const value = output[2 * lag]! / (history - lag);
      if (value > most) [best, most] = [lag, value];
    }
    return best;
  }

  /** Three taps around a lag, by least squares over what lies before. */
  private tapsOf(residual: Float64Array, lag: number): readonly [number, number, number] {
    let [aa, ab, ac, bb, bc, cc, an, bn, cn] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    for (let at = lag + 1; at < this.history; at++) {
      const now = residual[at]!;
      const a = residual[at - lag + 1]!;
      const b = residual[at - lag]!;
      const c = residual[at - lag - 1]!;
      aa += a * a;
      ab += a * b;
      ac += a * c;
      bb += b * b;
      bc += b * c;
      cc += c * c;
      an += a * now;
      bn += b * now;
      cn += c * now;
    }
    // A little more on the diagonal keeps what is silent apart.
    const more = 1e-6 * bb + 1e-20;
    const matrix = [
      [aa + more, ab, ac],
      [ab, bb + more, bc],
      [ac, bc, cc + more],
    ];
    const solved = solveThree(matrix, [an, bn, cn]);
    return solved ? [solved[0]!, solved[1]!, solved[2]!] : [0, 0, 0];
  }

  /** Offset in seconds from the coarse time to where something new begins; null: it does not stand out. */
  shiftOf(seconds: number): number | null {
    const { samples, sampleRate, history, span } = this;
    const start = Math.round((seconds - BEFORE_SECONDS) * sampleRate);
    const first = start - history - ORDER;
    const { line, residual } = this;
    for (let at = 0; at < line.length; at++) line[at] = samples[first + at] ?? 0;
    const predicted = burg(line.subarray(ORDER, ORDER + history), ORDER);
    for (let at = 0; at < residual.length; at++) {
      let value = line[at + ORDER]!;
      for (let back = 0; back < ORDER; back++) value -= predicted[back]! * line[at + ORDER - 1 - back]!;
      residual[at] = value;
    }
    const lag = this.lagOf(residual);
    const [one, two, three] = this.tapsOf(residual, lag);
    const average = Math.max(1, Math.round(AVERAGE_SECONDS * sampleRate));
    const { envelope, magnitudes } = this;
    let sum = 0;
    for (let at = 0; at < span; at++) {
      const place = history + at;
      const left =
        residual[place]! -
        one * residual[place - lag + 1]! -
        two * residual[place - lag]! -
        three * residual[place - lag - 1]!;
      magnitudes[at] = Math.abs(left);
      sum += magnitudes[at]! - (at >= average ? magnitudes[at - average]! : 0);
      envelope[at] = sum / Math.min(at + 1, average);
    }
    const quiet = Math.round(BACKGROUND_SECONDS * sampleRate);
    const background = envelope.slice(0, quiet).sort()[quiet >> 1]! + 1e-9;
    const dip = DIP_SECONDS * sampleRate;
    const middle = BEFORE_SECONDS * sampleRate;
    const near = NEAR_SECONDS * sampleRate;
    let [peakAt, weighted] = [0, -1];
    for (let at = 0; at < span; at++) {
      const value = envelope[at]! * Math.exp(-0.5 * ((at - middle) / near) ** 2);
      if (value > weighted) [peakAt, weighted] = [at, value];
    }
    const peak = envelope[peakAt]!;
    if (peak / background < SURE_RATIO) return null;
    const level = background + Math.max(RISE_PART * (peak - background), BACKGROUND_PART * background);
    // Back from the peak, over short dips: what rose before that was something else.
    let crossing = peakAt;
    for (let at = peakAt; at >= 0 && crossing - at <= dip; at--) if (envelope[at]! >= level) crossing = at;
    // Between two samples the crossing is found by a straight line.
    const before = crossing > 0 ? envelope[crossing - 1]! : 0;
    const part = crossing > 0 ? (level - before) / (envelope[crossing]! - before || 1) : 0;
    return (
      (crossing - 1 + part - middle + (start - (seconds - BEFORE_SECONDS) * sampleRate)) / sampleRate -
      CORRECTION_SECONDS +
      (crossing > 0 ? 0 : 1 / sampleRate)
    );
  }
}

/** Onsets at their exact places; one that does not stand out is moved as the sure ones are in the middle, where there are enough of them. */
export function refineOnsets(
  samples: Float32Array,
  sampleRate: number,
  onsets: readonly Onset[],
  tell: (done: number) => void = () => undefined,
): RefinedOnset[] {
  const refiner = new Refiner(samples, sampleRate);
  const shifts = onsets.map(({ at }, index) => {
    if (index % 64 === 0) tell(index / onsets.length);
    return refiner.shiftOf(at);
  });
  const sure = shifts.filter((shift) => shift !== null).sort((a, b) => a - b);
  // A few that stand out of much noise are noise themselves.
  const usual = sure.length >= SURE_PART * onsets.length ? (sure[sure.length >> 1] ?? 0) : LOUD_SHIFT_SECONDS;
  return onsets.map((onset, at) => ({
    ...onset,
    at: onset.at + (shifts[at] ?? usual),
    sure: shifts[at] !== null,
  }));
}
