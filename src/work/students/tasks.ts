/** What was set for a student, and what came of it. */
import type { LessonRecord } from '@/core';
import type { SetTask } from '@/core/record';
import { failingChanges, trendFrom, trendText, type DayRecord, type FailingInExercise } from '@/core/record';
import { judgedOn, type Book, type Judged } from '../book';

/** The lesson whose tasks stand: the last, up to a day, in which something was set; null: nothing was. */
export function standingLesson(lessons: readonly LessonRecord[], today: string): LessonRecord | null {
  return lessons
    .filter(({ day, set }) => day <= today && set.length > 0)
    .reduce<LessonRecord | null>((last, one) => (last && last.day >= one.day ? last : one), null);
}

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

/** The changes that fail most from a day on, so many of them. */
export const failingSince = (book: Book, from: string, most: number): FailingInExercise[] =>
  failingChanges(book.days.filter(({ day }) => day >= from)).slice(0, most);
