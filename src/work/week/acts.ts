/** What is done to a week by hand; each gives what is to be written, or null where nothing is. */
import type { Visit, WeekSession, Wish } from '@/core/routine';
import type { WeekContent } from './draft';

/** Part of a week, to be written. */
export type WeekChange = Partial<WeekContent> | null;

const withSession = (
  { sessions }: WeekContent,
  day: number,
  change: (session: WeekSession) => WeekSession,
): { sessions: WeekSession[] } => ({
  sessions: sessions.map((session, at) => (at === day ? change(session) : session)),
});

/** Sets what a day has, apart from what comes on it. */
export const setSession = (
  week: WeekContent,
  day: number,
  set: Partial<Pick<WeekSession, 'minutes' | 'begins'>>,
): WeekChange => withSession(week, day, (session) => ({ ...session, ...set }));

/** Sets one visit of a day. */
export const setVisit = (
  week: WeekContent,
  day: number,
  exerciseId: string,
  set: Partial<Pick<Visit, 'minutes' | 'isLocked'>>,
): WeekChange =>
  withSession(week, day, (session) => ({
    ...session,
    visits: session.visits.map((visit) => (visit.exerciseId === exerciseId ? { ...visit, ...set } : visit)),
  }));

/** Takes a visit off a day. */
export const removeVisit = (week: WeekContent, day: number, exerciseId: string): WeekChange =>
  withSession(week, day, (session) => ({
    ...session,
    visits: session.visits.filter((visit) => visit.exerciseId !== exerciseId),
  }));

/** Puts a visit on a day, behind what is there; an exercise comes once a day. */
export function addVisit(week: WeekContent, day: number, visit: Visit): WeekChange {
  const { visits } = week.sessions[day]!;
  if (visits.some(({ exerciseId }) => exerciseId === visit.exerciseId)) return null;
  return withSession(week, day, (session) => ({ ...session, visits: [...session.visits, visit] }));
}

/**
 * Moves a visit to another day, or to another place of its own.
 * @param place before the visit that stands there, counted without the one that is moved; Infinity: at the end.
 * @returns null where it comes on that day already, or nothing would change.
 */
export function moveVisit(
  week: WeekContent,
  exerciseId: string,
  from: number,
  to: number,
  place = Infinity,
): WeekChange {
  const visit = week.sessions[from]?.visits.find((one) => one.exerciseId === exerciseId);
  if (!visit || !week.sessions[to]) return null;
  const others = week.sessions[to].visits.filter((one) => one.exerciseId !== exerciseId);
  if (from !== to && others.length !== week.sessions[to].visits.length) return null;
  const visits = others.toSpliced(Math.min(place, others.length), 0, visit);
  const isSame = from === to && visits.every((one, at) => one === week.sessions[to]!.visits[at]);
  if (isSame) return null;
  const without = { ...week, ...removeVisit(week, from, exerciseId) };
  return withSession(without, to, (session) => ({ ...session, visits }));
}

/** Sets what is wished for an exercise; the least never lies above the most. */
export const setWish = (week: WeekContent, exerciseId: string, set: Partial<Wish>): WeekChange => ({
  wishes: week.wishes.map((wish) => {
    if (wish.exerciseId !== exerciseId) return wish;
    const next = { ...wish, ...set };
    if (set.leastMinutes !== undefined && next.mostMinutes < next.leastMinutes)
      return { ...next, mostMinutes: next.leastMinutes };
    if (set.mostMinutes !== undefined && next.leastMinutes > next.mostMinutes)
      return { ...next, leastMinutes: next.mostMinutes };
    return next;
  }),
});

/** Wishes for one more exercise. */
export const addWish = (week: WeekContent, wish: Wish): WeekChange =>
  week.wishes.some(({ exerciseId }) => exerciseId === wish.exerciseId)
    ? null
    : { wishes: [...week.wishes, wish] };

/** Wishes for an exercise no more, and takes it off the days from today on. @param today the day of the week. */
export const removeWish = (week: WeekContent, exerciseId: string, today: number): WeekChange => ({
  wishes: week.wishes.filter((wish) => wish.exerciseId !== exerciseId),
  sessions: week.sessions.map((session, day) =>
    day < today
      ? session
      : { ...session, visits: session.visits.filter((visit) => visit.exerciseId !== exerciseId) },
  ),
});
