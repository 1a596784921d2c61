/** Moves of a range over strings and frets, its fingers and lengths: pure functions from passage to passage. */
import { MAX_FRET, pitchAt } from '../instrument/instrument';
import { nextSlotTicks, slotAt } from '../time/slots';
import { compareNotes, type Finger, type Note, type Passage } from './passage';
import { notesIn, type Range } from './range';

/** Puts changed notes in the place of those with the same ids; null where two would share a string and a moment. */
function replaced(passage: Passage, changed: readonly Note[]): Passage | null {
  const byId = new Map(changed.map((note) => [note.id, note]));
  const notes = passage.notes.map((note) => byId.get(note.id) ?? note).sort(compareNotes);
  const isClash = notes.some((note, at) => {
    const next = notes[at + 1];
    return next?.onsetTicks === note.onsetTicks && next.string === note.string;
  });
  return isClash ? null : { ...passage, notes };
}

const isOnNeck = (fret: number) => fret >= 0 && fret <= MAX_FRET;

/**
 * Moves all notes of a range over some strings (positive: to thicker ones) at the same fret or the same pitch. Null
 * where one would leave the instrument or meet a note that stays.
 */
export function moveRangeAcross(
  passage: Passage,
  range: Range,
  by: number,
  keep: 'fret' | 'pitch',
): Passage | null {
  const { tuning } = passage;
  const moved = notesIn(passage, range).map((note): Note | null => {
    const string = note.string + by;
    if (string < 1 || string > tuning.length) return null;
    const shift =
      keep === 'pitch' && !note.dead ? pitchAt(tuning, note.string, 0) - pitchAt(tuning, string, 0) : 0;
    const fret = note.fret + shift;
    return isOnNeck(fret) ? { ...note, string, fret } : null;
  });
  const whole = moved.filter((note) => note !== null);
  return whole.length < moved.length || whole.length === 0 ? null : replaced(passage, whole);
}

/**
 * Gives the notes of a range other pitches. A note stays on its string where the neck allows, else it goes to the nearest string
 * that has its pitch and no other note then. Null where one finds no place. Dead notes stay.
 * @param semitonesOf how far a note moves, from the note and what it sounds without a capo.
 */
export function repitchRange(
  passage: Passage,
  range: Range,
  semitonesOf: (note: Note, pitch: number) => number,
): Passage | null {
  const { tuning } = passage;
  const inside = notesIn(passage, range);
  if (inside.length === 0) return null;
  const moved: Note[] = [];
  for (const note of inside) {
    const taken = new Set(
      [...moved, ...inside.filter((one) => one.dead)]
        .filter((one) => one.onsetTicks === note.onsetTicks)
        .map((one) => one.string),
    );
    const was = pitchAt(tuning, note.string, note.fret);
    const pitch = was + (note.dead ? 0 : semitonesOf(note, was));
    const place = tuning
      .map((open, at) => ({ string: at + 1, fret: pitch - open }))
      .filter(({ string, fret }) => isOnNeck(fret) && !taken.has(string))
      .sort((a, b) => Math.abs(a.string - note.string) - Math.abs(b.string - note.string))[0];
    if (note.dead) moved.push(note);
    else if (place) moved.push({ ...note, ...place });
    else return null;
  }
  return replaced(passage, moved);
}

/** Transposes a range by semitones, as `repitchRange` does. */
export const transposeRange = (passage: Passage, range: Range, semitones: number): Passage | null =>
  repitchRange(passage, range, () => semitones);

/** Sets or clears the finger of all notes of a range. */
export function fingerRange(passage: Passage, range: Range, finger: Finger | null): Passage {
  const fingered = notesIn(passage, range).map(({ finger: _, ...note }): Note =>
    finger === null ? note : { ...note, finger },
  );
  return replaced(passage, fingered) ?? passage;
}

/** One finger a fret from the lowest fretted one on; notes that four fingers do not reach, and open ones, get none. */
export function fingerByPosition(passage: Passage, range: Range): { passage: Passage; unreached: number } {
  const inside = notesIn(passage, range);
  const fretted = inside.filter((note) => !note.dead && note.fret > 0);
  const lowest = Math.min(...fretted.map((note) => note.fret));
  let unreached = 0;
  const fingered = inside.map(({ finger: _, ...note }): Note => {
    if (note.dead || note.fret === 0) return note;
    const finger = note.fret - lowest + 1;
    if (finger <= 4) return { ...note, finger: finger as Finger };
    unreached++;
    return note;
  });
  return { passage: replaced(passage, fingered) ?? passage, unreached };
}

/**
 * Makes the notes of a range longer or shorter by a slot: at least to the end of their own slot, at most to the next
 * note on their string or the end of the passage. Null where none changes.
 */
export function stretchRange(passage: Passage, range: Range, by: 1 | -1): Passage | null {
  const stretched = notesIn(passage, range).flatMap((note): Note[] => {
    const end = note.onsetTicks + note.durationTicks;
    const next = passage.notes.find(
      (other) => other.string === note.string && other.onsetTicks > note.onsetTicks,
    );
    const most = Math.min(next?.onsetTicks ?? Infinity, passage.lengthTicks);
    const least = Math.min(nextSlotTicks(passage, note.onsetTicks), most);
    const wanted = by === 1 ? nextSlotTicks(passage, end) : slotAt(passage, end - 1).ticks;
    const durationTicks = Math.max(least, Math.min(most, wanted)) - note.onsetTicks;
    return durationTicks === note.durationTicks ? [] : [{ ...note, durationTicks }];
  });
  return stretched.length === 0 ? null : replaced(passage, stretched);
}
