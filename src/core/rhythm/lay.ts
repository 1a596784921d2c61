/** Laying notes on the beat: groups with rests or long notes between them, accents, a pick-up. The order of notes stays. */
import { putNote } from '../passage/edits';
import { moveTicks, type Note, type Passage } from '../passage/passage';
import { slotAt, slotsOf } from '../time/slots';
import type { AccentRule } from './names';

/** What stands between two groups: a silent slot, or the last note held through it. */
export const GAPS = ['rest', 'long note'] as const;
/** What fills the time between notes: a rest, or the note before. */
export type Gap = (typeof GAPS)[number];

/** Slots of a pass in the plain grid; null where a pass is no whole number of them. */
export function slotsInPass(passage: Passage, startTicks: number, endTicks: number): number | null {
  if (Object.keys(passage.beatSubdivisions).length > 0) return null;
  const slots = (endTicks - startTicks) / (passage.meter.beatTicks / passage.subdivision);
  return Number.isInteger(slots) && slots > 0 ? slots : null;
}

/** How one moment is laid: slots to the next, and slots that its notes sound. */
interface Laid {
  readonly until: number;
  readonly sounds: number;
}

/**
 * Lays all moments one after the other on a grid of so many slots a beat, each as long as is said of it. Beats that are divided
 * otherwise go back to the common division.
 */
export function layMoments(passage: Passage, subdivision: number, laidAt: (moment: number) => Laid): Passage {
  const slotTicks = passage.meter.beatTicks / subdivision;
  const onsets = [...new Set(passage.notes.map(({ onsetTicks }) => onsetTicks))];
  const laid = new Map<number, { onsetTicks: number; durationTicks: number }>();
  let ticks = 0 - passage.pickupTicks;
  onsets.forEach((onset, moment) => {
    const { until, sounds } = laidAt(moment);
    laid.set(onset, { onsetTicks: ticks, durationTicks: sounds * slotTicks });
    ticks += until * slotTicks;
  });
  const newTicks = (old: number) => {
    const next = onsets.find((onset) => onset >= old);
    return next === undefined ? ticks : laid.get(next)!.onsetTicks;
  };
  const { loopBounds } = passage;
  return {
    ...passage,
    subdivision,
    beatSubdivisions: {},
    lengthTicks: Math.max(slotTicks, ticks),
    ...(loopBounds
      ? {
          loopBounds: {
            startTicks: newTicks(loopBounds.startTicks),
            endTicks: newTicks(loopBounds.endTicks),
          },
        }
      : {}),
    notes: passage.notes.map((note) => ({ ...note, ...laid.get(note.onsetTicks)! })),
  };
}

/**
 * Lays all moments one slot after the other, with a slot between groups of some sizes over and over; no groups: without
 * gaps. Beats that are divided otherwise go back to the common division.
 */
export function groupNotes(passage: Passage, groups: readonly number[], gap: Gap): Passage {
  const sizes = groups.filter((size) => size > 0);
  let [group, inGroup] = [0, 0];
  return layMoments(passage, passage.subdivision, () => {
    inGroup++;
    const ends = sizes.length > 0 && inGroup === sizes[group % sizes.length];
    if (ends) [group, inGroup] = [group + 1, 0];
    return { until: ends ? 2 : 1, sounds: ends && gap === 'long note' ? 2 : 1 };
  });
}

function isAccented(
  passage: Passage,
  notes: readonly Note[],
  at: number,
  moment: number,
  rule: AccentRule,
): boolean {
  const note = notes[at]!;
  switch (rule) {
    case 'none':
      return false;
    case 'beats':
      return slotAt(passage, note.onsetTicks).indexInBeat === 0;
    case 'after the beats':
      return slotAt(passage, note.onsetTicks).indexInBeat === 1;
    case 'new strings':
      return at === 0 || notes[at - 1]!.string !== note.string;
    case 'every third':
      return moment % 3 === 0;
    case 'every fourth':
      return moment % 4 === 0;
    case 'every fifth':
      return moment % 5 === 0;
  }
}

/** Sets the accents of all notes by a rule. */
export function accentNotes(passage: Passage, rule: AccentRule): Passage {
  const onsets = [...new Set(passage.notes.map(({ onsetTicks }) => onsetTicks))];
  const momentAt = new Map(onsets.map((onset, moment) => [onset, moment]));
  return {
    ...passage,
    notes: passage.notes.map((note, at) => {
      const { accent: _, ...plain } = note;
      const moment = momentAt.get(note.onsetTicks)!;
      return isAccented(passage, passage.notes, at, moment, rule)
        ? { ...plain, accent: true as const }
        : plain;
    }),
  };
}

