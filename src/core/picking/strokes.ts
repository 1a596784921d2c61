/** Strokes for a whole passage: the loop first, then the lead-in toward it and the ending onward from it. */
import { partAt, type Passage, type Stroke } from '../passage/passage';
import { entryString, stringsFloorward } from './geometry';
import { isPicked, picksOf, type Pick } from './picks';
import { ruleFor, strokeFor, type PickingPolicy, type Rule } from './policy';
import { solveSegment, type CostOfOtherChoice, type SegmentPick, type SolvedSegment } from './segments';

/** Why a note has its stroke. */
export type StrokeReason =
  | { readonly code: 'notPicked' }
  | { readonly code: 'locked'; readonly words: string | null }
  | { readonly code: 'start' }
  /** The engine chose the start; how many breaks and crossings a pass the other start would add. */
  | { readonly code: 'autoStart'; readonly breaks: number; readonly crossings: number }
  | { readonly code: 'startYielded'; readonly rule: Rule }
  | { readonly code: 'rule'; readonly rule: Rule; readonly seam: boolean }
  /** Departs from the rule because something else (a lock, the way round) needs it. */
  | { readonly code: 'departs'; readonly rule: Rule; readonly seam: boolean };

/** What the plan could not satisfy, with the place. */
export interface Unmet {
  readonly code: 'ruleBroken' | 'startYielded' | 'lockContradicted' | 'lockWithoutPick';
  /** Index of the note. */
  readonly note: number;
  readonly pass: number;
}

export interface StrokeAssignment {
  /** Per pass of the period and per note; null where the note is not picked or not played in that pass. */
  readonly passes: (Stroke | null)[][];
  /** Ids of notes that the policy slurs. */
  readonly slurred: readonly string[];
  readonly reasons: StrokeReason[][];
  readonly unmet: Unmet[];
  /** What the other stroke would cost, all else solved again; null where there is no stroke. */
  readonly otherCosts: (CostOfOtherChoice | null)[][];
}

const NOT_PICKED: StrokeReason = { code: 'notPicked' };

/** One stretch of picks of a pass as it was solved, with the pick it comes from. */
interface Stretch {
  readonly picks: readonly Pick[];
  readonly strokes: readonly Stroke[];
  readonly otherCosts: readonly CostOfOtherChoice[];
  readonly before: { readonly pick: Pick; readonly stroke: Stroke; readonly seam: boolean } | null;
  readonly solved: SolvedSegment;
  /** Whether the first pick is where the player begins. */
  readonly begins: boolean;
}

/** Splits the picks into lead-in, loop and ending; without a loop (or with an empty one) all are one line. */
function partsOf(passage: Passage, picks: readonly Pick[], loop: boolean): Pick[][] {
  if (!loop) return [[], [], [...picks]];
  const parts: Pick[][] = [[], [], []];
  for (const pick of picks) {
    const part = partAt(passage, pick.onsetTicks);
    parts[part === 'lead-in' ? 0 : part === 'loop' ? 1 : 2]!.push(pick);
  }
  return parts[1]!.length > 0 ? parts : [[], [], [...picks]];
}

function fixed(pick: Pick, stroke: Stroke): SegmentPick {
  return { thinnest: pick.thinnest, thickest: pick.thickest, lock: stroke };
}

function stretchesOf(passage: Passage, policy: PickingPolicy, picks: readonly Pick[]): Stretch[][] {
  const [leadIn, loop, rest] = partsOf(passage, picks, policy.loop === true) as [Pick[], Pick[], Pick[]];
  if (loop.length === 0) {
    if (rest.length === 0) return [[]];
    const solved = solveSegment(rest, policy, policy.start, false);
    const [strokes, otherCosts] = [solved.passes[0]!, solved.otherCosts[0]!];
    return [[{ picks: rest, strokes, otherCosts, before: null, solved, begins: true }]];
  }
  const round = solveSegment(loop, policy, policy.start, true);
  const lastStrokes = round.passes.at(-1)!;
  return round.passes.map((strokes, pass) => {
    const stretches: Stretch[] = [];
    if (pass === 0 && leadIn.length > 0) {
      const solved = solveSegment([...leadIn, fixed(loop[0]!, strokes[0]!)], policy, 'auto', false);
      const [before, begins] = [null, true];
      const otherCosts = solved.otherCosts[0]!.slice(0, -1);
      stretches.push({
        picks: leadIn,
        strokes: solved.passes[0]!.slice(0, -1),
        otherCosts,
        before,
        solved,
        begins,
      });
    }
    const previous = pass === 0 ? lastStrokes : round.passes[pass - 1]!;
    stretches.push({
      picks: loop,
      strokes,
      otherCosts: round.otherCosts[pass]!,
      before: { pick: loop.at(-1)!, stroke: previous.at(-1)!, seam: true },
      solved: round,
      begins: pass === 0,
    });
    if (rest.length > 0) {
      const last = { pick: loop.at(-1)!, stroke: strokes.at(-1)!, seam: false };
      const solved = solveSegment([fixed(last.pick, last.stroke), ...rest], policy, 'auto', false);
      stretches.push({
        picks: rest,
        strokes: solved.passes[0]!.slice(1),
        otherCosts: solved.otherCosts[0]!.slice(1),
        before: last,
        solved,
        begins: false,
      });
    }
    return stretches;
  });
}

