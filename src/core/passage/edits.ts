/** Edits of a passage: named pure functions from passage to passage. Ids of notes are stable through all of them. */
import type { PreferredDamper } from './dampers';
import { emptyPassage } from './empty';
import { MAX_FRET, pitchAt } from '../instrument/instrument';
import { nextSlotTicks, slotAt, slotsOf, type Meter } from '../time/slots';
import {
  compareNotes,
  type Bend,
  type Finger,
  type Lock,
  type LoopBounds,
  type Note,
  type Passage,
  type Technique,
} from './passage';

function withNotes(passage: Passage, notes: readonly Note[]): Passage {
  return { ...passage, notes: [...notes].sort(compareNotes) };
}

/** The note with an id, or undefined. */
export function noteById(passage: Passage, id: string): Note | undefined {
  return passage.notes.find((note) => note.id === id);
}

/** The note that begins at a moment on a string, or undefined. */
export function noteAt(passage: Passage, onsetTicks: number, string: number): Note | undefined {
  return passage.notes.find((note) => note.onsetTicks === onsetTicks && note.string === string);
}

/** Changes some notes; a field that is given as undefined is taken away. */
function change(
  passage: Passage,
  ids: readonly string[],
  fields: { readonly [K in keyof Note]?: Note[K] | undefined },
): Passage {
  const wanted = new Set(ids);
  return withNotes(
    passage,
    passage.notes.map((note) => {
      if (!wanted.has(note.id)) return note;
      const changed = Object.entries({ ...note, ...fields }).filter(([, value]) => value !== undefined);
      return Object.fromEntries(changed) as unknown as Note;
    }),
  );
}

function clampFret(fret: number): number {
  return Math.max(0, Math.min(MAX_FRET, Math.round(fret)));
}

/** Sets the fret (0 to MAX_FRET, beyond that the nearest) of a note, which is then no dead note any more. */
export function setFret(passage: Passage, id: string, fret: number): Passage {
  return change(passage, [id], { fret: clampFret(fret), dead: undefined });
}

/** Sets how a note is sounded. A lock on a note that is no longer picked is kept and reported by the engine. */
export function setTechnique(passage: Passage, id: string, technique: Technique): Passage {
  return change(passage, [id], { technique });
}

/** Makes a note dead (damped, no pitch) or sounding. */
export function setDead(passage: Passage, id: string, dead: boolean): Passage {
  return change(passage, [id], { dead: dead || undefined });
}

/** The marks of a note that are there or not. */
export type NoteMark = 'ghost' | 'palmMute' | 'vibrato' | 'accent' | 'restStroke';

/** Sets or clears a mark of a note. */
export function setMark(passage: Passage, id: string, mark: NoteMark, isOn: boolean): Passage {
  return change(passage, [id], { [mark]: isOn || undefined });
}

/** Sets or clears the bend of a note. */
export function setBend(passage: Passage, id: string, bend: Bend | null): Passage {
  return change(passage, [id], { bend: bend ?? undefined });
}

/** Sets or clears a slide from or to no written fret. */
export function setSlides(
  passage: Passage,
  id: string,
  slides: { readonly slideIn?: Note['slideIn'] | null; readonly slideOut?: Note['slideOut'] | null },
): Passage {
  const fields = Object.entries(slides).map(([key, value]) => [key, value ?? undefined]);
  return change(
    passage,
    [id],
    Object.fromEntries(fields) as { readonly [K in keyof Note]?: Note[K] | undefined },
  );
}

/** Sets or clears the fretting finger. */
export function setFinger(passage: Passage, id: string, finger: Finger | null): Passage {
  return change(passage, [id], { finger: finger ?? undefined });
}

/** Says what damps first while a note sounds, or with null leaves it to the hand's set-up. */
export function setDamper(passage: Passage, id: string, damper: PreferredDamper | null): Passage {
  return change(passage, [id], { damper: damper ?? undefined });
}

/** Locks the stroke of some notes, or with null leaves it to the policy. */
export function setLock(passage: Passage, ids: readonly string[], lock: Lock | null): Passage {
  return change(passage, ids, { lock: lock ?? undefined });
}

