/** Composing as the Bench shows it: the lines as they come, and what came of it. */
import { counted, type Setup } from '@/core';
import { outcomeText, type Brief, type Candidate, type Outcome, type SearchEvent } from '@/core/brief';
import type { Running } from '@/workers';
import { Search } from '../searching';

/** What one search for lines has come to. */
export interface Composed {
  /** What the lines were, or are being, composed to. */
  readonly brief: Brief;
  /** For whose hand. */
  readonly setup: Setup;
  readonly candidates: readonly Candidate[];
  /** Null until it has ended. */
  readonly outcome: Outcome | null;
  readonly stage: 'looking' | 'proving' | 'more';
  /** The best of them is proven: no line is smoother. */
  readonly isProven: boolean;
}

/** Starts the search for lines that grant a brief. */
export type StartComposing = (
  brief: Brief,
  setup: Setup,
  seed: number,
  report: (event: SearchEvent) => void,
) => Running<Outcome>;

/** What a search has come to, in a sentence: while it runs, when it was stopped, and at its end. */
export function composedText(now: Composed, isRunning: boolean): string {
  const { candidates, outcome, stage, isProven } = now;
  if (outcome) return outcome.state === 'impossible' ? '' : outcomeText(outcome);
  const lines = counted(candidates.length, 'line');
  if (isRunning)
    return stage === 'looking'
      ? `Looking for lines: ${candidates.length} so far …`
      : stage === 'proving'
        ? `${lines}; looking whether a smoother one exists …`
        : `${lines}; looking for others nearly as smooth …`;
  if (candidates.length === 0)
    return 'Stopped before a line was found; that says nothing of whether there is one.';
  return isProven
    ? `Stopped: ${lines}; the smoothest is proven best, others nearly as smooth were not all looked for.`
    : `Stopped: ${lines}; each grants the brief, whether a smoother one exists is not known.`;
}

/** What a message of the search makes of what is shown. */
export function composedAfter(now: Composed, event: SearchEvent): Composed {
  if (event.kind === 'proving') return { ...now, stage: 'proving' };
  if (event.kind === 'settled') return { ...now, stage: 'more', isProven: event.isProven };
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
    { brief, setup, candidates: [], outcome: null, stage: 'looking', isProven: false },
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
