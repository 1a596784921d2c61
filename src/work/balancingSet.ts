/** Several exercises together: the search for what would balance them, and the doing of it. */
import { reversePassage, titledAs, type Exercise, type SetMember, type SetMending, type Setup } from '@/core';
import { addExercises, database, newId } from '@/storage';
import type { Running } from '@/workers';
import type { Search } from './searching';

/** Passes of an exercise where none were set. */
export const DEFAULT_SET_PASSES = 8;

export interface SetMended {
  /** What the changes are changes of; once that is another value they are offered no more. */
  readonly of: readonly SetMember[];
  /** Null until the search has ended. */
  readonly mendings: readonly SetMending[] | null;
}

/** Starts the search. */
export type StartSetMending = (
  members: readonly SetMember[],
  others: readonly SetMember[],
  setup: Setup,
) => Running<SetMending[]>;

/** Searches for what would bring a set nearer to balance, among other exercises of the library too. */
export function mendSet(
  search: Search<SetMended>,
  start: StartSetMending,
  members: readonly SetMember[],
  others: readonly SetMember[],
  setup: Setup,
): void {
  search.begin<SetMending[]>(
    { of: members, mendings: null },
    () => start(members, others, setup),
    (now, mendings) => ({ ...now, mendings }),
  );
}

/** What a change makes of a set: passes that are other ones, and who goes and who comes. */
export interface SetChange {
  readonly passes: Readonly<Record<string, number>>;
  readonly out: string | null;
  readonly in: string | null;
}

/** The exercise backwards, as a new one; what it was made from made something else. */
function backwards(exercise: Exercise): Exercise {
  return {
    ...exercise,
    title: titledAs(exercise.title, '(backwards)'),
    passage: reversePassage(exercise.passage),
    recipe: null,
    brief: null,
    briefTyped: null,
  };
}

/**
 * Does one of the changes; an exercise that is to be played backwards comes into the library as a copy, in as many passes.
 * @param of the exercise that the change is about; null where it is about all.
 */
export async function applySetMending(
  { kind, id, passes }: SetMending,
  of: Exercise | null,
  passesOf: (id: string) => number,
): Promise<SetChange> {
  if (kind === 'passes') return { passes, out: null, in: null };
  if (kind === 'drop') return { passes: {}, out: id, in: null };
  if (kind === 'add') return { passes: { [id!]: passes[id!]! }, out: null, in: id };
  const copyId = newId();
  await addExercises(database(), [{ id: copyId, exercise: backwards(of!) }], `Backwards: “${of!.title}”`);
  return { passes: { [copyId]: passesOf(id!) }, out: id, in: copyId };
}
