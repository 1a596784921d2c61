/** A week before anything was said about it: what was set, what is worked on, what comes back; at the student's minutes. */
import { NEW_WEEK, type LessonRecord, type PlayerRecord } from '@/core';
import { dayAfter, dueOn, exercisesIn } from '@/core/record';
import type { Importance, Week, Wish } from '@/core/routine';
import type { Book } from '../book';
import { standingLesson } from '../students/tasks';

/** What of a week can be written. */
export type WeekContent = Omit<Week, 'playerId' | 'monday'>;

/** Weeks that are looked back on for what is worked on, and how much of it a week takes up by itself. Common practice, no source. */
const WORKED_ON_DAYS = 28;
const MOST_WORKED_ON = 8;
const MOST_DUE = 3;

/** Common practice, no source: on three days, four to ten minutes. */
const USUAL = { days: 3, leastMinutes: 4, mostMinutes: 10 } as const;
const DUE = { days: 1, leastMinutes: 2, mostMinutes: 4 } as const;

/** What is wished for an exercise unless the teacher says otherwise. */
export const usualWish = (
  exerciseId: string,
  title: string,
  importance: Importance,
  { limits }: Pick<PlayerRecord, 'limits'>,
): Wish => ({
  exerciseId,
  title,
  isMust: false,
  importance,
  ...USUAL,
  mostMinutes: Math.max(USUAL.leastMinutes, Math.min(USUAL.mostMinutes, limits.exerciseMinutes)),
});

/** What a week that nothing was said about yet is drafted from. */
export interface DraftOf {
  readonly book: Book;
  readonly lessons: readonly LessonRecord[];
  /** The last week before it that is kept; undefined: there is none. */
  readonly before: WeekContent | undefined;
}

/** The exercises of such a week, each with what is wished for it: as in the week before, with what was set since; else what is worked on. */
export function draftedWishes({ book, lessons, before }: DraftOf): Wish[] {
  const { exercises, practised, player, now, today } = book;
  const isThere = (id: string) => exercises.get(id)?.archivedAt === null;
  const set = (standingLesson(lessons, today)?.set ?? []).flatMap(({ exerciseId }) => exerciseId ?? []);
  if (before) {
    const kept = before.wishes.filter(({ exerciseId }) => isThere(exerciseId));
    const fresh = set.filter((id) => isThere(id) && kept.every(({ exerciseId }) => exerciseId !== id));
    return [...kept, ...fresh.map((id) => usualWish(id, book.titleOf(id), 'more', player))];
  }
  const from = dayAfter(now, 1 - WORKED_ON_DAYS);
  const workedOn = exercisesIn(book.days.filter(({ day }) => day >= from)).map(
    ({ exerciseId }) => exerciseId,
  );
  const due = dueOn(
    practised.filter(({ exerciseId }) => isThere(exerciseId)),
    now,
  ).map(({ exerciseId }) => exerciseId);
  const chosen = [...new Set([...set, ...workedOn])].filter(isThere);
  const first = chosen.slice(0, Math.max(MOST_WORKED_ON, set.length));
  return [
    ...first.map((id) => usualWish(id, book.titleOf(id), set.includes(id) ? 'more' : 'usual', player)),
    ...due
      .filter((id) => !first.includes(id))
      .slice(0, MOST_DUE)
      .map((id) => ({ ...usualWish(id, book.titleOf(id), 'less', player), ...DUE })),
  ];
}

/** A student whose days are not known practises on five of them: common practice, no source. */
const USUAL_MINUTES = [20, 20, 20, 20, 20, 0, 0] as const;

/** A week that nothing was said about yet. */
export function draftedWeek(of: DraftOf): WeekContent {
  const wishes = draftedWishes(of);
  if (of.before) {
    const { mostExercises, warmUpMinutes, balance, order, sessions } = of.before;
    const empty = sessions.map((session) => ({ ...session, visits: [] }));
    return { ...NEW_WEEK, mostExercises, warmUpMinutes, balance, order, sessions: empty, wishes };
  }
  const { weekMinutes } = of.book.player;
  const minutes = weekMinutes.some((one) => one > 0) ? weekMinutes : USUAL_MINUTES;
  const sessions = minutes.map((one) => ({ minutes: one, begins: null, visits: [] }));
  return { ...NEW_WEEK, sessions, wishes };
}
