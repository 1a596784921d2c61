'use client';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { ExerciseRecord } from '@/core';
import {
  archiveExercise,
  database,
  deleteExercise,
  duplicateExercise,
  LIBRARY,
  renameExercise,
  step,
  timestamp,
} from '@/storage';
import { say } from '@/ui/controls/say';

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

/** What can be done with exercises in the library; each says what it did and offers to undo it. */
export function useLibraryActions() {
  const router = useRouter();
  return useMemo(() => {
    const undo = { name: 'Undo', run: () => void undoLast() };
    const db = database();
    return {
      open: (record: ExerciseRecord) => router.push(`/bench/${record.id}`),
      practise: (record: ExerciseRecord) => router.push(`/practice/${record.id}`),
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
      importFiles: async (files: Iterable<File>) => {
        // The list of a file input or of a drop is emptied when its event is over.
        const all = [...files];
        const { importFiles } = await import('./importing');
        await importFiles(all, undo, (id) => router.push(`/bench/${id}`));
      },
      openHandout: (ids: readonly string[]) => router.push(`/handout?ids=${ids.join()}`),
    };
  }, [router]);
}
