/**
 * The fretting hand as states: where its box lies, how low it stretches, and which finger stops which note. What a state and a move
 * from one to the next cost is all that a fingering is weighed by; the rules in words are in docs/decisions/fingers.md.
 */
import { MAX_FRET, type Setup } from '../instrument/instrument';
import { fretMm } from '../instrument/neck';
import type { Finger } from '../passage/passage';
import type { Moment, Stopped } from './moments';

/** What the hand should rather do: two schools. */
export const HAND_SCHOOLS = ['rolls', 'separate fingers'] as const;
/** What a hand would rather do with two notes at one fret. */
export type HandSchool = (typeof HAND_SCHOOLS)[number];

/** Costs, in steps of how much they are felt. Judged after Sayegh (1989), optimum path paradigm; the figures are our own. */
export const COSTS = {
  /** Any shift of the hand, and for each mm of it. */
  shift: 4,
  shiftMm: 0.05,
  /** A finger away from its fret of the box, for each mm. */
  awayMm: 0.0125,
  /** Two fingers closer than they lie by themselves, for each mm. */
  squeezeMm: 0.06,
  /** A lower finger above a higher one, one right after the other. */
  crossed: 5,
  /** The same finger on another fret: in a row on one string, or hopping to another. */
  slideAlong: 3,
  hop: 3,
  /** One finger over several strings at once; more where it is not the first. */
  barre: 3,
  innerBarre: 1,
  /** The fourth finger is a little weaker. */
  fourth: 0.2,
  /** A slur that the order of the fingers does not make, or that the hand moves in. */
  wrongSlur: 12,
  /** Another fingering of a pattern that is known. */
  unknown: 1.5,
  /** More than the hand reaches: only where nothing else is left. */
  beyondReach: 1000,
} as const;

/** No shift costs less: over an open note it is half. */
export const LEAST_SHIFT = COSTS.shift / 2;

/** Two fingers further apart than they lie by themselves, for each mm: the first two spread easily, the last two hardly. */
const SPREAD_MM: Readonly<Record<Finger, Readonly<Record<Finger, number>>>> = {
  1: { 1: 0, 2: 0.04, 3: 0.04, 4: 0.04 },
  2: { 1: 0, 2: 0, 3: 0.08, 4: 0.06 },
  3: { 1: 0, 2: 0, 3: 0, 4: 0.1 },
  4: { 1: 0, 2: 0, 3: 0, 4: 0 },
};

const ROLL: Readonly<Record<HandSchool, number>> = { rolls: 0.5, 'separate fingers': 4 };

/** One way to stop the notes of a moment. */
export interface HandState {
  /** The fret of the first finger where no finger stretches, from the capo on: the box is one finger a fret from there. */
  readonly position: number;
  /** The lowest fret that the hand reaches for while it lies so; the highest is as far from it as the player's limit. */
  readonly low: number;
  /** By stopped place of the moment. */
  readonly fingers: readonly Finger[];
  readonly cost: number;
}

export interface HandContext {
  readonly school: HandSchool;
  /** Where each fret lies, counted from the capo, in mm. */
  readonly frets: Float64Array;
  /** By fret, the highest one within the player's limit from it. */
  readonly reach: readonly number[];
  /** Frets that are played at all: where the first finger may stretch down to. */
  readonly played: ReadonlySet<number>;
}

/** What the states of a hand are weighed by. */
export function handContext(
  setup: Setup,
  capo: number,
  school: HandSchool,
  moments: readonly Moment[],
): HandContext {
  const frets = Float64Array.from({ length: MAX_FRET + 8 }, (_, fret) =>
    fretMm(fret + capo, setup.scaleLengthMm),
  );
  const reach = Array.from(frets, (mm) =>
    frets.findLastIndex((at) => at - mm <= setup.stretchLimitMm + 1e-9),
  );
  const played = new Set(moments.flatMap(({ stopped }) => stopped.map(({ note }) => note.fret)));
  return { school, frets, reach, played };
}

/** Millimetres between two frets from the capo on. */
export function spanMm({ frets }: HandContext, a: number, b: number): number {
  return Math.abs(frets[a]! - frets[b]!);
}

/** What it costs that two fingers of a hand lie further apart, or closer, than in its box. */
function spreadCost(
  { frets }: HandContext,
  position: number,
  a: number,
  fingerA: Finger,
  b: number,
  fingerB: Finger,
): number {
  if (fingerA > fingerB) [a, fingerA, b, fingerB] = [b, fingerB, a, fingerA];
  const natural = frets[position + fingerB - 1]! - frets[position + fingerA - 1]!;
  const extra = frets[b]! - frets[a]! - natural;
  const apart = extra >= 0 ? extra * SPREAD_MM[fingerA][fingerB] : -extra * COSTS.squeezeMm;
  return b < a ? apart + COSTS.crossed : apart;
}

