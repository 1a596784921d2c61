/** Slurs that a policy makes: an overlay over the passage, which lane, sound and files read. */
import type { Note, Passage } from '../passage/passage';

/** The passage with some picked notes slurred: hammered on where they rise, pulled off where they fall. */
export function withSlurs(passage: Passage, slurred: readonly string[]): Passage {
  if (slurred.length === 0) return passage;
  const ids = new Set(slurred);
  const last = new Map<number, Note>();
  const notes = passage.notes.map((note) => {
    const before = last.get(note.string);
    last.set(note.string, note);
    if (!ids.has(note.id) || !before) return note;
    return { ...note, technique: note.fret > before.fret ? ('hammer' as const) : ('pull' as const) };
  });
  return { ...passage, notes };
}
