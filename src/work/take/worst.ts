/** The changes of a take that are most worth a drill. */
import type { Plan, Transition } from '@/core';
import { isStringChange } from '@/core';
import { noteIdOf, type TakePlan, type TakeReport } from '@/core/take';

/** A change, what was wrong with it over all passes, and how often it was played. */
export interface WorstChange {
  readonly change: Transition;
  /** Milliseconds late in the mean of the passes in which it was heard; below 0: early. */
  readonly meanMs: number;
  /** Passes in which the note was missing, wrong or bunched. */
  readonly faults: number;
  readonly times: number;
}

const MOST = 3;
/** A fault weighs as much as so many milliseconds. */
const FAULT_MS = 20;
/** Less than this is nothing to drill. */
const LEAST_MS = 5;

/** Up to three string changes whose arrival was worst: faults first, then how far off in the mean. */
export function worstChanges(plan: Plan, taken: TakePlan, report: TakeReport): WorstChange[] {
  if (report.state !== 'judged') return [];
  const arriving = new Map(
    plan.analysis.transitions.filter(isStringChange).map((change) => [change.toNote, change]),
  );
  const heard = new Map<string, { late: number[]; faults: number; times: number }>();
  report.notes.forEach(({ id, deviationMs, state, bunched }, at) => {
    if (taken.notes[at]?.change === null) return;
    const noteId = noteIdOf(id);
    const known = heard.get(noteId) ?? { late: [], faults: 0, times: 0 };
    heard.set(noteId, {
      late: deviationMs === null || state === 'wrong' ? known.late : [...known.late, deviationMs],
      faults: known.faults + (state !== 'played' || bunched ? 1 : 0),
      times: known.times + 1,
    });
  });
  return [...heard]
    .flatMap(([noteId, { late, faults, times }]) => {
      const change = arriving.get(noteId);
      if (!change) return [];
      const meanMs = late.length === 0 ? 0 : late.reduce((sum, ms) => sum + ms, 0) / late.length;
      return [{ change, meanMs, faults, times }];
    })
    .filter(({ meanMs, faults }) => faults > 0 || Math.abs(meanMs) >= LEAST_MS)
    .sort((a, b) => weightOf(b) - weightOf(a))
    .slice(0, MOST);
}

const weightOf = ({ meanMs, faults, times }: WorstChange) => Math.abs(meanMs) + (FAULT_MS * faults) / times;
