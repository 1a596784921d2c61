/** Edits of a range of slots: pure functions from passage to passage, like those of single notes. */
import { MAX_FRET } from '../instrument/instrument';
import { slotAt, slotsOf } from '../time/slots';
import { deleteSlot, insertSlot, setLock, setLocks } from './edits';
import { heldApart, mostHeld } from './held';
import { compareNotes, type Lock, type Note, type Passage, type Stroke } from './passage';

/** From the beginning of a slot to the end of a slot, in ticks. */
export interface Range {
  readonly fromTicks: number;
  readonly toTicks: number;
}

/** The range between two moments, both slots included; whatever lies beyond the passage is cut off. */
export function rangeBetween(passage: Passage, a: number, b: number): Range {
  const last = slotsOf(passage).at(-1)!;
  const [from, to] = [Math.min(a, b), Math.min(Math.max(a, b), last.ticks)].map((ticks) =>
    slotAt(passage, ticks),
  );
  return { fromTicks: Math.min(from!.ticks, last.ticks), toTicks: to!.ticks + to!.durationTicks };
}

/** The notes that begin in a range. */
export function notesIn(passage: Passage, { fromTicks, toTicks }: Range): Note[] {
  return passage.notes.filter((note) => note.onsetTicks >= fromTicks && note.onsetTicks < toTicks);
}

const idsIn = (passage: Passage, range: Range) => notesIn(passage, range).map(({ id }) => id);

/** Moves all notes of a range along the neck; null where one would leave it. */
export function shiftFrets(passage: Passage, range: Range, by: number): Passage | null {
  const ids = new Set(idsIn(passage, range));
  const leaves = passage.notes.some(
    ({ id, fret, dead }) => ids.has(id) && !dead && (fret + by < 0 || fret + by > MAX_FRET),
  );
  if (leaves || ids.size === 0) return null;
  const notes = passage.notes.map((note) =>
    ids.has(note.id) && !note.dead ? { ...note, fret: note.fret + by } : note,
  );
  return { ...passage, notes };
}

/** Mutes the notes of a range with the palm, or lets them ring. */
export function muteRange(passage: Passage, range: Range, muted: boolean): Passage {
  const ids = new Set(idsIn(passage, range));
  const notes = passage.notes.map((note) => {
    if (!ids.has(note.id)) return note;
    const { palmMute: _, ...rest } = note;
    return muted ? { ...rest, palmMute: true as const } : rest;
  });
  return { ...passage, notes };
}

/** Makes the notes of a range one held span, or no span any more. Notes outside it stay as they are. */
export function holdRange(passage: Passage, range: Range, isHeld: boolean): Passage {
  const ids = new Set(idsIn(passage, range));
  const number = mostHeld(passage.notes) + 1;
  const notes = passage.notes.map((note) => {
    if (!ids.has(note.id)) return note;
    const { held: _, ...rest } = note;
    return isHeld ? { ...rest, held: number } : rest;
  });
  return { ...passage, notes };
}

/** Locks the strokes of a range as they are given by note, or with null leaves them to the policy. */
export function lockRange(
  passage: Passage,
  range: Range,
  strokes: readonly (Stroke | null)[] | null,
): Passage {
  if (strokes === null) return setLock(passage, idsIn(passage, range), null);
  const ids = new Set(idsIn(passage, range));
  const locks = passage.notes.flatMap((note, at): [string, Lock][] => {
    const stroke = strokes[at];
    return ids.has(note.id) && stroke ? [[note.id, { ...note.lock, stroke }]] : [];
  });
  return setLocks(passage, Object.fromEntries(locks));
}

const TURNED = { hammer: 'pull', pull: 'hammer', slide: 'slide' } as const;

/**
 * Plays a range backwards, slot by slot. Each note keeps its finger and lock; a slur into a note becomes the slur out of
 * it, so what was hammered on is pulled off.
 */
