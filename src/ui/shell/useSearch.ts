'use client';
import { startTransition, useEffect, useState } from 'react';
import { Search, type Searched } from '@/work/searching';

/** What a search has found, drawn without holding up what the user does meanwhile. */
export function useFound<Shown>(search: Search<Shown>): Searched<Shown> {
  const [state, setState] = useState(search.getSnapshot);
  useEffect(() => {
    // What was found between drawing and now.
    startTransition(() => setState(search.getSnapshot()));
    return search.subscribe((isUrgent) => {
      if (isUrgent) setState(search.getSnapshot());
      else startTransition(() => setState(search.getSnapshot()));
    });
  }, [search]);
  return state;
}

/** A search for the life of the view. */
export function useSearch<Shown>(): Searched<Shown> & { readonly search: Search<Shown> } {
  const [search] = useState(() => new Search<Shown>());
  const found = useFound(search);
  useEffect(() => () => search.stop(), [search]);
  return { ...found, search };
}
