'use client';
import { useMemo } from 'react';
import type { LessonRecord } from '@/core';
import { database, readLessons, readPlayer } from '@/storage';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import { bookOf, readBook, type Book } from '@/work/book';

/** A student's record and lessons (newest first); undefined until they are read, the book null where there is no such student. */
export function useOpenStudent(
  playerId: string,
): { readonly book: Book | null; readonly lessons: readonly LessonRecord[] } | undefined {
  const read = useKept(
    () =>
      Promise.all([
        readPlayer(database(), playerId),
        readBook(database(), playerId, today()),
        readLessons(database(), playerId),
      ]),
    [playerId],
  );
  return useMemo(() => {
    if (!read) return undefined;
    const [player, kept, lessons] = read;
    return { book: player ? bookOf(player, kept) : null, lessons };
  }, [read]);
}
