'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useMemo, useState } from 'react';
import { FRESH_LADDER, ladderSpecOf, type Exercise, type KeptLadder, type LadderSpec } from '@/core';
import { database, keptLadder, setLadder, type LadderFields } from '@/storage';
import { say } from '../controls/say';
import { usePlayer } from './player';

export interface LadderOfPlayer {
  /** Whether what is kept was read already. */
  readonly isRead: boolean;
  readonly spec: LadderSpec;
  /** All that is kept of it; undefined where nothing is yet. */
  readonly kept: KeptLadder | undefined;
  /** The ladder's own goal; null where it is the exercise's, or suggested. */
  readonly ownGoalBpm: number | null;
  /** Shown at once, then kept. */
  readonly set: (fields: LadderFields) => void;
}

/** What was set and is not read back yet. */
interface Ahead {
  readonly playerId: string;
  readonly fields: LadderFields;
}

/** Whether what is read back is what was set; steps and times come back as new values. */
const isSame = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** A change that another tab has overtaken is given up after this. */
const GIVE_UP_MS = 1_000;

/** The ladder of the student of the moment on an exercise. */
export function useLadder(exerciseId: string, exercise: Exercise): LadderOfPlayer {
  const player = usePlayer();
  const read = useLiveQuery(
    async () => ({ ladder: await keptLadder(database(), exerciseId, player.id) }),
    [player.id, exerciseId],
  );
  const kept = read?.ladder;
  const [ahead, setAhead] = useState<Ahead | null>(null);
  const fields = ahead?.playerId === player.id ? ahead.fields : null;
  // What is read back is dropped, so that a later undo shows.
  const isReadBack =
    fields !== null &&
    Object.entries(fields).every(([key, value]) => isSame(kept?.[key as keyof LadderFields], value));
  if (isReadBack) setAhead(null);
  const merged = useMemo(() => {
    if (fields === null) return kept;
    const base = kept ?? { ...FRESH_LADDER, startBpm: exercise.startBpm };
    return { ...base, ...fields };
  }, [kept, fields, exercise.startBpm]);
  const { startBpm, goal } = exercise;
  const spec = useMemo(() => ladderSpecOf({ startBpm, goal }, merged), [startBpm, goal, merged]);
  const set = useCallback(
    (change: LadderFields) => {
      setAhead((now) => ({
        playerId: player.id,
        fields: { ...(now?.playerId === player.id ? now.fields : null), ...change },
      }));
      const isMine = (now: Ahead | null) =>
        Object.entries(change).every(([key, value]) => now?.fields[key as keyof LadderFields] === value);
      setLadder(database(), exerciseId, player.id, exercise.startBpm, change).then(
        () => setTimeout(() => setAhead((now) => (isMine(now) ? null : now)), GIVE_UP_MS),
        (error: Error) => {
          setAhead(null);
          say(`The ladder could not be kept: ${error.message}`);
        },
      );
    },
    [exerciseId, player.id, exercise.startBpm],
  );
  return { isRead: read !== undefined, spec, kept: merged, ownGoalBpm: merged?.goalBpm ?? null, set };
}
