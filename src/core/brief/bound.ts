/**
 * A bound below which no line can cost: the lattice without counters, but with one price for each demand, raised by subgradients
 * (Held & Karp 1971; step lengths after Polyak 1969).
 */
import type { Ends } from './ends';
import { lineEnds } from './ends';
import { contourCost, placeCost, wayCost, type Lattice } from './lattice';
import { LeastByWay, turns, wayAfter, WAYS } from './ways';

/** Costs to go by note and state (place, stroke, way that the line came). */
type ToGo = readonly Float64Array[];

/** States of a layer. */
export const layerSize = ({ places, rules }: Lattice) => places.length * rules.strokes * WAYS;

/** What each of the gains costs more under some prices. */
export function priceOfGains({ gains }: Lattice, prices: readonly number[]): number[] {
  return gains.map((some) => some.reduce((sum, count, at) => sum + count * prices[at]!, 0));
}

/** Costs to go when each gain of demand d costs `prices[d]` more. */
export function costsToGo(lattice: Lattice, ends: Ends, prices: readonly number[]): ToGo {
  const { brief, rules, first, to, cost, way, gain, places } = lattice;
  const priceOf = priceOfGains(lattice, prices);
  const turnPrice = prices[lattice.turnsAt] ?? 0;
  const layers: Float64Array[] = Array.from({ length: brief.notes }, () => new Float64Array(0));
  const last = new Float64Array(layerSize(lattice));
  for (let state = 0; state < last.length; state++) {
    const place = Math.floor(state / (WAYS * rules.strokes));
    const stroke = Math.floor(state / WAYS) % rules.strokes;
    const priced = ends.closingGains(place, stroke).reduce((sum, count, at) => sum + count * prices[at]!, 0);
    const turned = turnPrice * ends.closingTurns(place, state % WAYS);
    last[state] = ends.closing(place, stroke, state % WAYS) + priced + turned;
  }
  layers[brief.notes - 1] = last;
  const least = new LeastByWay(turnPrice);
  /** By the way that is taken: the least of what comes after. */
  const taken = new Float64Array(WAYS);
  for (let at = brief.notes - 2; at >= 0; at--) {
    const next = layers[at + 1]!;
    const here = new Float64Array(next.length).fill(Infinity);
    for (let from = 0; from < places.length * rules.strokes; from++) {
      taken.fill(Infinity);
      for (let step = first[from]!; step < first[from + 1]!; step++) {
        const on = to[step]!;
        const going = way[step]!;
        const fixed =
          cost[step]! +
          priceOf[gain[step]!]! +
          placeCost(lattice, at + 1, Math.floor(on / rules.strokes)) +
          contourCost(lattice, at, going);
        if (going !== 0) {
          const value = fixed + next[on * WAYS + going]!;
          if (value < taken[going]!) taken[going] = value;
        } else
          for (let came = 0; came < WAYS; came++) {
            const value = fixed + next[on * WAYS + came]!;
            if (value < here[from * WAYS + came]!) here[from * WAYS + came] = value;
          }
      }
      if (!least.take(taken, 0)) continue;
      for (let came = 0; came < WAYS; came++) {
        least.look(came);
        if (least.least < here[from * WAYS + came]!) here[from * WAYS + came] = least.least;
      }
    }
    layers[at] = here;
  }
  return layers;
}

/** The least or most that a demand can still gain, by note and place and stroke: without costs, whatever the way. */
export function reachOf(lattice: Lattice, ends: Ends, demand: number, sign: 1 | -1): Int16Array[] {
  const { brief, rules, first, to, gain, gains, places } = lattice;
  const FAR = 10_000;
  const layers: Int16Array[] = [];
  const last = new Int16Array(places.length * rules.strokes);
  for (let on = 0; on < last.length; on++) {
    const place = Math.floor(on / rules.strokes);
    const isEnd = Array.from({ length: WAYS }, (_, came) =>
      ends.closing(place, on % rules.strokes, came),
    ).some(Number.isFinite);
    last[on] = isEnd ? sign * (ends.closingGains(place, on % rules.strokes)[demand] ?? 0) : FAR;
  }
  layers[brief.notes - 1] = last;
  for (let at = brief.notes - 2; at >= 0; at--) {
    const next = layers[at + 1]!;
    const here = new Int16Array(last.length).fill(FAR);
    for (let from = 0; from < here.length; from++)
      for (let step = first[from]!; step < first[from + 1]!; step++) {
        if (next[to[step]!]! >= FAR) continue;
        const value = sign * gains[gain[step]!]![demand]! + next[to[step]!]!;
        if (value < here[from]!) here[from] = value;
      }
    layers[at] = here;
  }
  return layers;
}

/** What the prices take off again: the part of the bound that does not hang on the line. */
export function owed(lattice: Lattice, prices: readonly number[]): number {
  return lattice.demands.reduce(
    (sum, { min, max }, at) => sum + prices[at]! * (prices[at]! > 0 ? (max ?? 0) : min),
    0,
  );
}

