/** Takes: kept as they were heard, read, taken away. */
import type { Passage, Take, TakeRecord } from '@/core';
import { tables, type DatabaseHandle } from './database';
import { commit } from './commit';
import { recordScope } from './scopes';
import { newId, timestamp } from './sources';

/** Takes of a player of an exercise, newest first. */
export async function readTakes(
  db: DatabaseHandle,
  playerId: string,
  exerciseId: string,
): Promise<TakeRecord[]> {
  const takes = await tables(db)
    .takes.where('[playerId+exerciseId+day]')
    .between([playerId, exerciseId, ''], [playerId, exerciseId, '\uffff'])
    .toArray();
  return takes.sort((a, b) => b.at.localeCompare(a.at));
}

/** Takes by their ids, whoever's they are; those that are not here are left out. */
export async function readTakesById(
  db: DatabaseHandle,
  ids: readonly string[],
): Promise<Map<string, TakeRecord>> {
  const found = await tables(db).takes.bulkGet([...ids]);
  return new Map(found.flatMap((take) => (take ? [[take.id, take]] : [])));
}

/** Keeps what a take said, with the notes as they were played. @returns its id. */
export async function addTake(
  db: DatabaseHandle,
  take: Omit<Take, 'at' | 'day'>,
  passage: Passage,
): Promise<string> {
  const id = newId();
  const at = timestamp();
  const create = { ...take, id, at, day: at.slice(0, 10) };
  await commit(db, recordScope(take.playerId), 'Keep take', [{ table: 'takes', create }], {
    passages: [{ hash: take.passageHash, passage }],
  });
  return id;
}

/** Takes a take away; undo brings it back. */
export const removeTake = (db: DatabaseHandle, { id, playerId }: Pick<TakeRecord, 'id' | 'playerId'>) =>
  commit(db, recordScope(playerId), 'Delete take', [{ table: 'takes', remove: id }]);
