'use client';
import { useMemo } from 'react';
import type { SignRecord } from '@/core';
import type { DayRecord } from '@/core/record';
import {
  database,
  judgingSettings,
  lastSitting,
  nowMs,
  ofStandingKey,
  readDays,
  readSigns,
  timestamp,
  type PracticeMode,
} from '@/storage';
import { isOver } from '@/work/practice/over';
import { useKept } from '@/ui/shell/useKept';

/** Pain is named for so many days. */
const PAIN_DAYS = 14;

export interface Practised {
  readonly days: readonly DayRecord[];
  /** The exercise of a sitting that is not over and was not ended. */
  readonly underWay: { readonly exerciseId: string; readonly mode: PracticeMode } | null;
  /** The latest pain of the last days. */
  readonly pain: SignRecord | null;
  readonly today: string;
  /** The day on which each exercise was practised last. */
  readonly lastDays: ReadonlyMap<string, string>;
  /** Clean tempos in notes a minute, where the record bears an estimate. */
  readonly cleanRates: ReadonlyMap<string, number>;
}

/** The record of a student as the Library shows it; undefined until it is read. */
export function usePractised(playerId: string): Practised | undefined {
  const read = useKept(async () => {
    const today = timestamp().slice(0, 10);
    const [days, sitting, { halfLifeDays }, signs] = await Promise.all([
      readDays(database(), playerId),
      lastSitting(database(), playerId),
      judgingSettings(database()),
      readSigns(database(), playerId),
    ]);
    // Loaded after the list, which does not wait for it.
    const { cleanTempoOn, dayAfter, exercisesIn, latestDay, statedTempo } = await import('@/core/record');
    const cleanRates = new Map<string, number>();
    for (const { exerciseId, days: mine } of exercisesIn(days)) {
      const tempo = cleanTempoOn(mine, latestDay(days, today), 1, halfLifeDays);
      if (tempo && statedTempo(mine, tempo, 1, today)?.says === 'estimate')
        cleanRates.set(exerciseId, tempo.bpm);
    }
    const isOn = sitting && sitting.open !== null && !isOver(sitting, { ms: nowMs(), at: today });
    const since = dayAfter(latestDay(days, today), -PAIN_DAYS);
    return {
      days,
      underWay: isOn ? ofStandingKey(sitting.open!) : null,
      pain: signs.find(({ kind, day }) => kind === 'pain' && day > since) ?? null,
      today,
      cleanRates,
    };
  }, [playerId]);
  return useMemo(
    // Days come in order, so the last of each exercise stays.
    () => read && { ...read, lastDays: new Map(read.days.map(({ exerciseId, day }) => [exerciseId, day])) },
    [read],
  );
}
