/** The content hash under which a passage is kept. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Passage } from './passage';

/** JSON with the keys of every object in order, so that equal values give equal text. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/** SHA-256 of the canonical JSON of a passage, as 64 hexadecimal digits. */
export function passageHash(passage: Passage): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalJson(passage))));
}