/** Locks some notes, named by their ids, each to a stroke of its own; the others keep what they have. */
export function setLocks(passage: Passage, locks: Readonly<Record<string, Lock>>): Passage {
  return {
    ...passage,
    notes: passage.notes.map((note) => {
      const lock = locks[note.id];
      return lock ? { ...note, lock } : note;
    }),
  };
}

/**
 * Moves a note to another string at the same fret or the same pitch. Returns the passage unchanged where that string
 * is not there, is taken at that moment, or has no such pitch on the neck.
 */
export function moveToString(passage: Passage, id: string, string: number, keep: 'fret' | 'pitch'): Passage {
  const note = noteById(passage, id);
  if (!note || passage.tuning[string - 1] === undefined || noteAt(passage, note.onsetTicks, string))
    return passage;
  const fret =
    keep === 'fret'
      ? note.fret
      : pitchAt(passage.tuning, note.string, note.fret) - pitchAt(passage.tuning, string, 0);
  return fret < 0 || fret > MAX_FRET ? passage : change(passage, [id], { string, fret });
}

/**
 * Moves a note to another moment and string at its fret; unchanged where the string is taken then, is not there, or the
 * moment lies outside the passage.
 */
export function moveNote(passage: Passage, id: string, onsetTicks: number, string: number): Passage {
  const note = noteById(passage, id);
  const isOutside =
    onsetTicks < -passage.pickupTicks ||
    onsetTicks >= passage.lengthTicks ||
    passage.tuning[string - 1] === undefined;
  if (!note || isOutside || noteAt(passage, onsetTicks, string)) return passage;
  const durationTicks =
    onsetTicks === note.onsetTicks ? note.durationTicks : slotAt(passage, onsetTicks).durationTicks;
  return change(passage, [id], { onsetTicks, string, durationTicks });
}

/** Puts a picked note on a string at a moment, one slot long, or changes the fret of the one there. Lengthens the passage if needed. */
export function putNote(passage: Passage, onsetTicks: number, string: number, fret: number): Passage {
  const there = noteAt(passage, onsetTicks, string);
  if (there) return setFret(passage, there.id, fret);
  const end = nextSlotTicks(passage, onsetTicks);
  const note: Note = {
    id: `n${passage.nextNoteNumber}`,
    string,
    fret: clampFret(fret),
    onsetTicks,
    durationTicks: end - onsetTicks,
    technique: 'pick',
  };
  const { loopBounds, lengthTicks } = passage;
  const grows = end > lengthTicks && loopBounds?.endTicks === lengthTicks;
  return {
    ...withNotes(passage, [...passage.notes, note]),
    nextNoteNumber: passage.nextNoteNumber + 1,
    lengthTicks: Math.max(lengthTicks, end),
    ...(grows ? { loopBounds: { ...loopBounds, endTicks: end } } : {}),
  };
}

/** Takes notes away and leaves a rest in their place. */
export function restNotes(passage: Passage, ids: readonly string[]): Passage {
  const gone = new Set(ids);
  return { ...passage, notes: passage.notes.filter((note) => !gone.has(note.id)) };
}

/** Moves everything from a slot on by some slots, keeping each note's place within its slot. */
function shiftFrom(passage: Passage, fromTicks: number, by: 1 | -1): Passage {
  // Two beats more: where a beat is one slot, the end moves to the beginning of the second.
  const longer = { ...passage, lengthTicks: passage.lengthTicks + 2 * passage.meter.beatTicks };
  const slots = slotsOf(longer);
  const indexAt = new Map(slots.map((slot, index) => [slot.ticks, index]));
  const shifted = (ticks: number) => {
    if (ticks < fromTicks) return ticks;
    const slot = slotAt(longer, ticks);
    const index = indexAt.get(slot.ticks);
    const target = index === undefined ? undefined : slots[index + by];
    return target ? target.ticks + (ticks - slot.ticks) : ticks;
  };
  const { loopBounds } = passage;
  return {
    ...passage,
    lengthTicks: shifted(passage.lengthTicks),
    ...(loopBounds
      ? { loopBounds: { startTicks: shifted(loopBounds.startTicks), endTicks: shifted(loopBounds.endTicks) } }
      : {}),
    notes: passage.notes.map((note) => {
      if (note.onsetTicks < fromTicks) return note;
      const onsetTicks = shifted(note.onsetTicks);
      const wasSlot = slotAt(longer, note.onsetTicks).durationTicks;
      const isOneSlot = note.durationTicks === wasSlot;
      return {
        ...note,
        onsetTicks,
        durationTicks: isOneSlot ? slotAt(longer, onsetTicks).durationTicks : note.durationTicks,
      };
    }),
  };
}

