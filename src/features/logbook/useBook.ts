'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useMemo } from 'react';
import { DEFAULT_SCHOOLS, policyText, type ExerciseRecord } from '@/core';
import { dayAfter, DEFAULT_HALF_LIFE_DAYS, type DayRecord } from '@/core/record';
import { database, judgingSettings, readDays } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';

export const PERIODS = ['4 weeks', '3 months', 'a year', 'all'] as const;
export type Period = (typeof PERIODS)[number];

const PERIOD_DAYS: Record<Exclude<Period, 'all'>, number> = { '4 weeks': 28, '3 months': 91, 'a year': 365 };

export interface Wanted {
  /** An exercise's id, or `all`. */
  readonly exercise: string;
  /** A technique, or `any`. */
  readonly technique: string;
  readonly period: Period;
}

/** The technique that the goal names, or the way the strokes are decided. */
export function techniqueOf({ goal, policy }: ExerciseRecord): string {
  return goal.technique ?? policyText(policy, DEFAULT_SCHOOLS);
}

export interface Book {
  readonly isRead: boolean;
  readonly today: string;
  readonly halfLifeDays: number;
  /** All days of the player. */
  readonly all: readonly DayRecord[];
  /** Those that are wanted. */
  readonly days: readonly DayRecord[];
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  readonly techniques: readonly string[];
  readonly titleOf: (exerciseId: string) => string;
  /** Some runs lie after today: the clock was set back since. */
  readonly isAhead: boolean;
}

/** Slots a beat in which the tempos of some exercises are given: those they are written in. */
export function useSubdivisions(exercises: ReadonlyMap<string, ExerciseRecord>): ReadonlyMap<string, number> {
  const read = useLiveQuery(async () => {
    const records = [...exercises.values()];
    const passages = await database().passages.bulkGet(records.map(({ passageHash }) => passageHash));
    return new Map(records.map(({ id }, at) => [id, passages[at]?.passage.subdivision ?? 1]));
  }, [exercises]);
  return useMemo(() => read ?? new Map<string, number>(), [read]);
}

/** The record of the student of the moment, filtered. Days are read once; filters only look through them. */
export function useBook(wanted: Wanted): Book {
  const player = usePlayer();
  const read = useLiveQuery(async () => {
    const [days, records, { halfLifeDays }] = await Promise.all([
      readDays(database(), player.id),
      database().exercises.toArray(),
      judgingSettings(database()),
    ]);
    return { days, records, halfLifeDays, today: today() };
  }, [player.id]);
  const exercises = useMemo(() => new Map((read?.records ?? []).map((one) => [one.id, one])), [read]);
  const techniques = useMemo(() => {
    const practised = new Set((read?.days ?? []).map(({ exerciseId }) => exerciseId));
    const names = [...practised].flatMap((id) => {
      const record = exercises.get(id);
      return record ? [techniqueOf(record)] : [];
    });
    return [...new Set(names)].sort();
  }, [read, exercises]);
  const now = read?.today ?? '';
  const { exercise, technique, period } = wanted;
  const days = useMemo(() => {
    const from = period === 'all' || now === '' ? '' : dayAfter(now, 1 - PERIOD_DAYS[period]);
    return (read?.days ?? []).filter(({ day, exerciseId }) => {
      if (day < from || (exercise !== 'all' && exerciseId !== exercise)) return false;
      if (technique === 'any') return true;
      const record = exercises.get(exerciseId);
      return record !== undefined && techniqueOf(record) === technique;
    });
  }, [read, now, exercise, technique, period, exercises]);
  const titleOf = useCallback(
    (id: string) => exercises.get(id)?.title ?? 'an exercise that was deleted',
    [exercises],
  );
  return {
    isRead: read !== undefined,
    today: now,
    halfLifeDays: read?.halfLifeDays ?? DEFAULT_HALF_LIFE_DAYS,
    all: read?.days ?? [],
    days,
    exercises,
    techniques,
    titleOf,
    isAhead: (read?.days.at(-1)?.day ?? '') > now,
  };
}
