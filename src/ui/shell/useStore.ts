'use client';
import { useSyncExternalStore } from 'react';
import type { Store } from '@/work/store';

/** What a store shows now, for the life of the view. */
export function useStore<State>(store: Store<State>): State {
  return useSyncExternalStore(store.subscribe, store.getSnapshot, store.getSnapshot);
}
