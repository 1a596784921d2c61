/** Composes to a brief off the main thread. */
import { expose } from 'comlink';
import type { Setup } from '@/core';
import { searching, type Outcome, type SearchEvent, type Brief } from '@/core/brief';

const composing = {
  run: (brief: Brief, setup: Setup, seed: number, report: (event: SearchEvent) => void): Outcome => {
    const search = searching(brief, setup, { seed });
    for (;;) {
      const next = search.next();
      if (next.done) return next.value;
      if (next.value.kind !== 'tick') report(next.value);
    }
  },
};

export type ComposingWorker = typeof composing;

expose(composing);
