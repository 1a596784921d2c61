'use client';
import { useMemo } from 'react';
import {
  cleanTempoOn,
  latestDay,
  statedTempo,
  type DayRecord,
  type HalfLife,
  type StatedTempo,
  type TempoNow,
} from '@/core/record';
import { database, daysOn, judgingSettings, timestamp } from '@/storage';
import { usePlayer } from './player';
import { useKept } from './useKept';

export interface RecordOfPlayer {
  /** Undefined until it is read. */
  readonly days: readonly DayRecord[] | undefined;
  readonly today: string;
  /** Undefined until it is read. */
  readonly halfLifeDays: HalfLife | undefined;
  /** As reckoned, however little there is; null where nothing can be. */
  readonly tempo: TempoNow | null;
  /** What may be said of it; null without a run. */
  readonly stated: StatedTempo | null;
}

/** The local day of today. */
export const today = (): string => timestamp().slice(0, 10);

/**
 * The record of the student of the moment on an exercise.
 * @param subdivision slots a beat that tempos are given in.
 */
export function useRecord(exerciseId: string, subdivision: number): RecordOfPlayer {
  const player = usePlayer();
  const read = useKept(async () => {
    const days = await daysOn(database(), player.id, exerciseId);
    const { halfLifeDays } = await judgingSettings(database());
    return { days, on: latestDay(days, today()), halfLifeDays };
  }, [player.id, exerciseId]);
  return useMemo(() => {
    const tempo = read ? cleanTempoOn(read.days, read.on, subdivision, read.halfLifeDays) : null;
    return {
      days: read?.days,
      today: read?.on ?? '',
      halfLifeDays: read?.halfLifeDays,
      tempo,
      stated: statedTempo(read?.days ?? [], tempo, subdivision, read?.on ?? ''),
    };
  }, [read, subdivision]);
}
