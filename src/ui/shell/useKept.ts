'use client';
import { useEffect, useState } from 'react';
import { database, watch } from '@/storage';

/**
 * What a query of the database gives, anew whenever that changes; undefined until it is there, and what it gave before while other
 * `asked` are looked up. @throws in the view, where the query fails.
 */
export function useKept<Kept>(
  query: () => Kept | Promise<Kept>,
  asked: readonly unknown[] = [],
): Kept | undefined {
  const [kept, setKept] = useState<{ value?: Kept; error?: unknown }>({});
  useEffect(
    () =>
      watch(database(), query, {
        next: (value) => setKept({ value }),
        error: (error) => setKept({ error }),
      }),
    // oxlint-disable-next-line react/exhaustive-deps -- the query is told by what it asks for
    asked,
  );
  if ('error' in kept) throw kept.error;
  return kept.value;
}
