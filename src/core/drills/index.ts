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
export { problemExercise, temposFor, type TeachingProblem } from './problem';
export { climbOf, type Climbing, type Stepped } from './stepped';
