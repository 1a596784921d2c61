'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { ExerciseRecord } from '@/core';
import {
  archiveExercise,
  database,
  deleteExercise,
  duplicateExercise,
  renameExercise,
  timestamp,
} from '@/storage';
import { say } from '@/ui/controls/say';
import { attempt } from '@/work/perform';
import type { Answer, Question } from '@/work/takingIn';
import { undoOf } from '@/work/undoing';

/** What can be done with exercises in the library; each says what it did and offers to undo that very thing. */
export function useLibraryActions() {
  const router = useRouter();
  return useMemo(() => {
    const db = database();
    return {
      open: (record: ExerciseRecord) => router.push(`/bench/${record.id}`),
      practise: (record: ExerciseRecord) => router.push(`/practice/${record.id}`),
      duplicate: (record: ExerciseRecord) =>
        attempt('Duplicating', async () => {
          const entry = await duplicateExercise(db, record);
          say(`“${record.title}” is duplicated.`, undoOf(entry));
        }),
      rename: (record: ExerciseRecord, title: string) =>
        attempt('Renaming', async () => {
          const entry = await renameExercise(db, record, title);
          say(`Renamed to “${title}”.`, undoOf(entry));
        }),
      /** @param goOn moves the focus on: the row is about to go. */
      archive: (record: ExerciseRecord, isArchived: boolean, goOn: () => void) =>
        attempt(isArchived ? 'Archiving' : 'Bringing back', async () => {
          const entry = await archiveExercise(db, record, isArchived ? timestamp() : null);
          goOn();
          say(`“${record.title}” is ${isArchived ? 'archived' : 'back'}.`, undoOf(entry));
        }),
      /** @param goOn as for `archive`. */
      remove: (record: ExerciseRecord, goOn: () => void) =>
        attempt('Deleting', async () => {
          const entry = await deleteExercise(db, record);
          goOn();
          say(`“${record.title}” is deleted. It lies on the shelf “deleted” for 30 days.`, undoOf(entry));
        }),
      openHandout: (ids: readonly string[]) => router.push(`/handout?ids=${ids.join()}`),
    };
  }, [router]);
}

/** Taking files in: what must be asked about one is shown until it is answered. */
export function useImporting() {
  const router = useRouter();
  const [question, setQuestion] = useState<Question | null>(null);
  const waiting = useRef<((answer: Answer) => void) | null>(null);
  const importFiles = useCallback(
    (files: Iterable<File>) => {
      // The list of a file input or of a drop is emptied when its event is over.
      const all = [...files];
      attempt('Importing', async () => {
        const taking = await import('@/work/takingIn');
        const ask = (asked: Question) =>
          new Promise<Answer>((resolve) => {
            waiting.current = resolve;
            setQuestion(asked);
          });
        await taking.importFiles(all, ask, (id) => router.push(`/bench/${id}`));
      });
    },
    [router],
  );
  const answer = useCallback((given: Answer) => {
    setQuestion(null);
    waiting.current?.(given);
    waiting.current = null;
  }, []);
  return { question, answer, importFiles };
}
