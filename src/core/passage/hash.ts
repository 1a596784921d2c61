/** The content hash under which a passage is kept. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from './canonical';
import type { Passage } from './passage';

/** A passage is never changed in place, so that its hash is reckoned once. */
const reckoned = new WeakMap<Passage, string>();

/** SHA-256 of the canonical JSON of a passage, as 64 hexadecimal digits. */
export function passageHash(passage: Passage): string {
  const known = reckoned.get(passage);
  if (known !== undefined) return known;
  const hash = bytesToHex(sha256(utf8ToBytes(canonicalJson(passage))));
  reckoned.set(passage, hash);
  return hash;
}
