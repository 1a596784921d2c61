/** Hashes of notes that are known, so that none is reckoned twice. */
import type { Passage } from '@/core';

const hashes = new WeakMap<Passage, string>();

/** The hash of notes, where it is known. */
export const knownHash = (passage: Passage): string | undefined => hashes.get(passage);

/** Remembers the hash of notes. */
export function rememberHash(passage: Passage, hash: string): void {
  hashes.set(passage, hash);
}
