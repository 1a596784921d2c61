/** The sitting that a player is in: kept with everything that is said, so that it can be taken up again after a crash or a closed tab. */
import type { Climb, PlayPlace } from '@/core';
import type { Database } from './database';

/** `lesson`: the teacher judges, without a ladder; `probe`: upward from slow to find the start. */
export type PracticeMode = 'ladder' | 'lesson' | 'probe';

/** How much was played of a run that waits for its verdict. */
export interface PlayedRun {
  /** Passes that were played to their end. */
  readonly passes: number;
  /** The pass under way, where there is one: stopped in it, or gone on with, as in a lesson. */
  readonly under: { readonly place: PlayPlace; readonly isStopped: boolean } | null;
  /** The tempo it was played at, its mean where it climbed. */
  readonly bpm: number;
  /** Passes that a whole run would have had; null: it has no end. */
  readonly wanted: number | null;
}

/** Where a sitting stands on an exercise, in one of the ways to practise it. */
export interface Standing {
  readonly climb: Climb;
  /** The tempo where there is no ladder. */
  readonly bpm: number;
}

/** Something that was said, and where the sitting stood before: what undo goes back to. */
export interface Said {
  /** The exercise and the way. */
  readonly key: string;
  /** Of the run or the sign that was kept. */
  readonly id: string;
  readonly kind: 'verdict' | 'tight' | 'pain';
  readonly before: Standing;
  /** What a verdict was about. */
  readonly played: PlayedRun | null;
}

/** A sitting: a day's practice, of one exercise or of several. */
export interface PracticeSitting {
  readonly id: string;
  readonly playerId: string;
  /** ISO 8601. */
  readonly startedAt: string;
  /** Its local day. */
  readonly day: string;
  /** When something was last said in it, in milliseconds since 1970. */
  readonly lastMs: number;
  /** Warming up is done. */
  readonly isWarm: boolean;
  readonly tights: number;
  /** By exercise and way (`standingKey`). */
  readonly standings: Readonly<Record<string, Standing>>;
  /** Oldest first. */
  readonly said: readonly Said[];
  /** The exercise and way that is under way; null: the last was ended. */
  readonly open: string | null;
  /** Signs of pain of this day that were asked about, and practised on after. */
  readonly painSeen: readonly string[];
}

/** The key of an exercise and a way to practise it. */
export const standingKey = (exerciseId: string, mode: PracticeMode) => `${exerciseId} ${mode}`;

/** What a key stands for. */
export function ofStandingKey(key: string): { readonly exerciseId: string; readonly mode: PracticeMode } {
  const at = key.lastIndexOf(' ');
  return { exerciseId: key.slice(0, at), mode: key.slice(at + 1) as PracticeMode };
}

const keyOf = (playerId: string) => `sitting:${playerId}`;

/** Keeps where a sitting stands. */
export async function keepSitting(db: Database, sitting: PracticeSitting): Promise<void> {
  await db.meta.put({ key: keyOf(sitting.playerId), value: sitting });
}

/** The sitting that a player was in last; undefined where there is none. */
export async function lastSitting(db: Database, playerId: string): Promise<PracticeSitting | undefined> {
  return (await db.meta.get(keyOf(playerId)))?.value as PracticeSitting | undefined;
}
