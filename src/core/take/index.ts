/** The door to takes: a recording against the plan, and the player that is simulated. */
export { checkTake, detectOnsets, type TakeOptions } from './check';
export { isSaid, LEAST_NOTES } from './judge';
export { type PlannedClick, type PlannedNote, type TakePlan } from './plan';
export { noteIdOf, passOf, takePlanOf, type TakeSetting } from './planned';
export {
  GROUPINGS,
  type ChangeLateness,
  type GroupLateness,
  type Grouping,
  type NotJudged,
  type SuggestedVerdict,
  type TakenNote,
  type TakeReport,
} from './report';
export { type PlayerErrors } from './simulated/player';
export { simulateTake, type PlayerSound, type SimulatedTake, type Simulation } from './simulated/simulate';
