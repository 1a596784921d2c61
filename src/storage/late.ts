/** Taking in and giving out: loaded when it is asked for. */
import type { Project } from '@/core';
import type { Database } from './database';
import type { ImportSummary, ShownExercise } from './exchange';

/** Everything that is kept, undo logs apart, as one consistent value. */
export async function exportProject(db: Database): Promise<Project> {
  return (await import('./exchange')).exportProject(db);
}

/** Some exercises with their ladders and the students of these, as a project. What is shown goes out, kept or not. */
export async function exportExercises(db: Database, shown: readonly ShownExercise[]): Promise<Project> {
  return (await import('./exchange')).exportExercises(db, shown);
}

/** Adds a checked project as one action that can be undone. */
export async function importProject(db: Database, project: Project, label: string): Promise<ImportSummary> {
  return (await import('./exchange')).importProject(db, project, label);
}

/** Fetches the demo library from the application's own server and adds it. */
export async function loadDemo(db: Database): Promise<ImportSummary> {
  return (await import('./exchange')).loadDemo(db);
}
