'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { ladderSpecOf, type Exercise, type KeptLadder, type LadderSpec } from '@/core';
import { database, keptLadder, type LadderFields } from '@/storage';
import { LadderSetting, withAhead } from '@/work/ladder/setting';
import { attempt } from '@/work/perform';
import { usePlayer } from './player';
import { useStore } from './useStore';
import { useKept } from './useKept';

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

/** The ladder of the student of the moment on an exercise. */
export function useLadder(exerciseId: string, exercise: Exercise): LadderOfPlayer {
  const { id: playerId } = usePlayer();
  const { startBpm } = exercise;
  const read = useKept(
    async () => ({ ladder: await keptLadder(database(), exerciseId, playerId) }),
    [playerId, exerciseId],
  );
  const kept = read?.ladder;
  const [setting] = useState(() => new LadderSetting(exerciseId));
  useStore(setting);
  const fields = setting.fieldsOf(playerId);
  useEffect(() => {
    if (read) setting.readBack(playerId, read.ladder);
  }, [setting, playerId, read]);
  const merged = useMemo(() => withAhead(kept, fields, startBpm), [kept, fields, startBpm]);
  const spec = useMemo(() => ladderSpecOf(exercise, merged), [exercise, merged]);
  const set = useCallback(
    (change: LadderFields) => attempt('Keeping the ladder', () => setting.set(playerId, startBpm, change)),
    [setting, playerId, startBpm],
  );
  return { isRead: read !== undefined, spec, kept: merged, ownGoalBpm: merged?.goalBpm ?? null, set };
}
