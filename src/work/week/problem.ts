/** A student's week as a problem to be solved, and a solution as sessions. */
import { techniqueText, DEFAULT_SCHOOLS } from '@/core';
import { dayAfter, dayNumber, sessionOrder, type DayRecord } from '@/core/record';
import {
  pairsOfPasses,
  passesOfBlock,
  type Importance,
  type PairExposure,
  type ShareTarget,
  type Visit,
  type WeekBalance,
  type WeekBlocks,
  type WeekItem,
  type WeekProblem,
  type WeekSession,
  type Wish,
} from '@/core/routine';
import type { Book } from '../book';
import { usualWish, type WeekContent } from './draft';
import type { ReadWeek, WeekFacts } from './reading';

/** Minutes come in blocks of two, and going over to another exercise takes one: common practice, no source. */
export const BLOCK_MINUTES = 2;
const CHANGE_MINUTES = 1;

const inBlocks = (minutes: number) => Math.ceil(minutes / BLOCK_MINUTES);

const WEIGHTS: Readonly<Record<Importance, number>> = { less: 1, usual: 2, more: 3 };

/** Balanced within ten of a hundred, as sets are: common practice, no source. */
const SHARES: Readonly<Record<WeekBalance, ShareTarget | null>> = {
  balanced: { low: 0.4, high: 0.6 },
  'mostly inside': { low: 0.6, high: 1 },
  'mostly outside': { low: 0, high: 0.4 },
  none: null,
};

/** All that a week is shown and planned by. */
export interface OpenWeek {
  readonly read: ReadWeek;
  readonly book: Book;
  readonly content: WeekContent;
  readonly facts: ReadonlyMap<string, WeekFacts>;
}

/** The day of the week that today is, 0 Monday; below 0 before the week, above 6 after it. */
export const todayIn = ({ monday }: Pick<ReadWeek, 'monday'>, today: string): number =>
  dayNumber(today) - dayNumber(monday);

/** What was practised on the days of a week, by day. */
export function playedIn({ days }: Pick<Book, 'days'>, monday: string): DayRecord[][] {
  return Array.from({ length: 7 }, (_, at) => {
    const day = dayAfter(monday, at);
    return days.filter((one) => one.day === day && one.runs > 0);
  });
}

/** Changes of string that are not known to be of a pair: of parts, and of notes that are written otherwise today. */
const NO_PAIR = { stringFrom: 0, stringTo: 0 } as const;

/** Inside and outside changes that were played this week. */
export function playedPairs({ runs }: Pick<ReadWeek, 'runs'>, facts: OpenWeek['facts']): PairExposure[] {
  return runs.flatMap((run): PairExposure[] => {
    const known = facts.get(run.exerciseId);
    if (known?.hash === run.passageHash && run.part === null && run.stoppedIn === null)
      return pairsOfPasses(known, run.passes);
    const { inside, outside } = run.exposure;
    return inside + outside > 0 ? [{ ...NO_PAIR, inside, outside }] : [];
  });
}

/** Whether a visit stays as it is: locked, or played already. */
const isFixed = (visit: Visit, day: number, played: readonly DayRecord[][], today: number): boolean =>
  visit.isLocked || day < today || played[day]!.some(({ exerciseId }) => exerciseId === visit.exerciseId);

/** What is wished for in a week, of exercises that are there; one that was only put on a day is wished for as often as it is there. */
export function plannable({ content, facts, book }: Pick<OpenWeek, 'content' | 'facts' | 'book'>): Wish[] {
  const visits = content.sessions.flatMap((session) => session.visits);
  const wished = new Set(content.wishes.map(({ exerciseId }) => exerciseId));
  const more = [...new Map(visits.map((visit) => [visit.exerciseId, visit])).values()]
    .filter(({ exerciseId }) => !wished.has(exerciseId))
    .map(({ exerciseId, title }) => ({
      ...usualWish(exerciseId, title, 'usual', book.player),
      days: visits.filter((visit) => visit.exerciseId === exerciseId).length,
    }));
  return [...content.wishes, ...more].filter(({ exerciseId }) => facts.has(exerciseId));
}

