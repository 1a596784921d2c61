/** What the keys of the lane do: each action is an edit of the passage and a place for the caret after it. */
import {
  deleteSlot,
  insertSlot,
  MAX_FRET,
  moveNote,
  moveToString,
  noteAt,
  otherStroke,
  putNote,
  restNotes,
  setFret,
  setLock,
  slotsOf,
  type Lock,
  type Note,
  type Passage,
  type Stroke,
  type Place,
} from '@/core';

/** Two digits within this time make one fret. */
const SECOND_DIGIT_MS = 900;

/** The places in time where the caret may stand: slots, notes between slots, and one slot after the end. */
export function caretStops(passage: Passage): number[] {
  const stops = new Set([
    ...slotsOf(passage).map((slot) => slot.ticks),
    ...passage.notes.map((note) => note.onsetTicks),
    passage.lengthTicks,
  ]);
  return [...stops].sort((a, b) => a - b);
}

/** The caret moved along the time line; it follows the notes from string to string. */
export function moveCaret(passage: Passage, caret: Place, by: number): Place {
  const stops = caretStops(passage);
  const at = stops.findIndex((stop) => stop >= caret.ticks);
  const index = Math.max(0, Math.min(stops.length - 1, (at < 0 ? stops.length - 1 : at) + by));
  const ticks = stops[index]!;
  const here = passage.notes.filter((note) => note.onsetTicks === ticks);
  const same = here.find((note) => note.string === caret.string);
  // A step keeps the string that was chosen; a jump lands on the string of the note before.
  const before = Math.abs(by) > 1 ? passage.notes.findLast((note) => note.onsetTicks < ticks) : undefined;
  return { ticks, string: (same ?? here[0] ?? before)?.string ?? caret.string };
}

/** Remembers the digit typed last, so that two quick ones make one fret of two digits. */
export interface DigitMemory {
  /** The fret that a digit makes (with `beyond`, what two digits would have made that no neck has), and a key that both digits of one number share. */
  type(digit: number, nowMs: number): { fret: number; group: string; beyond: number | null };
  forget(): void;
  /** The next digit gives a finger. */
  expectFinger(): void;
  /** Whether this digit gives a finger, which it then has done. */
  takesFinger(): boolean;
}

/** A memory for digits with nothing in it. */
export function digitMemory(): DigitMemory {
  let last: { fret: number; atMs: number; group: string } | null = null;
  let asksFinger = false;
  return {
    type(digit, nowMs) {
      const both =
        last && nowMs - last.atMs < SECOND_DIGIT_MS && last.fret > 0 && last.fret < 10
          ? last.fret * 10 + digit
          : null;
      const isSecond = both !== null && both <= MAX_FRET;
      const group = isSecond ? last!.group : `fret-${nowMs}`;
      last = { fret: isSecond ? both : digit, atMs: nowMs, group };
      return { fret: last.fret, group, beyond: both !== null && !isSecond ? both : null };
    },
    forget() {
      last = null;
      asksFinger = false;
    },
    expectFinger() {
      asksFinger = true;
    },
    takesFinger() {
      const was = asksFinger;
      asksFinger = false;
      return was;
    },
  };
}

export interface Change {
  readonly label: string;
  readonly passage: Passage;
  readonly caret: Place;
  /** What of it was not done as it was asked. */
  readonly remark?: string;
}

/** A change, or in words why there is none; null where there was nothing to change. */
export type Edit = Change | { readonly fault: string } | null;

/** Puts a fret at the caret. */
export function putFret(passage: Passage, caret: Place, fret: number, beyond: number | null = null): Change {
  const change = { label: 'Fret', passage: putNote(passage, caret.ticks, caret.string, fret), caret };
  return beyond === null
    ? change
    : {
        ...change,
        remark: `Fret ${beyond} is beyond the neck (it ends at ${MAX_FRET}); ${fret} stands here now.`,
      };
}

/** Takes the slot at the caret out, or the one before it. */
export function deleteHere(passage: Passage, caret: Place, way: 'here' | 'before'): Change | null {
  const place = way === 'here' ? caret : moveCaret(passage, caret, -1);
  if (way === 'before' && place.ticks === caret.ticks) return null;
  if (place.ticks >= passage.lengthTicks) return null;
  const next = deleteSlot(passage, place.ticks);
  const string =
    noteAt(next, place.ticks, caret.string)?.string ??
    next.notes.find((note) => note.onsetTicks === place.ticks)?.string;
  return { label: 'Delete', passage: next, caret: { ticks: place.ticks, string: string ?? caret.string } };
}

/** Where a first note is put: common practice, no source. */
const FIRST_FRET = 5;

