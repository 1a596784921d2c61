/** The sitting that a player is in: kept with every verdict, so that it can be taken up again after a crash or a closed tab. */
import type { Climb } from '@/core';
import type { Database } from './database';

/** `lesson`: the teacher judges, without a ladder; `probe`: upward from slow to find the start. */
export type PracticeMode = 'ladder' | 'lesson' | 'probe';

export interface PracticeSession {
  readonly id: string;
  readonly playerId: string;
  readonly exerciseId: string;
  readonly mode: PracticeMode;
  /** ISO 8601. */
  readonly startedAt: string;
  readonly climb: Climb;
  /** Where it stood before each verdict, oldest first, with the run that was kept: what undo goes back to. */
  readonly past: readonly { readonly climb: Climb; readonly runId: string }[];
  /** The tempo where there is no ladder. */
  readonly bpm: number;
  readonly tights: number;
}

const keyOf = (playerId: string) => `practice:${playerId}`;

/** Keeps where a sitting stands. */
export async function keepPractice(db: Database, session: PracticeSession): Promise<void> {
  await db.meta.put({ key: keyOf(session.playerId), value: session });
}

/** The sitting that a player has not ended; undefined where there is none. */
export async function openPractice(db: Database, playerId: string): Promise<PracticeSession | undefined> {
  return (await db.meta.get(keyOf(playerId)))?.value as PracticeSession | undefined;
}

/** Ends a sitting; its runs stay. */
export async function endPractice(db: Database, playerId: string): Promise<void> {
  await db.meta.delete(keyOf(playerId));
}
