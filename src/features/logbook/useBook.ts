'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import {
  DEFAULT_HALF_LIFE_DAYS,
  DEFAULT_SCHOOLS,
  ladderSpecOf,
  techniqueText,
  type ExerciseRecord,
  type PlayerRecord,
  type SignRecord,
} from '@/core';
import {
  cleanTempoOn,
  dayAfter,
  exercisesIn,
  latestDay,
  type DayRecord,
  statedTempo,
  type ExerciseInBook,
  type StatedTempo,
  type TempoNow,
} from '@/core/record';
import {
  database,
  judgingSettings,
  keptLadders,
  readDays,
  readExerciseRecords,
  readPassages,
  readSigns,
} from '@/storage';
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

const NO_SIGNS: readonly SignRecord[] = [];
const NO_EXERCISES: ReadonlyMap<string, ExerciseRecord> = new Map();

const techniqueOf = (record: ExerciseRecord) => techniqueText(record, DEFAULT_SCHOOLS);

/** How the tempos of an exercise are given, and where its ladder leads. */
export interface Measure {
  /** Slots a beat that it is written in. */
  readonly subdivision: number;
  readonly goalBpm: number;
}

/** The record of the student of the moment, as far as no filter changes it. */
export interface Book {
  readonly isRead: boolean;
  readonly player: PlayerRecord;
  /** By the clock; `now` is the last day of the record where that lies later. */
  readonly today: string;
  readonly now: string;
  readonly halfLifeDays: number;
  readonly days: readonly DayRecord[];
  /** All exercises, practised or not. */
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  /** Those that were practised, last first. */
  readonly practised: readonly ExerciseInBook[];
  readonly techniques: readonly string[];
  readonly measures: ReadonlyMap<string, Measure>;
  /** The clean tempo of now on each exercise, by all that came before. */
  readonly tempos: ReadonlyMap<string, TempoNow | null>;
  /** What may be said of it. */
  readonly stated: ReadonlyMap<string, StatedTempo | null>;
  /** What the hand said, newest first. */
  readonly signs: readonly SignRecord[];
  readonly titleOf: (exerciseId: string) => string;
}

/** The measures of some exercises for the student of the moment. */
function useMeasures(
  exercises: ReadonlyMap<string, ExerciseRecord>,
  playerId: string,
): ReadonlyMap<string, Measure> {
  const read = useLiveQuery(async () => {
    const records = [...exercises.values()];
    const [passages, ladders] = await Promise.all([
      readPassages(
        database(),
        records.map(({ passageHash }) => passageHash),
      ),
      keptLadders(database(), exercises, playerId),
    ]);
    return new Map(
      records.map((record, at) => [
        record.id,
        {
          subdivision: passages[at]?.subdivision ?? 1,
          goalBpm: ladderSpecOf(record, ladders.get(record.id)).goalBpm,
        },
      ]),
    );
  }, [exercises, playerId]);
  return useMemo(() => read ?? new Map<string, Measure>(), [read]);
}

/** The record of the student of the moment. Read once; filters only look through it. */
export function useBook(): Book {
  const player = usePlayer();
  const read = useLiveQuery(async () => {
    const [days, records, { halfLifeDays }, signs] = await Promise.all([
      readDays(database(), player.id),
      readExerciseRecords(database()),
      judgingSettings(database()),
      readSigns(database(), player.id),
    ]);
    return {
      days,
      exercises: new Map(records.map((one) => [one.id, one])),
      halfLifeDays,
      signs,
      today: today(),
    };
  }, [player.id]);
  const exercises = read?.exercises ?? NO_EXERCISES;
  const measures = useMeasures(exercises, player.id);
  const practised = useMemo(() => exercisesIn(read?.days ?? []), [read]);
  const book = useMemo(() => {
    const { days = [], today: clock = '', halfLifeDays = DEFAULT_HALF_LIFE_DAYS } = read ?? {};
    const names = practised.flatMap(({ exerciseId }) => {
      const record = exercises.get(exerciseId);
      return record ? [techniqueOf(record)] : [];
    });
    return {
      isRead: read !== undefined,
      today: clock,
      now: latestDay(days, clock),
      halfLifeDays,
      days,
      signs: read?.signs ?? NO_SIGNS,
      exercises,
      techniques: [...new Set(names)].sort(),
      titleOf: (id: string) => exercises.get(id)?.title ?? 'an exercise that was deleted',
    };
  }, [read, exercises, practised]);
  const tempos = useMemo(
    () =>
      new Map(
        practised.map(({ exerciseId, days }) => {
          const slots = measures.get(exerciseId)?.subdivision;
          const tempo = slots ? cleanTempoOn(days, book.now, slots, book.halfLifeDays) : null;
          return [exerciseId, tempo] as const;
        }),
      ),
    [practised, measures, book],
  );
  const stated = useMemo(
    () =>
      new Map(
        practised.map(({ exerciseId, days }) => {
          const slots = measures.get(exerciseId)?.subdivision ?? 1;
          return [exerciseId, statedTempo(days, tempos.get(exerciseId) ?? null, slots)] as const;
        }),
      ),
    [practised, measures, tempos],
  );
  return useMemo(
    () => ({ ...book, player, practised, measures, tempos, stated }),
    [book, player, practised, measures, tempos, stated],
  );
}

/** What technique and time leave of a record. */
export interface Chosen {
  readonly days: readonly DayRecord[];
  /** The first day that is wanted; empty: from the beginning. */
  readonly from: string;
  /** The exercises that are wanted; null: all. */
  readonly among: ReadonlySet<string> | null;
}

/** Filters a record by technique and time. */
export function chosen(
  { days, today, exercises }: Book,
  { technique, period }: Pick<Wanted, 'technique' | 'period'>,
): Chosen {
  const from = period === 'all' || today === '' ? '' : dayAfter(today, 1 - PERIOD_DAYS[period]);
  const mine = [...exercises.values()].filter((record) => techniqueOf(record) === technique);
  const among = technique === 'any' ? null : new Set(mine.map(({ id }) => id));
  const isWanted = ({ day, exerciseId }: DayRecord) => day >= from && (among?.has(exerciseId) ?? true);
  return { from, among, days: days.filter(isWanted) };
}
