/** What cannot be met together in a week, and the nearest changes that would let it be, each confirmed by solving the week with it. */
import { daysLeft, type WeekBlocks, type WeekProblem } from './problem';
import type { Solve } from './program';
import { insist, weekProgram } from './weekProgram';
import { plannedDays } from './weigh';

/** A change of what a week is asked for. */
export type WeekAdvice =
  | { readonly kind: 'days' | 'least'; readonly itemId: string; readonly to: number }
  | { readonly kind: 'minutes' | 'open day'; readonly day: number; readonly to: number }
  | { readonly kind: 'exercises' | 'fast'; readonly to: number };

/** Musts that cannot all be met; without any one of them the rest could. */
export interface WeekConflict {
  readonly itemIds: readonly string[];
  readonly advice: readonly WeekAdvice[];
}

/** Branches for the question whether anything keeps all rows. */
const NODES = 500;

/** More minutes on a day than this are no near change. */
const MOST_MORE_MINUTES = 60;

/** A week with a change. */
export function withAdvice(problem: WeekProblem, advice: WeekAdvice): WeekProblem {
  switch (advice.kind) {
    case 'days':
    case 'least': {
      const { kind, itemId, to } = advice;
      const items = problem.items.map((item) => (item.id === itemId ? { ...item, [kind]: to } : item));
      return { ...problem, items };
    }
    case 'minutes': {
      const { day, to } = advice;
      return { ...problem, days: problem.days.map((one) => (one.day === day ? { day, minutes: to } : one)) };
    }
    case 'open day': {
      const days = [...problem.days, { day: advice.day, minutes: advice.to }];
      return { ...problem, days: days.sort((a, b) => a.day - b.day) };
    }
    case 'exercises':
      return { ...problem, mostExercises: advice.to };
    case 'fast':
      return { ...problem, fastMinutes: advice.to };
  }
}

/** Whether some exercises can all come on their days; null where the solver's budget did not tell. */
function canAll(problem: WeekProblem, wanted: ReadonlySet<string>, solve: Solve): boolean | null {
  const week = weekProgram(problem);
  problem.items.forEach(({ id }, e) => {
    if (wanted.has(id)) insist(week, e);
  });
  const { state } = solve(week.program, { sense: 'least', terms: [], step: 0 }, null, NODES);
  return state === 'open' ? null : state !== 'none';
}

/** The least of some changes, in order, that lets all of it be; null: none does. The first is the smallest; more is never worse. */
function nearest(changes: readonly WeekAdvice[], works: (advice: WeekAdvice) => boolean): WeekAdvice | null {
  let [from, to] = [0, changes.length - 1];
  if (to < 0 || !works(changes[to]!)) return null;
  while (from < to) {
    const middle = (from + to) >> 1;
    if (works(changes[middle]!)) to = middle;
    else from = middle + 1;
  }
  return changes[to]!;
}

const upTo = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.max(0, Math.floor((to - from) / step)) }, (_, at) => from + (at + 1) * step);

const downTo = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, from - to) }, (_, at) => from - 1 - at);

/** What could be changed, by kind: each list from the smallest change on. */
function changesOf(
  problem: WeekProblem,
  itemIds: readonly string[],
  closedDays: readonly number[],
): WeekAdvice[][] {
  const { blockMinutes: step } = problem;
  const items = problem.items.filter(({ id }) => itemIds.includes(id));
  const most = problem.items.length;
  return [
    ...items.map(({ id, days, playedDays }) =>
      downTo(days, Math.max(1, playedDays.length)).map((to): WeekAdvice => ({
        kind: 'days',
        itemId: id,
        to,
      })),
    ),
    ...items.map(({ id, least }) =>
      downTo(least, 1).map((to): WeekAdvice => ({ kind: 'least', itemId: id, to })),
    ),
    ...problem.days.map(({ day, minutes }) =>
      upTo(minutes, minutes + MOST_MORE_MINUTES, step).map((to): WeekAdvice => ({
        kind: 'minutes',
        day,
        to,
      })),
    ),
    ...closedDays.map((day) =>
      upTo(0, MOST_MORE_MINUTES, step).map((to): WeekAdvice => ({ kind: 'open day', day, to })),
    ),
    upTo(problem.mostExercises, most, 1).map((to): WeekAdvice => ({ kind: 'exercises', to })),
    upTo(problem.fastMinutes, problem.fastMinutes + MOST_MORE_MINUTES, step).map((to): WeekAdvice => ({
      kind: 'fast',
      to,
    })),
  ];
}

/**
 * The musts of a week that stand in each other's way; null where all are met by the plan, or could be.
 * @param blocks the plan whose musts are as good as they can be. @param closedDays days that could be opened.
 */
export function conflictOf(
  problem: WeekProblem,
  blocks: WeekBlocks,
  solve: Solve,
  closedDays: readonly number[],
): WeekConflict | null {
  const musts = problem.items.filter(({ isMust }) => isMust).map(({ id }) => id);
  if (canAll(problem, new Set(musts), solve) !== false) return null;
  let itemIds = musts;
  for (const id of musts) {
    const without = itemIds.filter((one) => one !== id);
    if (canAll(problem, new Set(without), solve) === false) itemIds = without;
  }
  // What is met now stays met.
  const met = problem.items.filter(
    (item, e) => item.isMust && plannedDays(problem, blocks[e]!).length >= daysLeft(item),
  );
  const wanted = new Set([...itemIds, ...met.map(({ id }) => id)]);
  const works = (advice: WeekAdvice) => canAll(withAdvice(problem, advice), wanted, solve) === true;
  const advice = changesOf(problem, itemIds, closedDays).flatMap((changes) => nearest(changes, works) ?? []);
  return { itemIds, advice };
}
