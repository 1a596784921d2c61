/** The public face of storage. */
export { database, onDatabaseNotice, type DatabaseNotice } from './database';
export { exportProject, importProject, loadDemo } from './exchange';
export * from './library';
export { LIBRARY, step, sweepUnused } from './log';
export { askToPersist } from './persistence';
export { ExerciseSession, type SaveProblem, type SessionState } from './session';
export { newId, seededSources, timestamp, setSources } from './sources';
