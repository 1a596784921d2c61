/** What was set for a student, and what came of it. */
import type { LessonRecord } from '@/core';
import type { SetTask } from '@/core/record';
import {
  dayAfter,
  failingChanges,
  trendFrom,
  trendText,
  type DayRecord,
  type FailingInExercise,
} from '@/core/record';
import { judgedOn, type Book, type Judged } from '../book';

/** The lesson whose tasks stand: the last, up to a day, in which something was set; null: nothing was. @param lessons newest first. */
export const standingLesson = (lessons: readonly LessonRecord[], today: string): LessonRecord | null =>
  lessons.find(({ day, set }) => day <= today && set.length > 0) ?? null;

/** Practice of an exercise since a day. */
export interface Done {
  readonly days: number;
  readonly seconds: number;
  readonly runs: number;
  readonly clean: number;
}

/** What was practised of an exercise from a day on. */
export function doneSince(days: readonly DayRecord[], exerciseId: string, from: string): Done {
  const mine = days.filter((one) => one.exerciseId === exerciseId && one.day >= from);
  const sum = (of: (day: DayRecord) => number) => mine.reduce((total, one) => total + of(one), 0);
  return {
    days: mine.length,
    seconds: sum(({ seconds }) => seconds),
    runs: sum(({ runs }) => runs),
    clean: sum(({ clean }) => clean),
  };
}

/** Something that was set, with what came of it. */
export interface TaskDone {
  readonly task: SetTask;
  /** Null where it is no exercise of the Library. */
  readonly done: Done | null;
  readonly judged: Judged | null;
}

/** What came of what was set, from the day of the lesson on. */
export function tasksDone(book: Book, lesson: LessonRecord): TaskDone[] {
  return lesson.set.map((task) => {
    const { exerciseId } = task;
    if (exerciseId === null) return { task, done: null, judged: null };
    return {
      task,
      done: doneSince(book.days, exerciseId, lesson.day),
      judged: book.exercises.has(exerciseId) ? judgedOn(book, exerciseId) : null,
    };
  });
}

/** How the clean tempo of an exercise moved since a day, in words; null where that cannot be told. */
export function movedText(
  book: Book,
  exerciseId: string,
  from: string,
  dated: (day: string) => string,
): string | null {
  const mine = book.practised.find((one) => one.exerciseId === exerciseId)?.days ?? [];
  const { stated } = judgedOn(book, exerciseId);
  const trend = trendFrom(mine, from);
  return trend && stated?.says === 'estimate' ? trendText(trend, stated, dated) : null;
}

/** Weeks that are looked back on. */
const MONTH_DAYS = 28;

/** The first day of the last four weeks of a record. */
export const monthFrom = ({ now }: Book): string => dayAfter(now, 1 - MONTH_DAYS);

/** Whether a change is one that a line can be made for: of string, with a way over it. */
export const isTrained = ({
  kind,
  stringFrom,
  stringTo,
}: Pick<FailingInExercise, 'kind' | 'stringFrom' | 'stringTo'>): boolean =>
  (kind === 'outside' || kind === 'inside' || kind === 'sweep') && stringFrom !== stringTo;

/** The change that fails most of those that a line can be made for, in exercises that are there; null: none. */
export const changeToTrain = (book: Book): FailingInExercise | null =>
  failingSince(book, monthFrom(book), Infinity).find(
    (one) => isTrained(one) && book.exercises.has(one.exerciseId),
  ) ?? null;

/** The changes that fail most from a day on, so many of them. */
export const failingSince = (book: Book, from: string, most: number): FailingInExercise[] =>
  failingChanges(book.days.filter(({ day }) => day >= from)).slice(0, most);