/** The teacher's words for the lock that holds on a pick. */
function lockWords({ notes }: Passage, pick: Pick): string | null {
  const locked = pick.notes.find((note) => notes[note]!.lock?.stroke === pick.lock);
  return locked === undefined ? null : (notes[locked]!.lock?.reason ?? null);
}

/** The reason of one pick, and whether it departs from the policy's rule. */
function reasonOf(
  policy: PickingPolicy,
  stretch: Stretch,
  at: number,
  words: string | null,
): { reason: StrokeReason; departs: boolean } {
  const pick = stretch.picks[at]!;
  const stroke = stretch.strokes[at]!;
  const before =
    at > 0 ? { pick: stretch.picks[at - 1]!, stroke: stretch.strokes[at - 1]!, seam: false } : stretch.before;
  const floorward = before ? stringsFloorward(before.pick, before.stroke, pick, stroke) : 0;
  const departs = before !== null && strokeFor(policy, floorward, before.stroke) !== stroke;
  const rule = before && ruleFor(policy, floorward, entryString(pick, stroke));
  return { reason: reasonFrom(stretch, at, rule, departs, before?.seam ?? false, words), departs };
}

/** The usual reason, one value for each rule. */
const FOLLOWED = new Map<Rule, StrokeReason>();

function followed(rule: Rule): StrokeReason {
  const known = FOLLOWED.get(rule) ?? { code: 'rule', rule, seam: false };
  FOLLOWED.set(rule, known);
  return known;
}

function reasonFrom(
  { picks, solved, begins }: Stretch,
  at: number,
  rule: Rule | null,
  departs: boolean,
  seam: boolean,
  words: string | null,
): StrokeReason {
  if (picks[at]!.lock !== null) return { code: 'locked', words };
  if (at === 0 && begins) {
    if (solved.startYielded && rule) return { code: 'startYielded', rule };
    return solved.autoStart ? { code: 'autoStart', ...solved.autoStart } : { code: 'start' };
  }
  if (!rule) return { code: 'start' };
  return departs || seam ? { code: departs ? 'departs' : 'rule', rule, seam } : followed(rule);
}

/**
 * Strokes for every note, one array per pass of the period. A loop is solved as a cycle over its full period (an odd
 * loop under strict alternation has two passes); its lead-in is solved toward the first stroke and stands in pass 0,
 * its ending onward from the last stroke of each pass. Locks always hold; what could not be satisfied is in `unmet`.
 * The cost of the other choice is what the best answer would cost more with that one stroke locked the other way (in a
 * loop a pass); it can be negative where a lock is what costs. Never throws on a valid passage.
 */
export function assignStrokes(passage: Passage, policy: PickingPolicy): StrokeAssignment {
  const { notes } = passage;
  const picks = picksOf(passage);
  const stretches = stretchesOf(passage, policy, picks);
  const passes: (Stroke | null)[][] = [];
  const reasons: StrokeReason[][] = [];
  const otherCosts: (CostOfOtherChoice | null)[][] = [];
  const unmet: Unmet[] = [];

  for (let index = 0; index < notes.length; index++)
    if (notes[index]!.lock && !isPicked(notes[index]!))
      unmet.push({ code: 'lockWithoutPick', note: index, pass: 0 });
  for (const pick of picks)
    if (pick.contradicted !== null)
      unmet.push({ code: 'lockContradicted', note: pick.contradicted, pass: 0 });

  stretches.forEach((ofPass, pass) => {
    const strokesByNote = new Array<Stroke | null>(notes.length).fill(null);
    const reasonsByNote = new Array<StrokeReason>(notes.length).fill(NOT_PICKED);
    const costsByNote = new Array<CostOfOtherChoice | null>(notes.length).fill(null);
    for (const stretch of ofPass)
      stretch.picks.forEach((pick, at) => {
        const words = pick.lock === null ? null : lockWords(passage, pick);
        const { reason, departs } = reasonOf(policy, stretch, at, words);
        if (departs) unmet.push({ code: 'ruleBroken', note: pick.notes[0]!, pass });
        if (at === 0 && pass === 0 && stretch.begins && stretch.solved.startYielded)
          unmet.push({ code: 'startYielded', note: pick.notes[0]!, pass });
        for (const note of pick.notes) {
          strokesByNote[note] = stretch.strokes[at]!;
          reasonsByNote[note] = reason;
          costsByNote[note] = stretch.otherCosts[at]!;
        }
      });
    passes.push(strokesByNote);
    reasons.push(reasonsByNote);
    otherCosts.push(costsByNote);
  });
  return { passes, slurred: [], reasons, unmet, otherCosts };
}
