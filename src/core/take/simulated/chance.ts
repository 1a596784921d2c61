/** Chance with a seed for the simulated player. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export interface Chance {
  /** From 0 to below 1. */
  readonly part: () => number;
  /** From the standard normal distribution (Box & Muller 1958). */
  readonly normal: () => number;
}

/** The chance of a seed. */
export function chanceOf(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  // The first numbers of a small seed are not yet mixed.
  for (let spoilt = 0; spoilt < 20; spoilt++) generator.next();
  const part = () => (generator.next() >>> 0) / 2 ** 32;
  return {
    part,
    normal: () => Math.sqrt(-2 * Math.log(1 - part())) * Math.cos(2 * Math.PI * part()),
  };
}
