/**
 * Strings and frets for pitches that come without: for all moments together the way that moves the hand least. Costs are common
 * practice, no source.
 */
import { MAX_FRET, type Tuning } from '../instrument/instrument';
import { cheapestWay } from './path';

/** A string (1 the thinnest) and a fret, counted from the capo. */
export interface NeckPlace {
  readonly string: number;
  readonly fret: number;
}

/** Where the pitches of a moment lie, and the fret that the first finger is at. */
interface Hold {
  readonly places: readonly NeckPlace[];
  readonly hand: number;
  readonly cost: number;
}

/** A hand at one place has four frets under its fingers, and one more by a stretch. */
const HAND_FRETS = 4;
const WIDEST_FRETS = 5;
/** The first finger goes no higher. */
const LAST_HAND = 20;
const LIKED_HAND = 7;
/** A move of the hand at all, and each fret of it; a string that is passed over; a stretch; an open string under a hand higher up. */
const MOVE = 1;
const MOVE_FRET = 0.5;
const PASSED_STRING = 0.15;
const STRETCH = 0.6;
const OPEN = 0.4;
/** Each fret away from where the hand is wanted; each fret above where most is played. */
const AWAY = 1.5;
const HIGH = 0.03;
/** Ways to hold a chord that are looked at: the cheapest by themselves. */
const MOST_HOLDS = 60;

/** All ways to put pitches on strings of their own, thickest first. */
function ways(pitches: readonly number[], tuning: Tuning, capo: number): NeckPlace[][] {
  const [pitch, ...others] = pitches;
  if (pitch === undefined) return [[]];
  const rest = ways(others, tuning, capo);
  return tuning.flatMap((open, at) => {
    const fret = pitch - open - capo;
    if (fret < 0 || fret > MAX_FRET) return [];
    return rest
      .filter((places) => places.every(({ string }) => string !== at + 1))
      .map((places) => [{ string: at + 1, fret }, ...places])
      .filter((places) => spanOf(places) < WIDEST_FRETS + 1);
  });
}

function spanOf(places: readonly NeckPlace[]): number {
  const stopped = places.flatMap(({ fret }) => (fret > 0 ? [fret] : []));
  return stopped.length === 0 ? 0 : Math.max(...stopped) - Math.min(...stopped) + 1;
}

/** The ways to hold a moment, with each place of the hand that reaches. */
function holdsOf(pitches: readonly number[], tuning: Tuning, capo: number, near: number | null): Hold[] {
  const holds = ways(pitches, tuning, capo).flatMap((places): Hold[] => {
    const stopped = places.flatMap(({ fret }) => (fret > 0 ? [fret] : []));
    const [low, high] = [Math.min(...stopped), Math.max(...stopped)];
    const first = stopped.length === 0 ? 1 : Math.max(1, high - WIDEST_FRETS + 1);
    const last = Math.min(stopped.length === 0 ? LAST_HAND : low, LAST_HAND);
    return Array.from({ length: Math.max(1, last - first + 1) }, (_, at): Hold => {
      const hand = Math.min(first + at, MAX_FRET);
      const isStretched = stopped.length > 0 && high - hand >= HAND_FRETS;
      const open = places.length - stopped.length;
      const away = near === null ? HIGH * Math.max(0, hand - LIKED_HAND) : AWAY * Math.abs(hand - near);
      return { places, hand, cost: away + (isStretched ? STRETCH : 0) + (hand > 1 ? OPEN * open : 0) };
    });
  });
  return holds.length <= MOST_HOLDS ? holds : holds.sort((a, b) => a.cost - b.cost).slice(0, MOST_HOLDS);
}

/** From one hold to the next. */
function moveCost(from: Hold, to: Hold): number {
  const frets = Math.abs(to.hand - from.hand);
  const [left, next] = [from.places.at(-1)!.string, to.places[0]!.string];
  const passed = Math.max(0, Math.abs(next - left) - 1);
  return (frets > 0 ? MOVE + MOVE_FRET * frets : 0) + PASSED_STRING * passed;
}

/** The most of the pitches, from the highest down, that can be held together. */
function held(
  pitches: readonly number[],
  tuning: Tuning,
  capo: number,
  near: number | null,
): { pitches: readonly number[]; holds: Hold[] } | null {
  const lowToHigh = [...new Set(pitches)].sort((a, b) => a - b);
  for (let from = 0; from < lowToHigh.length; from++) {
    const some = lowToHigh.slice(from).slice(-tuning.length);
    const holds = holdsOf(some, tuning, capo, near);
    if (holds.length > 0) return { pitches: some, holds };
  }
  // What no hand holds together: the highest that can be played at all.
  const one = lowToHigh.findLast((pitch) => holdsOf([pitch], tuning, capo, near).length > 0);
  return one === undefined ? null : { pitches: [one], holds: holdsOf([one], tuning, capo, near) };
}

/**
 * Puts pitches on the neck: those of one moment on strings of their own within reach of one hand.
 * @param moments pitches (MIDI) by moment, in order; of a chord that no hand holds, the highest that can be held are kept.
 * @param capo fret of the capo; frets are counted from it. @param near where the first finger is wanted; null: where it lies best.
 * @returns by moment, the place of each of its pitches, in their order; null: it finds none.
 */
export function onNeck(
  moments: readonly (readonly number[])[],
  tuning: Tuning,
  capo = 0,
  near: number | null = null,
): (NeckPlace | null)[][] {
  const all = moments.map((pitches) => held(pitches, tuning, capo, near));
  const there = all.filter((one) => one !== null);
  if (there.length === 0) return moments.map((pitches) => pitches.map(() => null));
  const { path } = cheapestWay({
    costs: there.map(({ holds }) => holds.map(({ cost }) => cost)),
    move: (at, a, b) => moveCost(there[at]!.holds[a]!, there[at + 1]!.holds[b]!),
    groups: there.map(({ holds }) => holds.map(({ hand }) => hand)),
    apart: MOVE + MOVE_FRET,
    close: null,
  });
  let step = 0;
  return moments.map((pitches, at) => {
    const found = all[at];
    if (!found) return pitches.map(() => null);
    const { places } = found.holds[path[step++]!]!;
    const left = new Map(found.pitches.map((pitch, index) => [pitch, places[index]!]));
    return pitches.map((pitch) => {
      const place = left.get(pitch) ?? null;
      // Of a pitch that is written twice, once is enough.
      left.delete(pitch);
      return place;
    });
  });
}
