/** The best places for a line whose strings, strokes and fingers are set: a shortest path, layer by layer (Viterbi 1967). */
import { fingerWishes, isFingerChange } from './brief';
import { contourCost, placeCost, wayCost, type Lattice } from './lattice';
import { DIRECTIONS_COME, directionOf, LeastByWay, turns, wayAfter, wayOf, WAYS } from './ways';
import { maySlur } from './rhythm';
import type { Node } from './skeleton';

/** A line found: its places and strokes by note, and what it costs. */
export interface Found {
  readonly places: readonly number[];
  readonly strokes: readonly number[];
  readonly cost: number;
}

/** Numbers of the places that a node may be. */
export function placesByNode({ places }: Lattice, nodes: readonly Node[]): number[][] {
  return nodes.map(({ string }) => places.flatMap((place, at) => (place.string === string ? [at] : [])));
}

/** States by place, by what was had of the wishes, and by the way that the line came. */
interface Layer {
  readonly places: readonly number[];
  readonly costs: Float64Array;
  /** The state of the layer before that a state was reached from. */
  readonly from: Int32Array;
}

/** Finger changes that were had: each a bit. */
const masksOf = ({ brief }: Lattice) => 1 << brief.fingerChanges.length;

/** Turns that are told apart, as many of them as are wished. */
const turnsOf = ({ brief: { turns: wish } }: Lattice) => (wish ? (wish.max ?? wish.min) + 1 : 1);

/** What may have been had: finger changes by bits, and above them the turns. */
const hadsOf = (lattice: Lattice) => masksOf(lattice) * turnsOf(lattice);

/** What was had with a turn more; −1 where that is one too many. */
function turnedAfter(lattice: Lattice, had: number): number {
  const { turns: wish } = lattice.brief;
  const masks = masksOf(lattice);
  if (!wish) return had;
  if (had + masks < hadsOf(lattice)) return had + masks;
  return wish.max === null ? had : -1;
}

/** Whether all was had that is wished. */
function isAllHad(lattice: Lattice, had: number): boolean {
  const masks = masksOf(lattice);
  return (had & (masks - 1)) === masks - 1 && Math.floor(had / masks) >= (lattice.brief.turns?.min ?? 0);
}

/** What has been had of the finger changes after a step: of those that are alike one more. */
function fingersAfter({ brief, places }: Lattice, had: number, a: number, b: number): number {
  if (brief.fingerChanges.length === 0) return had;
  let bits = had;
  for (const { change, entries } of fingerWishes(brief)) {
    if (!isFingerChange(change, places[a]!, places[b]!)) continue;
    const next = entries.find((at) => (had & (1 << at)) === 0);
    if (next !== undefined) bits |= 1 << next;
  }
  return bits;
}

function nextLayer(lattice: Lattice, before: Layer, at: number, places: readonly number[]): Layer {
  const hads = hadsOf(lattice);
  const countsTurns = Boolean(lattice.brief.turns);
  const costs = new Float64Array(places.length * hads * WAYS).fill(Infinity);
  const from = new Int32Array(costs.length).fill(-1);
  const width = lattice.places.length;
  const isSlur = lattice.slurred[at] === 1;
  const least = new LeastByWay();
  before.places.forEach((a, here) => {
    for (let mask = 0; mask < hads; mask++) {
      const begin = (here * hads + mask) * WAYS;
      if (!least.take(before.costs, begin)) continue;
      places.forEach((b, there) => {
        const step = lattice.steps[a * width + b]!;
        if (step < 0 || (isSlur && !maySlur(lattice.places[a]!, lattice.places[b]!))) return;
        const way = wayBetween(lattice, a, b);
        const had = fingersAfter(lattice, mask, a, b);
        const added = step + placeCost(lattice, at, b) + contourCost(lattice, at - 1, way);
        const on = (there * hads + had) * WAYS;
        const reach = (state: number, cost: number, came: number) => {
          if (cost < costs[state]!) {
            costs[state] = cost;
            from[state] = begin + came;
          }
        };
        if (way === 0)
          // A pitch that stays leaves the way as it was.
          for (let came = 0; came < WAYS; came++) reach(on + came, before.costs[begin + came]! + added, came);
        else if (!countsTurns) {
          least.look(way);
          if (least.at >= 0) reach(on + way, least.least + added, least.at);
        } else {
          least.lookOnly(way, false);
          if (least.at >= 0) reach(on + way, least.least + added, least.at);
          least.lookOnly(way, true);
          const more = turnedAfter(lattice, had);
          if (least.at >= 0 && more >= 0)
            reach((there * hads + more) * WAYS + way, least.least + added, least.at);
        }
      });
    }
  });
  return { places, costs, from };
}

