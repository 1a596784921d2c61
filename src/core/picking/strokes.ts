/** Strokes for a whole passage: the loop first, then the lead-in toward it and the ending onward from it. */
import type { Lock, Passage, Stroke } from '../passage/passage';
import type { Slant } from './changes';
import { entryString, stringsFloorward } from './geometry';
import { isPicked, picksOf, type Pick } from './picks';
import { departs, ruleFor, slantWanted, type PickingPolicy, type Rule } from './policy';
import type { CostOfOtherChoice } from './otherChoice';
import { solvedStretches, type Stretch, type Struck } from './stretches';
import { asksOtherSlant, isUnfit } from './tiers';

/** Why a note has its stroke. */
export type StrokeReason =
  | { readonly code: 'notPicked' }
  /** The policy slurs it. */
  | { readonly code: 'slurred' }
  | { readonly code: 'locked'; readonly words: string | null }
  /** The pattern of the recipe. */
  | { readonly code: 'pattern' }
  | { readonly code: 'start' }
  /** The engine chose the start; how many breaks and crossings a pass the other start would add. */
  | { readonly code: 'autoStart'; readonly breaks: number; readonly crossings: number }
  | { readonly code: 'startYielded'; readonly rule: Rule }
  | { readonly code: 'rule'; readonly rule: Rule; readonly seam: boolean }
  /** Departs from the rule because something else (a lock, the way round) needs it. */
  | { readonly code: 'departs'; readonly rule: Rule; readonly seam: boolean };

/** What the plan could not satisfy, with the place. */
export interface Unmet {
  readonly code:
    | 'ruleBroken'
    /** The rule is broken from the lead-in to the loop. */
    | 'enteredOff'
    | 'startYielded'
    | 'lockContradicted'
    | 'lockWithoutPick'
    /** A change to a neighbour string that is no sweep, though the policy sweeps. */
    | 'unfitExit'
    /** An exit that asks for the other slant. */
    | 'wrongSlant';
  /** Index of the note. */
  readonly note: number;
  readonly pass: number;
}

/** The strokes of each pass of the period, with reasons and what could not be satisfied. */
export interface StrokeAssignment {
  /** Per pass of the period and per note; null where the note is not picked or not played in that pass. */
  readonly passes: (Stroke | null)[][];
  /** Ids of notes that the policy slurs. */
  readonly slurred: readonly string[];
  /** One slant: the slant that was taken; null for other policies. */
  readonly slant: Slant | null;
  readonly reasons: StrokeReason[][];
  readonly unmet: Unmet[];
}

const NOT_PICKED: StrokeReason = { code: 'notPicked' };
const SLURRED: StrokeReason = { code: 'slurred' };

/** The lock that holds on a pick. */
function lockOn({ notes }: Passage, pick: Pick): Lock | null {
  if (pick.lock === null) return null;
  const locked = pick.notes.find((note) => notes[note]!.lock?.stroke === pick.lock);
  return locked === undefined ? null : (notes[locked]!.lock ?? null);
}

/** The reason of one struck pick, and what of it could not be satisfied. */
function reasonOf(
  policy: PickingPolicy,
  stretch: Stretch,
  at: number,
  before: (Struck & { readonly seam: boolean }) | null,
  lock: Lock | null,
): { reason: StrokeReason; isDeparture: boolean; exit: Unmet['code'] | null } {
  const pick = stretch.picks[at]!;
  const stroke = stretch.strokes[at]!;
  const floorward = before ? stringsFloorward(before.pick, before.stroke, pick, stroke) : 0;
  const isDeparture =
    policy.kind === 'alternateByPulse'
      ? stretch.isOff?.[at] === true
      : before !== null && departs(policy, floorward, before.stroke, stroke, pick);
  const rule =
    before || policy.kind === 'alternateByPulse'
      ? ruleFor(policy, floorward, entryString(pick, stroke), pick)
      : null;
  const reason = reasonFrom(stretch, at, rule, isDeparture, before?.seam ?? false, lock);
  return { reason, isDeparture, exit: before && badExit(policy, before, { pick, stroke }, floorward) };
}

/** What is wrong with the exit of a transition, by the policy's lights. */
function badExit(
  policy: PickingPolicy,
  from: Struck,
  to: Struck,
  floorward: number,
): 'unfitExit' | 'wrongSlant' | null {
  if (policy.kind === 'sweep') {
    const one = { from: from.pick, fromStroke: from.stroke, to: to.pick, toStroke: to.stroke };
    return isUnfit(policy, one) ? 'unfitExit' : null;
  }
  if (policy.kind !== 'oneSlant') return null;
  return asksOtherSlant(policy, floorward, from.stroke, to.stroke) ? 'wrongSlant' : null;
}

/** The usual reason, one value for each rule. */
const FOLLOWED = new Map<Rule, StrokeReason>();

function followed(rule: Rule): StrokeReason {
  const known = FOLLOWED.get(rule);
  if (known) return known;
  const reason: StrokeReason = { code: 'rule', rule, seam: false };
  FOLLOWED.set(rule, reason);
  return reason;
}

