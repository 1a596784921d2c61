/** What a hand said: kept one by one, taken back by tombstones. */
import type { Sign } from '@/core/record';
import type { SignRecord } from '@/core';
import { tables, type DatabaseHandle } from './database';
import { commit, COMMIT_TABLES, readyForRuns, recordScope } from './log';
import { keepSitting } from './practice';
import type { PracticeSitting } from './kept';
import { timestamp } from './sources';

const LABELS = { tight: 'Tight hand', pain: 'It hurts' } as const;

/** Keeps a sign, and with it where the sitting stands, in one transaction. */
export async function addSign(
  db: DatabaseHandle,
  id: string,
  sign: Omit<Sign, 'at' | 'day'>,
  sitting: PracticeSitting,
): Promise<void> {
  const at = timestamp();
  const create = { ...sign, id, at, day: at.slice(0, 10) };
  await readyForRuns();
  await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    await commit(db, recordScope(sign.playerId), LABELS[sign.kind], [{ table: 'signs', create }]);
    await keepSitting(db, sitting);
  });
}

/** Takes a sign back; undo brings it back. */
export async function removeSign(
  db: DatabaseHandle,
  { id, playerId, kind }: Pick<SignRecord, 'id' | 'playerId' | 'kind'>,
) {
  return commit(db, recordScope(playerId), `Delete “${LABELS[kind]}”`, [{ table: 'signs', remove: id }]);
}

/** The signs of a player from one day to another, newest first. */
export async function readSigns(
  db: DatabaseHandle,
  playerId: string,
  from = '',
  to = '\uffff',
): Promise<SignRecord[]> {
  const signs = await tables(db)
    .signs.where('[playerId+day]')
    .between([playerId, from], [playerId, to], true, true)
    .toArray();
  return signs.sort((a, b) => b.at.localeCompare(a.at));
}

/** A sign by its id; undefined where it is not here. */
export const readSign = (db: DatabaseHandle, id: string): Promise<SignRecord | undefined> =>
  tables(db).signs.get(id);
