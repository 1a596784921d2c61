/** Sessions of several exercises as they are kept: planned, counted, gone on with and ended. */
import { DEFAULT_SCHOOLS, techniqueText } from '@/core';
import { dayAfter, dueOn, exercisesIn, latestDay, sessionOrder } from '@/core/record';
import {
  changeSession,
  keepSession,
  nowMs,
  readDays,
  readExerciseRecords,
  timestamp,
  type DatabaseHandle,
  type PracticeSession,
  type SessionBox,
} from '@/storage';
import {
  goingTo,
  isOverAll,
  leaving,
  newSession,
  nextAt,
  running,
  withRun,
  type WantedItem,
} from './session';

/** Time on an exercise, and runs of what only comes back, unless the teacher says otherwise: common practice, no source. */
const USUAL_BOX: SessionBox = { minutes: 8 };
const CHECK_BOX: SessionBox = { runs: 2 };

/** The clean share is asked of so many days. */
const RECENT_DAYS = 28;

/** Never more than so many exercises that come back: the rest waits for another day. */
const MOST_DUE = 3;

/** What a session is planned from. */
export interface SessionDraft {
  readonly items: readonly WantedItem[];
  /** Titles of all that is in it. */
  readonly titles: ReadonlyMap<string, string>;
}

/**
 * A session of some exercises with what comes back today, in the order in which it is best taken; nothing is kept yet.
 * @param exerciseIds those that were chosen; archived ones never come back by themselves. @param isInOrder they stay as they are given, alone.
 */
export async function draftSession(
  db: DatabaseHandle,
  playerId: string,
  exerciseIds: readonly string[],
  isInOrder = false,
): Promise<SessionDraft> {
  const [days, records] = await Promise.all([readDays(db, playerId), readExerciseRecords(db)]);
  const today = latestDay(days, timestamp().slice(0, 10));
  const known = new Map(records.map((record) => [record.id, record]));
  const practised = exercisesIn(days);
  const due = dueOn(practised, today).filter(({ exerciseId }) => {
    const record = known.get(exerciseId);
    return record !== undefined && record.archivedAt === null;
  });
  const dueIds = new Set(due.map(({ exerciseId }) => exerciseId));
  const more = isInOrder
    ? []
    : due.map(({ exerciseId }) => exerciseId).filter((id) => !exerciseIds.includes(id));
  const shares = new Map(
    exercisesIn(days.filter(({ day }) => day > dayAfter(today, -RECENT_DAYS))).map(
      ({ exerciseId, runs, clean }) => [exerciseId, (100 * clean) / runs],
    ),
  );
  const wanted = [...exerciseIds.filter((id) => known.has(id)), ...more.slice(0, MOST_DUE)];
  const items = wanted.map((exerciseId) => ({
    exerciseId,
    isDue: dueIds.has(exerciseId),
    cleanShare: shares.get(exerciseId) ?? null,
    technique: techniqueText(known.get(exerciseId)!, DEFAULT_SCHOOLS),
  }));
  const ordered = isInOrder ? items : sessionOrder(items);
  return {
    items: ordered.map(({ exerciseId, isDue }) => ({
      exerciseId,
      isDue,
      // What was chosen is worked on, whether it comes back or not.
      box: exerciseIds.includes(exerciseId) ? USUAL_BOX : CHECK_BOX,
    })),
    titles: new Map(wanted.map((id) => [id, known.get(id)!.title || 'Untitled'])),
  };
}

/** Begins a session; one that was under way is replaced. */
export async function beginSession(
  db: DatabaseHandle,
  playerId: string,
  items: readonly WantedItem[],
  order: PracticeSession['order'],
): Promise<void> {
  await keepSession(db, playerId, newSession(playerId, items, order));
}

/** Counts time, and a run or one that was taken back, where the session has this exercise on. */
export async function countInSession(
  db: DatabaseHandle,
  playerId: string,
  exerciseId: string,
  ms: number,
  runs: -1 | 0 | 1,
): Promise<void> {
  await changeSession(db, playerId, (session) => {
    if (session.items[session.at]?.exerciseId !== exerciseId) return session;
    return runs === 0 ? running(session, ms) : withRun(session, ms, runs);
  });
}

/** Goes on to the next exercise; its id, or null where none is left. */
export async function nextInSession(db: DatabaseHandle, playerId: string): Promise<string | null> {
  const known = new Set((await readExerciseRecords(db)).map(({ id }) => id));
  const next = await changeSession(db, playerId, (kept) => {
    // What was deleted since is passed over.
    const items = kept.items.map((item) => (known.has(item.exerciseId) ? item : { ...item, isLeft: true }));
    const session = { ...kept, items };
    const at = nextAt(session);
    return at === null ? session : running(goingTo(session, at), nowMs());
  });
  return next && nextAt(next) === null && isOverAll(next) ? null : (next?.items[next.at]!.exerciseId ?? null);
}

/** Leaves the exercise that is on for good; the id of the next, or null where none is left. */
export async function leaveInSession(db: DatabaseHandle, playerId: string): Promise<string | null> {
  const next = await changeSession(db, playerId, leaving);
  return next && !isOverAll(next) ? next.items[next.at]!.exerciseId : null;
}

/** Ends the session; what was judged is kept. */
export const endSession = (db: DatabaseHandle, playerId: string): Promise<void> =>
  keepSession(db, playerId, null);