function itemOf(wish: Wish, open: OpenWeek, played: readonly DayRecord[][], today: number): WeekItem {
  const { book, read, content } = open;
  const facts = open.facts.get(wish.exerciseId)!;
  const playedDays = played.flatMap((some, day) =>
    some.some(({ exerciseId }) => exerciseId === wish.exerciseId) ? [day] : [],
  );
  const before = book.days.findLast(
    ({ exerciseId, day }) => exerciseId === wish.exerciseId && day < read.monday,
  );
  const least = Math.max(1, Math.ceil(wish.leastMinutes / BLOCK_MINUTES));
  return {
    id: wish.exerciseId,
    isMust: wish.isMust,
    days: wish.days,
    least,
    most: Math.max(least, Math.floor(wish.mostMinutes / BLOCK_MINUTES)),
    weight: WEIGHTS[wish.importance],
    isFast: facts.isFast,
    exposure: pairsOfPasses(facts, passesOfBlock(facts, BLOCK_MINUTES)),
    playedDays,
    lastDay: before ? dayNumber(before.day) - dayNumber(read.monday) : null,
    locked: content.sessions.flatMap(({ visits }, day) =>
      day < today || playedDays.includes(day)
        ? []
        : visits
            .filter(({ exerciseId, isLocked }) => isLocked && exerciseId === wish.exerciseId)
            .map(({ minutes }) => ({ day, blocks: inBlocks(minutes) })),
    ),
  };
}

/**
 * The rest of a week as a problem: the days from today on, with what was played as it was.
 * @param today the day of the week, as in `todayIn`.
 */
export function problemOf(open: OpenWeek, today: number): WeekProblem {
  const { content, book, read, facts } = open;
  const { limits } = book.player;
  const played = playedIn(book, read.monday);
  const minutesPlayed = (day: number) => played[day]!.reduce((sum, { seconds }) => sum + seconds / 60, 0);
  return {
    blockMinutes: BLOCK_MINUTES,
    warmUpMinutes: content.warmUpMinutes,
    changeMinutes: CHANGE_MINUTES,
    pickingMinutes: limits.pickingMinutes,
    breakMinutes: limits.breakMinutes,
    fastMinutes: limits.fastMinutes,
    mostExercises: content.mostExercises,
    days: content.sessions.flatMap(({ minutes, visits }, day) => {
      const left = Math.max(0, Math.floor(minutes - minutesPlayed(day)));
      return day >= today && (left > 0 || visits.length > 0) ? [{ day, minutes: left }] : [];
    }),
    items: plannable(open).map((wish) => itemOf(wish, open, played, today)),
    played: playedPairs(read, facts),
    share: SHARES[content.balance],
  };
}

/** The plan that stands, as blocks of a problem; a day that is none of the problem's is left out. */
export function blocksOf({ items, days }: WeekProblem, { content, book, read }: OpenWeek): WeekBlocks {
  const played = playedIn(book, read.monday);
  return items.map(({ id }) =>
    days.map(({ day }) => {
      const visit = content.sessions[day]!.visits.find(({ exerciseId }) => exerciseId === id);
      const isPlayed = played[day]!.some(({ exerciseId }) => exerciseId === id);
      return visit && !isPlayed ? inBlocks(visit.minutes) : 0;
    }),
  );
}

/** The clean share is asked of so many days. */
const RECENT_DAYS = 28;

/** Visits of a day in the order in which a session takes them. */
function inOrderOf(visits: readonly Visit[], { book, facts }: OpenWeek): Visit[] {
  const from = dayAfter(book.now, -RECENT_DAYS);
  const items = visits.map((visit) => {
    const recent = book.days.filter(({ exerciseId, day }) => exerciseId === visit.exerciseId && day > from);
    const runs = recent.reduce((sum, day) => sum + day.runs, 0);
    const clean = recent.reduce((sum, day) => sum + day.clean, 0);
    const exercise = facts.get(visit.exerciseId)?.exercise;
    return {
      exerciseId: visit.exerciseId,
      visit,
      isDue: false,
      cleanShare: runs === 0 ? null : (100 * clean) / runs,
      technique: exercise ? techniqueText(exercise, DEFAULT_SCHOOLS) : '',
    };
  });
  return sessionOrder(items).map(({ visit }) => visit);
}

/** The sessions of a week by a plan: what was played, is past or is locked stays; the rest is as planned. */
export function sessionsBy(
  problem: WeekProblem,
  blocks: WeekBlocks,
  open: OpenWeek,
  today: number,
): WeekSession[] {
  const { content, book, read } = open;
  const played = playedIn(book, read.monday);
  return content.sessions.map((session, day) => {
    if (day < today) return session;
    const stays = session.visits.filter((visit) => isFixed(visit, day, played, today));
    const at = problem.days.findIndex((one) => one.day === day);
    const comes = problem.items.flatMap((item, e): Visit[] => {
      const count = at < 0 ? 0 : blocks[e]![at]!;
      if (count === 0 || stays.some(({ exerciseId }) => exerciseId === item.id)) return [];
      const minutes = count * problem.blockMinutes;
      return [{ exerciseId: item.id, title: book.titleOf(item.id), minutes, isLocked: false }];
    });
    return { ...session, visits: inOrderOf([...stays, ...comes], open) };
  });
}
