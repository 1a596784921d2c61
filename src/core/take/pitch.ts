/**
 * Which pitch begins at an onset: a comb over what the spectrum has gained. It is asked only whether what was planned
 * agrees better than its neighbours; octaves, fifths and twelfths a comb cannot tell.
 */
import { hertzOf } from '../sound/pluck';
import { powerOfTwo, Spectrum } from './spectrum';

const AFTER_SECONDS = 0.003;
const BEFORE_SECONDS = 0.004;
const SLOT_PART = 0.85;
const LEAST_WINDOW_SECONDS = 0.045;
const MOST_WINDOW_SECONDS = 0.07;
const PARTIALS = 10;
const HIGHEST_HERTZ = 4500;
/** Pitches so far beyond those of the plan are thought of, too. */
const AROUND_SEMITONES = 3;
/** Intervals in semitones whose partials lie on each other: the octave, fifth, twelfth and double octave, up and down. */
const ALIKE = new Set([0, 7, 12, 19, 24, 28, 31, 36]);

/** The plan's pitches and how near to each other notes come. */
export interface PitchRange {
  readonly lowest: number;
  readonly highest: number;
  readonly shortestSeconds: number;
}

/** Agreement of what begins at an onset with each pitch. */
export interface PitchEvidence {
  /** How much better the planned pitches agree than the best of all others, −1…1; above 0: they are it. */
  evidence: (midi: readonly number[]) => number;
  /** The same by what has been gained alone: what sounded before does not count. */
  gained: (midi: readonly number[]) => number;
  /** How much is gained by the pitch that agrees best; in no unit, to be compared within a recording. */
  readonly amount: number;
}

/** Hears pitches in a recording. */
export class PitchEar {
  private readonly spectrum: Spectrum;
  private readonly length: number;
  private readonly lowest: number;
  private readonly count: number;
  private readonly before: Float64Array;

  constructor(
    private readonly samples: Float32Array,
    private readonly sampleRate: number,
    { lowest, highest, shortestSeconds }: PitchRange,
  ) {
    const seconds = Math.min(
      MOST_WINDOW_SECONDS,
      Math.max(LEAST_WINDOW_SECONDS, SLOT_PART * shortestSeconds),
    );
    this.length = Math.round(seconds * sampleRate);
    this.spectrum = new Spectrum(this.length, powerOfTwo(2 * this.length));
    this.before = new Float64Array(this.spectrum.size / 2);
    this.lowest = lowest - AROUND_SEMITONES;
    this.count = highest + AROUND_SEMITONES - this.lowest + 1;
  }

  /** The gain at a frequency: of the bins beside it the larger. */
  private gainAt(gain: Float64Array, hertz: number): number {
    const bin = (hertz * this.spectrum.size) / this.sampleRate;
    const below = Math.floor(bin);
    return Math.max(gain[below] ?? 0, gain[below + 1] ?? 0);
  }

  private comb(gain: Float64Array, hertz: number): number {
    let sum = 0;
    let weights = 0;
    for (let partial = 1; partial <= PARTIALS && partial * hertz < HIGHEST_HERTZ; partial++) {
      const weight = 1 / Math.sqrt(partial);
      weights += weight;
      sum += weight * (this.gainAt(gain, partial * hertz) - 0.5 * this.gainAt(gain, (partial - 0.5) * hertz));
    }
    return sum / Math.sqrt(weights);
  }

  /** What begins at a time. */
  at(seconds: number): PitchEvidence {
    const { spectrum, samples, sampleRate, length, before, lowest, count } = this;
    before.set(spectrum.at(samples, Math.round((seconds - BEFORE_SECONDS) * sampleRate) - length));
    const after = spectrum.at(samples, Math.round((seconds + AFTER_SECONDS) * sampleRate));
    // A pitch that sounded before gains nothing: then what sounds now is asked by itself.
    const now = after.map((power) => Math.sqrt(Math.sqrt(power)));
    const gain = before;
    for (let bin = 0; bin < gain.length; bin++) gain[bin] = now[bin]! - Math.sqrt(Math.sqrt(gain[bin]!));
    const ways = [gain, now].map((spectrum) => {
      const agreement = Float64Array.from({ length: count }, (_, at) =>
        this.comb(spectrum, hertzOf(lowest + at)),
      );
      return { agreement, most: agreement.reduce((best, value) => Math.max(best, value), 1e-12) };
    });
    return {
      evidence: (midi) => Math.max(...ways.map((way) => this.compare(way, midi))),
      gained: (midi) => this.compare(ways[0]!, midi),
      amount: ways[0]!.most,
    };
  }

  /** How much better these pitches agree than the best of the others. */
  private compare(
    { agreement, most }: { agreement: Float64Array; most: number },
    midi: readonly number[],
  ): number {
    const { lowest, count } = this;
    // A dead note has no pitch that could be another.
    if (midi.length === 0) return 0;
    const planned = midi.reduce((sum, one) => sum + (agreement[one - lowest] ?? 0), 0) / midi.length;
    let other = 0;
    for (let at = 0; at < count; at++) {
      const isAlike = midi.some((one) => ALIKE.has(Math.abs(one - lowest - at)));
      if (!isAlike) other = Math.max(other, agreement[at]!);
    }
    return Math.max(-1, Math.min(1, (planned - other) / most));
  }
}
