/** All students at a glance: what needs attention, what was practised this week, when the next lesson is. */
import {
  ladderSpecOf,
  ME,
  type ExerciseRecord,
  type LadderRecord,
  type LessonRecord,
  type PlayerRecord,
  type SignRecord,
} from '@/core';
import {
  attentionOf,
  dayAfter,
  exercisesIn,
  weekOf,
  type Attention,
  type DayRecord,
  type HalfLife,
} from '@/core/record';
import {
  judgingSettings,
  laddersOf,
  readAllDays,
  readAllLadders,
  readAllLessons,
  readAllSigns,
  readExerciseRecords,
  readPassages,
  readPlayers,
  type DatabaseHandle,
} from '@/storage';
import type { Book } from '../book';

/** What is kept of all students. */
export interface ReadRoster {
  readonly today: string;
  readonly halfLifeDays: HalfLife;
  readonly players: readonly PlayerRecord[];
  readonly days: ReadonlyMap<string, readonly DayRecord[]>;
  readonly signs: ReadonlyMap<string, readonly SignRecord[]>;
  /** The days of each student's first lesson, and of the last up to today. */
  readonly lessons: ReadonlyMap<string, { readonly first: string; readonly last: string }>;
  readonly ladders: ReadonlyMap<string, readonly LadderRecord[]>;
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  /** Slots a beat, by exercise. */
  readonly subdivisions: ReadonlyMap<string, number>;
}

/** A student in the list. */
export interface RosterRow {
  readonly player: PlayerRecord;
  readonly attention: readonly Attention[];
  /** The last day of practice; null: none on record. */
  readonly lastDay: string | null;
  /** Practised since Monday, and planned for the whole week. */
  readonly weekSeconds: number;
  readonly weekMinutes: number;
  readonly nextLesson: string | null;
}

/** Reads all students with their records. @param today the local day. */
export async function readRoster(db: DatabaseHandle, today: string): Promise<ReadRoster> {
  const [players, days, signs, lessons, ladders, records, { halfLifeDays }] = await Promise.all([
    readPlayers(db),
    readAllDays(db),
    readAllSigns(db),
    readAllLessons(db),
    readAllLadders(db),
    readExerciseRecords(db),
    judgingSettings(db),
  ]);
  const passages = await readPassages(
    db,
    records.map(({ passageHash }) => passageHash),
  );
  return {
    today,
    halfLifeDays,
    players,
    days,
    signs,
    lessons: new Map(
      [...lessons].flatMap(([id, mine]) => {
        const last = mine.findLast(({ day }) => day <= today);
        return last ? [[id, { first: mine[0]!.day, last: last.day }] as const] : [];
      }),
    ),
    ladders,
    exercises: new Map(records.map((one) => [one.id, one])),
    subdivisions: new Map(
      records.flatMap(({ id }, at) => (passages[at] ? [[id, passages[at].subdivision] as const] : [])),
    ),
  };
}

/** Minutes that are planned for a week. */
export const minutesOfWeek = ({ weekMinutes }: Pick<PlayerRecord, 'weekMinutes'>): number =>
  weekMinutes.reduce((sum, minutes) => sum + minutes, 0);

/** When a student's next lesson is: as it was said, or so many days after the last. */
export function nextLessonOf(
  { nextLesson, lessonEvery }: Pick<PlayerRecord, 'nextLesson' | 'lessonEvery'>,
  lastLesson: string | null,
  today: string,
): string | null {
  if (nextLesson !== null && nextLesson >= today) return nextLesson;
  return lessonEvery !== null && lastLesson !== null ? dayAfter(lastLesson, lessonEvery) : nextLesson;
}

/** The first day on which a student could have practised: nobody waits to hear of “me”. */
function sinceOf({ id, createdAt }: PlayerRecord, firstLesson: string | undefined, today: string): string {
  const begun = [createdAt.slice(0, 10), firstLesson ?? ''].sort().at(-1)!;
  return id === ME || begun > today ? today : begun;
}

/** What needs attention of a student whose record is open. @param lessons newest first. @param dated a day in words. */
export function attentionInBook(
  { player, today, halfLifeDays, exercises, practised, signs, measures }: Book,
  lessons: readonly LessonRecord[],
  dated: (day: string) => string,
): readonly Attention[] {
  return attentionOf({
    exercises: practised,
    isThere: (id) => exercises.has(id),
    signs,
    limits: player.limits,
    lessonEvery: player.lessonEvery,
    since: sinceOf(player, lessons.at(-1)?.day, today),
    today,
    halfLifeDays,
    measureOf: (id) => measures.get(id),
    dated,
  });
}

/** What needs attention of a student, out of what was read. @param dated a day in words. */
export function attentionIn(
  read: ReadRoster,
  player: PlayerRecord,
  dated: (day: string) => string,
): readonly Attention[] {
  const { today, halfLifeDays, exercises, subdivisions } = read;
  const since = sinceOf(player, read.lessons.get(player.id)?.first, today);
  const ladders = laddersOf(read.ladders.get(player.id) ?? [], exercises);
  return attentionOf({
    exercises: exercisesIn(read.days.get(player.id) ?? []),
    isThere: (id) => exercises.has(id),
    signs: read.signs.get(player.id) ?? [],
    limits: player.limits,
    lessonEvery: player.lessonEvery,
    since,
    today,
    halfLifeDays,
    measureOf: (id) => {
      const [record, subdivision] = [exercises.get(id), subdivisions.get(id)];
      if (!record || subdivision === undefined) return undefined;
      return { subdivision, goalBpm: ladderSpecOf(record, ladders.get(id)).goalBpm };
    },
    dated,
  });
}

/** All students, without what needs attention, which takes longer. */
export function rosterOf(read: ReadRoster): RosterRow[] {
  const monday = weekOf(read.today);
  return read.players.map((player): RosterRow => {
    const days = read.days.get(player.id) ?? [];
    return {
      player,
      attention: [],
      lastDay: days.at(-1)?.day ?? null,
      weekSeconds: days.reduce((sum, { day, seconds }) => sum + (day >= monday ? seconds : 0), 0),
      weekMinutes: minutesOfWeek(player),
      nextLesson: nextLessonOf(player, read.lessons.get(player.id)?.last ?? null, read.today),
    };
  });
}

/** What needs attention, by student, one at a time: whoever runs it can let the page go on between two. @param dated a day in words. */
export function* attending(
  read: ReadRoster,
  dated: (day: string) => string,
): Generator<void, ReadonlyMap<string, readonly Attention[]>> {
  const found = new Map<string, readonly Attention[]>();
  for (const player of read.players) {
    if (player.archivedOn === null) found.set(player.id, attentionIn(read, player, dated));
    yield;
  }
  return found;
}

/** Students with what needs attention. */
export const withAttention = (
  rows: readonly RosterRow[],
  attention: ReadonlyMap<string, readonly Attention[]>,
): RosterRow[] => rows.map((row) => ({ ...row, attention: attention.get(row.player.id) ?? [] }));
