'use client';
import { startTransition, useEffect, useState } from 'react';
import { Search, type Searched } from '@/work/searching';

/** A search for the life of the view. What it finds is drawn without holding up what the user does meanwhile. */
export function useSearch<Shown>(): Searched<Shown> & { readonly search: Search<Shown> } {
  const [search] = useState(() => new Search<Shown>());
  const [state, setState] = useState(search.getSnapshot);
  useEffect(() => {
    const end = search.subscribe((isUrgent) => {
      if (isUrgent) setState(search.getSnapshot());
      else startTransition(() => setState(search.getSnapshot()));
    });
    return () => {
      end();
      search.stop();
    };
  }, [search]);
  return { ...state, search };
}
