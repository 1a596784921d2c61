/** The sitting that a player is in: kept with everything that is said, so that it can be taken up again after a crash or a closed tab. */
import type { DatabaseHandle } from './database';
import type { PracticeMode, PracticeSession, PracticeSitting } from './kept';
import { note, noted, renoted } from './meta';

/** The key of an exercise and a way to practise it. */
export const standingKey = (exerciseId: string, mode: PracticeMode) => `${exerciseId} ${mode}`;

/** What a key stands for. */
export function ofStandingKey(key: string): { readonly exerciseId: string; readonly mode: PracticeMode } {
  const at = key.lastIndexOf(' ');
  return { exerciseId: key.slice(0, at), mode: key.slice(at + 1) as PracticeMode };
}

const keyOf = (playerId: string) => `sitting:${playerId}` as const;

/** Keeps where a sitting stands. */
export async function keepSitting(db: DatabaseHandle, sitting: PracticeSitting): Promise<void> {
  await note(db, keyOf(sitting.playerId), sitting);
}

/** The sitting that a player was in last; undefined where there is none. */
export async function lastSitting(
  db: DatabaseHandle,
  playerId: string,
): Promise<PracticeSitting | undefined> {
  return noted(db, keyOf(playerId));
}

const sessionKey = (playerId: string) => `session:${playerId}` as const;

/** Keeps the session that a player has begun, or that there is none any more. */
export const keepSession = (
  db: DatabaseHandle,
  playerId: string,
  session: PracticeSession | null,
): Promise<void> => note(db, sessionKey(playerId), session);

/** The session that a player has begun; null where there is none. */
export const openSession = async (db: DatabaseHandle, playerId: string): Promise<PracticeSession | null> =>
  (await noted(db, sessionKey(playerId))) ?? null;

/** Changes the session that a player has begun, as it stands now in whatever tab; where there is none, nothing. @returns what it is then. */
export const changeSession = (
  db: DatabaseHandle,
  playerId: string,
  to: (session: PracticeSession) => PracticeSession,
): Promise<PracticeSession | null> => renoted(db, sessionKey(playerId), (session) => session && to(session));