const PATTERN: StrokeReason = { code: 'pattern' };

function reasonFrom(
  { solved, begins }: Stretch,
  at: number,
  rule: Rule | null,
  isDeparture: boolean,
  seam: boolean,
  lock: Lock | null,
): StrokeReason {
  if (lock) return lock.by === 'recipe' ? PATTERN : { code: 'locked', words: lock.reason ?? null };
  // By pulse the start is the stroke of slot 0, which the first pick need not stand on.
  if (at === 0 && begins && (solved.autoStart || rule?.code !== 'pulse')) {
    if (solved.startYielded && rule) return { code: 'startYielded', rule };
    return solved.autoStart ? { code: 'autoStart', ...solved.autoStart } : { code: 'start' };
  }
  if (!rule) return { code: 'start' };
  return isDeparture || seam ? { code: isDeparture ? 'departs' : 'rule', rule, seam } : followed(rule);
}

/**
 * Strokes for every note, one array per pass of the period. A loop is solved as a cycle over its full period (an odd
 * loop under strict alternation has two passes); its lead-in is solved toward the first stroke and stands in pass 0,
 * its ending onward from the last stroke of each pass. Locks always hold; what could not be satisfied is in `unmet`.
 * Never throws on a valid passage.
 * @param asked who decides; where it leaves the slant open, `slant` says which was taken.
 */
export function assignStrokes(passage: Passage, asked: PickingPolicy): StrokeAssignment {
  const { notes } = passage;
  const picks = picksOf(passage);
  const { policy, stretches } = solvedStretches(passage, asked, picks);
  const passes: (Stroke | null)[][] = [];
  const reasons: StrokeReason[][] = [];
  const unmet: Unmet[] = [];

  for (let index = 0; index < notes.length; index++)
    if (notes[index]!.lock && !isPicked(notes[index]!))
      unmet.push({ code: 'lockWithoutPick', note: index, pass: 0 });
  for (const pick of picks)
    if (pick.contradicted !== null)
      unmet.push({ code: 'lockContradicted', note: pick.contradicted, pass: 0 });

  const slurred = new Set<string>();
  stretches.forEach((ofPass, pass) => {
    const strokesByNote = new Array<Stroke | null>(notes.length).fill(null);
    const reasonsByNote = new Array<StrokeReason>(notes.length).fill(NOT_PICKED);
    for (const stretch of ofPass) {
      let { before } = stretch;
      stretch.picks.forEach((pick, at) => {
        const stroke = stretch.strokes[at]!;
        if (stroke === null) {
          slurred.add(notes[pick.notes[0]!]!.id);
          reasonsByNote[pick.notes[0]!] = SLURRED;
          return;
        }
        const lock = lockOn(passage, pick);
        const { reason, isDeparture, exit } = reasonOf(policy, stretch, at, before, lock);
        // A recipe's own pattern is what was asked for.
        if (isDeparture && lock?.by !== 'recipe')
          unmet.push({ code: 'ruleBroken', note: pick.notes[0]!, pass });
        if (exit) unmet.push({ code: exit, note: before!.pick.notes[0]!, pass });
        if (at === 0 && pass === 0 && stretch.begins && stretch.solved.startYielded)
          unmet.push({ code: 'startYielded', note: pick.notes[0]!, pass });
        for (const note of pick.notes) {
          strokesByNote[note] = stroke;
          reasonsByNote[note] = reason;
        }
        before = { pick, stroke, seam: false };
      });
      const { onto } = stretch;
      if (!onto || !before) continue;
      const at = onto.pick.notes[0]!;
      const floorward = stringsFloorward(before.pick, before.stroke, onto.pick, onto.stroke);
      const isDeparture = departs(policy, floorward, before.stroke, onto.stroke, onto.pick);
      if (isDeparture && lockOn(passage, onto.pick)?.by !== 'recipe')
        unmet.push({ code: 'enteredOff', note: at, pass });
      const exit = badExit(policy, before, onto, floorward);
      if (exit) unmet.push({ code: exit, note: before.pick.notes[0]!, pass });
    }
    passes.push(strokesByNote);
    reasons.push(reasonsByNote);
  });
  const slant = policy.kind === 'oneSlant' ? slantWanted(policy) : null;
  return { passes, slurred: [...slurred], slant, reasons, unmet };
}

/**
 * What the other stroke of a note would cost: what the best answer would cost more with that one stroke locked the other way (in a
 * loop a pass). It can be negative where a lock is what costs, and keeps the slant that was taken. Apart from the assignment, which is
 * plain data and goes to workers; each note is reckoned when it is asked for.
 * @returns by pass and index of the note; null where it has no stroke.
 */
export function otherCosts(
  passage: Passage,
  asked: PickingPolicy,
): (pass: number, note: number) => CostOfOtherChoice | null {
  const { stretches } = solvedStretches(passage, asked, picksOf(passage));
  return (pass, note) => {
    for (const { picks, otherCost } of stretches[pass] ?? []) {
      const at = picks.findIndex((pick) => pick.notes.includes(note));
      if (at >= 0) return otherCost(at);
    }
    return null;
  };
}
