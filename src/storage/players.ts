/** Students, and the one of the moment. */
import { ME, NEW_PLAYER, type LogEntry, type PlayerRecord, type StampKey } from '@/core';
import { tables, type DatabaseHandle } from './database';
import { note, noted } from './meta';
import { commit } from './commit';
import { LIBRARY } from './scopes';
import { newId } from './sources';

/** The player whose tempos and hand apply now. */
export async function currentPlayer(db: DatabaseHandle): Promise<PlayerRecord | undefined> {
  const id = await noted(db, 'currentPlayer');
  return (id === undefined ? undefined : await tables(db).players.get(id)) ?? tables(db).players.get(ME);
}

/** All students; without “me” in a browser that belongs to one of them. */
export async function readPlayers(db: DatabaseHandle): Promise<PlayerRecord[]> {
  const [all, self] = await Promise.all([tables(db).players.toArray(), noted(db, 'self')]);
  const isThere = all.some(({ id }) => id === self);
  return isThere ? all.filter(({ id }) => id !== ME) : all;
}

/** A student; undefined where there is none of that id. */
export const readPlayer = (db: DatabaseHandle, id: string): Promise<PlayerRecord | undefined> =>
  tables(db).players.get(id);

/** Whether a student is still here. */
export const isPlayer = async (db: DatabaseHandle, id: string): Promise<boolean> =>
  (await tables(db).players.get(id)) !== undefined;

/** Chooses the player of the moment. */
export async function choosePlayer(db: DatabaseHandle, id: string): Promise<void> {
  await note(db, 'currentPlayer', id);
}

/** Adds a player and chooses it. */
export async function addPlayer(db: DatabaseHandle, name: string, id = newId()): Promise<LogEntry | null> {
  const entry = await commit(db, LIBRARY, `Add student ${name}`, [
    { table: 'players', create: { ...NEW_PLAYER, id, name } },
  ]);
  await choosePlayer(db, id);
  return entry;
}

/** Changes a player's name or set-up. */
export async function changePlayer(
  db: DatabaseHandle,
  id: string,
  set: Partial<Omit<PlayerRecord, StampKey>>,
): Promise<LogEntry | null> {
  return commit(db, LIBRARY, 'Change student', [{ table: 'players', id, set }], {
    mergeKey: `player-${id}-${Object.keys(set).join()}`,
  });
}

/** Whose browser this is, where a student has said so; null: a teacher's, or nobody's yet. */
export const selfOf = async (db: DatabaseHandle): Promise<string | null> => (await noted(db, 'self')) ?? null;
