/** Planning a student's week, and doing what is done to it. */
import type { LogEntry } from '@/core';
import type { WeekAdvice } from '@/core/routine';
import { changePlayer, changeWeek, database, type DatabaseHandle } from '@/storage';
import { beginSession } from '../practice/sessions';
import { setSession, setWish, type WeekChange } from './acts';
import { draftedWeek, type WeekContent } from './draft';
import { BLOCK_MINUTES, type OpenWeek } from './problem';

/** Writes on a week from what is kept of it now; where nothing is, the draft becomes the week. */
export const writeWeek = (
  { read, book }: Pick<OpenWeek, 'read' | 'book'>,
  label: string,
  change: (week: WeekContent) => WeekChange,
  mergeKey: string | null = null,
  db: DatabaseHandle = database(),
): Promise<LogEntry | null> =>
  changeWeek(
    db,
    book.player.id,
    read.monday,
    label,
    (kept) => {
      const base = kept ?? draftedWeek({ ...read, book });
      const set = change(base);
      return set === null || kept ? set : { ...base, ...set };
    },
    mergeKey,
  );

/** Takes an advice: what it names is changed, for good. @param played minutes that were played on its day already. */
export async function takeAdvice(
  open: OpenWeek,
  advice: WeekAdvice,
  played: (day: number) => number,
  db: DatabaseHandle = database(),
): Promise<LogEntry | null> {
  const write = (change: (week: WeekContent) => WeekChange) =>
    writeWeek(open, 'Mend the week', change, null, db);
  switch (advice.kind) {
    case 'days':
      return write((week) => setWish(week, advice.itemId, { days: advice.to }));
    case 'least':
      return write((week) => setWish(week, advice.itemId, { leastMinutes: advice.to * BLOCK_MINUTES }));
    case 'minutes':
    case 'open day':
      return write((week) =>
        setSession(week, advice.day, { minutes: Math.ceil(advice.to + played(advice.day)) }),
      );
    case 'exercises':
      return write(() => ({ mostExercises: advice.to }));
    case 'fast': {
      const { id, limits } = open.book.player;
      return changePlayer(db, id, { limits: { ...limits, fastMinutes: advice.to } });
    }
  }
}

/** Begins what is left of a day's session in the runner; the exercise that it begins with, or null where nothing is left. */
export async function beginDay(
  { content, book, read }: OpenWeek,
  day: number,
  done: ReadonlySet<string>,
  db: DatabaseHandle = database(),
): Promise<string | null> {
  const left = content.sessions[day]!.visits.filter(
    ({ exerciseId }) => !done.has(exerciseId) && read.book.exercises.has(exerciseId),
  );
  if (left.length === 0) return null;
  await beginSession(
    db,
    book.player.id,
    left.map(({ exerciseId, minutes }) => ({ exerciseId, box: { minutes }, isDue: false })),
    content.order === 'by turns' ? 'by turns' : 'blocked',
  );
  return left[0]!.exerciseId;
}
