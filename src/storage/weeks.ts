/** Weeks of practice as they are planned. */
import { NEW_WEEK, type LogEntry, type WeekRecord } from '@/core';
import { writing } from './commit';
import { tables, type DatabaseHandle } from './database';
import { recordScope } from './scopes';
import { weekId } from './weekId';

/** What of a week can be written. */
export type WeekFields = { -readonly [Name in keyof typeof NEW_WEEK]: WeekRecord[Name] };

/** A student's week by its Monday; undefined where nothing is kept of it. */
export const readWeek = async (
  db: DatabaseHandle,
  playerId: string,
  monday: string,
): Promise<WeekRecord | undefined> => tables(db).weeks.get(weekId(playerId, monday));

/** The last of a student's weeks before a Monday; undefined where there is none. */
export const weekBefore = async (
  db: DatabaseHandle,
  playerId: string,
  monday: string,
): Promise<WeekRecord | undefined> =>
  tables(db).weeks.where('[playerId+monday]').between([playerId, ''], [playerId, monday]).last();

/**
 * Writes on a student's week, from what is kept of it now; where nothing is, it begins.
 * @param change what is to be written, by what stands; null: nothing.
 * @param mergeKey the same within a second is one action.
 * @returns the action; null where nothing changed.
 */
export async function changeWeek(
  db: DatabaseHandle,
  playerId: string,
  monday: string,
  label: string,
  change: (week: WeekFields | undefined) => Partial<WeekFields> | null,
  mergeKey: string | null = null,
): Promise<LogEntry | null> {
  const id = weekId(playerId, monday);
  const options = mergeKey === null ? {} : { mergeKey: `week-${id}-${mergeKey}` };
  // Read and written in one go: two presses in a row must not both begin from what stood before.
  const { commit, COMMIT_TABLES } = await writing();
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const kept = await tables(db).weeks.get(id);
    const fields = change(kept);
    if (fields === null) return null;
    const edit = kept
      ? ({ table: 'weeks', id, set: fields } as const)
      : ({ table: 'weeks', create: { id, playerId, monday, ...NEW_WEEK, ...fields } } as const);
    return commit(db, recordScope(playerId), label, [edit], options);
  });
}
