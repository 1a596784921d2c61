/** Reading a Standard MIDI File: pitches and times, put on strings by channel or by the way that moves the hand least. */
import { parseMidi, type MidiData } from 'midi-file';
import { MAX_TITLE, newExercise } from '../../model/exercise';
import { MAX_BPM, MIN_BPM } from '../../model/tempo';
import { onNeck } from '../../fretting/onNeck';
import { STANDARD_TUNING } from '../../instrument/instrument';
import { compareNotes, type Note, type Passage } from '../../passage/passage';
import { COMMON_METER, MAX_SLOTS_PER_BEAT, TICKS_PER_QUARTER, type Slot } from '../../time/slots';
import { checkedPart, joinedParts } from '../checked';
import { FOREIGN_LIMITS, LeftOut, refusedFile, type ForeignPart, type ForeignReading } from '../foreign';
import { byMoment, gridByBeat } from '../grid';
import { fitsByChannel, rawFile, type RawFile, type RawNote, type RawPart } from './parts';
import { midiFault } from './scan';

function placed(notes: readonly RawNote[], left: LeftOut): { note: RawNote; string: number; fret: number }[] {
  if (fitsByChannel(notes))
    return notes.map((note) => ({
      note,
      string: note.channel + 1,
      fret: note.pitch - STANDARD_TUNING[note.channel]!,
    }));
  const moments = byMoment(notes);
  const found = onNeck(
    moments.map((here) => here.map(({ pitch }) => pitch)),
    STANDARD_TUNING,
  );
  return moments.flatMap((here, at) =>
    here.flatMap((note, index) => {
      const place = found[at]![index];
      if (place) return [{ note, ...place }];
      const beat = Math.floor(note.onsetTicks / TICKS_PER_QUARTER) + 1;
      left.add('note that finds no string beside the others', `at beat ${beat}`);
      return [];
    }),
  );
}

/** Onsets within this of a slot belong to it: a 64th at most. */
const NEAR_TICKS = TICKS_PER_QUARTER / 16;

/** Played files are not exact: onsets are put on the nearest of the usual slots. */
function onSlots(ticks: number, beatTicks: number): Pick<Slot, 'ticks'> {
  const beat = Math.floor(ticks / beatTicks) * beatTicks;
  let best = { ticks, distance: NEAR_TICKS };
  for (let slots = 1; slots <= MAX_SLOTS_PER_BEAT; slots++) {
    const width = beatTicks / slots;
    const near = beat + Math.round((ticks - beat) / width) * width;
    const distance = Math.abs(near - ticks);
    if (distance < best.distance) best = { ticks: Math.round(near), distance };
  }
  return best;
}

/** One part as an exercise; null with the reason where none of it can be played here. */
function partAsExercise(file: RawFile, part: RawPart, title: string): ForeignPart {
  const left = new LeftOut();
  const { name, notes } = part;
  const refused = (why: string): ForeignPart => ({ name, exercise: null, remarks: [why] });
  if (notes.length > FOREIGN_LIMITS.notes) return refused(`It has more than ${FOREIGN_LIMITS.notes} notes.`);
  const meter = file.meter ?? COMMON_METER;
  const taken = new Set<string>();
  const made = placed(notes, left)
    .map(({ note, string, fret }): Omit<Note, 'id'> => {
      const { ticks } = onSlots(note.onsetTicks, meter.beatTicks);
      if (ticks !== note.onsetTicks)
        left.add(
          'the exact moment of a note, which was put on its slot',
          `at beat ${Math.floor(ticks / meter.beatTicks) + 1}`,
        );
      const durationTicks = Math.max(1, note.endTicks - note.onsetTicks);
      return { string, fret, onsetTicks: ticks, durationTicks, technique: 'pick' };
    })
    .filter(({ string, onsetTicks }) => {
      const place = `${onsetTicks}/${string}`;
      if (taken.has(place)) left.add('second note on one string at once', 'whole');
      return !taken.has(place) && taken.add(place);
    })
    .sort((a, b) => compareNotes(a as Note, b as Note))
    .map((note, at): Note => ({ ...note, id: `n${at + 1}` }));
  if (made.length === 0)
    return refused('None of its notes lies on the six strings of a guitar in standard tuning.');
  const lastTicks = made.reduce((most, note) => Math.max(most, note.onsetTicks + note.durationTicks), 0);
  const passage: Passage = {
    tuning: STANDARD_TUNING,
    meter,
    pickupTicks: 0,
    ...gridByBeat(made, meter.beatTicks, MAX_SLOTS_PER_BEAT),
    lengthTicks: Math.ceil(lastTicks / meter.beatTicks) * meter.beatTicks,
    notes: made,
    nextNoteNumber: made.length + 1,
  };
  const bpm = Math.round(((file.bpm ?? 120) * TICKS_PER_QUARTER) / meter.beatTicks);
  const exercise = newExercise(title.slice(0, MAX_TITLE), passage);
  const isPlaced = !fitsByChannel(notes);
  const guessed = !isPlaced ? [] : ['Strings and frets are chosen by the program: a MIDI file has none.'];
  const inFrames = file.isInFrames
    ? ['Its time is counted in frames of a second; it was read at 120 quarters a minute.']
    : [];
  return checkedPart({
    name,
    exercise: { ...exercise, startBpm: Math.max(MIN_BPM, Math.min(MAX_BPM, bpm)) },
    ...(isPlaced ? { isPlaced } : {}),
    remarks: [...guessed, ...inFrames, 'A MIDI file has no strokes, slurs or fingers.', ...left.remarks()],
  });
}

/**
 * Reads a MIDI file as exercises on six strings in standard tuning, one for each part; the percussion channel is never a part. Where
 * each channel fits the string of its number (as this program and guitar controllers write them) strings are kept, else each note goes
 * near the hand. Never throws.
 * @returns the first part as `exercise`, and all of them in `parts` where there are several.
 */
export function readMidi(bytes: Uint8Array, fallbackTitle = 'From MIDI'): ForeignReading {
  if (bytes.length > FOREIGN_LIMITS.bytes)
    return refusedFile(`It is larger than ${FOREIGN_LIMITS.bytes / 1_000_000} MB.`);
  const fault = midiFault(bytes);
  if (fault !== null) return refusedFile(fault);
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    return refusedFile('The MIDI file is not whole.');
  }
  const left = new LeftOut();
  const file = rawFile(data, left);
  if (file.parts.length === 0)
    return refusedFile('There are no notes in it but those of drums, or none at all.');
  if (file.parts.length > FOREIGN_LIMITS.parts)
    return refusedFile(`It has more than ${FOREIGN_LIMITS.parts} parts.`);
  const whole = file.title || fallbackTitle;
  const isAlone = file.parts.length === 1;
  const parts = file.parts.map((part, at) => {
    const own = part.name || (isAlone ? '' : `part ${at + 1}`);
    const title = isAlone ? file.title || own || fallbackTitle : `${whole}: ${own}`;
    return partAsExercise(file, { ...part, name: own || whole }, title);
  });
  return joinedParts(parts, left.remarks());
}
