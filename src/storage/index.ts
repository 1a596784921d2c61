/** The public face of storage. */
export { database, onDatabaseNotice, type Database, type DatabaseNotice } from './database';
export { exportProject, importProject, loadDemo, type ImportSummary } from './exchange';
export * from './library';
export { LIBRARY, step, steps, sweepUnused } from './log';
export { askToPersist, storageUse } from './persistence';
export { ExerciseSession, type SaveProblem, type SessionState } from './session';
export { newId, seededSources, timestamp, setSources } from './sources';
