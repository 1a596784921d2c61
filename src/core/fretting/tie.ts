/** Alike places taken alike. */
import type { Alike } from './alike';
import { COSTS, LEAST_SHIFT, moveCost, type HandState } from './hand';
import { cheapestWay } from './path';
import { placeOf, type Problem, type States } from './solve';

/** A state by where it lies from a fret: alike places have alike states. */
const keyOf = ({ position, low, fingers }: HandState, base: number) =>
  `${position - base}.${low - base}.${fingers.join('')}`;

/** States of alike places by their keys, step by step. */
type Keyed = readonly (readonly ReadonlyMap<string, HandState>[])[];

/**
 * The states that all of some alike places take together at the least cost, each joined to the next where it follows at once; as keys.
 * Null where they have no states in common.
 */
function together(
  { context, moments, loops }: Problem,
  { starts, length }: Alike,
  keyed: Keyed,
): string[] | null {
  const keys = Array.from({ length }, (_, step) =>
    [...keyed[0]![step]!.keys()].filter((key) => keyed.every((place) => place[step]!.has(key))),
  );
  if (keys.some((some) => some.length === 0)) return null;
  const found = keyed.map((place) => place.map((some, step) => keys[step]!.map((key) => some.get(key)!)));
  const of = (place: number, step: number, at: number) => found[place]![step]![at]!;
  const sum = (cost: (place: number) => number) => {
    let all = 0;
    for (let place = 0; place < starts.length; place++) all += cost(place);
    return all;
  };
  const joins = starts.flatMap((start, place): [number, number][] => {
    const after = start + length;
    const next = starts.indexOf(after === moments.length && loops ? 0 : after);
    return next < 0 ? [] : [[place, next]];
  });
  const { path } = cheapestWay({
    costs: keys.map((some, step) => some.map((_, at) => sum((place) => of(place, step, at).cost))),
    move: (step, a, b) =>
      sum((place) =>
        moveCost(
          context,
          moments[starts[place]! + step]!,
          of(place, step, a),
          moments[starts[place]! + step + 1]!,
          of(place, step + 1, b),
        ),
      ),
    groups: keys.map((some, step) => some.map((_, at) => placeOf(of(0, step, at)))),
    apart: LEAST_SHIFT,
    close:
      joins.length === 0
        ? null
        : (a, b) =>
            joins.reduce(
              (all, [from, to]) =>
                all +
                moveCost(
                  context,
                  moments[starts[from]! + length - 1]!,
                  of(from, length - 1, a),
                  moments[starts[to]!]!,
                  of(to, 0, b),
                ),
              0,
            ),
  });
  return path.map((at, step) => keys[step]![at]!);
}

/** How many moments are beyond the reach of the hand. */
const beyondIn = (cost: number) => Math.floor(cost / COSTS.beyondReach);

/** What a stretch of a passage costs in some states, with the moves into and out of it. */
function costOf(
  { context, moments, loops }: Problem,
  chosen: readonly HandState[],
  start: number,
  states: readonly HandState[],
): number {
  const n = moments.length;
  const at = (index: number) => states[index - start] ?? chosen[index]!;
  const moved = (from: number, to: number) =>
    moveCost(context, moments[from]!, at(from), moments[to]!, at(to));
  let cost = states.reduce((sum, state) => sum + state.cost, 0);
  for (let index = start; index < start + states.length - 1; index++) cost += moved(index, index + 1);
  const [before, after] = [start - 1, start + states.length];
  if (before >= 0 || loops) cost += moved((before + n) % n, start);
  if (after < n || loops) cost += moved(after - 1, after % n);
  return cost;
}

/**
 * The states in which alike places are taken alike: of the ways that one of them goes by itself, and the one that is cheapest for all
 * together, the one that costs the least where they stand. Null where taking them alike is beyond the hand and each by itself is not.
 */
export function tied(
  problem: Problem,
  states: States,
  alike: Alike,
  chosen: readonly HandState[],
): readonly (readonly HandState[])[] | null {
  const { moments } = problem;
  const { starts, length } = alike;
  const bases = starts.map((start) => moments[start]!.stopped[0]!.note.fret);
  const own = starts.map((start) => chosen.slice(start, start + length));
  const keysOf = (some: readonly HandState[], place: number) =>
    some.map((state) => keyOf(state, bases[place]!));
  const ownKeys = own.map(keysOf);
  if (new Set(ownKeys.map((keys) => keys.join())).size === 1) return own;
  const keyed = starts.map((start, place) =>
    Array.from(
      { length },
      (_, step) => new Map(states[start + step]!.map((state) => [keyOf(state, bases[place]!), state])),
    ),
  );
  const sum = (some: readonly (readonly HandState[])[]) =>
    starts.reduce((all, start, place) => all + costOf(problem, chosen, start, some[place]!), 0);
  const all = together(problem, alike, keyed);
  let best: { ways: HandState[][]; cost: number } | null = null;
  for (const keys of new Map(
    [...(all ? [all] : []), ...ownKeys].map((some) => [some.join(), some]),
  ).values()) {
    if (!keyed.every((place) => keys.every((key, step) => place[step]!.has(key)))) continue;
    const ways = keyed.map((place) => keys.map((key, step) => place[step]!.get(key)!));
    const cost = sum(ways);
    if (best === null || cost < best.cost) best = { ways, cost };
  }
  return best && beyondIn(best.cost) <= beyondIn(sum(own)) ? best.ways : null;
}
