/** Where a search over the lattice begins and ends. */
import { seamCost } from './along';
import type { Lattice } from './lattice';
import { DIRECTIONS_COME, turns, wayOf } from './ways';

/** Where a search begins and ends: a loop is searched once for each first place and way to it. */
export interface Ends {
  readonly firsts: readonly number[];
  readonly came: number;
  /** What the last state pays; Infinity where it is no end. */
  readonly closing: (place: number, stroke: number, came: number) => number;
  /** What the step that closes a loop brings, by place and stroke of the last note. */
  readonly closingGains: (place: number, stroke: number) => readonly number[];
  /** How many turns of direction that step makes, by the place of the last note and the way to it. */
  readonly closingTurns: (place: number, came: number) => number;
}

const NOTHING: readonly number[] = [];

/** A line from any place that may begin it. */
export function lineEnds(lattice: Lattice): Ends {
  return {
    firsts: [...lattice.places.keys()].filter((place) => lattice.begins[place] === 1),
    came: 0,
    closing: (place) => (lattice.ends[place]! < 0 ? Infinity : lattice.ends[place]!),
    closingGains: () => NOTHING,
    closingTurns: () => 0,
  };
}

/** Every first place and way to it, each with the closing of the loop. */
export function loopEnds(lattice: Lattice): Ends[] {
  const { places, rules, first, to, gain, gains } = lattice;
  return [...places.keys()]
    .filter((place) => lattice.begins[place] === 1)
    .flatMap((place) =>
      DIRECTIONS_COME.map((came): Ends[] =>
        rules.firstStrokes.map((stroke): Ends => {
          const goal = place * rules.strokes + stroke;
          const stepTo = (from: number) => {
            for (let step = first[from]!; step < first[from + 1]!; step++) if (to[step] === goal) return step;
            return -1;
          };
          return {
            firsts: [place],
            came,
            closing: (last, lastStroke, lastCame) =>
              lattice.ends[last]! < 0 || stepTo(last * rules.strokes + lastStroke) < 0
                ? Infinity
                : seamCost(lattice, last, lastCame, place, came),
            closingGains: (last, lastStroke) => {
              const step = stepTo(last * rules.strokes + lastStroke);
              return step < 0 ? NOTHING : gains[gain[step]!]!;
            },
            closingTurns: (last, lastCame) =>
              turns(lastCame, wayOf(places[place]!.pitch - places[last]!.pitch)) ? 1 : 0,
          };
        }),
      ).flat(),
    );
}
