/** Plans a week off the main thread. */
import { expose } from 'comlink';
import loadHighs from 'highs';
import {
  conflictOf,
  greedyWeek,
  planningWeek,
  solveWith,
  type WeekBlocks,
  type WeekConflict,
  type WeekPlanned,
  type WeekProblem,
} from '@/core/routine';

const week = {
  run: async (
    problem: WeekProblem,
    before: WeekBlocks | null,
    closedDays: readonly number[],
    report: (planned: WeekPlanned) => void,
  ): Promise<{ planned: WeekPlanned; conflict: WeekConflict | null }> => {
    const first = greedyWeek(problem);
    report({ blocks: first, tiers: [] });
    const highs = await loadHighs({
      locateFile: () => new URL('highs/runtime', import.meta.url).href,
    });
    const solve = solveWith(highs);
    const planning = planningWeek(problem, solve, first, before);
    for (;;) {
      const next = planning.next();
      if (!next.done) {
        report(next.value);
        continue;
      }
      const planned = next.value;
      return { planned, conflict: conflictOf(problem, planned.blocks, solve, closedDays) };
    }
  },
};

export type WeekWorker = typeof week;

expose(week);
