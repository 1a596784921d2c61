/** A note that is pulled off to another. */
import { insertSlot, putNote, setTechnique, noteAt } from './edits';
import { pitchOf, type Note, type Passage } from './passage';

/** A pull-off reaches no further down: what a hand spans in its middle positions; common practice, no source. */
const MOST_FRETS = 5;

/** The fret to which a note is pulled off: the nearest lower one whose tone the passage has, or else two frets lower; null from an open string. */
function fretBelow(passage: Passage, note: Note): number | null {
  const tones = new Set(passage.notes.map((one) => pitchOf(passage, one) % 12));
  for (let fret = note.fret - 1; fret >= Math.max(0, note.fret - MOST_FRETS); fret--)
    if (tones.has(pitchOf(passage, { string: note.string, fret }) % 12)) return fret;
  return note.fret === 0 ? null : Math.max(0, note.fret - 2);
}

/**
 * The passage with a note pulled off to a lower one that is put in after it; what follows moves on by a slot. Null where there is no such note
 * or nothing below it.
 */
export function withPullOff(
  passage: Passage,
  id: string,
): { readonly passage: Passage; readonly fret: number } | null {
  const note = passage.notes.find((one) => one.id === id);
  const fret = note ? fretBelow(passage, note) : null;
  if (!note || fret === null) return null;
  const onsetTicks = note.onsetTicks + note.durationTicks;
  const opened = onsetTicks < passage.lengthTicks ? insertSlot(passage, onsetTicks) : passage;
  const put = putNote(opened, onsetTicks, note.string, fret);
  const pulled = noteAt(put, onsetTicks, note.string)!;
  return { passage: setTechnique(put, pulled.id, 'pull'), fret };
}
