/** Planning a week: one thing after the other is made as good as it can be, and kept while the next is. */
import { row, type Solve } from './program';
import { WEEK_TIERS, type WeekBlocks, type WeekProblem, type WeekTier } from './problem';
import { tierAim, weekProgram, type WeekProgram } from './weekProgram';
import { weighed } from './weigh';

/** What comes later may cost so much of what came before, the musts apart: without it the first tier leaves no room, and plans churn. */
const SLACK = 0.02;
const EPSILON = 1e-6;

/** Kept to the letter. */
const EXACT: readonly WeekTier[] = ['must, the worst', 'must'];

/** How a tier ended. */
export interface TierEnd {
  readonly tier: WeekTier;
  readonly value: number;
  /** No plan does better, given the tiers before. */
  readonly bound: number;
  readonly isBest: boolean;
}

/** A plan as far as it is worked out. */
export interface WeekPlanned {
  readonly blocks: WeekBlocks;
  readonly tiers: readonly TierEnd[];
}

/** Branches of the solver for each tier, so that the same week always gives the same plan; a branch of a larger week takes longer. */
const NODES = 300;
const CELLS = 60;

const nodesFor = ({ items, days }: WeekProblem): number =>
  Math.ceil((NODES * CELLS) / Math.max(CELLS, 2 * items.length * days.length - CELLS));

const valuesOf = ({ program, blocks, comes }: WeekProgram, plan: WeekBlocks): number[] => {
  const values = new Array<number>(program.lower.length);
  plan.forEach((some, e) => {
    some.forEach((one, d) => {
      values[blocks[e]![d]!] = one;
      values[comes[e]![d]!] = one > 0 ? 1 : 0;
    });
  });
  return values;
};

/**
 * Plans a week, tier by tier; yields after each. The limits hold in every plan that is yielded.
 * @param first a plan that keeps the limits, to begin with. @param before the plan that there was, which is changed as little as may be; null: none.
 */
export function* planningWeek(
  problem: WeekProblem,
  solve: Solve,
  first: WeekBlocks,
  before: WeekBlocks | null = null,
  nodes = nodesFor(problem),
): Generator<WeekPlanned, WeekPlanned> {
  const week = weekProgram(problem);
  let blocks = first;
  const tiers: TierEnd[] = [];
  for (const tier of WEEK_TIERS) {
    const now = weighed(problem, blocks, before)[tier];
    if (now === null) continue;
    const aim = tierAim(week, tier, before);
    if (aim === null) continue;
    // Nothing falls short of nothing.
    const isDone = aim.sense === 'least' && now < EPSILON;
    const solved = isDone ? null : solve(week.program, aim, valuesOf(week, blocks), nodes);
    if (solved && solved.values.length > 0)
      blocks = week.blocks.map((some) => some.map((at) => solved.values[at]!));
    const value = weighed(problem, blocks, before)[tier]!;
    const bound = isDone ? 0 : (solved?.bound ?? NaN);
    const isBest = isDone || solved?.state === 'best';
    tiers.push({ tier, value, bound: isBest ? value : bound, isBest });
    const slack = (EXACT.includes(tier) ? 0 : SLACK * Math.abs(value)) + EPSILON;
    if (aim.sense === 'least') row(week.program, aim.terms, -Infinity, value + slack);
    else row(week.program, aim.terms, value - slack, Infinity);
    yield { blocks, tiers: [...tiers] };
  }
  return { blocks, tiers };
}
