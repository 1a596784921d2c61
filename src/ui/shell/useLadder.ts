'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import { ladderSpecOf, type Exercise, type LadderRecord, type LadderSpec } from '@/core';
import { database, keptLadder } from '@/storage';
import { usePlayer } from './player';

/** The ladder of the student of the moment on an exercise: what is kept of it, and what comes of that. */
export function useLadder(
  exerciseId: string,
  exercise: Exercise,
): { kept: LadderRecord | undefined; spec: LadderSpec } {
  const player = usePlayer();
  const kept = useLiveQuery(() => keptLadder(database(), exerciseId, player.id), [player.id, exerciseId]);
  const spec = useMemo(() => ladderSpecOf(exercise, kept), [exercise, kept]);
  return { kept, spec };
}
