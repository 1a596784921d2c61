/** What can be heard or set in a lesson: everything in use, and what is at hand. */
import type { LessonRecord } from '@/core';
import { dayAfter } from '@/core/record';
import { judgedOn, type Book } from '@/work/book';
import { standingLesson } from '@/work/students/tasks';
import type { Offered } from './LessonForm';

const RECENT_DAYS = 28;
const MOST_NEAR = 6;

/** With where a ladder on it begins. */
export interface OfferedExercise extends Offered {
  readonly startBpm: number;
}

/** The exercises of the Library by name, and those that were set or practised of late, with the tempo they stand at. */
export function offeredIn(
  book: Book,
  lessons: readonly LessonRecord[],
): { readonly near: readonly OfferedExercise[]; readonly all: readonly OfferedExercise[] } {
  const records = [...book.exercises.values()].filter(({ archivedAt }) => archivedAt === null);
  const all = records
    .map(({ id, title, startBpm }): OfferedExercise => ({ id, title, startBpm, bpm: null }))
    .sort((a, b) => a.title.localeCompare(b.title));
  const byId = new Map(all.map((one) => [one.id, one]));
  const set = standingLesson(lessons, book.today)?.set.flatMap(({ exerciseId }) => exerciseId ?? []) ?? [];
  const since = dayAfter(book.now, -RECENT_DAYS);
  const practised = book.practised
    .filter(({ lastDay }) => lastDay > since)
    .map(({ exerciseId }) => exerciseId);
  const near = [...new Set([...set, ...practised])].slice(0, MOST_NEAR).flatMap((id) => {
    const offered = byId.get(id);
    const { stated } = judgedOn(book, id);
    const bpm = stated && stated.says !== 'too early' ? Math.round(stated.bpm) : null;
    return offered ? [{ ...offered, bpm }] : [];
  });
  return { near, all };
}
