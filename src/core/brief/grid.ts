/**
 * The places that a brief allows, and what it costs to go from one to the next: the arcs that every part of the search
 * walks on.
 */
import type { Setup } from '../instrument/instrument';
import { fretMm } from '../instrument/neck';
import { pitchClassOf, triadOf } from '../compose/tones';
import { leapCost, WEIGHTS, type Weighed } from './weights';
import type { Stroke } from '../passage/passage';
import { contactOf, kindOf, slantOf, type ChangeKind } from '../picking/changes';
import { isTravelled, otherStroke, strokeFor } from '../picking/policy';
import { pitchClasses, policyOf, slantOfBrief } from './brief';
import { type Target, type Brief } from '../model/brief';
import { periodOf, pickedNotes, rhythmOf } from './rhythm';

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

/** Whether a change counts toward a target. */
export function counts(target: Target, kind: ChangeKind, stringFrom: number, stringTo: number): boolean {
  if (stringFrom === stringTo) return false;
  const skipped = Math.abs(stringFrom - stringTo) - 1;
  const [thicker, thinner] = target.strings ?? [];
  return (
    (target.kind === null || target.kind === kind) &&
    (target.skipped === null || target.skipped === skipped) &&
    (target.direction === null ||
      target.direction === (stringFrom > stringTo ? 'floorward' : 'ceilingward')) &&
    (target.strings === null ||
      (Math.max(stringFrom, stringTo) === thicker && Math.min(stringFrom, stringTo) === thinner))
  );
}

export const STROKES: readonly Stroke[] = ['down', 'up'];

/** The strokes of a pattern that is written in letters. */
const patternOf = (letters: string): Stroke[] =>
  [...letters].map((letter) => (letter === 'u' ? 'up' : 'down'));

/** A way on from a string with a stroke: the next stroke, and what it brings toward each target. */
export interface Way {
  readonly stroke: number;
  /** By target, in `unit`s of a pass. */
  readonly gains: readonly number[];
  /** The next note is slurred to. */
  readonly isSlur?: true;
}

/** The rules of the picking hand. */
export interface PickRules {
  /** Strokes that are told apart: two, one where a loop of an odd number of notes swaps them each pass, or the places of a pattern; for each slot. */
  readonly strokes: number;
  /** Where in the beat and the rhythm a note stands, told apart too: a stroke here is `stroke * slots + slot`. */
  readonly slots: number;
  /** Gains are counted in so many parts of one change. */
  readonly unit: 1 | 2;
  /** The strokes that the first note may have. */
  readonly firstStrokes: readonly number[];
  /** Ways from one string and stroke to another string. */
  readonly ways: (stringFrom: number, stroke: number, stringTo: number) => readonly Way[];
}

/** The rules of the strokes alone, which by pulse hang on how many slots lie between two notes. */
type StrokeRules = Omit<PickRules, 'slots' | 'ways'> & {
  readonly ways: (stringFrom: number, stroke: number, stringTo: number, slots: number) => readonly Way[];
};

/**
 * How the strokes of a line may go. `swapping`: an odd round swaps all of them, so that it takes two passes; by economy and sweep only
 * where no neighbour string is entered. `against the grain`: with what one slant does only where a line needs it, changes against the
 * grain and sweeps over a skip.
 */
export type Manner = 'plain' | 'swapping' | 'against the grain';

/** The manners in which a policy plays lines of a brief with nothing unmet. */
export function mannersOf(brief: Brief): readonly Manner[] {
  const { policy, loop, strokes = '' } = brief;
  if (strokes !== '') return ['plain'];
  const turned = policy === 'alternateByPulse' ? rhythmOf(brief).slotOf(brief.notes) : pickedNotes(brief);
  const isOddRound = loop && turned % 2 === 1;
  if (policy === 'oneSlant') return ['plain', 'against the grain'];
  if (!isOddRound) return ['plain'];
  return policy === 'alternateByNote' || policy === 'alternateByPulse' ? ['swapping'] : ['plain', 'swapping'];
}

/** @param slots from the one note to the other. */
function kindsFrom(
  brief: Brief,
  manner: Manner,
  stringFrom: number,
  stroke: Stroke,
  stringTo: number,
  slots: number,
) {
  const policy = policyOf(brief);
  const byPulse = slots % 2 === 0 ? stroke : otherStroke(stroke);
  const given =
    policy.kind === 'alternateByPulse' ? byPulse : strokeFor(policy, stringFrom - stringTo, stroke);
  // What sweeps on has the stroke of its direction in every pass.
  if (manner === 'swapping' && isTravelled(policy, stringFrom - stringTo)) return [];
  const slant = slantOfBrief(brief);
  const isStrict = given === null && manner !== 'against the grain';
  if (brief.noSkips && Math.abs(stringFrom - stringTo) > 1) return [];
  return (given === null ? STROKES : [given]).flatMap((to) => {
    const kind = kindOf(stroke, to, stringFrom - stringTo);
    const skipped = Math.max(0, Math.abs(stringFrom - stringTo) - 1);
    const asked = slantOf(contactOf(kind, skipped), stroke);
    if (slant !== null && asked !== null && asked !== slant) return [];
    // By policies that leave it open nothing goes against the grain, and a sweep runs over neighbours, unless it is needed.
    if (given === null && kind === 'repeat') return [];
    if (isStrict && (kind === 'backtrack' || (kind === 'sweep' && skipped > 0))) return [];
    return [{ to, kind }];
  });
}

