/** The public face of storage. */
export { database, onDatabaseNotice, reaching, watch, type DatabaseNotice } from './database';
export type { AsideRecord, DatabaseHandle } from './handle';
export type { ShownExercise } from './exchange';
export { afterPaint } from './afterPaint';
export type { ImportChoice, ImportSummary } from './importing';
export {
  addRun,
  addRuns,
  addSign,
  correctRun,
  enter,
  noteHeld,
  thrownAway,
  removeRuns,
  removeSign,
  readyForVerdicts,
  exportExercises,
  exportProject,
  importProject,
  loadDemo,
  readImportPlan,
  replayJournal,
  sweepUnused,
  undoOrRedo,
} from './late';
export { DEMO_STUDENT_HEADER } from './kept';
export {
  keptLadder,
  keptLadders,
  laddersOf,
  ownLadder,
  readAllLadders,
  setLadder,
  type LadderFields,
} from './ladders';
export * from './library';
export type {
  BackupState,
  MeasuredDelay,
  Damaged,
  PlayedRun,
  SoundSettings,
  ViewSettings,
  Paper,
  HandoutSettings,
  WarmUpItem,
  PracticeSettings,
  PracticeMode,
  Standing,
  Said,
  PracticeSession,
  PracticeSitting,
  SessionBox,
  SessionItem,
} from './kept';
export {
  answerFirstSteps,
  firstStepsOpen,
  keepLastExercise,
  keepOpenings,
  keepSoundDelay,
  lastExercise,
  openings,
  soundDelay,
} from './meta';
export * from './recordings';
export { ConflictError, isNoRoom, LIBRARY, recordScope } from './scopes';
export type { Held } from './thrownAway';
export type { Gone, UndoOutcome } from './undo';
export type { Staying } from './takingBack';
export { askToPersist } from './persistence';
export * from './lessons';
export * from './weeks';
export * from './calendars';
export * from './players';
export * from './practice';
export * from './runs';
export * from './signs';
export * from './takes';
export { ExerciseEditor, isGivenUp, type SaveProblem, type EditorState } from './editor';
export * from './settings';
export { newId, nowMs, seededSources, timestamp, setSources } from './sources';
