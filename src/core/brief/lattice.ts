/**
 * The lattice of a brief: every place with every stroke and the way that the line came, and every step between them with what
 * it costs and what it brings. All searches walk on it, so that they weigh alike.
 */
import type { Setup } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { endCost, mayBegin, mayEnd, placedCost, placesOf, stepCost, wantedWay, type Place } from './grid';
import { pickRules, type Manner, type PickRules } from './pickRules';
import { fingerWishes, isFingerChange } from './brief';
import { maySlur, rhythmOf } from './rhythm';
import { directionOf, turnCost, wayOf } from './ways';
import { WEIGHTS } from './weights';

/** How often something must occur, in units of a pass. Null: no upper end. */
export interface Demand {
  readonly min: number;
  readonly max: number | null;
}

export interface Lattice {
  readonly brief: Brief;
  readonly rules: PickRules;
  readonly places: readonly Place[];
  /** Targets first, then finger changes, then turns of direction. */
  readonly demands: readonly Demand[];
  /** The demand for turns, which no step brings by itself; −1 where there is none. */
  readonly turnsAt: number;
  /** By place and place; −1 where it is forbidden. */
  readonly steps: Int16Array;
  /** Steps of place and stroke `from`: those from `first[from]` to below `first[from + 1]`. */
  readonly first: Int32Array;
  /** Place and stroke that a step goes to. */
  readonly to: Int32Array;
  readonly cost: Int16Array;
  /** The way that a step goes, as `wayOf` numbers it. */
  readonly way: Int8Array;
  /** Number of the gains that a step brings. */
  readonly gain: Int32Array;
  /** By number and demand. */
  readonly gains: readonly (readonly number[])[];
  /** By place. */
  readonly ends: Int16Array;
  readonly begins: Uint8Array;
  /** By note and place: what being there costs. */
  readonly placed: Int8Array;
  /** By note: 1 where it is slurred to. */
  readonly slurred: Uint8Array;
  /** By note: the direction that costs nothing, 0 where any does. */
  readonly wanted: Int8Array;
}

/** What a direction costs from note `note` on for going against the contour. */
export function contourCost({ wanted }: Lattice, note: number, way: number): number {
  const direction = wanted[note]!;
  return direction !== 0 && directionOf(way) !== direction ? WEIGHTS.offContour : 0;
}

/** What the way costs from the note before: turning round, and going against the contour. */
export function wayCost(lattice: Lattice, note: number, came: number, way: number): number {
  return turnCost(came, way) + contourCost(lattice, note, way);
}

function matrixOf(brief: Brief, setup: Setup, places: readonly Place[]): Int16Array {
  const steps = new Int16Array(places.length ** 2);
  places.forEach((a, from) => {
    places.forEach((b, to) => {
      steps[from * places.length + to] = stepCost(brief, setup, a, b) ?? -1;
    });
  });
  return steps;
}

/** The lattice of a brief in one of its manners. */
export function latticeOf(brief: Brief, setup: Setup, manner: Manner): Lattice {
  const rules = pickRules(brief, manner);
  const places = placesOf(brief, setup);
  const steps = matrixOf(brief, setup, places);
  const wishes = fingerWishes(brief);
  const turns = brief.turns ? [brief.turns] : [];
  const numbers = new Map<string, number>();
  const gains: number[][] = [];
  const numberOf = (some: number[]) => {
    const key = some.join();
    let number = numbers.get(key);
    if (number === undefined) {
      numbers.set(key, (number = gains.length));
      gains.push(some);
    }
    return number;
  };
  const lists = { to: [] as number[], cost: [] as number[], way: [] as number[], gain: [] as number[] };
  const first = new Int32Array(places.length * rules.strokes + 1);
  places.forEach((a, from) => {
    for (let stroke = 0; stroke < rules.strokes; stroke++) {
      places.forEach((b, to) => {
        const cost = steps[from * places.length + to]!;
        if (cost < 0) return;
        const fingers = wishes.map(({ change }) => (isFingerChange(change, a, b) ? 1 : 0));
        for (const on of rules.ways(a.string, stroke, b.string)) {
          if (on.isSlur && !maySlur(a, b)) continue;
          lists.to.push(to * rules.strokes + on.stroke);
          lists.cost.push(cost);
          lists.way.push(wayOf(b.pitch - a.pitch));
          lists.gain.push(numberOf([...on.gains, ...fingers, ...turns.map(() => 0)]));
        }
      });
      first[from * rules.strokes + stroke + 1] = lists.to.length;
    }
  });
  const placed = Int8Array.from({ length: brief.notes * places.length }, (_, at) =>
    placedCost(brief, Math.floor(at / places.length), places[at % places.length]!),
  );
  return {
    brief,
    rules,
    places,
    demands: [
      ...brief.targets.map(({ min, max }) => ({
        min: min * rules.unit,
        max: max === null ? null : max * rules.unit,
      })),
      ...wishes.map(({ times }) => ({ min: times, max: null })),
      ...turns,
    ],
    turnsAt: brief.turns ? brief.targets.length + wishes.length : -1,
    steps,
    first,
    to: Int32Array.from(lists.to),
    cost: Int16Array.from(lists.cost),
    way: Int8Array.from(lists.way),
    gain: Int32Array.from(lists.gain),
    gains,
    ends: Int16Array.from(places, (place) => (mayEnd(brief, place) ? endCost(brief, place) : -1)),
    begins: Uint8Array.from(places, (place) => (mayBegin(brief, place) ? 1 : 0)),
    placed,
    slurred: Uint8Array.from({ length: brief.notes }, (_, at) => (rhythmOf(brief).isSlurred(at) ? 1 : 0)),
    wanted: Int8Array.from({ length: brief.notes }, (_, at) => {
      // The way back to the first note of a loop is as it comes.
      const wanted = at < brief.notes - 1 ? wantedWay(brief, at) : 0;
      return directionOf(wayOf(wanted));
    }),
  };
}

/** What note `at` pays for where it is. */
export function placeCost({ placed, places }: Lattice, at: number, place: number): number {
  return placed[at * places.length + place]!;
}
