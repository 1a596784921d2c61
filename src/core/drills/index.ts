/** The door to drills, apart from the core's face: it is loaded when drills are asked for. */
export {
  changesPerSecond,
  drillExercises,
  drillName,
  drillRemarks,
  drillsOf,
  fittedTo,
  passesIn,
  type Drill,
} from './group';
export { hardestChanges, hardText } from './hardest';
export { MOST_PARTS } from './sections';
export { pickingAlone } from './stages';
export { problemExercise, temposFor, type TeachingProblem } from './problem';
export { twinOf } from './twin';
export { variationsOf, type Variation } from './variations';
export { climbOf, type Climbing, type Stepped } from './stepped';
