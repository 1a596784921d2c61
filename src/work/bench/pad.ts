/** Editing by touch: a pad of strings and frets beside the lane, which acts on the slot of the caret. */
import { MAX_FRET, moveNote, noteAt, putNote, setFret, type Passage, type Place } from '@/core';
import { moveCaret, type Change } from './editing';

/** Frets that stand on the pad at once, beside the open string: a hand's reach and one more. */
export const PAD_FRETS = 5;
/** The highest fret that the pad begins at. */
const LAST_FIRST = MAX_FRET - PAD_FRETS + 1;

/** Where the pad begins, so that a fret is on it; it stays where it is if it is, and an open string is always there. */
export function padFrom(from: number, fret: number): number {
  if (fret === 0 || (fret >= from && fret < from + PAD_FRETS)) return from;
  // One fret lower than what is looked for: the hand reaches back as well.
  return Math.max(1, Math.min(LAST_FIRST, fret - 1));
}

/** Where a first note is looked for: common practice, no source. */
const FIRST_FRET = 5;

/** Where the pad begins at first: at the lowest fret that is stopped. */
export const padAtFirst = ({ notes }: Passage): number => {
  const stopped = notes.flatMap(({ fret }) => (fret > 0 ? [fret] : []));
  return Math.min(LAST_FIRST, ...(stopped.length > 0 ? stopped : [FIRST_FRET]));
};

/** The pad moved along the neck. */
export const padMoved = (from: number, by: number): number => Math.max(1, Math.min(LAST_FIRST, from + by));

/**
 * A place on the pad was tapped: the slot of the caret has this note, and the caret goes on to the next.
 * @param adds the note comes beside what is there, as in a chord; else a single note on another string moves here.
 */
export function tapped(
  passage: Passage,
  caret: Place,
  { string, fret, adds }: { readonly string: number; readonly fret: number; readonly adds: boolean },
): Change {
  const { ticks } = caret;
  const here = passage.notes.filter((note) => note.onsetTicks === ticks);
  const [only] = here;
  const moves = !adds && here.length === 1 && only!.string !== string;
  const next = moves
    ? setFret(moveNote(passage, only!.id, ticks, string), only!.id, fret)
    : putNote(passage, ticks, string, fret);
  const place = { ticks, string };
  if (adds) return { label: 'Fret', passage: next, caret: place };
  const after = moveCaret(next, place, 1);
  // Where nothing stands yet the string stays: lines go on where they are.
  const isEmpty = next.notes.every((note) => note.onsetTicks !== after.ticks);
  return { label: 'Fret', passage: next, caret: isEmpty ? { ...after, string } : after };
}

/** What the slot of the caret has on a string; null: nothing. */
export const fretOn = (passage: Passage, caret: Place, string: number): number | null =>
  noteAt(passage, caret.ticks, string)?.fret ?? null;
