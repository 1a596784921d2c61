/** The public face of storage. */
export { database, onDatabaseNotice, type DatabaseNotice } from './database';
export type { ShownExercise } from './exchange';
export { exportExercises, exportProject, importProject, loadDemo } from './late';
export * from './ladders';
export * from './library';
export { isNoRoom, LIBRARY, recordScope, step, sweepUnused } from './log';
export { askToPersist } from './persistence';
export * from './players';
export * from './practice';
export * from './runs';
export { ExerciseSession, type SaveProblem, type SessionState } from './session';
export * from './settings';
export { newId, seededSources, timestamp, setSources } from './sources';
