/** What comes next for a player: said by the record, never more than a suggestion. */
import { dayAfter, dayNumber, type DayRecord } from './day';
import type { Limits } from '../model/limits';
import { counted } from '../picking/counting';
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

/** Pain asks for rest for so many days, and days over the limit in a week, that many of them: common practice, no source. */
const PAIN_REST_DAYS = 2;
const WEEK_DAYS = 7;
const MANY_LONG_DAYS = 3;

/**
 * Why a hand should rest before anything else, in a sentence; null where nothing on record asks for it.
 * @param days of all exercises, up to today. @param painDay the day of the latest pain, or null.
 */
export function restFirst(
  days: readonly Pick<DayRecord, 'day' | 'longestSeconds'>[],
  painDay: string | null,
  { exerciseMinutes }: Pick<Limits, 'exerciseMinutes'>,
  today: string,
): string | null {
  if (painDay !== null && dayNumber(today) - dayNumber(painDay) <= PAIN_REST_DAYS)
    return 'Rest before anything else. If it still hurts, do not play, and see a doctor or physiotherapist if it stays; if not, begin slower, with rests.';
  const from = dayAfter(today, -WEEK_DAYS);
  const long = new Set(
    days
      .filter(({ day, longestSeconds }) => day > from && longestSeconds > exerciseMinutes * 60)
      .map(({ day }) => day),
  );
  return long.size >= MANY_LONG_DAYS
    ? `Rest before anything else: on ${long.size} of the last ${WEEK_DAYS} days it went on for more than ${counted(exerciseMinutes, 'minute')} without a minute’s rest.`
    : null;
}

/** Less than a minute a week moves nothing: common practice, no source. Told of what is worked on for so many weeks. */
const LEAST_SECONDS_A_WEEK = 60;
const LEAST_WEEKS = 4;

/** Exercises that are worked on, and had too little time to move; the least first. Seconds are those of the last two months. */
export function tooLittle(
  exercises: readonly ExerciseInBook[],
  today: string,
): { readonly exerciseId: string; readonly seconds: number; readonly weeks: number }[] {
  const now = dayNumber(today);
  return exercises
    .filter(({ lastDay }) => now - dayNumber(lastDay) <= WORKED_ON_DAYS)
    .map(({ exerciseId, days }) => {
      const recent = days.filter(({ day }) => now - dayNumber(day) < 2 * WORKED_ON_DAYS + 7);
      const first = Math.min(...recent.map(({ day }) => dayNumber(day)));
      return {
        exerciseId,
        seconds: recent.reduce((sum, { seconds }) => sum + seconds, 0),
        weeks: Math.round((now - first) / WEEK_DAYS),
      };
    })
    .filter(({ seconds, weeks }) => weeks >= LEAST_WEEKS && seconds < weeks * LEAST_SECONDS_A_WEEK)
    .sort((a, b) => a.seconds / a.weeks - b.seconds / b.weeks);
}
