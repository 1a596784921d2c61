/**
 * The fretting hand as states: where the first finger lies and which finger stops which note. What a state and a move from one
 * to the next cost is all that a fingering is weighed by.
 */
import { MAX_FRET, type Setup } from '../instrument/instrument';
import { fretMm } from '../instrument/neck';
import type { Finger, Note, Technique } from '../passage/passage';

/** What the hand should rather do: two schools. */
export const HAND_SCHOOLS = ['rolls', 'separate fingers'] as const;
export type HandSchool = (typeof HAND_SCHOOLS)[number];

/** Costs, in steps of how much they are felt. Judged after Sayegh (1989), optimum path paradigm; the figures are our own. */
export const COSTS = {
  /** Any shift of the hand, and for each mm of it. */
  shift: 4,
  shiftMm: 0.05,
  /** A finger a fret away from where the position puts it. */
  away: 0.3,
  /** Two fingers closer than they lie by themselves, for each fret. */
  squeeze: 1.5,
  /** The same finger on another fret: in a row on one string, or hopping to another. */
  slideAlong: 2,
  hop: 3,
  /** One finger over several strings at once. */
  barre: 2.5,
  /** The fourth finger is a little weaker. */
  fourth: 0.2,
  /** A slur that the order of the fingers does not make. */
  wrongSlur: 12,
  /** Another fingering of a pattern that is known. */
  unknown: 1.5,
  /** More than the hand reaches: only where nothing else is left. */
  beyondReach: 1000,
} as const;

/** Two fingers a fret further apart than they lie by themselves: the first two spread easily, the last two hardly. */
const SPREADING: Readonly<Record<Finger, Readonly<Record<Finger, number>>>> = {
  1: { 1: 0, 2: 1, 3: 1, 4: 1 },
  2: { 1: 0, 2: 0, 3: 2, 4: 1.5 },
  3: { 1: 0, 2: 0, 3: 0, 4: 2.5 },
  4: { 1: 0, 2: 0, 3: 0, 4: 0 },
};

const ROLL: Readonly<Record<HandSchool, number>> = { rolls: 0.5, 'separate fingers': 4 };

/** A note that a finger stops. */
export interface Stopped {
  readonly note: Note;
  /** The finger that a known pattern gives it. */
  readonly known: Finger | null;
}

/** Notes that begin together and are stopped by fingers; open and dead notes need none. */
export interface Moment {
  readonly stopped: readonly Stopped[];
  readonly onsetTicks: number;
  /** How its first note is sounded. */
  readonly technique: Technique;
  /** Whether an open or dead note lies between it and the moment before: time to move. */
  readonly freed: boolean;
}

/** One way to stop the notes of a moment. */
export interface HandState {
  /** The fret at which the first finger lies, from the capo on. */
  readonly position: number;
  /** By note of the moment. */
  readonly fingers: readonly Finger[];
  readonly cost: number;
}

export interface HandContext {
  readonly stretchLimitMm: number;
  readonly school: HandSchool;
  /** Where each fret lies, counted from the capo, in mm. */
  readonly frets: Float64Array;
}

/** What the states of a hand are weighed by. */
export function handContext(setup: Setup, capo: number, school: HandSchool): HandContext {
  const frets = Float64Array.from({ length: MAX_FRET + 6 }, (_, fret) =>
    fretMm(fret + capo, setup.scaleLengthMm),
  );
  return { stretchLimitMm: setup.stretchLimitMm, school, frets };
}

/** Of the whole stretch between the first and the fourth finger, how much two of them have: by their distance. */
const SPREAD = [0, 0.55, 0.85, 1];

/** Millimetres between two frets from the capo on. */
export function spanMm({ frets }: HandContext, a: number, b: number): number {
  return Math.abs(frets[a]! - frets[b]!);
}

/** Whether two fingers reach two frets at once. */
function reaches(context: HandContext, a: number, fingerA: Finger, b: number, fingerB: Finger): boolean {
  if (fingerA === fingerB) return a === b;
  const [low, high] = fingerA < fingerB ? [a, b] : [b, a];
  if (low > high) return false;
  return spanMm(context, low, high) <= context.stretchLimitMm * SPREAD[Math.abs(fingerA - fingerB)]!;
}

/** What it costs that two fingers lie further apart, or closer, than by themselves. */
function spreadCost(a: number, fingerA: Finger, b: number, fingerB: Finger): number {
  const low = fingerA < fingerB ? fingerA : fingerB;
  const high = fingerA < fingerB ? fingerB : fingerA;
  const extra = (fingerA < fingerB ? b - a : a - b) - (high - low);
  return extra >= 0 ? extra * SPREADING[low][high] : -extra * COSTS.squeeze;
}

