'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import type { DayRecord } from '@/core/record';
import {
  database,
  judgingSettings,
  openPractice,
  readDays,
  timestamp,
  type PracticeSession,
} from '@/storage';

export interface Practised {
  readonly days: readonly DayRecord[];
  readonly sitting: PracticeSession | undefined;
  readonly today: string;
  /** The day on which each exercise was practised last. */
  readonly lastDays: ReadonlyMap<string, string>;
  /** Clean tempos in notes a minute, where the record says one. */
  readonly cleanRates: ReadonlyMap<string, number>;
}

/** The record of a student as the Library shows it; undefined until it is read. */
export function usePractised(playerId: string): Practised | undefined {
  const read = useLiveQuery(async () => {
    const [days, sitting, { halfLifeDays }] = await Promise.all([
      readDays(database(), playerId),
      openPractice(database(), playerId),
      judgingSettings(database()),
    ]);
    const today = timestamp().slice(0, 10);
    // Loaded after the list, which does not wait for it.
    const { cleanTempoOn, exercisesIn, latestDay } = await import('@/core/record');
    const cleanRates = new Map<string, number>();
    for (const { exerciseId, days: mine } of exercisesIn(days)) {
      const tempo = cleanTempoOn(mine, latestDay(days, today), 1, halfLifeDays);
      if (tempo) cleanRates.set(exerciseId, tempo.bpm);
    }
    return { days, sitting, today, cleanRates };
  }, [playerId]);
  return useMemo(
    // Days come in order, so the last of each exercise stays.
    () => read && { ...read, lastDays: new Map(read.days.map(({ exerciseId, day }) => [exerciseId, day])) },
    [read],
  );
}
