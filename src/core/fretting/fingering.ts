/**
 * Fingers for a passage: the cheapest path over the states of the hand (Sayegh 1989, "Fingering for string instruments
 * with the optimum path paradigm"), alike places taken alike. Fingers set by the teacher are locks.
 */
import type { Setup } from '../instrument/instrument';
import type { Finger, Note, Passage } from '../passage/passage';
import { alikePlaces, alikeSet, type Alike } from './alike';
import {
  COSTS,
  handContext,
  LEAST_SHIFT,
  lowsWorth,
  moveBetween,
  moveCost,
  shiftOf,
  spanMm,
  statesOf,
} from './hand';
import type { HandContext, HandMove, HandSchool, HandState } from './hand';
import { momentsOf, patternOf, runsOf, type Moment } from './moments';
import { cheapestWay } from './path';

export interface FingeringOptions {
  readonly school?: HandSchool;
  /** Whether the last note leads on to the first. */
  readonly loop?: boolean;
  /** Fingers of patterns of frets on one string that are known already, by `patternOf`. */
  readonly known?: ReadonlyMap<string, readonly Finger[]>;
}

/** One move of the hand, from the note before to this one. */
export interface FingerMove {
  readonly fromNote: string;
  readonly toNote: string;
  readonly kind: HandMove;
  readonly fromFinger: Finger;
  readonly toFinger: Finger;
  readonly stringFrom: number;
  readonly stringTo: number;
  /** How far the hand shifts along the neck, in mm; 0 in one position. */
  readonly shiftMm: number;
  readonly seam: boolean;
}

export interface Fingering {
  /** By id of the note; open and dead notes have none. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** The fret at which the first finger lies where it does not stretch, by id of the note. */
  readonly positions: ReadonlyMap<string, number>;
  /** Between moments; notes of one moment (struck together, or held) need none. */
  readonly moves: readonly FingerMove[];
  /** Ids of notes that one finger holds together with another of the same moment. */
  readonly barres: readonly string[];
  /** The widest stretch of a position, from the lowest to the highest fret played in it, over the seam of a loop too, in mm. */
  readonly widestMm: number;
  /** Ids of notes that are beyond the reach of this hand, whatever the fingers. */
  readonly beyond: readonly string[];
  /** Places that are alike and had to be fingered otherwise: the first note of each. */
  readonly differing: readonly (readonly string[])[];
  readonly cost: number;
}

/** Patterns whose every note has a finger set by hand: what the student plays already. */
export function knownPatterns(passages: readonly Passage[]): Map<string, readonly Finger[]> {
  const known = new Map<string, readonly Finger[]>();
  for (const { notes } of passages)
    for (const run of runsOf(notes)) {
      const fingers = run.flatMap(({ finger }) => finger ?? []);
      if (run.length > 1 && fingers.length === run.length)
        known.set(patternOf(run.map(({ fret }) => fret)), fingers);
    }
  return known;
}

const NONE: Fingering = {
  fingers: new Map(),
  positions: new Map(),
  moves: [],
  barres: [],
  widestMm: 0,
  beyond: [],
  differing: [],
  cost: 0,
};

type States = readonly (readonly HandState[])[];

interface Problem {
  readonly context: HandContext;
  readonly moments: readonly Moment[];
  readonly loops: boolean;
}

/** Where the hand lies in a state, as one number; to another place it has to shift. */
const placeOf = ({ position, low }: HandState) => position * 100 + low;

