'use client';
import { useMemo } from 'react';
import { database } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';
import { bookOf, readBook, type Book } from '@/work/book';
import { useKept } from '@/ui/shell/useKept';

/** The record of the student of the moment. Read once; filters only look through it. */
export function useBook(): Book {
  const player = usePlayer();
  const read = useKept(() => readBook(database(), player.id, today()), [player.id]);
  return useMemo(() => bookOf(player, read), [player, read]);
}
