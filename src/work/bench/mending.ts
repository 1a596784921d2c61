/** Searching for what would mend an exercise, as the Bench shows it. */
import type { Exercise, Mending, Setup } from '@/core';
import type { Running } from '@/workers';
import type { Search } from '../searching';
import type { EditExercise } from './acting';

export interface Mended {
  /** What the changes are changes of; once that is another value they are offered no more. */
  readonly of: Exercise;
  readonly mendings: readonly Mending[];
  /** How many changes were tried so far. */
  readonly tried: number;
  /** All were tried; false also where it was stopped before. */
  readonly isWhole: boolean;
}

/** Starts the search; `report` is told how many changes were tried and what each mends. */
export type StartMending = (
  exercise: Exercise,
  setup: Setup,
  report: (tried: number, found: Mending | null) => void,
) => Running<Mending[]>;

/** What tells one change from another. */
export function mendingKey({ kind, note, to, first }: Mending): string {
  return `${first ? `${mendingKey(first)}, ` : ''}${kind} ${note} ${to}`;
}

/** Searches for small changes that bring an exercise nearer to the balance its goal wants. */
export function mend(search: Search<Mended>, start: StartMending, exercise: Exercise, setup: Setup): void {
  search.begin<Mending[]>(
    { of: exercise, mendings: [], tried: 0, isWhole: false },
    (report) =>
      start(exercise, setup, (tried, found) =>
        report((now) => ({ ...now, tried, mendings: found ? [...now.mendings, found] : now.mendings })),
      ),
    (now, mendings) => ({ ...now, mendings, isWhole: true }),
  );
}

/** Takes a change of the exercise `of` over; false where that is not the exercise any more, and nothing was written. */
export function takeMending(edit: EditExercise, of: Exercise, { passage, policy }: Mending): boolean {
  let isStill = false;
  edit('Mend the balance', (one) => {
    isStill = one === of;
    return isStill ? { ...one, passage, policy } : one;
  });
  return isStill;
}
