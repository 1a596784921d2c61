/** After a sitting: where the next begins, exactly; and after the goal, what now. */
import { bpmText, MAX_BPM, type Exercise, type LadderStep, type RunRecord } from '@/core';
import { recallOf, type DayRecord, type NextStart } from '@/core/record';
import { addExercise, database } from '@/storage';
import type { Variation } from '@/core/drills';

/** The goal is raised by a tenth: common practice, no source. */
const RAISE = 1.1;

/** A drill that was so often clean in a row hands back to its exercise: common practice, no source. */
const CLEAN_IN_A_ROW = 3;

/** Whether a run of the whole at the ladder's goal came out clean in this sitting. */
export const isGoalReached = (
  runs: readonly Pick<RunRecord, 'verdict' | 'bpm' | 'part'>[],
  steps: readonly Pick<LadderStep, 'bpm' | 'isBurst'>[],
  goalBpm: number,
): boolean => {
  const top = Math.max(...steps.filter(({ isBurst }) => !isBurst).map(({ bpm }) => bpm));
  return runs.some(
    ({ verdict, bpm, part }) => verdict === 'clean' && part === null && bpm >= Math.min(goalBpm, top),
  );
};

/** A goal after the one that was reached, whole beats a minute. */
export const raisedGoal = (goalBpm: number): number => Math.min(MAX_BPM, Math.round(goalBpm * RAISE));

/** Whether a drill's last runs were clean often enough to try the whole. */
export function handsBack(
  { drill }: Pick<Exercise, 'drill'>,
  runs: readonly Pick<RunRecord, 'verdict'>[],
): boolean {
  const last = runs.slice(-CLEAN_IN_A_ROW);
  return drill !== null && last.length === CLEAN_IN_A_ROW && last.every(({ verdict }) => verdict === 'clean');
}

/** Where and when the next sitting begins, in a sentence; what it holds is said by title and tempo. */
export function nextTimeText(
  title: string,
  { bpm, step, why }: NextStart,
  steps: number,
  days: readonly Pick<DayRecord, 'day' | 'speeds' | 'cold'>[],
  dated: (day: string) => string,
): string {
  const due = recallOf(days);
  const when = due ? ` It comes back on ${dated(due.dueDay)}.` : '';
  return `“${title || 'Untitled'}” at ${bpmText(bpm)}, step ${step + 1} of ${steps}. ${why}${when}`;
}

/** Makes a variation an exercise of its own. @returns its id. */
export async function makeVariation({ name, exercise }: Variation, of: string): Promise<string> {
  const { id } = await addExercise(database(), exercise, `${of}, ${name}`);
  return id;
}
