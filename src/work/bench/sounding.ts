/** What the keys of the lane do to how the note at the caret sounds, its finger and its length. */
import {
  noteAt,
  noteById,
  putNote,
  setBend,
  setDead,
  setFinger,
  setMark,
  setTechnique,
  stretchRange,
  type Finger,
  type NoteMark,
  type Passage,
  type Technique,
  type Place,
} from '@/core';
import type { Change, Edit } from './editing';

/** Sets how the note at the caret is sounded; the same key again makes it a picked note. */
export function techniqueHere(passage: Passage, caret: Place, technique: Technique): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note) return null;
  const next = note.technique === technique ? 'pick' : technique;
  return { label: 'How it sounds', passage: setTechnique(passage, note.id, next), caret };
}

const BENDS = [1, 2, 3] as const;

/** The next size of bend: none, a half tone, a whole tone, one and a half, none. */
export function bendHere(passage: Passage, caret: Place): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note) return null;
  const size = BENDS[BENDS.findIndex((one) => one === note.bend?.semitones) + 1];
  const bend = size === undefined ? null : { semitones: size, released: note.bend?.released ?? false };
  return { label: 'Bend', passage: setBend(passage, note.id, bend), caret };
}

/** Puts a mark on the note at the caret, or takes it off. */
export function markHere(passage: Passage, caret: Place, mark: NoteMark): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  return note ? { label: 'Mark', passage: setMark(passage, note.id, mark, !note[mark]), caret } : null;
}

/** The next finger for the note at the caret: none, first, second, third, fourth, none. */
export function fingerHere(passage: Passage, caret: Place): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note) return null;
  const next = ((note.finger ?? 0) + 1) % 5;
  return {
    label: 'Finger',
    passage: setFinger(passage, note.id, next === 0 ? null : (next as Finger)),
    caret,
  };
}

/** Gives the note at the caret a finger, 1 to 4, or with 0 none; null where there is no note, or no such finger. */
export function fingerTo(passage: Passage, caret: Place, digit: number): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note || digit > 4) return null;
  const finger = digit === 0 ? null : (digit as Finger);
  return { label: 'Finger', passage: setFinger(passage, note.id, finger), caret };
}

/** Makes the notes at the caret's moment and string longer or shorter by a slot. */
export function stretchHere(passage: Passage, caret: Place, by: 1 | -1): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note) return null;
  const others = { ...passage, notes: passage.notes.filter((one) => one.string === note.string) };
  const range = { fromTicks: note.onsetTicks, toTicks: note.onsetTicks + 1 };
  const stretched = stretchRange(others, range, by);
  if (!stretched)
    return {
      fault:
        by > 0
          ? 'It rings until the next note on its string or the end already.'
          : 'It is one slot long already.',
    };
  const made = noteById(stretched, note.id)!;
  return {
    label: by > 0 ? 'Longer' : 'Shorter',
    passage: { ...passage, notes: passage.notes.map((one) => (one.id === note.id ? made : one)) },
    caret,
  };
}

/** Makes the note at the caret dead or sounding; on an empty place it puts a dead note. */
export function deadHere(passage: Passage, caret: Place): Change {
  const there = noteAt(passage, caret.ticks, caret.string);
  const withNote = there ? passage : putNote(passage, caret.ticks, caret.string, 0);
  const note = noteAt(withNote, caret.ticks, caret.string)!;
  return { label: 'Dead note', passage: setDead(withNote, note.id, !note.dead), caret };
}
