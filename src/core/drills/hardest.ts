/** Which change of an exercise to drill first, and why it is this one. Order: picking-model, common practice, no source. */
import type { Goal } from '../model/exercise';
import type { Plan } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { tightestChanges, type Transition } from '../picking/analysis';
import { isStringChange } from '../picking/changes';

/** A change that the student's record names. */
export interface FailingHere {
  readonly fromNote: string;
  readonly toNote: string;
  /** Runs that fell apart there. */
  readonly runs: number;
}

/** What makes a change come before others. */
export type Hardness = 'turn' | 'join' | 'goal' | 'record' | 'time';

/** A change with its reasons. */
export interface Hard {
  readonly change: Transition;
  readonly why: readonly Hardness[];
  /** Runs that fell apart there. */
  readonly runs: number;
}

/** Kinds that a goal may single out. */
const SINGLED = new Set(['outside', 'inside', 'sweep']);

/**
 * The string changes of one pass, hardest first: those of the goal's kind; of a sweep those at its hard places (beside the turn, then where
 * it joins a picked run); those that the record names, by how often; then what leaves the least time, inside before outside.
 * @param failing of this exercise, in any order.
 */
export function hardestChanges(
  plan: Plan,
  goal: Goal,
  bpm: number,
  setup: Setup,
  failing: readonly FailingHere[] = [],
): Hard[] {
  const { transitions, loop } = plan.analysis;
  const ranked = tightestChanges(plan.passage, plan.analysis, bpm, setup)
    .map(({ change }) => change)
    .filter(({ pass }) => pass === 0);
  const failedAt = new Map(failing.map(({ fromNote, toNote, runs }) => [`${fromNote} ${toNote}`, runs]));
  const beside = (change: Transition, holds: (other: Transition) => boolean) => {
    const at = transitions.indexOf(change);
    // Round the seam the last change is beside the first.
    const before = loop ? transitions.at(at - 1) : transitions[at - 1];
    const after = transitions[at + 1] ?? (loop ? transitions[0] : undefined);
    return [before, after].some((other) => other !== undefined && holds(other));
  };
  const hard = ranked.map((change, at): Hard & { readonly rank: readonly number[] } => {
    const runs = failedAt.get(`${change.fromNote} ${change.toNote}`) ?? 0;
    const isSwept = change.kind === 'sweep';
    const isTurn =
      isSwept &&
      beside(change, (other) => other.turn || (other.kind === 'sweep' && other.travel !== change.travel));
    const isJoin = isSwept && !isTurn && beside(change, (other) => !isStringChange(other));
    const ofGoal = goal.kind !== null && SINGLED.has(goal.kind) && change.kind === goal.kind;
    const place = isTurn ? 2 : isJoin ? 1 : 0;
    return {
      change,
      runs,
      why: [
        ...(isTurn ? (['turn'] as const) : isJoin ? (['join'] as const) : []),
        ...(ofGoal ? (['goal'] as const) : []),
        ...(runs > 0 ? (['record'] as const) : []),
        ...(at === 0 ? (['time'] as const) : []),
      ],
      rank: [ofGoal ? 0 : 1, ofGoal ? -place : 0, -runs, at],
    };
  });
  return hard
    .toSorted((a, b) => {
      const at = a.rank.findIndex((rank, index) => rank !== b.rank[index]);
      return at < 0 ? 0 : a.rank[at]! - b.rank[at]!;
    })
    .map(({ change, why, runs }) => ({ change, why, runs }));
}

/** Why it is this one, in a few words; empty where nothing singles it out. @param name of whose record it is. */
export function hardText({ why, runs }: Pick<Hard, 'why' | 'runs'>, name: string): string {
  const WORDS: Readonly<Record<Hardness, string>> = {
    turn: 'where the sweep turns',
    join: 'where the sweep joins a picked run',
    goal: 'what the goal asks for',
    record: `fell apart ${runs === 1 ? 'once' : `${runs} times`}${name === '' ? '' : ` for ${name}`}`,
    time: 'leaves the least time',
  };
  return why.map((one) => WORDS[one]).join(', ');
}
