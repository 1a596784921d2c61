/** Taking in and giving out, and what is done after the start: loaded when it is asked for. */
import type { ImportPlan, Project } from '@/core';
import { writing } from './commit';
import type { DatabaseHandle } from './database';
import type { Replayed } from './replay';
import type { Held } from './thrownAway';
import type { UndoOutcome } from './undo';
import type { ShownExercise } from './exchange';
import type { ImportOptions, ImportSummary } from './importing';

/** Everything that is kept, with settings, what can be undone and the shelf, as one consistent value. */
export async function exportProject(db: DatabaseHandle): Promise<Project> {
  return (await import('./exchange')).exportProject(db);
}

/** Some exercises with their ladders and the students of these, as a project. What is shown goes out, kept or not. */
export async function exportExercises(db: DatabaseHandle, shown: readonly ShownExercise[]): Promise<Project> {
  return (await import('./exchange')).exportExercises(db, shown);
}

/** What taking a project in would do here, and whether the library is empty. */
export async function readImportPlan(
  db: DatabaseHandle,
  project: Project,
): Promise<{ plan: ImportPlan; isEmpty: boolean }> {
  const importing = await import('./importing');
  return { plan: await importing.readImportPlan(db, project), isEmpty: await importing.isEmptyLibrary(db) };
}

/** Takes a checked project in as one action that can be undone. */
export async function importProject(
  db: DatabaseHandle,
  project: Project,
  label: string,
  options: ImportOptions = {},
): Promise<ImportSummary> {
  return (await import('./importing')).importProject(db, project, label, options);
}

/** Fetches the demo library from the application's own server and adds it. */
export async function loadDemo(db: DatabaseHandle): Promise<ImportSummary> {
  return (await import('./demo')).loadDemo(db);
}

/** Carries out the edits of tabs that died before they could. */
export async function replayJournal(db: DatabaseHandle): Promise<Replayed> {
  return (await import('./replay')).replayJournal(db);
}

/** Deletes what has lain on the shelf long enough, and passages and logs that nothing refers to. */
export async function sweepUnused(db: DatabaseHandle): Promise<void> {
  return (await import('./sweep')).sweepUnused(db);
}

/**
 * Takes back an action of a scope, or does an undone one again: the last (the next undone) one, or the one that is named.
 * @returns what came of it; null when there is none.
 * @throws ConflictError, with the reason in words, where it cannot be taken back alone; nothing was changed then.
 */
export async function undoOrRedo(
  db: DatabaseHandle,
  scope: string,
  way: 'undo' | 'redo',
  entryId?: string,
): Promise<UndoOutcome | null> {
  return (await import('./undo')).undoOrRedo(db, scope, way, entryId);
}

const judged = () => import('./judged');
type Judged = typeof import('./judged');

/** Loads what keeping runs and signs needs. */
export async function readyForVerdicts(): Promise<void> {
  await judged();
  await (await writing()).readyForRuns();
}

/** As in `judged`: keeps a run, with where the sitting stands. */
export const addRun: Judged['addRun'] = async (...run) => (await judged()).addRun(...run);
/** As in `judged`: keeps runs alike. */
export const addRuns: Judged['addRuns'] = async (...run) => (await judged()).addRuns(...run);
/** As in `judged`: puts a run right. */
export const correctRun: Judged['correctRun'] = async (...run) => (await judged()).correctRun(...run);
/** As in `judged`: takes runs away. */
export const removeRuns: Judged['removeRuns'] = async (...runs) => (await judged()).removeRuns(...runs);
/** As in `judged`: keeps a sign, with where the sitting stands. */
export const addSign: Judged['addSign'] = async (...sign) => (await judged()).addSign(...sign);
/** As in `judged`: takes a sign back. */
export const removeSign: Judged['removeSign'] = async (...sign) => (await judged()).removeSign(...sign);

/**
 * Marks this tab as open until it is closed; after an end that was none the browser's store is made safe to write on.
 * @returns whether there was such an end.
 */
export async function enter(db: DatabaseHandle): Promise<boolean> {
  return (await import('./unclean')).enter(db);
}

/** Notes how much there is now, where the database could not take it along. */
export async function noteHeld(db: DatabaseHandle): Promise<void> {
  return (await import('./thrownAway')).noteHeld(db);
}

/** What was in the database that the browser has thrown away; null where it has not. It is told once. */
export async function thrownAway(db: DatabaseHandle): Promise<Held | null> {
  return (await import('./thrownAway')).thrownAway(db);
}