export function reverseRange(passage: Passage, range: Range): Passage {
  const slots = slotsOf(passage).filter(({ ticks }) => ticks >= range.fromTicks && ticks < range.toTicks);
  const indexAt = new Map(slots.map((slot, index) => [slot.ticks, index]));
  const inside = notesIn(passage, range);
  const followers = new Map<string, Note>();
  for (const [at, note] of inside.entries()) {
    const next = inside.slice(at + 1).find((other) => other.string === note.string);
    if (next && next.technique in TURNED) followers.set(note.id, next);
  }
  const turned = inside.map((note): Note => {
    const slot = slotAt(passage, note.onsetTicks);
    const target = slots[slots.length - 1 - (indexAt.get(slot.ticks) ?? 0)]!;
    const follower = followers.get(note.id);
    const technique =
      note.technique === 'tap'
        ? 'tap'
        : follower
          ? TURNED[follower.technique as keyof typeof TURNED]
          : 'pick';
    const within = note.onsetTicks - slot.ticks;
    const onsetTicks = target.ticks + (within < target.durationTicks ? within : 0);
    const durationTicks = Math.min(note.durationTicks, range.toTicks - onsetTicks);
    return { ...note, technique, onsetTicks, durationTicks };
  });
  const others = passage.notes.filter((note) => !inside.includes(note));
  return { ...passage, notes: [...others, ...turned].sort(compareNotes) };
}

/** Plays all of a passage backwards. */
export function reversePassage(passage: Passage): Passage {
  return reverseRange(passage, { fromTicks: -passage.pickupTicks, toTicks: passage.lengthTicks });
}

/** Takes a range out; what follows closes up. A passage keeps at least one slot. */
export function deleteRange(passage: Passage, range: Range): Passage {
  const count = slotsOf(passage).filter(
    ({ ticks }) => ticks >= range.fromTicks && ticks < range.toTicks,
  ).length;
  let next = passage;
  for (let slot = 0; slot < count; slot++) next = deleteSlot(next, range.fromTicks);
  return next;
}

/** More slots than this are not put in at once. */
const MOST_SLOTS = 2000;

/** How many slots a passage has up to the end of its last note. */
export function slotsUsed(passage: Passage): number {
  const last = passage.notes.at(-1);
  return last ? slotsOf(passage).findLastIndex(({ ticks }) => ticks <= last.onsetTicks) + 1 : 0;
}

/**
 * Puts the first slots of another passage in before a slot, on the grid that is here; what follows moves on. Notes on
 * strings that are not here are left out and counted. Null where there is nothing to put in, or too much.
 */
export function insertPassage(
  passage: Passage,
  atTicks: number,
  other: Passage,
  slots: number,
): { readonly passage: Passage; readonly leftOut: number } | null {
  if (other.notes.length === 0 || slots < 1 || slots > MOST_SLOTS) return null;
  const at = slotAt(passage, Math.min(atTicks, passage.lengthTicks)).ticks;
  let next = passage;
  for (let slot = 0; slot < slots; slot++) next = insertSlot(next, at);
  const here = slotsOf(next).filter(({ ticks }) => ticks >= at);
  const indexAt = new Map(slotsOf(other).map(({ ticks }, index) => [ticks, index]));
  const fits = other.notes.filter(({ string }) => string <= passage.tuning.length);
  let number = next.nextNoteNumber;
  const added = heldApart(fits, next.notes).map((note): Note => {
    const slot = slotAt(other, note.onsetTicks);
    const target = here[indexAt.get(slot.ticks) ?? 0]!;
    const stretch = target.durationTicks / slot.durationTicks;
    return {
      ...note,
      id: `n${number++}`,
      onsetTicks: target.ticks + Math.round((note.onsetTicks - slot.ticks) * stretch),
      durationTicks: Math.max(1, Math.round(note.durationTicks * stretch)),
    };
  });
  const notes = [...next.notes, ...added].sort(compareNotes);
  return { passage: { ...next, notes, nextNoteNumber: number }, leftOut: other.notes.length - fits.length };
}

/** A range as a passage by itself, beginning at 0. */
export function extractRange(passage: Passage, range: Range): Passage {
  const { loopBounds: _, ...rest } = passage;
  const shift = range.fromTicks;
  const beatOffset = shift / passage.meter.beatTicks;
  const isOnBeat = Number.isInteger(beatOffset);
  return {
    ...rest,
    pickupTicks: 0,
    lengthTicks: range.toTicks - shift,
    beatSubdivisions: isOnBeat
      ? Object.fromEntries(
          Object.entries(passage.beatSubdivisions)
            .map(([beat, slots]): [number, number] => [Number(beat) - beatOffset, slots])
            .filter(([beat]) => beat >= 0),
        )
      : {},
    notes: notesIn(passage, range).map((note) => ({ ...note, onsetTicks: note.onsetTicks - shift })),
  };
}

/** The beginning of a passage, of no more notes than so many. */
export function firstNotes(passage: Passage, most: number): Passage {
  const { loopBounds: _, ...rest } = passage;
  const notes = passage.notes.slice(0, most);
  const last = notes.at(-1);
  return { ...rest, notes, lengthTicks: last ? last.onsetTicks + last.durationTicks : passage.lengthTicks };
}