/** Lets a passage begin some slots before the first bar line: fewer than a bar and than the passage has, else nothing changes. */
export function setPickup(passage: Passage, slots: number): Passage {
  const slotTicks = passage.meter.beatTicks / passage.subdivision;
  const pickupTicks = slots * slotTicks;
  if (slots < 0 || pickupTicks >= passage.meter.beats * passage.meter.beatTicks) return passage;
  if (pickupTicks >= passage.lengthTicks + passage.pickupTicks) return passage;
  if (Object.keys(passage.beatSubdivisions).length > 0) return passage;
  return { ...moveTicks(passage, passage.pickupTicks - pickupTicks), pickupTicks };
}

/** Slots that lie before the first bar line. */
export function pickupSlots(passage: Passage): number {
  return slotsOf(passage).filter(({ ticks }) => ticks < 0).length;
}

/** A passage one silent slot longer, and its round with it where that ends there. */
export function restAtEnd(passage: Passage): Passage {
  const { lengthTicks, loopBounds } = passage;
  const end = lengthTicks + slotAt(passage, lengthTicks).durationTicks;
  const grows = loopBounds?.endTicks === lengthTicks;
  return { ...passage, lengthTicks: end, ...(grows ? { loopBounds: { ...loopBounds, endTicks: end } } : {}) };
}

/**
 * Divides one beat (counted from the first bar line) otherwise; its notes keep their slot numbers. Null where a note stands
 * on a slot that it would not have.
 */
export function setBeatSubdivision(passage: Passage, beat: number, slots: number): Passage | null {
  const { beatTicks } = passage.meter;
  const [start, end] = [beat * beatTicks, (beat + 1) * beatTicks];
  const isIn = (ticks: number) => ticks >= start && ticks < end;
  const notes = passage.notes.map((note) => {
    if (!isIn(note.onsetTicks)) return note;
    const slot = slotAt(passage, note.onsetTicks);
    const held = Math.max(1, Math.round(note.durationTicks / slot.durationTicks));
    const left = slots - slot.indexInBeat;
    if (left < 1) return null;
    return {
      ...note,
      onsetTicks: start + (slot.indexInBeat * beatTicks) / slots,
      durationTicks: (Math.min(held, left) * beatTicks) / slots,
    };
  });
  const fits = notes.filter((note) => note !== null);
  if (fits.length < notes.length) return null;
  const { [beat]: _, ...others } = passage.beatSubdivisions;
  const isCommon = slots === passage.subdivision;
  // An end within the beat stands after the same number of slots.
  const moved = (ticks: number) => {
    if (ticks <= start || ticks >= end) return ticks;
    const { indexInBeat } = slotAt(passage, ticks);
    return start + (Math.min(indexInBeat, slots) * beatTicks) / slots;
  };
  const { loopBounds } = passage;
  return {
    ...passage,
    notes: fits,
    lengthTicks: moved(passage.lengthTicks),
    ...(loopBounds
      ? { loopBounds: { startTicks: moved(loopBounds.startTicks), endTicks: moved(loopBounds.endTicks) } }
      : {}),
    beatSubdivisions: isCommon ? others : { ...others, [beat]: slots },
  };
}

/** A passage with its last moment played once more at its end. */
export function lastAgain(passage: Passage): Passage {
  const last = passage.notes.at(-1)?.onsetTicks;
  return passage.notes
    .filter(({ onsetTicks }) => onsetTicks === last)
    .reduce((of, { string, fret }) => putNote(of, passage.lengthTicks, string, fret), passage);
}

/**
 * A passage whose last notes are held until a pass ends on a beat, or on a bar line; the passage as it is where it does. What goes round with them
 * grows as well.
 */
export function holdLast(passage: Passage, until: 'beat' | 'bar'): Passage {
  const { meter, pickupTicks, lengthTicks, loopBounds } = passage;
  const unit = meter.beatTicks * (until === 'bar' ? meter.beats : 1);
  const endTicks = Math.ceil((lengthTicks + pickupTicks) / unit) * unit - pickupTicks;
  const last = passage.notes.at(-1)?.onsetTicks;
  if (last === undefined || endTicks === lengthTicks) return passage;
  const notes = passage.notes.map((note) =>
    note.onsetTicks === last ? { ...note, durationTicks: endTicks - note.onsetTicks } : note,
  );
  const grows = loopBounds?.endTicks === lengthTicks;
  return {
    ...passage,
    notes,
    lengthTicks: endTicks,
    ...(grows ? { loopBounds: { ...loopBounds, endTicks } } : {}),
  };
}

/** So many slots the notes of the beat at a moment need. */
export function slotsNeeded(passage: Passage, ticks: number): number {
  const { beat } = slotAt(passage, ticks);
  const used = passage.notes
    .map(({ onsetTicks }) => slotAt(passage, onsetTicks))
    .filter((slot) => slot.beat === beat);
  return Math.max(1, ...used.map(({ indexInBeat }) => indexInBeat + 1));
}
