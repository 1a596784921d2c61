/** A student's week, opened at once. */
import type { PlayerRecord } from '@/core';
import { database, type DatabaseHandle } from '@/storage';
import { bookOf } from '../book';
import { draftedWeek } from './draft';
import type { OpenWeek } from './problem';
import { readStudentWeek, standingIn } from './reading';

/** Reads a week and works out how its exercises stand. @param today the local day. */
export async function openWeek(
  db: DatabaseHandle,
  player: PlayerRecord,
  monday: string,
  today: string,
): Promise<OpenWeek> {
  const read = await readStudentWeek(db, player, monday, today);
  const book = bookOf(player, read.book);
  const standing = standingIn(read, book);
  for (;;) {
    const next = standing.next();
    if (next.done)
      return { read, book, facts: next.value, content: read.kept ?? draftedWeek({ ...read, book }) };
  }
}

/** The week as it is kept now: what was changed just before may not be shown yet. */
export const asKept = ({ book, read }: OpenWeek, db: DatabaseHandle = database()): Promise<OpenWeek> =>
  openWeek(db, book.player, read.monday, book.today);
