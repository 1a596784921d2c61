/** The sitting that a player is in: kept with everything that is said, so that it can be taken up again after a crash or a closed tab. */
import type { DatabaseHandle } from './database';
import type { PracticeMode, PracticeSession, PracticeSitting } from './kept';
import { note, noted, renoted } from './meta';

/** A sitting is over after so long without a word: common practice, no source. */
export const SITTING_OVER_MS = 4 * 3_600_000;

/** The key of an exercise and a way to practise it. */
export const standingKey = (exerciseId: string, mode: PracticeMode) => `${exerciseId} ${mode}`;

/** What a key stands for. */
export function ofStandingKey(key: string): { readonly exerciseId: string; readonly mode: PracticeMode } {
  const at = key.lastIndexOf(' ');
  return { exerciseId: key.slice(0, at), mode: key.slice(at + 1) as PracticeMode };
}

const keyOf = (playerId: string) => `sitting:${playerId}` as const;

/** Where a sitting stands, and which of its standings (`standingKey`) is being said. */
export interface SittingAt {
  readonly sitting: PracticeSitting;
  readonly key: string;
}

/**
 * A sitting in which two tabs practise: of this exercise what is said now, of every other what is noted. A day that has begun elsewhere
 * stays; one that is over gives way.
 */
function joined(noted: PracticeSitting | null, { sitting, key }: SittingAt): PracticeSitting {
  const isNew = noted && noted.id !== sitting.id && sitting.lastMs - noted.lastMs > SITTING_OVER_MS;
  if (!noted || noted.day < sitting.day || isNew) return sitting;
  if (noted.day > sitting.day) return noted;
  const mine = sitting.standings[key];
  const said = [
    ...noted.said.filter((one) => one.key !== key),
    ...sitting.said.filter((one) => one.key === key),
  ];
  return {
    ...sitting,
    lastMs: Math.max(noted.lastMs, sitting.lastMs),
    isWarm: noted.isWarm || sitting.isWarm,
    standings: { ...sitting.standings, ...noted.standings, ...(mine && { [key]: mine }) },
    said,
    tights: said.filter(({ kind }) => kind === 'tight').length,
    painSeen: [...new Set([...noted.painSeen, ...sitting.painSeen])],
  };
}

/** Keeps where a sitting stands; what another tab has said of other exercises stays. */
export async function keepSitting(db: DatabaseHandle, at: SittingAt): Promise<void> {
  await renoted(db, keyOf(at.sitting.playerId), (noted) => joined(noted, at));
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
