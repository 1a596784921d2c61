/** Reading what a hand said. */
import type { SignRecord } from '@/core';
import { byPlayer } from './byPlayer';
import { tables, type DatabaseHandle } from './database';

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

/** The signs of all players, by player. */
export const readAllSigns = async (db: DatabaseHandle): Promise<Map<string, SignRecord[]>> =>
  byPlayer(await tables(db).signs.toArray());

/** A sign by its id; undefined where it is not here. */
export const readSign = (db: DatabaseHandle, id: string): Promise<SignRecord | undefined> =>
  tables(db).signs.get(id);