function wayBetween({ places }: Lattice, a: number, b: number): number {
  return wayOf(places[b]!.pitch - places[a]!.pitch);
}

/** The layers from some first places, which the line came to some way. */
function layersFrom(
  lattice: Lattice,
  sets: readonly (readonly number[])[],
  firsts: readonly number[],
  came: number,
): Layer[] {
  const hads = hadsOf(lattice);
  const costs = new Float64Array(firsts.length * hads * WAYS).fill(Infinity);
  firsts.forEach((place, at) => {
    if (lattice.begins[place] === 1) costs[at * hads * WAYS + came] = placeCost(lattice, 0, place);
  });
  const layers: Layer[] = [{ places: firsts, costs, from: new Int32Array(costs.length).fill(-1) }];
  for (let at = 1; at < sets.length; at++) layers.push(nextLayer(lattice, layers[at - 1]!, at, sets[at]!));
  return layers;
}

function traced(layers: readonly Layer[], state: number, hads: number): number[] {
  const places: number[] = [];
  for (let at = layers.length - 1; at >= 0; at--) {
    places.push(layers[at]!.places[Math.floor(state / WAYS / hads)]!);
    state = layers[at]!.from[state]!;
  }
  return places.reverse();
}

/**
 * The cheapest places along a trail of nodes; null where the hand, or what the brief forbids, allows none.
 * @param trail numbers of nodes, one a note. @param byNode as `placesByNode`.
 */
export function bestAlong(
  lattice: Lattice,
  byNode: readonly (readonly number[])[],
  trail: readonly number[],
): { places: number[]; cost: number } | null {
  const sets = trail.map((node) => byNode[node]!);
  const { brief, ends } = lattice;
  const hads = hadsOf(lattice);
  let best: { places: number[]; cost: number } | null = null;
  const take = (
    layers: readonly Layer[],
    closing: (place: number, came: number, had: number) => [number, number],
  ) => {
    const last = layers.at(-1)!;
    for (let state = 0; state < last.costs.length; state++) {
      if (last.costs[state] === Infinity) continue;
      const place = last.places[Math.floor(state / WAYS / hads)]!;
      if (ends[place]! < 0) continue;
      const [closed, had] = closing(place, state % WAYS, Math.floor(state / WAYS) % hads);
      if (had < 0 || !isAllHad(lattice, had)) continue;
      const cost = last.costs[state]! + ends[place]! + closed;
      if (cost < (best?.cost ?? Infinity)) best = { places: traced(layers, state, hads), cost };
    }
  };
  if (!brief.loop) {
    take(layersFrom(lattice, sets, sets[0]!, 0), (_place, _came, had) => [0, had]);
    return best;
  }
  // Round: each first place, and each way in which the line may come to it again.
  for (const first of sets[0]!)
    for (const came of DIRECTIONS_COME) {
      take(layersFrom(lattice, sets, [first], came), (place, way, before) => {
        const had = fingersAfter(lattice, before, place, first);
        const isTurned = turns(way, wayBetween(lattice, place, first));
        return [seamCost(lattice, place, way, first, came), isTurned ? turnedAfter(lattice, had) : had];
      });
    }
  return best;
}

/** What the step from the last note back to the first costs, so that the line comes to it the way that was supposed. */
export function seamCost(
  lattice: Lattice,
  place: number,
  came: number,
  first: number,
  supposed: number,
): number {
  const step = lattice.steps[place * lattice.places.length + first]!;
  if (step < 0) return Infinity;
  const way = wayBetween(lattice, place, first);
  if (directionOf(wayAfter(came, way)) !== supposed) return Infinity;
  return step + wayCost(lattice, lattice.brief.notes - 1, came, way);
}

/** What a line costs; Infinity where it is none. */
export function costOf(lattice: Lattice, places: readonly number[]): number {
  const sets = places.map((place) => [place]);
  const plain = { ...lattice, brief: { ...lattice.brief, fingerChanges: [], turns: null } };
  return bestAlong(plain, sets, [...places.keys()])?.cost ?? Infinity;
}
