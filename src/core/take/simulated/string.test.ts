/** The plucked string against theory: pitch by its phase, decay by its level. */
import { expect, it } from 'vitest';
import { hertzOf } from '../../sound/pluck';
import { chanceOf } from './chance';
import { addString } from './string';

const RATE = 48_000;

/** Level and phase at a frequency in a window (one term of a Fourier transform). */
function termAt(samples: Float32Array, from: number, length: number, hertz: number) {
  let [real, imaginary] = [0, 0];
  for (let at = 0; at < length; at++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length);
    const angle = (2 * Math.PI * hertz * (from + at)) / RATE;
    real += window * samples[from + at]! * Math.cos(angle);
    imaginary -= window * samples[from + at]! * Math.sin(angle);
  }
  return { level: Math.hypot(real, imaginary), phase: Math.atan2(imaginary, real) };
}

it.each([40, 45, 52, 59, 64, 71, 76, 88])(
  'sounds its pitch to a cent, and dies away as asked: MIDI %i',
  (midi) => {
    const hertz = hertzOf(midi);
    const samples = new Float32Array(2 * RATE);
    addString(
      samples,
      { from: 0, frames: 2 * RATE, level: 0.1, sampleRate: RATE },
      { hertz, place: 0.13, dullness: 0.3, decaySeconds: 2.5, attackSeconds: 0.0004 },
      chanceOf(midi),
    );
    const window = 0.25 * RATE;
    const [early, late] = [0.1 * RATE, 0.6 * RATE].map((from) => termAt(samples, from, window, hertz));
    // How the phase turns against a tone of the right pitch tells how far the pitch is off.
    const turned =
      ((((late!.phase - early!.phase + 3 * Math.PI) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)) -
      Math.PI;
    const off = turned / (2 * Math.PI) / 0.5;
    expect(Math.abs(1200 * Math.log2((hertz + off) / hertz))).toBeLessThan(1);
    // A thousandth after 2.5 s: 60 dB, so 12 dB in half a second.
    const decibels = 20 * Math.log10(early!.level / late!.level);
    if (midi <= 76) expect(decibels).toBeCloseTo(12, 0);
    // So high the filter itself takes more than was asked.
    else expect(decibels).toBeGreaterThan(12);
  },
);
