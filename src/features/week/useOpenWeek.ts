'use client';
import { useCallback, useMemo } from 'react';
import type { PlayerRecord } from '@/core';
import { database } from '@/storage';
import { useInPieces } from '@/ui/shell/useInPieces';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import { bookOf } from '@/work/book';
import { draftedWeek } from '@/work/week/draft';
import type { OpenWeek } from '@/work/week/problem';
import { readStudentWeek, standingIn, type ReadWeek } from '@/work/week/reading';

const isOfSame = (one: ReadWeek, other: ReadWeek) =>
  one.monday === other.monday && one.playerId === other.playerId;

/** A student's week with how its exercises stand; null until that is worked out. What is changed shows at once, by what was known before. */
export function useOpenWeek(player: PlayerRecord, monday: string): OpenWeek | null {
  const read = useKept(
    () => readStudentWeek(database(), player, monday, today()),
    [player.id, player.revision, monday],
  );
  // What is kept of another student or week is not shown under this one's name.
  const fresh = read?.monday === monday && read.playerId === player.id ? read : null;
  const steps = useCallback((of: ReadWeek) => standingIn(of, bookOf(player, of.book)), [player]);
  const facts = useInPieces(fresh, steps, isOfSame);
  return useMemo(() => {
    if (!fresh || !facts) return null;
    const book = bookOf(player, fresh.book);
    return { read: fresh, book, content: fresh.kept ?? draftedWeek({ ...fresh, book }), facts };
  }, [fresh, facts, player]);
}
