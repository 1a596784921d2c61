/** How the strokes of a line may go under a brief, and what each change brings toward its targets. */
import type { Brief, Target } from '../model/brief';
import type { Stroke } from '../passage/passage';
import { contactOf, kindOf, slantOf, type ChangeKind } from '../picking/changes';
import { isTravelled, otherStroke, strokeFor } from '../picking/policy';
import { policyOf, slantOfBrief } from './brief';
import { periodOf, pickedNotes, rhythmOf } from './rhythm';

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
