/** How the tempo goes within one run, from pass to pass. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { TempoCourse } from '../model/ladder';
import { changeTempo, rampTempo, type TempoMap } from './tempoMap';

/** A run whose tempo is not steady. */
export interface Course {
  readonly course: TempoCourse;
  readonly bpm: number;
  readonly toBpm: number;
  /** Where each pass begins, in ticks of the performance, and where the last ends. */
  readonly passTicks: readonly number[];
  /** Chance of the tempos at random. */
  readonly seed: number;
}

/**
 * A steady map made to go as a run goes: evenly from one tempo to the other; there and back (slow, fast, slow); a pass at each by turns, the
 * slower of the list first; or every pass at a whole tempo drawn from between them, both included.
 * @param map steady at `bpm`. @param course of at least one pass.
 */
export function courseMap(map: TempoMap, { course, bpm, toBpm, passTicks, seed }: Course): TempoMap {
  const [first, last] = [passTicks[0]!, passTicks.at(-1)!];
  const starts = passTicks.slice(0, -1);
  switch (course) {
    case 'even':
      return rampTempo(map, first, last, toBpm);
    case 'there and back': {
      const middle = Math.round((first + last) / 2);
      return rampTempo(rampTempo(map, first, middle, toBpm), middle, last, bpm);
    }
    case 'by turns':
      return starts.reduce(
        (made, ticks, pass) => changeTempo(made, ticks, pass % 2 === 0 ? bpm : toBpm),
        map,
      );
    case 'at random': {
      const random = xoroshiro128plus(seed);
      const [least, most] = [Math.ceil(Math.min(bpm, toBpm)), Math.floor(Math.max(bpm, toBpm))];
      return starts.reduce((made, ticks) => {
        const chance = (random.next() >>> 0) / 2 ** 32;
        return changeTempo(made, ticks, least + Math.floor(chance * Math.max(1, most - least + 1)));
      }, map);
    }
  }
}
