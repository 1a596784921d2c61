'use client';
import { useMemo } from 'react';
import { database } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';
import { bookOf, judging, readBook, type Book, type Judged } from '@/work/book';
import { useInPieces } from '@/ui/shell/useInPieces';
import { useKept } from '@/ui/shell/useKept';

/** The record of the student of the moment. Read once; filters only look through it. */
export function useBook(): Book {
  const player = usePlayer();
  const read = useKept(() => readBook(database(), player.id, today()), [player.id]);
  return useMemo(() => bookOf(player, read), [player, read]);
}

/** What a record says of each exercise, worked out in pieces once the record is painted; null until then. */
export const useJudged = (book: Book): ReadonlyMap<string, Judged> | null => useInPieces(book, judging);
