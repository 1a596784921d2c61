/** Exercises as their records keep them. Loaded with the first thing that is written: with it comes the hash. */
import { MAX_TITLE, passageHash, type Exercise, type Passage, type PassageRecord } from '@/core';
import { knownHash } from './knownHashes';

/** The hash of a passage: what it was read with, or else as it is reckoned. */
export const hashOf = (passage: Passage): string => knownHash(passage) ?? passageHash(passage);

/** The fields of an exercise as its record keeps them. */
export function recordFields(exercise: Exercise): Omit<Exercise, 'passage'> & { passageHash: string } {
  const { passage, ...rest } = exercise;
  return { ...rest, title: rest.title.slice(0, MAX_TITLE), passageHash: hashOf(passage) };
}

/** Some fields of an exercise as its record keeps them, and its passage where it is among them. */
export function fieldsToKeep(
  exercise: Exercise,
  keys: readonly (keyof Exercise)[],
): { readonly set: Record<string, unknown>; readonly passage: PassageRecord | null } {
  const set: Record<string, unknown> = {};
  let passage: PassageRecord | null = null;
  for (const key of keys)
    if (key === 'passage') {
      passage = { hash: hashOf(exercise.passage), passage: exercise.passage };
      set.passageHash = passage.hash;
    } else set[key] = exercise[key];
  return { set, passage };
}
