/** Chance with a seed, so that the same search gives the same lines. */
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export interface Chance {
  /** A whole number from 0 to below a limit. */
  readonly below: (limit: number) => number;
  /** Puts a list in another order, in place. */
  readonly shuffle: (list: unknown[]) => void;
}

/** The chance of a seed. */
export function chanceOf(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  const below = (limit: number) => uniformInt(generator, 0, limit - 1);
  return {
    below,
    shuffle: (list) => {
      for (let at = list.length - 1; at > 0; at--) {
        const other = below(at + 1);
        [list[at], list[other]] = [list[other], list[at]];
      }
    },
  };
}
