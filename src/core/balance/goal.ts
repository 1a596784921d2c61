/** A goal checked against the analysis, and the balance target that follows from it. */
import type { Goal } from '../model/exercise';
import type { Analysis, Figures, Transition } from '../picking/analysis';
import { isStringChange } from '../picking/changes';
import { counted, countText } from '../picking/counting';

/** The share of inside changes that a goal wants, with its tolerance; null where it wants none. */
export interface BalanceTarget {
  readonly insideShare: number;
  readonly tolerance: number;
}

/** How far a balanced exercise may be off 50 %: common practice, no source. */
const BALANCED_TOLERANCE = 0.1;

/** The balance target of a goal: all outside, all inside, balanced, or none. */
export function targetOf(goal: Goal): BalanceTarget | null {
  switch (goal.kind) {
    case 'outside':
      return { insideShare: 0, tolerance: 0 };
    case 'inside':
      return { insideShare: 1, tolerance: 0 };
    case 'balanced':
      return { insideShare: 0.5, tolerance: BALANCED_TOLERANCE };
    default:
      return null;
  }
}

function inScope(goal: Goal, change: Transition): boolean {
  const { stringFrom, stringTo, travel, skipped } = change;
  const strings = [Math.max(stringFrom, stringTo), Math.min(stringFrom, stringTo)];
  return (
    (goal.strings === null || (goal.strings[0] === strings[0] && goal.strings[1] === strings[1])) &&
    (goal.direction === null || goal.direction === travel) &&
    (goal.skipped === null || goal.skipped === skipped)
  );
}

/** The string changes that a goal is about. */
export function scopedChanges(goal: Goal, analysis: Analysis): Transition[] {
  return analysis.transitions.filter((change) => isStringChange(change) && inScope(goal, change));
}

/** Which changes a goal is about: "outside from 2 to 1, no string skipped". */
export function goalText(goal: Goal): string {
  const kind = goal.kind === 'balanced' ? 'inside and outside alike' : (goal.kind ?? 'string changes');
  const [thick, thin] = goal.strings ?? [null, null];
  const where =
    thick === null
      ? goal.direction === null
        ? ''
        : ` going ${goal.direction}`
      : goal.direction === 'floorward'
        ? ` from ${thick} to ${thin}`
        : goal.direction === 'ceilingward'
          ? ` from ${thin} to ${thick}`
          : ` between ${thick} and ${thin}`;
  const skip =
    goal.skipped === null
      ? ''
      : goal.skipped === 0
        ? ', no string skipped'
        : `, over ${counted(goal.skipped, 'string')}`;
  return `${kind}${where}${skip}`;
}

/** Whether a goal says anything that changes can be checked against. */
export function asksForChanges({ kind, strings, skipped, direction }: Goal): boolean {
  return kind !== null || strings !== null || skipped !== null || direction !== null;
}

/** How an exercise stands to its goal. */
export interface GoalCheck {
  /** Changes a pass that are as wanted, and changes in question. */
  readonly met: number;
  readonly of: number;
  readonly state: 'met' | 'partly' | 'missed' | 'nothing to check';
  /** "wants outside from 2 to 1: 4 of 4". */
  readonly text: string;
}

function perPass(analysis: Analysis, changes: readonly Transition[]): number {
  return changes.length / analysis.passes;
}

/** Checks a goal against the changes of the plan, counted a pass. */
export function checkGoal(goal: Goal, analysis: Analysis): GoalCheck {
  const wants = `wants ${goalText(goal)}`;
  const changes = scopedChanges(goal, analysis);
  if (!asksForChanges(goal))
    return {
      met: 0,
      of: 0,
      state: 'nothing to check',
      text: 'No goal yet that the notes can be checked against.',
    };
  if (changes.length === 0)
    return { met: 0, of: 0, state: 'missed', text: `${wants}: there is no such change yet` };
  const of = perPass(analysis, changes);
  if (goal.kind === 'balanced') {
    const inside = perPass(
      analysis,
      changes.filter((change) => change.kind === 'inside'),
    );
    const outside = perPass(
      analysis,
      changes.filter((change) => change.kind === 'outside'),
    );
    const share = inside + outside === 0 ? null : inside / (inside + outside);
    const isEven = share !== null && Math.abs(share - 0.5) <= BALANCED_TOLERANCE + 1e-9;
    const met = Math.min(inside, outside) * 2;
    return {
      met,
      of,
      state: isEven ? 'met' : 'partly',
      text: `${wants}: ${countText(inside)} inside, ${countText(outside)} outside`,
    };
  }
  // Without a kind the goal asks for changes on certain strings or ways: their part of all changes is what counts.
  const all = analysis.transitions.filter(isStringChange);
  // A sweep that turns cannot be swept where it turns; who asks for sweeps does not ask for that.
  const asked = goal.kind === 'sweep' ? changes.filter(({ turn }) => !turn) : changes;
  const [hits, base] =
    goal.kind === null ? [changes, all] : [asked.filter((change) => change.kind === goal.kind), asked];
  const met = perPass(analysis, hits);
  const total = perPass(analysis, base);
  const turns = perPass(analysis, changes) - perPass(analysis, asked);
  const state = met === total && total > 0 ? 'met' : met === 0 ? 'missed' : 'partly';
  const apart = turns > 0 ? `, ${turns === 1 ? 'the turn' : `${countText(turns)} turns`} apart` : '';
  return { met, of: total, state, text: `${wants}: ${countText(met)} of ${countText(total)}${apart}` };
}

/** How the inside share stands against the goal's target. */
export function againstTarget(
  goal: Goal,
  figures: Figures,
): { state: 'on target' | 'off target' | 'no target'; text: string } {
  const target = targetOf(goal);
  const share = figures.insideShare;
  if (!target) return { state: 'no target', text: 'The goal asks for no balance.' };
  const wanted =
    target.insideShare === 0
      ? 'all outside'
      : target.insideShare === 1
        ? 'all inside'
        : '50 % inside, give or take 10';
  if (share === null)
    return { state: 'off target', text: `The goal wants ${wanted}; there are no such changes.` };
  const is = `${Math.round(share * 100)} % inside`;
  return Math.abs(share - target.insideShare) <= target.tolerance + 1e-9
    ? { state: 'on target', text: `${is}, as the goal wants (${wanted}).` }
    : { state: 'off target', text: `${is}; the goal wants ${wanted}.` };
}