const FINGERS: readonly Finger[] = [1, 2, 3, 4];

/** The lowest fret of a box, and how far below it the first finger stretches: further down the box itself lies there. */
const LOWEST_POSITION = 1;
const MOST_BELOW = 2;

/** A finger that is laid over several strings stops all between them, but where higher fingers stop them further up. */
function isBarre({ stopped, open }: Moment, fingers: readonly Finger[], finger: Finger): boolean {
  const under = stopped.filter((_, at) => fingers[at] === finger);
  const { fret } = under[0]!.note;
  const strings = under.map(({ note }) => note.string);
  const [from, to] = [Math.min(...strings), Math.max(...strings)];
  const isBetween = (string: number) => string > from && string < to;
  return (
    under.every(({ note }) => note.fret === fret) &&
    !open.some(isBetween) &&
    stopped.every(({ note }, at) => !isBetween(note.string) || fingers[at] === finger || note.fret > fret)
  );
}

/** Whether two places may be stopped by two fingers at once: the lower finger lies lower, or at one fret on the thicker string. */
function isInOrder(a: Stopped, fingerA: Finger, b: Stopped, fingerB: Finger): boolean {
  if (fingerA === fingerB) return a.note.fret === b.note.fret;
  const [low, high] = fingerA < fingerB ? [a.note, b.note] : [b.note, a.note];
  return low.fret < high.fret || (low.fret === high.fret && low.string > high.string);
}

function stateCost(
  context: HandContext,
  { stopped }: Moment,
  position: number,
  fingers: readonly Finger[],
): number {
  let cost = 0;
  for (let at = 0; at < fingers.length; at++) {
    const finger = fingers[at]!;
    const { note, known } = stopped[at]!;
    cost += COSTS.awayMm * spanMm(context, note.fret, position + finger - 1);
    if (finger === 4) cost += COSTS.fourth;
    if (known !== null && known !== finger) cost += COSTS.unknown;
  }
  if (fingers.length === 1) return cost;
  let before: { fret: number; finger: Finger } | null = null;
  for (const finger of FINGERS) {
    const first = fingers.indexOf(finger);
    if (first < 0) continue;
    const { fret } = stopped[first]!.note;
    if (before) cost += spreadCost(context, position, before.fret, before.finger, fret, finger);
    if (fingers.lastIndexOf(finger) !== first) cost += COSTS.barre + (finger === 1 ? 0 : COSTS.innerBarre);
    before = { fret, finger };
  }
  return cost;
}

/** Lowest frets that a hand in a position may reach for: its own, and those below that are worth it. */
function lowsOf(worth: ReadonlySet<number>, position: number): number[] {
  const lows = [position];
  for (let low = position - 1; low >= Math.max(LOWEST_POSITION, position - MOST_BELOW); low--)
    if (worth.has(low)) lows.push(low);
  return lows;
}

/**
 * By moment, the frets below a box that it is worth reaching for: those that are played somewhere in the stretch of moments round it
 * that a hand with this lowest fret can go through. Any other is no better than a higher one.
 */
export function lowsWorth(
  { reach, played }: HandContext,
  moments: readonly Moment[],
  loops: boolean,
): readonly ReadonlySet<number>[] {
  const worth = moments.map(() => new Set<number>());
  const bounds = moments.map(({ stopped }) => {
    const frets = stopped.map(({ note }) => note.fret);
    return [Math.min(...frets), Math.max(...frets)] as const;
  });
  for (const low of played) {
    const isIn = (at: number) => bounds[at]![0] >= low && bounds[at]![1] <= reach[low]!;
    for (let from = 0; from < moments.length; from++) {
      if (!isIn(from)) continue;
      let to = from;
      while (to + 1 < moments.length && isIn(to + 1)) to++;
      // In a loop what touches an end goes on at the other.
      const goesRound = loops && (from === 0 || to === moments.length - 1);
      let isPlayed = goesRound;
      for (let at = from; at <= to && !isPlayed; at++) isPlayed = bounds[at]![0] === low;
      if (isPlayed) for (let at = from; at <= to; at++) worth[at]!.add(low);
      from = to;
    }
  }
  return worth;
}

