/** The door to weeks of practice: planning them, what a plan comes to, what cannot be met. */
export {
  IMPORTANCES,
  MAX_VISIT_MINUTES,
  WEEK_BALANCES,
  type Importance,
  type Visit,
  type Week,
  type WeekBalance,
  type WeekSession,
  type Wish,
} from '../model/week';
export {
  type PairExposure,
  type ShareTarget,
  type WeekBlocks,
  type WeekItem,
  type WeekProblem,
  type WeekTier,
} from './problem';
export { dayLoads, exposureOfWeek, totalsOf, weighed, type DayLoad } from './weigh';
export { planningWeek, type TierEnd, type WeekPlanned } from './planWeek';
export { greedyWeek } from './greedy';
export { conflictOf, type WeekAdvice, type WeekConflict } from './conflict';
export { solveWith } from './solver';
export { pairsOfPasses, passesOfBlock, type PlayedInWeek } from './block';
export { outlookOf } from './outlook';
