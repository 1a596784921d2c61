/** The hashes of notes that are known, and what reckons others: loaded with the first thing that is written. */
import type { Passage } from '@/core';

const hashes = new WeakMap<Passage, string>();

/** The hash of notes, where it is known. */
export const knownHash = (passage: Passage): string | undefined => hashes.get(passage);

/** Remembers the hash of notes. */
export function rememberHash(passage: Passage, hash: string): void {
  hashes.set(passage, hash);
}

/** What makes records of exercises. */
export function hashing(): Promise<typeof import('./hashing')> {
  return import('./hashing');
}