/** The gains of the cheapest line under some costs to go, and its cost. */
function cheapestGains(
  lattice: Lattice,
  ends: Ends,
  toGo: ToGo,
  prices: readonly number[],
): { cost: number; gained: number[] } | null {
  const { brief, rules, first, to, cost, way, gain, gains } = lattice;
  const priceOf = priceOfGains(lattice, prices);
  const { turnsAt } = lattice;
  const turnPrice = prices[turnsAt] ?? 0;
  const gained = lattice.demands.map(() => 0);
  let [best, state] = [Infinity, -1];
  for (const place of ends.firsts)
    for (const stroke of rules.firstStrokes) {
      const from = (place * rules.strokes + stroke) * WAYS + ends.came;
      const value = placeCost(lattice, 0, place) + toGo[0]![from]!;
      if (value < best) [best, state] = [value, from];
    }
  if (state < 0) return null;
  for (let at = 0; at < brief.notes - 1; at++) {
    const [from, came] = [Math.floor(state / WAYS), state % WAYS];
    let [least, chosen] = [Infinity, -1];
    for (let step = first[from]!; step < first[from + 1]!; step++) {
      const on = to[step]!;
      const value =
        cost[step]! +
        priceOf[gain[step]!]! +
        placeCost(lattice, at + 1, Math.floor(on / rules.strokes)) +
        wayCost(lattice, at, came, way[step]!) +
        (turns(came, way[step]!) ? turnPrice : 0) +
        toGo[at + 1]![on * WAYS + wayAfter(came, way[step]!)]!;
      if (value < least) [least, chosen] = [value, step];
    }
    gains[gain[chosen]!]!.forEach((count, demand) => (gained[demand]! += count));
    if (turnsAt >= 0 && turns(came, way[chosen]!)) gained[turnsAt]!++;
    state = to[chosen]! * WAYS + wayAfter(came, way[chosen]!);
  }
  const last = Math.floor(state / WAYS);
  ends
    .closingGains(Math.floor(last / rules.strokes), last % rules.strokes)
    .forEach((count, demand) => (gained[demand]! += count));
  if (turnsAt >= 0) gained[turnsAt]! += ends.closingTurns(Math.floor(last / rules.strokes), state % WAYS);
  return { cost: best, gained };
}

/** Each step aims so far above the bound: Polyak's rule with an estimate that moves along. */
const AHEAD = 4;
/** A step is made shorter when the bound has not risen for so many. */
const PATIENCE = 10;

export interface Raised {
  readonly bound: number;
  readonly prices: readonly number[];
}

/** The best lower bound that prices give, with its prices. Null: there is no line at all. */
export function* raisedBound(
  lattice: Lattice,
  ends: Ends,
  upper: number,
  raises: number,
  from: readonly number[] | null,
): Generator<void, Raised | null> {
  let prices: readonly number[] = from ?? lattice.demands.map(() => 0);
  let best: Raised = { bound: -Infinity, prices };
  let [scale, waited] = [1, 0];
  for (let raise = 0; raise < raises; raise++) {
    yield;
    const toGo = costsToGo(lattice, ends, prices);
    const line = cheapestGains(lattice, ends, toGo, prices);
    if (!line) return null;
    const bound = line.cost - owed(lattice, prices);
    if (bound > best.bound + 1e-9) [best, waited] = [{ bound, prices }, 0];
    else if (++waited >= PATIENCE) [scale, waited, prices] = [scale / 2, 0, best.prices];
    const slack = line.gained.map((count, at) => {
      const { min, max } = lattice.demands[at]!;
      return count < min ? count - min : max !== null && count > max ? count - max : 0;
    });
    const square = slack.reduce((sum, one) => sum + one * one, 0);
    if (square === 0 || scale < 0.01) break;
    const goal = Math.min(upper, Math.max(best.bound, bound) + AHEAD);
    const length = (scale * Math.max(1, goal - bound)) / square;
    // A demand without an upper end is never priced above nothing.
    prices = prices.map((price, at) => {
      const next = price + length * slack[at]!;
      return lattice.demands[at]!.max === null ? Math.min(0, next) : next;
    });
  }
  return best;
}

/** Whether there is any line at all, whatever it brings. */
export function hasLine(lattice: Lattice, anyStart: boolean): boolean {
  const ends = lineEnds(lattice);
  const toGo = costsToGo(
    lattice,
    ends,
    lattice.demands.map(() => 0),
  )[0]!;
  const { strokes, firstStrokes } = lattice.rules;
  const firsts = anyStart ? Array.from({ length: strokes }, (_, stroke) => stroke) : firstStrokes;
  return ends.firsts.some((place) =>
    firsts.some((stroke) => toGo[(place * strokes + stroke) * WAYS]! < Infinity),
  );
}
