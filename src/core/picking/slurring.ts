/** Where a policy may slur. */
import type { Passage } from '../passage/passage';
import { isPicked, type Pick } from './picks';

/** Whether a pick sounds one string alone. */
export function isSingle(pick: Pick): boolean {
  return pick.thinnest === pick.thickest;
}

/**
 * Whether a policy may slur a pick: it is one note without a lock, not the first of the loop, and the note directly
 * before it is on the same string, at another fret, neither dead nor followed by a rest. A chain of written slurs must lead back
 * to the pick before on that string.
 */
export function maySlurAfter(passage: Passage, before: Pick, pick: Pick): boolean {
  const { notes } = passage;
  const index = pick.notes[0]!;
  const note = notes[index]!;
  if (!isSingle(pick) || !isSingle(before) || note.lock || note.dead) return false;
  if (before.thinnest !== note.string) return false;
  const last = notes[index - 1]!;
  if (last.onsetTicks === note.onsetTicks || last.string !== note.string) return false;
  if (last.fret === note.fret || last.dead) return false;
  if (last.onsetTicks + last.durationTicks < note.onsetTicks) return false;
  for (let at = index - 1; !isPicked(notes[at]!); at--)
    if (notes[at - 1]?.string !== note.string) return false;
  return true;
}