const FINGERS: readonly Finger[] = [1, 2, 3, 4];

/** The least fret at which the hand lies: the first finger may hang over the nut. */
const LOWEST_POSITION = 0;

function stateCost(
  context: HandContext,
  moment: Moment,
  position: number,
  fingers: readonly Finger[],
): number {
  let cost = 0;
  const { stopped } = moment;
  fingers.forEach((finger, at) => {
    const { note, known } = stopped[at]!;
    const away = note.fret - (position + finger - 1);
    cost += COSTS.away * Math.abs(away);
    if (finger === 4) cost += COSTS.fourth;
    if (known !== null && known !== finger) cost += COSTS.unknown;
    if (position > 0 && !reaches(context, position, 1, note.fret, finger) && finger > 1)
      cost += COSTS.beyondReach;
    for (let other = 0; other < at; other++) {
      if (!reaches(context, stopped[other]!.note.fret, fingers[other]!, note.fret, finger))
        cost += COSTS.beyondReach;
      else if (fingers[other] === finger) cost += COSTS.barre;
      else cost += spreadCost(stopped[other]!.note.fret, fingers[other]!, note.fret, finger);
    }
  });
  return cost;
}

/** How far a finger may be from where the position puts it, in frets. */
const MOST_AWAY = 1;

/** All states of a moment; a finger that the teacher set holds, whatever it costs. */
export function statesOf(context: HandContext, moment: Moment): HandState[] {
  const states: HandState[] = [];
  const { stopped } = moment;
  const choose = (position: number, chosen: Finger[]) => {
    if (chosen.length === stopped.length) {
      states.push({ position, fingers: [...chosen], cost: stateCost(context, moment, position, chosen) });
      return;
    }
    const { note } = stopped[chosen.length]!;
    for (const finger of FINGERS) {
      if (note.finger !== undefined && note.finger !== finger) continue;
      // Where the first finger plays, there the hand lies.
      if (finger === 1 && note.fret !== position) continue;
      // In a chord a note may be further off: it is held at once or not at all.
      if (Math.abs(note.fret - (position + finger - 1)) > MOST_AWAY + (stopped.length > 1 ? 1 : 0)) continue;
      choose(position, [...chosen, finger]);
    }
  };
  const frets = stopped.map(({ note }) => note.fret);
  for (
    let position = Math.max(LOWEST_POSITION, Math.min(...frets) - 4);
    position <= Math.max(...frets) + 1;
    position++
  )
    choose(position, []);
  // Fingers set by hand, or a chord, that no position has: they hold all the same.
  if (states.length === 0) {
    const fingers = stopped.map(({ note }, at) => note.finger ?? FINGERS[Math.min(at, 3)]!);
    const position = Math.max(LOWEST_POSITION, Math.min(...frets));
    states.push({
      position,
      fingers,
      cost: COSTS.beyondReach + stateCost(context, moment, position, fingers),
    });
  }
  return states;
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

/** What it costs to go from one state to the next. */
export function moveCost(context: HandContext, from: Moment, a: HandState, to: Moment, b: HandState): number {
  let cost = 0;
  if (a.position !== b.position) {
    const mm = spanMm(context, a.position, b.position);
    cost += (COSTS.shift + COSTS.shiftMm * mm) * (to.freed ? 0.5 : 1);
  }
  const [last, first] = [from.stopped.length - 1, 0];
  const [before, after] = [from.stopped[last]!, to.stopped[first]!];
  const [fingerA, fingerB] = [a.fingers[last]!, b.fingers[first]!];
  const move = moveBetween(before, fingerA, after, fingerB);
  // In one position two different fingers lie as far apart as their frets.
  if (a.position === b.position && fingerA !== fingerB)
    cost += spreadCost(before.note.fret, fingerA, after.note.fret, fingerB);
  const isSlide = to.technique === 'slide' && !to.freed;
  if (move === 'roll')
    cost += ROLL[context.school] * (Math.abs(before.note.string - after.note.string) > 1 ? 2 : 1);
  if (move === 'hop') cost += COSTS.hop;
  if (move === 'slide along' && !isSlide) cost += COSTS.slideAlong;
  if (isSlide && move !== 'slide along') cost += COSTS.wrongSlur;
  const isSlurred = !to.freed && before.note.string === after.note.string;
  if (isSlurred && to.technique === 'hammer' && fingerB <= fingerA) cost += COSTS.wrongSlur;
  if (isSlurred && to.technique === 'pull' && fingerB >= fingerA) cost += COSTS.wrongSlur;
  return cost;
}
