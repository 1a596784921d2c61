/** Composing as the Bench shows it: the lines as they come, and what came of it. */
import type { Setup } from '@/core';
import type { Brief, Candidate, Outcome, SearchEvent } from '@/core/brief';
import type { Running } from '@/workers';
import { Search } from '../searching';

/** What one search for lines has come to. */
export interface Composed {
  /** What the lines were, or are being, composed to. */
  readonly brief: Brief;
  readonly candidates: readonly Candidate[];
  /** Null until it has ended. */
  readonly outcome: Outcome | null;
  readonly stage: 'looking' | 'proving' | 'more';
}

/** Starts the search for lines that grant a brief. */
export type StartComposing = (
  brief: Brief,
  setup: Setup,
  seed: number,
  report: (event: SearchEvent) => void,
) => Running<Outcome>;

/** What a message of the search makes of what is shown. */
export function composedAfter(now: Composed, event: SearchEvent): Composed {
  if (event.kind === 'proving') return { ...now, stage: 'proving' };
  if (event.kind === 'settled') return { ...now, stage: 'more' };
  if (event.kind !== 'candidate') return now;
  // Lines that were there stay where they are until the end, so that nothing moves under the hand.
  return { ...now, candidates: [...now.candidates, event.candidate] };
}

const placesOf = ({ passage }: Candidate) =>
  passage.notes.map(({ string, fret }) => `${string}.${fret}`).join();

/** What the end of the search makes of it; a line that is shown already is the same value, so that it need not be drawn again. */
export function composedAtEnd(now: Composed, outcome: Outcome): Composed {
  const held = (one: Candidate) =>
    now.candidates.find((other) => other.cost === one.cost && placesOf(other) === placesOf(one)) ?? one;
  return { ...now, outcome, candidates: outcome.candidates.map(held) };
}

/** Composes to a brief; the same seed gives the same lines. */
export function compose(
  search: Search<Composed>,
  start: StartComposing,
  brief: Brief,
  setup: Setup,
  seed: number,
): void {
  search.begin<Outcome>(
    { brief, candidates: [], outcome: null, stage: 'looking' },
    (report) => start(brief, setup, seed, (event) => report((now) => composedAfter(now, event))),
    composedAtEnd,
  );
}

/** Exercises whose lines are remembered, the newest last. */
const MOST_REMEMBERED = 8;
const remembered = new Map<string, Search<Composed>>();

/** The lines of an exercise since the application was opened: leaving its Bench, or the tab, does not lose them, nor end the search. */
export function linesFor(exerciseId: string): Search<Composed> {
  const search = remembered.get(exerciseId) ?? new Search<Composed>();
  remembered.delete(exerciseId);
  remembered.set(exerciseId, search);
  for (const [id, old] of remembered) {
    if (remembered.size <= MOST_REMEMBERED) break;
    old.stop();
    remembered.delete(id);
  }
  return search;
}
