/** The picked strokes of a passage: notes that the pick sounds, those of one onset as one pick. */
import type { Note, Passage, Stroke } from '../passage/passage';
import type { Span } from './geometry';

export interface Pick extends Span {
  /** Indices of its notes in the passage, the thickest string first. */
  readonly notes: readonly number[];
  readonly onsetTicks: number;
  /** The stroke that a lock demands. */
  readonly lock: Stroke | null;
  /** Index of a note whose lock contradicts the one that holds. */
  readonly contradicted: number | null;
}

/** Whether a note is sounded by the pick. */
export function isPicked(note: Note): boolean {
  return note.technique === 'pick';
}

/** The picks of a passage in order. Of two different locks in one pick the thickest string's holds. */
export function picksOf(passage: Passage): Pick[] {
  const { notes } = passage;
  const picks: Pick[] = [];
  let index = 0;
  while (index < notes.length) {
    const { onsetTicks } = notes[index]!;
    const group: number[] = [];
    let thinnest = Infinity;
    let thickest = 0;
    let lock: Stroke | null = null;
    let contradicted: number | null = null;
    for (; index < notes.length && notes[index]!.onsetTicks === onsetTicks; index++) {
      const note = notes[index]!;
      if (!isPicked(note)) continue;
      group.push(index);
      thinnest = Math.min(thinnest, note.string);
      thickest = Math.max(thickest, note.string);
      if (note.lock && lock && note.lock.stroke !== lock) contradicted = index;
      else if (note.lock) lock ??= note.lock.stroke;
    }
    if (group.length > 0) picks.push({ notes: group, onsetTicks, thinnest, thickest, lock, contradicted });
  }
  return picks;
}
