/** Students, and the one of the moment. */
import { ME, NEW_PLAYER, type LogEntry, type PlayerRecord, type StampKey } from '@/core';
import type { Database } from './database';
import { commit, LIBRARY } from './log';
import { newId } from './sources';

/** The player whose tempos and hand apply now. */
export async function currentPlayer(db: Database): Promise<PlayerRecord | undefined> {
  const id = (await db.meta.get('currentPlayer'))?.value;
  return (typeof id === 'string' ? await db.players.get(id) : undefined) ?? db.players.get(ME);
}

/** Chooses the player of the moment. */
export async function choosePlayer(db: Database, id: string): Promise<void> {
  await db.meta.put({ key: 'currentPlayer', value: id });
}

/** Adds a player and chooses it. */
export async function addPlayer(db: Database, name: string): Promise<LogEntry | null> {
  const id = newId();
  const entry = await commit(db, LIBRARY, `Add student ${name}`, [
    { table: 'players', create: { ...NEW_PLAYER, id, name } },
  ]);
  await choosePlayer(db, id);
  return entry;
}

/** Changes a player's name or set-up. */
export async function changePlayer(
  db: Database,
  id: string,
  set: Partial<Omit<PlayerRecord, StampKey>>,
): Promise<void> {
  await commit(db, LIBRARY, 'Change student', [{ table: 'players', id, set }], {
    mergeKey: `player-${id}-${Object.keys(set).join()}`,
  });
}
