'use client';
import { parseISO } from 'date-fns/parseISO';
import { useEffect, useState } from 'react';
import type { RunRecord } from '@/core';
import type { Limits, RestNeeded } from '@/core/record';
import { database, nowMs, readRuns, readRunsById, timestamp, type Said } from '@/storage';
import { today } from '@/ui/shell/useRecord';
import { restFor } from '@/work/practice/resting';
import type { PracticeState } from '@/work/practice/state';
import { useKept } from '@/ui/shell/useKept';

const NONE: readonly RunRecord[] = [];

/** How often it is looked whether a hand has rested by now. */
const LOOK_AGAIN_MS = 5000;

/** The runs of the things that were said, in their order. */
export function useSaidRuns(said: readonly Said[]): readonly RunRecord[] {
  const ids = said.filter(({ kind }) => kind === 'verdict').map(({ id }) => id);
  const runs = useKept(() => readRunsById(database(), ids), [ids.join()]);
  return runs ?? NONE;
}

/** All runs of a player today, whatever exercise they were on, and whether the hand must rest. */
export function useRunsToday(playerId: string) {
  const runs =
    useKept(async () => (await readRuns(database(), playerId, { from: today() })).reverse(), [playerId]) ??
    NONE;
  const [, lookAgain] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => lookAgain((count) => count + 1), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, []);
  return {
    runs,
    /** The rest that is needed before the next run, as of this moment. */
    restOf: (limits: Limits, exerciseId: string, state: PracticeState): RestNeeded | null =>
      restFor(runs, limits, exerciseId, state, { recordMs: parseISO(timestamp()).getTime(), nowMs: nowMs() }),
  };
}
