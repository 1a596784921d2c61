/** What comes next for a student, by the record: rest, what comes back, what fails, what to go on with. */
import type { SignRecord } from '@/core';
import {
  dayAfter,
  dayNumber,
  dueOn,
  exercisesIn,
  failingChanges,
  isNoOnePlace,
  nextExercise,
  progressOf,
  restFirst,
  tooLittle,
  type DayRecord,
  type Limits,
} from '@/core/record';

/** What fails, and what is stuck, is asked of the last weeks only. */
const RECENT_DAYS = 28;

/**
 * What comes next.
 * @param days of all exercises that are there, in order. @param pain the latest pain, where it is not long ago.
 */
export function comingNext(
  days: readonly DayRecord[],
  {
    pain,
    limits,
    today,
  }: { readonly pain: SignRecord | null; readonly limits: Limits; readonly today: string },
) {
  const book = exercisesIn(days);
  const [last] = book;
  const failing = failingChanges(days.filter(({ day }) => day > dayAfter(today, -RECENT_DAYS)));
  const isRecent = last !== undefined && dayNumber(today) - dayNumber(last.lastDay) <= RECENT_DAYS;
  const progress = isRecent ? progressOf(last.days) : null;
  return {
    last: last ?? null,
    next: nextExercise(book, today),
    /** The change that fails most; null where none stands out. */
    failing: isNoOnePlace(failing) ? null : (failing[0] ?? null),
    /** Why the hand should rest before anything else. */
    rest: restFirst(days, pain?.day ?? null, limits, today),
    /** What is worked on and had too little time to move; null: nothing. */
    little: tooLittle(book, today)[0] ?? null,
    /** What comes back today, longest waiting first. */
    due: dueOn(book, today),
    /** Since when the exercise that was played last has been stuck; null: it is not, or nobody knows. */
    stuckSince: progress?.goes === 'stuck' ? progress.since : null,
  };
}