/** The rules of a stroke pattern: what is told apart is where in it a note stands. */
function patternRules(brief: Brief, pattern: readonly Stroke[]): StrokeRules {
  const slant = slantOfBrief(brief);
  return {
    strokes: pattern.length,
    unit: 1,
    firstStrokes: [0],
    ways: (stringFrom, at, stringTo) => {
      const next = (at + 1) % pattern.length;
      const travel = stringFrom - stringTo;
      const skipped = Math.max(0, Math.abs(travel) - 1);
      if (brief.noSkips && skipped > 0) return [];
      const kind = kindOf(pattern[at]!, pattern[next]!, travel);
      const asked = slantOf(contactOf(kind, skipped), pattern[at]!);
      if (slant !== null && asked !== null && asked !== slant) return [];
      const gains = brief.targets.map((target) => (counts(target, kind, stringFrom, stringTo) ? 1 : 0));
      return [{ stroke: next, gains }];
    },
  };
}

/**
 * The same where strings change on the beat only, or off it, and in a rhythm: where in both a note stands is told apart too. What is slurred to
 * stays on its string and takes no stroke; a round is whole times through the rhythm long.
 */
function inTime(brief: Brief, rules: StrokeRules): PickRules {
  if (!brief.changesOn && !brief.rhythm)
    return { ...rules, slots: 1, ways: (from, stroke, to) => rules.ways(from, stroke, to, 1) };
  const slots = periodOf(brief, Boolean(brief.changesOn));
  const { slotOf, isSlurred } = rhythmOf(brief);
  const wantsBeat = brief.changesOn ? brief.changesOn === 'the beat' : null;
  const nothing = brief.targets.map(() => 0);
  /** The note that was picked last before another. */
  const pickedBefore = (note: number): number => (isSlurred(note - 1) ? pickedBefore(note - 1) : note - 1);
  return {
    strokes: rules.strokes * slots,
    slots,
    unit: rules.unit,
    firstStrokes: rules.firstStrokes.map((stroke) => stroke * slots),
    ways: (stringFrom, on, stringTo) => {
      const slot = ((on % slots) + 1) % slots;
      const stroke = Math.floor(on / slots);
      if (isSlurred(slot))
        return stringFrom === stringTo
          ? [{ stroke: stroke * slots + slot, gains: nothing, isSlur: true }]
          : [];
      const isOn = slotOf(slot) % brief.subdivision === 0;
      if (stringFrom !== stringTo && wantsBeat !== null && isOn !== wantsBeat) return [];
      const apart = slotOf((on % slots) + 1) - slotOf(pickedBefore((on % slots) + 1));
      return rules
        .ways(stringFrom, stroke, stringTo, apart)
        .map((way) => ({ stroke: way.stroke * slots + slot, gains: way.gains }));
    },
  };
}

/** The rules of the picking hand under a brief. */
export const pickRules = (brief: Brief, manner: Manner): PickRules =>
  inTime(brief, strokeRules(brief, manner));

function strokeRules(brief: Brief, manner: Manner): StrokeRules {
  const { strokes: pattern = '' } = brief;
  if (pattern !== '') return patternRules(brief, patternOf(pattern));
  const swaps = manner === 'swapping';
  const known = new Map<number, readonly Way[]>();
  const gainsOf = (kinds: readonly ChangeKind[], stringFrom: number, stringTo: number) =>
    brief.targets.map((target) => kinds.filter((kind) => counts(target, kind, stringFrom, stringTo)).length);
  const waysFrom = (stringFrom: number, stroke: number, stringTo: number, slots: number): Way[] => {
    if (swaps) {
      const both = STROKES.flatMap((one) => kindsFrom(brief, manner, stringFrom, one, stringTo, slots));
      if (both.length < 2) return [];
      return [
        {
          stroke: 0,
          gains: gainsOf(
            both.map(({ kind }) => kind),
            stringFrom,
            stringTo,
          ),
        },
      ];
    }
    return kindsFrom(brief, manner, stringFrom, STROKES[stroke]!, stringTo, slots).map(({ to, kind }) => ({
      stroke: STROKES.indexOf(to),
      gains: gainsOf([kind], stringFrom, stringTo),
    }));
  };
  return {
    strokes: swaps ? 1 : 2,
    unit: swaps ? 2 : 1,
    firstStrokes: swaps ? [0] : [STROKES.indexOf(brief.start)],
    ways: (stringFrom, stroke, stringTo, slots) => {
      const key = ((stringFrom * 2 + stroke) * 16 + stringTo) * 2 + (slots % 2);
      let ways = known.get(key);
      if (!ways) known.set(key, (ways = waysFrom(stringFrom, stroke, stringTo, slots)));
      return ways;
    },
  };
}
