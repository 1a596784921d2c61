/** What comes next for a player: said by the record, never more than a suggestion. */
import { dayNumber } from './day';
import type { ExerciseInBook } from './book';

/** What was not touched for so long is not being worked on. */
const WORKED_ON_DAYS = 28;

/**
 * The exercise to go on with: of those that are being worked on, the one that rested longest; spaced practice keeps better (Cepeda
 * et al. 2006). Of equal ones the one with the lower share of clean runs. Where nothing is being worked on, the last there was.
 * @param exercises as in the book, last practised first.
 */
export function nextExercise(exercises: readonly ExerciseInBook[], today: string): ExerciseInBook | null {
  const now = dayNumber(today);
  const current = exercises.filter(({ lastDay }) => now - dayNumber(lastDay) <= WORKED_ON_DAYS);
  const share = ({ clean, runs }: ExerciseInBook) => clean / runs;
  return (
    current.reduce<ExerciseInBook | null>((best, one) => {
      if (!best || one.lastDay < best.lastDay) return one;
      return one.lastDay === best.lastDay && share(one) < share(best) ? one : best;
    }, null) ??
    exercises[0] ??
    null
  );
}

/** How long ago a day was, in words. */
export function agoText(day: string, today: string): string {
  const days = dayNumber(today) - dayNumber(day);
  if (days <= 0) return 'today';
  if (days === 1) return 'yesterday';
  return days < 14 ? `${days} days ago` : `${Math.round(days / 7)} weeks ago`;
}
