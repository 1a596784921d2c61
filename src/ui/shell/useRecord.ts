'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import { cleanTempoOn, latestDay, type DayRecord, type TempoNow } from '@/core/record';
import { database, daysOn, judgingSettings, timestamp } from '@/storage';
import { usePlayer } from './player';

export interface RecordOfPlayer {
  /** Undefined until it is read. */
  readonly days: readonly DayRecord[] | undefined;
  readonly today: string;
  /** Undefined until it is read. */
  readonly halfLifeDays: number | undefined;
  /** Null where there is no record that says one. */
  readonly tempo: TempoNow | null;
}

/** The local day of today. */
export const today = (): string => timestamp().slice(0, 10);

/**
 * The record of the student of the moment on an exercise.
 * @param subdivision slots a beat that tempos are given in.
 */
export function useRecord(exerciseId: string, subdivision: number): RecordOfPlayer {
  const player = usePlayer();
  const read = useLiveQuery(async () => {
    const days = await daysOn(database(), player.id, exerciseId);
    const { halfLifeDays } = await judgingSettings(database());
    return { days, on: latestDay(days, today()), halfLifeDays };
  }, [player.id, exerciseId]);
  return useMemo(
    () => ({
      days: read?.days,
      today: read?.on ?? '',
      halfLifeDays: read?.halfLifeDays,
      tempo: read ? cleanTempoOn(read.days, read.on, subdivision, read.halfLifeDays) : null,
    }),
    [read, subdivision],
  );
}