/** All states of a moment; a finger that the teacher set holds, whatever it costs. In order of position, then of fingers. */
export function statesOf(
  context: HandContext,
  moment: Moment,
  worth: ReadonlySet<number> = context.played,
): HandState[] {
  const states: HandState[] = [];
  const { stopped } = moment;
  const frets = stopped.map(({ note }) => note.fret);
  const [lowest, highest] = [Math.min(...frets), Math.max(...frets)];
  const chosen: Finger[] = [];
  const choose = (position: number, low: number) => {
    const at = chosen.length;
    if (at === stopped.length) {
      const repeated = FINGERS.filter((finger) => chosen.indexOf(finger) !== chosen.lastIndexOf(finger));
      if (!repeated.every((finger) => isBarre(moment, chosen, finger))) return;
      states.push({
        position,
        low,
        fingers: [...chosen],
        cost: stateCost(context, moment, position, chosen),
      });
      return;
    }
    const one = stopped[at]!;
    const { fret } = one.note;
    for (const finger of FINGERS) {
      if (one.set !== null && one.set !== finger) continue;
      // The first finger lies at its fret of the box or stretches down from it, the others never lie below it.
      if (finger === 1 ? fret > position : fret < position) continue;
      if (!chosen.every((other, before) => isInOrder(stopped[before]!, other, one, finger))) continue;
      chosen.push(finger);
      choose(position, low);
      chosen.pop();
    }
  };
  const from = Math.max(LOWEST_POSITION, lowest - Math.max(3, context.reach[lowest]! - lowest));
  for (let position = from; position <= lowest + MOST_BELOW; position++)
    for (const low of lowsOf(worth, position))
      if (low <= lowest && highest <= context.reach[low]!) choose(position, low);
  if (states.length > 0) return states;
  // Fingers set by hand, or a chord, that no hand has: they hold all the same.
  const fingers = stopped.map(({ set }, at) => set ?? FINGERS[Math.min(at, 3)]!);
  const cost = COSTS.beyondReach + stateCost(context, moment, lowest, fingers);
  return [{ position: lowest, low: lowest, fingers, cost }];
}

/** What the hand does from one moment to the next. */
export type HandMove = 'stays' | 'finger change' | 'roll' | 'hop' | 'slide along';

/** The move between the last note of a moment and the first of the next. */
export function moveBetween(from: Stopped, fromFinger: Finger, to: Stopped, toFinger: Finger): HandMove {
  if (fromFinger !== toFinger) return 'finger change';
  const isSameString = from.note.string === to.note.string;
  if (from.note.fret === to.note.fret) return isSameString ? 'stays' : 'roll';
  return isSameString ? 'slide along' : 'hop';
}

/**
 * How far the hand goes from one state to another, in mm; 0 where it stays. Where only the reach changes, as far as the lower one lies
 * below the box: so a low that is not played brings nothing, which `lowsWorth` rests on.
 */
export function shiftOf(context: HandContext, a: HandState, b: HandState): number {
  return a.position !== b.position
    ? spanMm(context, a.position, b.position)
    : a.low !== b.low
      ? spanMm(context, a.position, Math.min(a.low, b.low))
      : 0;
}

/** Whether fingers that are held on stay where they are. */
function holdsOn(from: Moment, a: HandState, to: Moment, b: HandState): boolean {
  return to.stopped.every(({ note, carried }, at) => {
    if (!carried) return true;
    const before = from.stopped.findIndex((one) => one.note.string === note.string);
    return before < 0 || a.fingers[before] === b.fingers[at];
  });
}

/** What it costs to go from one state to the next. */
export function moveCost(context: HandContext, from: Moment, a: HandState, to: Moment, b: HandState): number {
  let cost = 0;
  const before = from.stopped[from.leave]!;
  const after = to.stopped[to.enter]!;
  const fingerA = a.fingers[from.leave]!;
  const fingerB = b.fingers[to.enter]!;
  const isSlurred = !to.freed && before.note.string === after.note.string;
  const shiftMm = shiftOf(context, a, b);
  if (shiftMm > 0) {
    cost += (COSTS.shift + COSTS.shiftMm * shiftMm) * (to.freed ? 0.5 : 1);
    if (isSlurred && (to.technique === 'hammer' || to.technique === 'pull')) cost += COSTS.wrongSlur;
  } else if (fingerA !== fingerB)
    // In one position two different fingers lie as far apart as their frets.
    cost += spreadCost(context, a.position, before.note.fret, fingerA, after.note.fret, fingerB);
  const move = moveBetween(before, fingerA, after, fingerB);
  const isSlide = to.technique === 'slide' && !to.freed;
  if (move === 'roll')
    cost += ROLL[context.school] * (Math.abs(before.note.string - after.note.string) > 1 ? 2 : 1);
  if (move === 'hop') cost += COSTS.hop;
  if (move === 'slide along' && !isSlide) cost += COSTS.slideAlong;
  if (isSlide && move !== 'slide along') cost += COSTS.wrongSlur;
  if (isSlurred && to.technique === 'hammer' && fingerB <= fingerA) cost += COSTS.wrongSlur;
  if (isSlurred && to.technique === 'pull' && fingerB >= fingerA) cost += COSTS.wrongSlur;
  if (to.carries && !holdsOn(from, a, to, b)) cost += COSTS.beyondReach;
  return cost;
}
