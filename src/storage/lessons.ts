/** The lesson book. */
import type { LessonRecord, LogEntry } from '@/core';
import { byPlayer } from './byPlayer';
import { tables, type DatabaseHandle } from './database';
import { commit } from './commit';
import { recordScope } from './scopes';
import { newId } from './sources';

/** What of a lesson can be written. */
export type LessonFields = Partial<Pick<LessonRecord, 'day' | 'heard' | 'said' | 'set'>>;

/** A student's lessons, newest first. */
export async function readLessons(db: DatabaseHandle, playerId: string): Promise<LessonRecord[]> {
  const lessons = await tables(db)
    .lessons.where('[playerId+day]')
    .between([playerId, ''], [playerId, '\uffff'])
    .toArray();
  return lessons.sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : a.id < b.id ? 1 : -1));
}

/** A lesson; undefined where there is none of that id. */
export const readLesson = (db: DatabaseHandle, id: string): Promise<LessonRecord | undefined> =>
  tables(db).lessons.get(id);

/** The lessons of all students, by student, oldest first. */
export const readAllLessons = async (db: DatabaseHandle): Promise<Map<string, LessonRecord[]>> =>
  byPlayer(await tables(db).lessons.orderBy('[playerId+day]').toArray());

/** Begins a lesson on a day; its id. */
export async function addLesson(
  db: DatabaseHandle,
  playerId: string,
  day: string,
  fields: LessonFields = {},
): Promise<string> {
  const id = newId();
  const create = { id, playerId, heard: [], said: '', set: [], day, ...fields };
  await commit(db, recordScope(playerId), 'New lesson', [{ table: 'lessons', create }]);
  return id;
}

/** Writes on a lesson; what is typed into one field in a row is one action. */
export async function changeLesson(
  db: DatabaseHandle,
  { id, playerId }: Pick<LessonRecord, 'id' | 'playerId'>,
  set: LessonFields,
): Promise<LogEntry | null> {
  return commit(db, recordScope(playerId), 'Lesson', [{ table: 'lessons', id, set }], {
    mergeKey: `lesson-${id}-${Object.keys(set).join()}`,
  });
}

/** Takes a lesson away; undo brings it back. */
export async function removeLesson(
  db: DatabaseHandle,
  { id, playerId }: Pick<LessonRecord, 'id' | 'playerId'>,
): Promise<LogEntry | null> {
  return commit(db, recordScope(playerId), 'Delete lesson', [{ table: 'lessons', remove: id }]);
}
