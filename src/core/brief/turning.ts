/** How often a line can still turn its direction, least and most: whatever it costs, and whatever else it brings. */
import type { Ends } from './ends';
import type { Lattice } from './lattice';
import { DIRECTIONS_COME, directionOf, turns } from './ways';

/** Longer than any line: there is no way on. */
const FAR = 10_000;

/** Turns that are still to come, by note, place and stroke, and direction that the line came. */
export interface TurnsLeft {
  readonly least: readonly Int16Array[];
  readonly most: readonly Int16Array[];
}

/** The number of a state in the tables. */
export const turnState = (on: number, came: number): number =>
  on * DIRECTIONS_COME.length + directionOf(came);

/** What the step that closes a round brings, by place, stroke and way; Infinity where that is no end. */
type Closing = (place: number, stroke: number, came: number) => number;

function extreme(lattice: Lattice, closing: Closing, sign: 1 | -1): Int16Array[] {
  const { brief, rules, places, first, to, way } = lattice;
  const states = places.length * rules.strokes;
  const layers: Int16Array[] = [];
  const last = new Int16Array(states * DIRECTIONS_COME.length).fill(FAR);
  for (let on = 0; on < states; on++)
    for (const came of DIRECTIONS_COME) {
      const closed = closing(Math.floor(on / rules.strokes), on % rules.strokes, came);
      if (Number.isFinite(closed)) last[turnState(on, came)] = sign * closed;
    }
  layers[brief.notes - 1] = last;
  for (let at = brief.notes - 2; at >= 0; at--) {
    const next = layers[at + 1]!;
    const here = new Int16Array(last.length).fill(FAR);
    for (let from = 0; from < states; from++)
      for (let step = first[from]!; step < first[from + 1]!; step++)
        for (const came of DIRECTIONS_COME) {
          const going = way[step]!;
          const after = next[turnState(to[step]!, going === 0 ? came : going)]!;
          const value = after + (turns(came, going) ? sign : 0);
          const state = turnState(from, came);
          if (after < FAR && value < here[state]!) here[state] = value;
        }
    layers[at] = here;
  }
  return layers;
}

/** From each note on to some end. Least is over any number where there is no way on; most is below none then. */
export function turnsLeft(lattice: Lattice, ends: Ends): TurnsLeft {
  const closing: Closing = (place, stroke, came) =>
    Number.isFinite(ends.closing(place, stroke, came)) ? ends.closingTurns(place, came) : Infinity;
  const most = extreme(lattice, closing, -1).map((layer) => layer.map((value) => -value));
  return { least: extreme(lattice, closing, 1), most };
}

/**
 * Whether some line may turn as often as the brief asks, as far as can be told without looking at every round by itself; true where it asks
 * for nothing.
 */
export function mayTurnSo(lattice: Lattice): boolean {
  const { brief, begins, rules } = lattice;
  if (!brief.turns) return true;
  const { min, max } = brief.turns;
  const atEnd =
    (turned: number): Closing =>
    (place) =>
      lattice.ends[place]! < 0 ? Infinity : turned;
  const [least] = extreme(lattice, atEnd(0), 1);
  const [most] = extreme(lattice, atEnd(brief.loop ? 1 : 0), -1);
  return least!.some((fewest, state) => {
    const isBegin = begins[Math.floor(state / DIRECTIONS_COME.length / rules.strokes)] === 1;
    // A line that is played once comes from nowhere.
    const isHere = isBegin && (brief.loop || state % DIRECTIONS_COME.length === 0);
    return isHere && fewest < FAR && fewest <= (max ?? FAR) && -most![state]! >= min;
  });
}