/** The cheapest states of the moments, one each. */
function solved({ context, moments, loops }: Problem, states: States): { chosen: HandState[]; cost: number } {
  const costs = states.map((some) => some.map(({ cost }) => cost));
  const between = (i: number, j: number, a: number, b: number) =>
    moveCost(context, moments[i]!, states[i]![a]!, moments[j]!, states[j]![b]!);
  const { path, cost } = cheapestWay({
    costs,
    move: (i, a, b) => between(i, i + 1, a, b),
    groups: states.map((some) => some.map(placeOf)),
    apart: LEAST_SHIFT,
    close: loops ? (a, b) => between(moments.length - 1, 0, a, b) : null,
  });
  return { chosen: path.map((state, at) => states[at]![state]!), cost };
}

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
function tied(
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

/**
 * Fingers for every stopped note of a passage: the least shifts, stretches, hops and rolls by the school that is asked. Fingers
 * that are set hold, whatever they cost; what is beyond the player's reach is listed. Alike places are fingered alike; where the
 * widths of the frets forbid that, they are in `differing`. Equal answers: the lower position, then the lower finger, at the first
 * difference.
 */
export function fingerPassage(passage: Passage, setup: Setup, options: FingeringOptions = {}): Fingering {
  const found = momentsOf(passage.notes, options.known);
  if (found.length === 0) return NONE;
  const { moments, places } = alikeSet(found, alikePlaces(found, passage.meter.beatTicks));
  const context = handContext(setup, passage.capo ?? 0, options.school ?? 'rolls', moments);
  const problem: Problem = { context, moments, loops: options.loop === true && moments.length > 1 };
  const worth = lowsWorth(context, moments, problem.loops);
  const states = moments.map((moment, at): readonly HandState[] => statesOf(context, moment, worth[at]));
  const free = solved(problem, states);
  const chosen = [...free.chosen];
  const differing: string[][] = [];
  for (const { length, starts: all } of places) {
    // Where no hand can hold it, there is nothing to learn for the others.
    const isHeld = (start: number) =>
      states.slice(start, start + length).every((some) => some[0]!.cost < COSTS.beyondReach);
    const starts = all.filter(isHeld);
    const ways = starts.length > 1 ? tied(problem, states, { length, starts }, chosen) : [];
    starts.forEach((start, place) =>
      ways?.[place]?.forEach((state, step) => {
        chosen[start + step] = state;
        states[start + step] = [state];
      }),
    );
    if (!ways || (starts.length > 0 && starts.length < all.length))
      differing.push(all.map((start) => moments[start]!.stopped[0]!.note.id));
  }
  // What lies between the alike places goes by how they are taken.
  const way = places.length > 0 ? solved(problem, states) : free;
  return { ...described(problem, way.chosen), differing, cost: way.cost };
}

/** Whether a hand can hold all of these at once, one finger a fret or laid over several strings; open strings (fret 0) need none. */
export function canHold(
  spots: readonly { readonly string: number; readonly fret: number }[],
  setup: Setup,
  capo: number,
): boolean {
  const notes = spots.map(({ string, fret }, at): Note => ({
    id: String(at),
    string,
    fret,
    onsetTicks: 0,
    durationTicks: 1,
    technique: 'pick',
  }));
  const moments = momentsOf(notes, undefined);
  const context = handContext(setup, capo, 'rolls', moments);
  return moments.every((moment) => statesOf(context, moment)[0]!.cost < COSTS.beyondReach);
}

/** The widest stretch of a position; the first and the last are one where the loop goes on in the same. */
function widestOf({ context, moments, loops }: Problem, chosen: readonly HandState[]): number {
  const isOne = (a: HandState, b: HandState) => a.position === b.position && a.low === b.low;
  const runs: { low: number; high: number }[] = [];
  moments.forEach(({ stopped }, at) => {
    const frets = stopped.map(({ note }) => note.fret);
    if (at === 0 || !isOne(chosen[at - 1]!, chosen[at]!)) runs.push({ low: Infinity, high: 0 });
    const run = runs.at(-1)!;
    runs[runs.length - 1] = { low: Math.min(run.low, ...frets), high: Math.max(run.high, ...frets) };
  });
  if (loops && runs.length > 1 && isOne(chosen[0]!, chosen.at(-1)!)) {
    const last = runs.pop()!;
    runs[0] = { low: Math.min(runs[0]!.low, last.low), high: Math.max(runs[0]!.high, last.high) };
  }
  return Math.max(...runs.map(({ low, high }) => spanMm(context, low, high)));
}

function described(problem: Problem, chosen: readonly HandState[]): Omit<Fingering, 'differing' | 'cost'> {
  const { context, moments, loops } = problem;
  const fingers = new Map<string, Finger>();
  const positions = new Map<string, number>();
  const barres: string[] = [];
  const beyond: string[] = [];
  const moves: FingerMove[] = [];
  moments.forEach((moment, at) => {
    const state = chosen[at]!;
    moment.stopped.forEach(({ ids }, index) => {
      const finger = state.fingers[index]!;
      const isLaid = state.fingers.some((other, which) => which !== index && other === finger);
      for (const id of ids) {
        fingers.set(id, finger);
        positions.set(id, state.position);
        if (isLaid) barres.push(id);
        if (state.cost >= COSTS.beyondReach) beyond.push(id);
      }
    });
    const next = at + 1 < moments.length ? at + 1 : loops ? 0 : null;
    if (next === null) return;
    const [to, after] = [moments[next]!, chosen[next]!];
    if (moveCost(context, moment, state, to, after) >= COSTS.beyondReach)
      beyond.push(...to.stopped.flatMap(({ ids }) => ids));
    const [last, first] = [moment.stopped[moment.leave]!, to.stopped[to.enter]!];
    const [fromFinger, toFinger] = [state.fingers[moment.leave]!, after.fingers[to.enter]!];
    moves.push({
      fromNote: last.ids.at(-1)!,
      toNote: first.ids[0]!,
      kind: moveBetween(last, fromFinger, first, toFinger),
      fromFinger,
      toFinger,
      stringFrom: last.note.string,
      stringTo: first.note.string,
      shiftMm: shiftOf(context, state, after),
      seam: next === 0,
    });
  });
  return { fingers, positions, moves, barres, widestMm: widestOf(problem, chosen), beyond };
}
