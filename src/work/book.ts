/** The logbook's record of a student: read once, filtered as often as is asked for. */
import {
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
  statedTempo,
  type DayRecord,
  type ExerciseInBook,
  type HalfLife,
  type StatedTempo,
  type TempoNow,
} from '@/core/record';
import {
  judgingSettings,
  keptLadders,
  readDays,
  readExerciseRecords,
  readPassages,
  readSigns,
  type DatabaseHandle,
} from '@/storage';

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
  readonly halfLifeDays: HalfLife;
  readonly days: readonly DayRecord[];
  /** All exercises, practised or not. */
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  /** Those that were practised, last first. */
  readonly practised: readonly ExerciseInBook[];
  readonly techniques: readonly string[];
  readonly measures: ReadonlyMap<string, Measure>;
  /** What the hand said, newest first. */
  readonly signs: readonly SignRecord[];
  readonly titleOf: (exerciseId: string) => string;
}

/** What is kept of a student's practice. */
export interface ReadBook extends Pick<Book, 'days' | 'exercises' | 'halfLifeDays' | 'signs' | 'today'> {
  readonly measures: Book['measures'];
}

const NOTHING: ReadBook = {
  days: [],
  exercises: NO_EXERCISES,
  halfLifeDays: null,
  signs: NO_SIGNS,
  today: '',
  measures: new Map(),
};

/** Reads a student's record. @param today the local day. */
export async function readBook(db: DatabaseHandle, playerId: string, today: string): Promise<ReadBook> {
  const [days, records, { halfLifeDays }, signs] = await Promise.all([
    readDays(db, playerId),
    readExerciseRecords(db),
    judgingSettings(db),
    readSigns(db, playerId),
  ]);
  const exercises = new Map(records.map((one) => [one.id, one]));
  const [passages, ladders] = await Promise.all([
    readPassages(
      db,
      records.map(({ passageHash }) => passageHash),
    ),
    keptLadders(db, exercises, playerId),
  ]);
  const measures = new Map(
    records.map((record, at) => [
      record.id,
      {
        subdivision: passages[at]?.subdivision ?? 1,
        goalBpm: ladderSpecOf(record, ladders.get(record.id)).goalBpm,
      },
    ]),
  );
  return { days, exercises, halfLifeDays, signs, today, measures };
}

/** The record of a student with what it says; undefined: not read yet. */
export function bookOf(player: PlayerRecord, read: ReadBook | undefined): Book {
  const { days, exercises, halfLifeDays, today, measures, signs } = read ?? NOTHING;
  const practised = exercisesIn(days);
  const now = latestDay(days, today);
  const names = practised.flatMap(({ exerciseId }) => {
    const record = exercises.get(exerciseId);
    return record ? [techniqueOf(record)] : [];
  });
  return {
    isRead: read !== undefined,
    player,
    today,
    now,
    halfLifeDays,
    days,
    exercises,
    practised,
    techniques: [...new Set(names)].sort(),
    measures,
    signs,
    titleOf: (id) => exercises.get(id)?.title ?? 'an exercise that was deleted',
  };
}

/** The clean tempo of now on an exercise, by all that came before, and what may be said of it; null where nothing is known. */
export interface Judged {
  readonly tempo: TempoNow | null;
  readonly stated: StatedTempo | null;
}

/** What the record says of one exercise; of one that was never practised nothing. */
export function judgedOn({ practised, measures, now, halfLifeDays }: Book, exerciseId: string): Judged {
  const mine = practised.find((one) => one.exerciseId === exerciseId)?.days ?? [];
  const slots = measures.get(exerciseId)?.subdivision;
  // Without its notes no tempo says how fast that was.
  if (slots === undefined) return { tempo: null, stated: null };
  const tempo = cleanTempoOn(mine, now, slots, halfLifeDays);
  return { tempo, stated: statedTempo(mine, tempo, slots, now) };
}

/** The same of every exercise that was practised, one at a time: whoever runs it can let the page go on between two. */
export function* judging(book: Book): Generator<void, ReadonlyMap<string, Judged>> {
  const all = new Map<string, Judged>();
  for (const { exerciseId } of book.practised) {
    all.set(exerciseId, judgedOn(book, exerciseId));
    yield;
  }
  return all;
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
