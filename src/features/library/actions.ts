'use client';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { ExerciseRecord } from '@/core';
import {
  archiveExercise,
  database,
  deleteExercise,
  duplicateExercise,
  importProject,
  LIBRARY,
  renameExercise,
  step,
  timestamp,
} from '@/storage';
import { say } from '@/ui/controls/say';

/** Larger files are refused before they are read: no library comes near it. */
const MAX_FILE_BYTES = 50_000_000;

async function undoLast(): Promise<void> {
  try {
    const entry = await step(database(), LIBRARY, 'undo');
    say(entry ? `Undone: ${entry.label}` : 'There is nothing to undo.');
  } catch (error) {
    say((error as Error).message);
  }
}

async function redoLast(): Promise<void> {
  try {
    const entry = await step(database(), LIBRARY, 'redo');
    say(entry ? `Done again: ${entry.label}` : 'There is nothing to redo.');
  } catch (error) {
    say((error as Error).message);
  }
}

/** Reads a project file and adds it; says what came of it. */
async function importFile(file: File): Promise<void> {
  if (file.size > MAX_FILE_BYTES) {
    say(`“${file.name}” is larger than ${MAX_FILE_BYTES / 1_000_000} MB. Nothing was imported.`);
    return;
  }
  const { readProject } = await import('@/core/formats');
  const { project, problems } = readProject(await file.text());
  if (!project) {
    const [first, ...others] = problems;
    const where = first?.path ? ` (${first.path})` : '';
    const more = others.length > 0 ? ` And ${others.length} more.` : '';
    say(`“${file.name}”: ${first?.message ?? 'It could not be read.'}${where}${more}`);
    return;
  }
  try {
    const { added, same, copied } = await importProject(database(), project, `Import “${file.name}”`);
    const parts = [
      `${added} added`,
      same > 0 ? `${same} already here` : '',
      copied > 0 ? `${copied} different from what is here, kept as copies` : '',
    ].filter((part) => part !== '');
    say(
      `“${file.name}”: ${parts.join(', ')}.`,
      added + copied > 0 ? { name: 'Undo', run: () => void undoLast() } : undefined,
    );
  } catch (error) {
    say(`“${file.name}” could not be imported: ${(error as Error).message} Nothing was changed.`);
  }
}

/** What can be done with exercises in the library; each says what it did and offers to undo it. */
export function useLibraryActions() {
  const router = useRouter();
  return useMemo(() => {
    const undo = { name: 'Undo', run: () => void undoLast() };
    const db = database();
    return {
      open: (record: ExerciseRecord) => router.push(`/bench/${record.id}`),
      duplicate: async (record: ExerciseRecord) => {
        await duplicateExercise(db, record);
        say(`“${record.title}” is duplicated.`, undo);
      },
      rename: async (record: ExerciseRecord, title: string) => {
        await renameExercise(db, record, title);
        say(`Renamed to “${title}”.`, undo);
      },
      archive: async (record: ExerciseRecord, isArchived: boolean) => {
        await archiveExercise(db, record, isArchived ? timestamp() : null);
        say(`“${record.title}” is ${isArchived ? 'archived' : 'back'}.`, undo);
      },
      remove: async (record: ExerciseRecord) => {
        await deleteExercise(db, record);
        say(`“${record.title}” is deleted.`, undo);
      },
      undo: undoLast,
      redo: redoLast,
      importFile,
    };
  }, [router]);
}
