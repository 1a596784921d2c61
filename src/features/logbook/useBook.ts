'use client';
import { startTransition, useEffect, useMemo, useState } from 'react';
import { database } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';
import { bookOf, judging, readBook, type Book, type Judged } from '@/work/book';
import { useKept } from '@/ui/shell/useKept';

/** The record of the student of the moment. Read once; filters only look through it. */
export function useBook(): Book {
  const player = usePlayer();
  const read = useKept(() => readBook(database(), player.id, today()), [player.id]);
  return useMemo(() => bookOf(player, read), [player, read]);
}

/** What a frame has room for beside what the page does. */
const SLICE_MS = 10;

/** What a record says of each exercise, worked out in pieces once the record is painted; null until then. */
export function useJudged(book: Book): ReadonlyMap<string, Judged> | null {
  const [judged, setJudged] = useState<{ of: Book; all: ReadonlyMap<string, Judged> } | null>(null);
  useEffect(() => {
    const steps = judging(book);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const goOn = () => {
      const until = performance.now() + SLICE_MS;
      while (performance.now() < until) {
        const next = steps.next();
        if (next.done) return startTransition(() => setJudged({ of: book, all: next.value }));
      }
      timer = setTimeout(goOn);
    };
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(goOn);
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [book]);
  return judged?.of === book ? judged.all : null;
}
