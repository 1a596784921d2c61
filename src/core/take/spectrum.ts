/** Short spectra of real samples. */
import FFT from 'fft.js';

/** Power spectra of windows of one length. */
export class Spectrum {
  private readonly fft: FFT;
  private readonly window: Float64Array;
  private readonly input: Float64Array;
  private readonly output: Float64Array;
  /** Squared magnitudes of the last window, from 0 Hz to half the sample rate. */
  readonly powers: Float64Array;

  /** @param length samples of a window (Hann). @param size a power of two, at least as much; the rest is filled with nothing. */
  constructor(
    private readonly length: number,
    readonly size: number,
  ) {
    this.fft = new FFT(size);
    this.window = Float64Array.from({ length }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length));
    this.input = new Float64Array(size);
    this.output = new Float64Array(2 * size);
    this.powers = new Float64Array(size / 2);
  }

  /** Looks at the window that begins at a frame; what lies outside the samples is silence. */
  at(samples: Float32Array, from: number): Float64Array {
    const { length, window, input, output, powers } = this;
    const isInside = from >= 0 && from + length <= samples.length;
    if (isInside) for (let at = 0; at < length; at++) input[at] = samples[from + at]! * window[at]!;
    else for (let at = 0; at < length; at++) input[at] = (samples[from + at] ?? 0) * window[at]!;
    this.fft.realTransform(output, input);
    for (let bin = 0; bin < powers.length; bin++) {
      const real = output[2 * bin]!;
      const imaginary = output[2 * bin + 1]!;
      powers[bin] = real * real + imaginary * imaginary;
    }
    return powers;
  }
}

/** The least power of two that is at least a number. */
export const powerOfTwo = (least: number): number => 2 ** Math.ceil(Math.log2(least));
