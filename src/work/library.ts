/** What is done with exercises in the library; each says what it did and offers to take that very thing back. */
import type { ExerciseRecord } from '@/core';
import {
  archiveExercise,
  database,
  deleteExercise,
  duplicateExercise,
  renameExercise,
  timestamp,
} from '@/storage';
import { attempt, told } from './perform';
import { undoOf } from './undoing';

/** A second exercise like it. */
export const duplicate = (record: ExerciseRecord): void =>
  attempt('Duplicating', async () => {
    const entry = await duplicateExercise(database(), record);
    told(`“${record.title}” is duplicated.`, undoOf(entry));
  });

/** Gives it another title. */
export const rename = (record: ExerciseRecord, title: string): void =>
  attempt('Renaming', async () => {
    const entry = await renameExercise(database(), record, title);
    told(`Renamed to “${title}”.`, undoOf(entry));
  });

/** Puts it out of the way, or brings it back. @param goOn moves the focus on: the row is about to go. */
export const archive = (record: ExerciseRecord, isArchived: boolean, goOn: () => void): void =>
  attempt(isArchived ? 'Archiving' : 'Bringing back', async () => {
    const entry = await archiveExercise(database(), record, isArchived ? timestamp() : null);
    goOn();
    told(`“${record.title}” is ${isArchived ? 'archived' : 'back'}.`, undoOf(entry));
  });

/** Puts it on the shelf of what was deleted. @param goOn as for `archive`. */
export const remove = (record: ExerciseRecord, goOn: () => void): void =>
  attempt('Deleting', async () => {
    const entry = await deleteExercise(database(), record);
    goOn();
    told(`“${record.title}” is deleted. It lies on the shelf “deleted” for 30 days.`, undoOf(entry));
  });
