/** How long a week takes to plan: the first plan, then every thing that is asked for, proven or within its bound. Invented exercises, seeded. */
import loadHighs from 'highs';
import {
  dayLoads,
  greedyWeek,
  planningWeek,
  solveWith,
  type TierEnd,
  type WeekProblem,
} from '@/core/routine';
import { randomWeek } from '@/core/routine/testing';

const SEEDS = [1, 2, 3, 4, 5];
const SIZES = [
  { exercises: 12, days: 5 },
  { exercises: 20, days: 6 },
] as const;

/** A week as teachers plan it: twenty to forty minutes a day, within usual limits. */
function usualWeek(seed: number, exercises: number, days: number): WeekProblem {
  const random = randomWeek(seed, exercises, days);
  return {
    ...random,
    ...{ warmUpMinutes: 3, changeMinutes: 1, pickingMinutes: 30, breakMinutes: 5, fastMinutes: 10 },
    mostExercises: 6,
    days: random.days.map(({ day, minutes }) => ({ day, minutes: 20 + (minutes % 21) })),
    items: random.items.map((item) => ({ ...item, least: 2, most: 5, playedDays: [], lastDay: null })),
    played: [],
    share: { low: 0.4, high: 0.6 },
  };
}

const offBy = ({ value, bound }: TierEnd) =>
  Math.abs(value - bound) < 1e-6 ? 0 : (100 * Math.abs(value - bound)) / Math.max(1, Math.abs(bound));

/** Prints for each size the times and what was proven. */
export async function benchWeek(): Promise<void> {
  const solve = solveWith(await loadHighs());
  for (const { exercises, days } of SIZES)
    for (const seed of SEEDS) {
      const problem = usualWeek(seed, exercises, days);
      const start = performance.now();
      const first = greedyWeek(problem);
      const greedy = performance.now() - start;
      const planning = planningWeek(problem, solve, first);
      let end = planning.next();
      while (!end.done) end = planning.next();
      const all = performance.now() - start;
      const { tiers, blocks } = end.value;
      const open = tiers.filter(({ isBest }) => !isBest);
      const over = dayLoads(problem, blocks).some((load) => load.over.length > 0);
      console.log(
        `week, ${exercises} exercises on ${days} days (${seed}): first plan ${greedy.toFixed(0)} ms, all ${(all / 1000).toFixed(1)} s, ${tiers.length - open.length} of ${tiers.length} proven${open.length > 0 ? ` (${open.map((tier) => `${tier.tier} within ${offBy(tier).toFixed(1)} %`).join(', ')})` : ''}${over ? ', LIMITS PASSED' : ''}`,
      );
    }
}
