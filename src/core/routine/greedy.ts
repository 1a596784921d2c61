/** A first plan of a week, there at once: what must come, then what is worth most, spread as widely as it goes. */
import { daysLeft, leastGap, type WeekBlocks, type WeekItem, type WeekProblem } from './problem';
import { dayLoads } from './weigh';

const daysBetween = (item: WeekItem, taken: readonly number[], day: number): number =>
  Math.min(
    7,
    ...[...taken, ...item.playedDays, ...(item.lastDay === null ? [] : [item.lastDay])].map((other) =>
      Math.abs(day - other),
    ),
  );

/** A plan that keeps the limits; locks stand. The same problem gives the same plan. */
export function greedyWeek(problem: WeekProblem): WeekBlocks {
  const { days, items } = problem;
  const blocks = items.map((item) =>
    days.map(({ day }) => item.locked.find((visit) => visit.day === day)?.blocks ?? 0),
  );
  const isLocked = (item: WeekItem, d: number) => item.locked.some(({ day }) => day === days[d]!.day);
  // What locks pass by themselves stays passed; nothing is added where a limit is.
  const fits = (d: number) => dayLoads(problem, blocks)[d]!.over.length === 0;
  const put = (e: number, d: number, count: number): boolean => {
    const was = blocks[e]![d]!;
    blocks[e]![d] = count;
    if (fits(d)) return true;
    blocks[e]![d] = was;
    return false;
  };
  const order = items
    .map((item, e) => ({ item, e }))
    .sort(
      (a, b) => Number(b.item.isMust) - Number(a.item.isMust) || b.item.weight - a.item.weight || a.e - b.e,
    );
  // Each comes once before any comes twice, so that nobody starves.
  for (let round = 0; round < 7; round++)
    for (const { item, e } of order) {
      const taken = days.flatMap(({ day }, d) => (blocks[e]![d]! > 0 ? [day] : []));
      if (taken.length > round || taken.length >= daysLeft(item)) continue;
      const free = days
        .map(({ day }, d) => ({ d, gap: daysBetween(item, taken, day), load: dayLoads(problem, blocks)[d]! }))
        .filter(({ d }) => blocks[e]![d] === 0 && !item.playedDays.includes(days[d]!.day))
        .sort(
          (a, b) =>
            Math.min(b.gap, leastGap(item)) - Math.min(a.gap, leastGap(item)) ||
            b.load.room - b.load.minutes - (a.load.room - a.load.minutes) ||
            a.d - b.d,
        );
      free.some(({ d }) => put(e, d, item.least));
    }
  for (let more = true; more;) {
    more = false;
    for (const { item, e } of order)
      for (let d = 0; d < days.length; d++)
        if (blocks[e]![d]! > 0 && blocks[e]![d]! < item.most && !isLocked(item, d))
          more = put(e, d, blocks[e]![d]! + 1) || more;
  }
  return blocks;
}