/** Opens an empty slot before the one at `ticks`; what follows moves on. */
export function insertSlot(passage: Passage, ticks: number): Passage {
  return shiftFrom(passage, slotAt(passage, ticks).ticks, 1);
}

/** Takes out the slot at `ticks` with its notes; what follows closes up. A passage keeps at least one slot. */
export function deleteSlot(passage: Passage, ticks: number): Passage {
  if (slotsOf(passage).length <= 1)
    return restNotes(
      passage,
      passage.notes.map((note) => note.id),
    );
  const slot = slotAt(passage, ticks);
  const end = slot.ticks + slot.durationTicks;
  const inSlot = passage.notes.filter((note) => note.onsetTicks >= slot.ticks && note.onsetTicks < end);
  return shiftFrom(
    restNotes(
      passage,
      inSlot.map((note) => note.id),
    ),
    end,
    -1,
  );
}

/** Lays the notes, slot by slot, on another division of the beat; order and strokes by note stay. */
export function setSubdivision(passage: Passage, subdivision: number): Passage {
  return relay(passage, { ...passage, subdivision, beatSubdivisions: {} });
}

/** Sets the meter. Where the beat is another length, the notes are laid on it slot by slot. */
export function setMeter(passage: Passage, meter: Meter): Passage {
  return meter.beatTicks === passage.meter.beatTicks
    ? { ...passage, meter }
    : relay(passage, { ...passage, meter });
}

/** Carries notes from the slots of one grid to the slots of the same number in another. */
function relay(passage: Passage, grid: Passage): Passage {
  const from = slotsOf(passage);
  const slotTicks = grid.meter.beatTicks / grid.subdivision;
  const pickupSlots = from.filter((slot) => slot.ticks < 0).length;
  const indexAt = new Map(from.map((slot, index) => [slot.ticks, index]));
  const carry = (ticks: number) => {
    if (ticks >= passage.lengthTicks) return (from.length - pickupSlots) * slotTicks;
    const slot = slotAt(passage, ticks);
    const within = (ticks - slot.ticks) / slot.durationTicks;
    return Math.round(((indexAt.get(slot.ticks) ?? 0) - pickupSlots + within) * slotTicks);
  };
  const { loopBounds } = passage;
  return {
    ...grid,
    beatSubdivisions: {},
    pickupTicks: pickupSlots * slotTicks,
    lengthTicks: carry(passage.lengthTicks),
    ...(loopBounds
      ? { loopBounds: { startTicks: carry(loopBounds.startTicks), endTicks: carry(loopBounds.endTicks) } }
      : {}),
    notes: passage.notes.map((note) => {
      const onsetTicks = carry(note.onsetTicks);
      return { ...note, onsetTicks, durationTicks: carry(note.onsetTicks + note.durationTicks) - onsetTicks };
    }),
  };
}

/** Sets what goes round; null is the whole passage. */
export function setLoopBounds(passage: Passage, bounds: LoopBounds | null): Passage {
  const { loopBounds: _, ...rest } = passage;
  const isWhole =
    bounds !== null && bounds.startTicks <= -passage.pickupTicks && bounds.endTicks >= passage.lengthTicks;
  return bounds === null || isWhole || bounds.startTicks >= bounds.endTicks
    ? rest
    : { ...rest, loopBounds: bounds };
}

/**
 * A passage that is still as long as an empty one ends with its last note: nobody asked for the empty slots after it. Any other is
 * given back as it is.
 */
export function endingWithNotes(passage: Passage): Passage {
  const isUntouched = passage.lengthTicks === emptyPassage().lengthTicks && !passage.loopBounds;
  const end = Math.max(...passage.notes.map((note) => note.onsetTicks + note.durationTicks));
  return isUntouched && passage.notes.length > 0 && end < passage.lengthTicks
    ? { ...passage, lengthTicks: end }
    : passage;
}
