/** What a student's week is planned from: the record, the ladders, what was set, and the week as it is kept. */
import {
  planOf,
  type Exercise,
  type KeptLadder,
  type LessonRecord,
  type PlayerRecord,
  type RunRecord,
  type WeekRecord,
} from '@/core';
import { climbOf, type Climbing } from '@/core/drills';
import { dayAfter, nextStart } from '@/core/record';
import type { PlayedInWeek } from '@/core/routine';
import {
  exerciseOf,
  keptLadders,
  readLessons,
  readPassages,
  readRuns,
  readWeek,
  weekBefore,
  type DatabaseHandle,
} from '@/storage';
import { bookOf, judgedOn, readBook, type Book, type ReadBook } from '../book';
import { draftedWishes } from './draft';

/** What is kept of a student's week, and of what comes in it. */
export interface ReadWeek {
  readonly book: ReadBook;
  readonly lessons: readonly LessonRecord[];
  readonly playerId: string;
  readonly monday: string;
  /** Undefined: nothing is planned yet. */
  readonly kept: WeekRecord | undefined;
  /** The last that is kept before it. */
  readonly before: WeekRecord | undefined;
  /** The exercises that come in it, or could, with their ladders. */
  readonly exercises: ReadonlyMap<string, { readonly exercise: Exercise; readonly hash: string }>;
  readonly ladders: Awaited<ReturnType<typeof keptLadders>>;
  /** Of this week. */
  readonly runs: readonly RunRecord[];
}

/** Reads a student's week. @param today the local day. */
export async function readStudentWeek(
  db: DatabaseHandle,
  player: PlayerRecord,
  monday: string,
  today: string,
): Promise<ReadWeek> {
  const [book, lessons, kept, before, runs] = await Promise.all([
    readBook(db, player.id, today),
    readLessons(db, player.id),
    readWeek(db, player.id, monday),
    weekBefore(db, player.id, monday),
    readRuns(db, player.id, { from: monday, to: dayAfter(monday, 6) }),
  ]);
  const wanted = new Set([
    ...(kept
      ? [
          ...kept.wishes.map(({ exerciseId }) => exerciseId),
          ...kept.sessions.flatMap(({ visits }) => visits.map(({ exerciseId }) => exerciseId)),
        ]
      : draftedWishes({ book: bookOf(player, book), lessons, before }).map(({ exerciseId }) => exerciseId)),
    ...runs.map(({ exerciseId }) => exerciseId),
  ]);
  const records = [...wanted].flatMap((id) => book.exercises.get(id) ?? []);
  const [passages, ladders] = await Promise.all([
    readPassages(
      db,
      records.map(({ passageHash }) => passageHash),
    ),
    keptLadders(db, book.exercises, player.id),
  ]);
  const exercises = new Map(
    records.flatMap((record, at) =>
      passages[at]
        ? [[record.id, { exercise: exerciseOf(record, passages[at]), hash: record.passageHash }] as const]
        : [],
    ),
  );
  return { book, lessons, playerId: player.id, monday, kept, before, exercises, ladders, runs };
}

/** How an exercise stands in the week: where the next session starts, and why. */
export interface WeekFacts extends PlayedInWeek {
  readonly hash: string;
  readonly climb: Climbing;
  /** Number of the ladder's step that comes next, from 0. */
  readonly step: number;
  readonly why: string;
  /** Its tempo lies at or above the clean tempo. */
  readonly isFast: boolean;
}

/** How one exercise stands. */
function factsOf(
  book: Book,
  { exercise, hash }: { readonly exercise: Exercise; readonly hash: string },
  id: string,
  ladder: KeptLadder | undefined,
): WeekFacts {
  const { setup } = book.player;
  const climb = climbOf(exercise, ladder, setup);
  const { tempo, stated } = judgedOn(book, id);
  const { step, bpm, why } = nextStart(tempo, stated, climb.steps, exercise.passage.subdivision);
  return {
    exercise,
    hash,
    climb,
    step,
    why,
    bpm,
    plan: planOf(exercise.passage, exercise.policy, setup),
    passes: climb.passes[step]!,
    countInBeats: climb.spec.countInBeats,
    restSeconds: climb.steps[step]!.restSeconds,
    isFast: tempo !== null && bpm >= tempo.bpm,
  };
}

/** How the exercises of a week stand, one at a time: whoever runs it can let the page go on between two. */
export function* standingIn(read: ReadWeek, book: Book): Generator<void, ReadonlyMap<string, WeekFacts>> {
  const facts = new Map<string, WeekFacts>();
  for (const [id, kept] of read.exercises) {
    facts.set(id, factsOf(book, kept, id, read.ladders.get(id)));
    yield;
  }
  return facts;
}
