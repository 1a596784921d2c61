/** Weeks to come, as the ladder would have them where every run is clean: a guess, and said to be one. */
import type { LadderStep } from '../model/ladder';
import type { StepTime } from '../tempo/ladder';
import { planClimb } from '../tempo/planner';

/** A ladder from where the next session starts, and the time that a week gives it. */
export interface Ahead {
  readonly steps: readonly LadderStep[];
  readonly times: readonly StepTime[];
  /** Passes in a run of each step. */
  readonly passes: readonly number[];
  /** Number of the step on which the next session starts. */
  readonly from: number;
  readonly visitsAWeek: number;
  readonly minutesAVisit: number;
}

/** The tempo at the end of each of so many weeks, in beats a minute; null from the week on in which nothing is practised. */
export function outlookOf(ahead: Ahead, weeks: number): (number | null)[] {
  const { from, visitsAWeek, minutesAVisit } = ahead;
  const steps = ahead.steps.slice(from);
  if (visitsAWeek === 0 || minutesAVisit === 0 || steps.length === 0)
    return Array.from({ length: weeks }, () => null);
  const { sessionOfStep } = planClimb(steps, ahead.times.slice(from), ahead.passes.slice(from), {
    sessionsAWeek: visitsAWeek,
    minutesASession: minutesAVisit,
    weeks: null,
  });
  return Array.from({ length: weeks }, (_, week) => {
    const last = (week + 1) * visitsAWeek - 1;
    const at = sessionOfStep.findLastIndex((session) => session <= last);
    return steps[Math.max(0, at)]!.bpm;
  });
}
