/** Whether a hand must rest before the next run, and what is said of it. */
import { counted, durationText, type RunRecord } from '@/core';
import { restNeeded, type Limits, type RestNeeded } from '@/core/record';
import type { PracticeState } from './state';

/** The clock of the record and that of the rest are a moment apart. */
const SLACK_MS = 3000;

/**
 * The rest that is needed before the next run; null: none, or a rest that is long enough is under way.
 * @param runs of the day, in the order in which they were judged. @param recordMs now by the record's clock. @param nowMs now by the runner's.
 */
export function restFor(
  runs: readonly RunRecord[],
  limits: Limits,
  exerciseId: string,
  { phase, restUntilMs }: Pick<PracticeState, 'phase' | 'restUntilMs'>,
  { recordMs, nowMs }: { readonly recordMs: number; readonly nowMs: number },
): RestNeeded | null {
  if (phase === 'playing') return null;
  const rest = restNeeded(runs, limits, exerciseId, recordMs);
  const leftMs = phase === 'rest' ? restUntilMs - nowMs : 0;
  return rest && leftMs < rest.restSeconds * 1000 - SLACK_MS ? rest : null;
}

/** What limit was reached, and what to do. */
export function restText({ of, minutes, restSeconds }: RestNeeded, limits: Limits): string {
  const played = counted(Math.round(minutes), 'minute');
  return of === 'exercise'
    ? `${played} on this exercise without a rest: the limit is ${limits.exerciseMinutes}. Rest ${durationText(restSeconds)} first, or go to another exercise.`
    : `${played} of picking without ${counted(limits.breakMinutes, 'minute')} off: the limit is ${limits.pickingMinutes}. Rest ${durationText(restSeconds)} first.`;
}