/** The fret that a note put by pointer begins with: that of the note before it. */
export function fretBefore(passage: Passage, place: Place): number {
  return passage.notes.findLast((note) => note.onsetTicks < place.ticks)?.fret ?? FIRST_FRET;
}

/** Leaves a rest where a note is. */
export function restHere(passage: Passage, caret: Place): Change | null {
  const note = noteAt(passage, caret.ticks, caret.string);
  return note ? { label: 'Rest', passage: restNotes(passage, [note.id]), caret } : null;
}

/** Opens an empty slot at the caret. */
export function insertHere(passage: Passage, caret: Place): Change | null {
  if (caret.ticks >= passage.lengthTicks) return null;
  return { label: 'Insert', passage: insertSlot(passage, caret.ticks), caret };
}

/** Moves the note at the caret to the next string, the caret with it. */
export function moveNoteAcross(passage: Passage, caret: Place, by: 1 | -1, keep: 'fret' | 'pitch'): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (!note) return null;
  const string = caret.string + by;
  const next = moveToString(passage, note.id, string, keep);
  if (next !== passage) return { label: 'Move', passage: next, caret: { ...caret, string } };
  if (passage.tuning[string - 1] === undefined) return null;
  return noteAt(passage, caret.ticks, string)
    ? { fault: takenText(string) }
    : { fault: `String ${string} has not this pitch between the nut and fret ${MAX_FRET}; the note stays.` };
}

function takenText(string: number): string {
  return `String ${string} has a note at this moment already: one string sounds one note. Nothing was moved.`;
}

/** Moves the note at the caret to the next slot, the caret with it. */
export function moveNoteAlong(passage: Passage, caret: Place, by: 1 | -1): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  const stops = caretStops(passage);
  const ticks = stops[stops.indexOf(caret.ticks) + by];
  if (!note || ticks === undefined) return null;
  const next = moveNote(passage, note.id, ticks, note.string);
  if (next !== passage) return { label: 'Move', passage: next, caret: { ...caret, ticks } };
  return noteAt(passage, ticks, note.string) ? { fault: takenText(note.string) } : null;
}

/** Moves a dragged note to a place, keeping its fret. */
export function moveNoteTo(passage: Passage, note: Note, to: Place): Edit {
  const isSame = to.string === note.string && to.ticks === note.onsetTicks;
  if (isSame || passage.tuning[to.string - 1] === undefined) return null;
  if (noteAt(passage, to.ticks, to.string)) return { fault: takenText(to.string) };
  const next = moveNote(passage, note.id, to.ticks, to.string);
  return next === passage ? null : { label: 'Move', passage: next, caret: to };
}

/** Locks the stroke of the pick at the caret, or with null leaves it to the policy. */
export function lockHere(passage: Passage, caret: Place, lock: Lock | null): Edit {
  const all = passage.notes.filter((note) => note.onsetTicks === caret.ticks);
  // A lock that was there before its note was slurred can always be taken off.
  const here = all.filter((note) => note.technique === 'pick' || (lock === null && note.lock));
  if (here.length === 0)
    return lock && all.length > 0 ? { fault: 'This note is not picked: there is no stroke to lock.' } : null;
  return {
    label: lock ? 'Lock stroke' : 'Unlock stroke',
    passage: setLock(
      passage,
      here.map((note) => note.id),
      lock,
    ),
    caret,
  };
}

/** The next state of a stroke sign that is pressed: automatic, locked to the other stroke, locked to this one, automatic. */
export function nextLock(note: Note, given: Stroke): Lock | null {
  if (!note.lock) return { stroke: otherStroke(given) };
  return note.lock.stroke === given ? null : { stroke: given };
}

/** Steps the fret of the note at the caret. */
export function stepFret(passage: Passage, caret: Place, by: 1 | -1): Edit {
  const note = noteAt(passage, caret.ticks, caret.string);
  if (note && (note.fret + by < 0 || note.fret + by > MAX_FRET))
    return {
      fault: by > 0 ? `Fret ${MAX_FRET} is the last.` : 'Lower than the open string there is nothing.',
    };
  return note ? { label: 'Fret', passage: setFret(passage, note.id, note.fret + by), caret } : null;
}

/** The first place where two passages differ: a note that is new or changed, or where one was. */
export function firstDifference(before: Passage, after: Passage): Place | null {
  const known = new Map(before.notes.map((note) => [note.id, note]));
  const left = new Set(after.notes.map((note) => note.id));
  const note =
    after.notes.find((one) => JSON.stringify(known.get(one.id)) !== JSON.stringify(one)) ??
    before.notes.find((one) => !left.has(one.id));
  return note ? { ticks: note.onsetTicks, string: note.string } : null;
}
