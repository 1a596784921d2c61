/**
 * The places that a brief allows, and what it costs to go from one to the next: the arcs that every part of the search
 * walks on.
 */
import type { Setup } from '../instrument/instrument';
import { fretMm } from '../instrument/neck';
import { pitchClassOf, triadOf } from '../compose/tones';
import { leapCost, WEIGHTS, type Weighed } from './weights';
import { pitchClasses } from './brief';
import type { Brief } from '../model/brief';
import { rhythmOf } from './rhythm';

/** A note as the fretting hand has it. */
export interface Place {
  readonly string: number;
  readonly fret: number;
  readonly pitch: number;
  /** 0 is an open string. */
  readonly finger: 0 | 1 | 2 | 3 | 4;
  /** The fret at which the first finger lies. */
  readonly position: number;
}

/** A finger may reach one fret below and above its four. */
const FINGER_BY_OFFSET = [1, 1, 2, 3, 4, 4] as const;

/** All places that the strings, frets, tones and the hand of a brief allow. */
export function placesOf(brief: Brief, setup: Setup): Place[] {
  const { tuning, capo, strings, frets } = brief;
  const [low, high] = frets;
  const classes = new Set(pitchClasses(brief.tones));
  const mm = (fret: number) => fretMm(fret + capo, setup.scaleLengthMm);
  const first = Math.max(1, low);
  const places: Place[] = [];
  for (let position = first; position <= Math.max(first, high - 3); position++)
    for (const string of [...strings].sort((a, b) => b - a))
      for (let fret = low; fret <= high; fret++) {
        const pitch = tuning[string - 1]! + capo + fret;
        if (!classes.has(pitch % 12)) continue;
        if (fret === 0) {
          places.push({ string, fret, pitch, finger: 0, position });
          continue;
        }
        const finger = FINGER_BY_OFFSET[fret - position + 1];
        const stretch = Math.abs(mm(fret) - mm(position));
        if (finger !== undefined && stretch <= setup.stretchLimitMm)
          places.push({ string, fret, pitch, finger, position });
      }
  return places;
}

/** Whether a brief asks for changes over a string. */
const wishesSkips = ({ targets }: Brief) =>
  targets.some(
    ({ max, skipped, strings }) =>
      max !== 0 && ((skipped ?? 0) > 0 || (strings !== null && strings[0] - strings[1] > 1)),
  );

/** Told what is paid for and how much. */
export type Pay = (what: Weighed, steps: number) => void;

/**
 * What the line and the hand pay from one place to the next; null where the brief or the hand forbids it.
 * @param pay is told each part of it.
 */
export function stepCost(
  brief: Brief,
  setup: Setup,
  a: Place,
  b: Place,
  pay: Pay = () => undefined,
): number | null {
  const semitones = Math.abs(b.pitch - a.pitch);
  if (semitones === 0 && !brief.mayRepeat) return null;
  if (brief.largestLeap !== null && semitones > brief.largestLeap) return null;
  let cost = 0;
  const add = (what: Weighed, steps: number) => {
    cost += steps;
    pay(what, steps);
  };
  add('leap', leapCost(semitones));
  const skipped = Math.abs(a.string - b.string) - 1;
  if (skipped > 0 && !wishesSkips(brief)) add('skip', WEIGHTS.skip * skipped);
  if (a.position !== b.position) {
    add('shift', WEIGHTS.shift + WEIGHTS.shiftFret * Math.abs(a.position - b.position));
  } else if (a.finger !== 0 && b.finger !== 0) {
    const mm = (fret: number) => fretMm(fret + brief.capo, setup.scaleLengthMm);
    if (Math.abs(mm(a.fret) - mm(b.fret)) > setup.stretchLimitMm) return null;
    if (a.finger === b.finger && a.fret !== b.fret) add('hop', WEIGHTS.hop);
    else if (a.finger === b.finger && a.string !== b.string)
      add('roll', WEIGHTS.roll * (skipped > 0 ? 2 : 1));
  }
  const offset = b.fret - b.position;
  if (b.finger !== 0 && (offset < 0 || offset > 3)) add('reach', WEIGHTS.reach);
  return cost;
}

/** Whether a place is a note that the line should come home to, where it comes home to one. */
const isHome = ({ tones }: Brief, name: string | null, { pitch }: Place) =>
  name !== null || tones.kind === 'chromatic' || pitch % 12 === pitchClassOf(tones.tonic);

/** What the last note of a line pays. */
export const endCost = (brief: Brief, place: Place): number =>
  brief.loop || isHome(brief, brief.endsOn, place) ? 0 : WEIGHTS.noTonic;

/** What note `at` pays for where it is: on a beat, as the first of a round, beside the exercise that is named. */
export function placedCost(brief: Brief, at: number, place: Place, pay: Pay = () => undefined): number {
  const { tones, subdivision, loop, startsOn } = brief;
  let cost = 0;
  const add = (what: Weighed, steps: number) => {
    cost += steps;
    if (steps > 0) pay(what, steps);
  };
  if (tones.kind === 'scale' && rhythmOf(brief).slotOf(at) % subdivision === 0)
    add('offTriad', triadOf(tones.tonic, tones.name).includes(place.pitch % 12) ? 0 : WEIGHTS.offTriad);
  if (loop && at === 0) add('noTonic', isHome(brief, startsOn, place) ? 0 : WEIGHTS.noTonic);
  add('likeness', likenessCost(brief, at, place));
  return cost;
}

/** Whether a place may begin or end the line. */
export function mayBegin({ startsOn }: Brief, { pitch }: Place): boolean {
  return startsOn === null || pitch % 12 === pitchClassOf(startsOn);
}

export function mayEnd({ endsOn }: Brief, { pitch }: Place): boolean {
  return endsOn === null || pitch % 12 === pitchClassOf(endsOn);
}

/** A group is as long in a sequence: three one way, one back. */
const SEQUENCE = [1, 1, 1, -1];

/** The way that the contour wants the interval after note `at` (from 0): up 1, down −1, any 0. */
export function wantedWay({ contour, notes }: Brief, at: number): number {
  switch (contour) {
    case 'rising':
      return 1;
    case 'falling':
      return -1;
    case 'arch':
      return at < (notes - 1) / 2 ? 1 : -1;
    case 'sequence':
      return SEQUENCE[at % SEQUENCE.length]!;
    case 'free':
      return 0;
  }
}

/** What note `at` pays for being like or unlike the exercise that is named. */
function likenessCost({ likeness }: Brief, at: number, place: Place): number {
  const other = likeness?.places[at];
  if (!likeness || !other) return 0;
  const isSame = other.string === place.string && other.fret === place.fret;
  return isSame === (likeness.wish === 'like') ? 0 : (likeness.steps ?? WEIGHTS.likeness);
}
