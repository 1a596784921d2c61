/** The door to the record: runs, days, clean tempo over time, load. */
export {
  VERDICTS,
  type Verdict,
  REASONS,
  type Reason,
  type RunPlace,
  type Run,
  type JudgedBy,
  MAX_RUN_PASSES,
  RUN_FIELDS,
} from '../model/run';
export { shapesOf } from '../model/field';
export {
  type WeekOfPractice,
  weeksOf,
  weeksTogether,
  secondsFrom,
  type FailingInExercise,
  type Rate,
  isNoOnePlace,
  rateOf,
  failingChanges,
  type ExerciseInBook,
  exercisesIn,
} from './book';
export { type DayRecord, NO_KINDS, dayOf, dayNumber, dayAfter, latestDay } from './day';
export { REASON_MENDINGS, commonestReason } from './mending';
export { nextExercise, agoText, restFirst, tooLittle } from './next';
export type { Limits } from '../model/limits';
export { type RestNeeded, restNeeded, loadOf, loadWarnings } from './load';
export { playedFigures } from './played';
export { type SignKind, type Sign, CAUTION } from '../model/sign';
export { rangeText, statedShort, statedText, statedTempo, type StatedTempo, type TempoNow } from './stated';
export { cleanTempoOn, type HalfLife, type TempoOfDay, tempoOverDays, forecastOf } from './tempo';
export { checkSpeed, coldRuns, dueOn, recallOf, recallText, type Due } from './recall';
export { sessionOrder } from './order';
export { type NextStart, nextStart } from './start';
export { fitUpTo } from './drifting';
export { progressOf, trendFrom, trendText } from './progress';
export type { Forecast } from '../tempo/forecast';
export { standing, contested } from '../merging/chains';
export { exposureText, loadText, percent, runsText } from './weekWords';
export { attentionOf, ATTENTIONS, type Attention, type AttentionKind } from './attention';
export { weekOf } from './day';
export { HEARD_VERDICTS, type Heard, type HeardVerdict, type SetTask } from '../model/lesson';
export { MAX_DAY_MINUTES, MAX_LESSON_DAYS, type Aim } from '../model/player';
