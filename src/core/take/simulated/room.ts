/** What happens to the sound of the strings on its way into the recording, in place. */
import type { Chance } from './chance';

/** Feedback delays and all-passes of a small room, in seconds (the structure of Schroeder 1962; lengths are ours). */
const COMBS = [0.0229, 0.0267, 0.0301, 0.0347];
const ALL_PASSES = [0.0049, 0.0017];
const ROOM_SECONDS = 0.45;
const FIRST_REFLECTION_SECONDS = 0.006;

export const powerOf = (samples: Float32Array): number =>
  samples.reduce((sum, value) => sum + value * value, 0) / Math.max(1, samples.length);

/** Overdrive: the louder, the more it is squared; then what a loudspeaker leaves of it, two poles at 5 kHz. */
export function drive(samples: Float32Array, gain: number, sampleRate: number): void {
  const keep = Math.exp((-2 * Math.PI * 5000) / sampleRate);
  let [one, two] = [0, 0];
  for (let at = 0; at < samples.length; at++) {
    one = keep * one + (1 - keep) * Math.tanh(gain * samples[at]!);
    two = keep * two + (1 - keep) * one;
    samples[at] = two;
  }
}

/** A room: reflections that die away. @param wet their level beside the sound itself. */
export function addRoom(samples: Float32Array, wet: number, sampleRate: number): void {
  const shift = Math.round(FIRST_REFLECTION_SECONDS * sampleRate);
  let echo = new Float64Array(samples.length);
  for (const seconds of COMBS) {
    const delay = Math.round(seconds * sampleRate);
    const keep = 10 ** ((-3 * seconds) / ROOM_SECONDS);
    const line = new Float64Array(samples.length);
    for (let at = shift; at < samples.length; at++) {
      line[at] = samples[at - shift]! + (at >= delay ? keep * line[at - delay]! : 0);
      echo[at]! += line[at]! / COMBS.length;
    }
  }
  for (const seconds of ALL_PASSES) {
    const delay = Math.round(seconds * sampleRate);
    const out = new Float64Array(samples.length);
    for (let at = 0; at < samples.length; at++) {
      const old = at >= delay ? echo[at - delay]! + 0.7 * out[at - delay]! : 0;
      out[at] = old - 0.7 * echo[at]!;
    }
    echo = out;
  }
  for (let at = 0; at < samples.length; at++) samples[at]! += wet * echo[at]!;
}

/** Noise of even power, so many decibels below the sound. */
export function addNoise(samples: Float32Array, decibels: number, power: number, chance: Chance): void {
  const level = Math.sqrt(power) * 10 ** (-decibels / 20);
  for (let at = 0; at < samples.length; at++) samples[at]! += level * chance.normal();
}
