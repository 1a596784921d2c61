'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { parseISO } from 'date-fns/parseISO';
import { useEffect, useState } from 'react';
import { counted, durationText, type RunRecord } from '@/core';
import { restNeeded, type Limits, type RestNeeded } from '@/core/record';
import { database, nowMs, readRuns, readRunsById, timestamp, type Said } from '@/storage';
import { today } from '@/ui/shell/useRecord';
import type { PracticeState } from '@/work/practice/state';

const NONE: readonly RunRecord[] = [];

/** How often it is looked whether a hand has rested by now. */
const LOOK_AGAIN_MS = 5000;

const SLACK_MS = 3000;

/** The runs of the things that were said, in their order. */
export function useSaidRuns(said: readonly Said[]): readonly RunRecord[] {
  const ids = said.filter(({ kind }) => kind === 'verdict').map(({ id }) => id);
  const runs = useLiveQuery(() => readRunsById(database(), ids), [ids.join()]);
  return runs ?? NONE;
}

/** All runs of a player today, whatever exercise they were on, and whether the hand must rest. */
export function useRunsToday(playerId: string) {
  const runs =
    useLiveQuery(
      async () => (await readRuns(database(), playerId, { from: today() })).reverse(),
      [playerId],
    ) ?? NONE;
  const [, lookAgain] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => lookAgain((count) => count + 1), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, []);
  return {
    runs,
    /** The rest that is needed before the next run; null: none, or a rest that is long enough is under way. */
    restFor: (
      limits: Limits,
      exerciseId: string,
      { phase, restUntilMs }: PracticeState,
    ): RestNeeded | null => {
      if (phase === 'playing') return null;
      const rest = restNeeded(runs, limits, exerciseId, parseISO(timestamp()).getTime());
      const leftMs = phase === 'rest' ? restUntilMs - nowMs() : 0;
      // The clock of the record and that of the rest are a moment apart.
      return rest && leftMs < rest.restSeconds * 1000 - SLACK_MS ? rest : null;
    },
    restText: ({ of, minutes, restSeconds }: RestNeeded, limits: Limits) => {
      const played = counted(Math.round(minutes), 'minute');
      return of === 'exercise'
        ? `${played} on this exercise without a rest: the limit is ${limits.exerciseMinutes}. Rest ${durationText(restSeconds)} first, or go to another exercise.`
        : `${played} of picking without ${counted(limits.breakMinutes, 'minute')} off: the limit is ${limits.pickingMinutes}. Rest ${durationText(restSeconds)} first.`;
    },
  };
}
