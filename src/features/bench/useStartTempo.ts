'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import type { Exercise } from '@/core';
import { database } from '@/storage';
import { usePlayer } from '@/ui/shell/player';

/** Where the player of the moment starts on an exercise, in beats a minute. */
export function useStartTempo(exerciseId: string, exercise: Exercise): number {
  const player = usePlayer();
  const ladder = useLiveQuery(
    () => database().ladders.where('[playerId+exerciseId]').equals([player.id, exerciseId]).first(),
    [player.id, exerciseId],
  );
  return ladder?.startBpm ?? exercise.startBpm;
}
