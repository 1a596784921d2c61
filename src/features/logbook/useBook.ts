'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useMemo } from 'react';
import { DEFAULT_SCHOOLS, ladderSpecOf, techniqueText, type ExerciseRecord } from '@/core';
import { dayAfter, DEFAULT_HALF_LIFE_DAYS, type DayRecord } from '@/core/record';
import { database, judgingSettings, keptLadders, readDays } from '@/storage';
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

const techniqueOf = (record: ExerciseRecord) => techniqueText(record, DEFAULT_SCHOOLS);

export interface Book {
  readonly isRead: boolean;
  readonly today: string;
  readonly halfLifeDays: number;
  /** All days of the player. */
  readonly all: readonly DayRecord[];
  /** Those that are wanted. */
  readonly days: readonly DayRecord[];
  /** The first day that is wanted; empty: from the beginning. */
  readonly from: string;
  /** The exercises that are wanted; null: all. */
  readonly among: ReadonlySet<string> | null;
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  readonly techniques: readonly string[];
  readonly titleOf: (exerciseId: string) => string;
  /** Some runs lie after today: the clock was set back since. */
  readonly isAhead: boolean;
}

/** How the tempos of an exercise are given, and where its ladder leads. */
export interface Measure {
  /** Slots a beat that it is written in. */
  readonly subdivision: number;
  readonly goalBpm: number;
}

/** The measures of some exercises for the student of the moment. */
export function useMeasures(
  exercises: ReadonlyMap<string, ExerciseRecord>,
  playerId: string,
): ReadonlyMap<string, Measure> {
  const read = useLiveQuery(async () => {
    const records = [...exercises.values()];
    const [passages, ladders] = await Promise.all([
      database().passages.bulkGet(records.map(({ passageHash }) => passageHash)),
      keptLadders(database(), exercises, playerId),
    ]);
    return new Map(
      records.map((record, at) => [
        record.id,
        {
          subdivision: passages[at]?.passage.subdivision ?? 1,
          goalBpm: ladderSpecOf(record, ladders.get(record.id)).goalBpm,
        },
      ]),
    );
  }, [exercises, playerId]);
  return useMemo(() => read ?? new Map<string, Measure>(), [read]);
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
  const from = period === 'all' || now === '' ? '' : dayAfter(now, 1 - PERIOD_DAYS[period]);
  const among = useMemo(() => {
    if (technique === 'any') return null;
    const mine = [...exercises.values()].filter((record) => techniqueOf(record) === technique);
    return new Set(mine.map(({ id }) => id));
  }, [technique, exercises]);
  const days = useMemo(
    () =>
      (read?.days ?? []).filter(
        ({ day, exerciseId }) =>
          day >= from && (exercise === 'all' || exerciseId === exercise) && (among?.has(exerciseId) ?? true),
      ),
    [read, from, exercise, among],
  );
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
    from,
    among,
    exercises,
    techniques,
    titleOf,
    isAhead: (read?.days.at(-1)?.day ?? '') > now,
  };
}
