/** Reading a Standard MIDI File: pitches and times, put on strings by channel or by the shortest way along the neck. */
import { parseMidi, type MidiData } from 'midi-file';
import { MAX_BPM, MIN_BPM, newExercise } from '../../exercise/exercise';
import { MAX_FRET, STANDARD_TUNING } from '../../instrument/instrument';
import { compareNotes, type Note, type Passage } from '../../passage/passage';
import { COMMON_METER, MAX_SLOTS_PER_BEAT, TICKS_PER_QUARTER, type Slot } from '../../rhythm/slots';
import { FOREIGN_LIMITS, LeftOut, refusedFile, type ForeignReading } from '../foreign';
import { gridByBeat } from '../grid';

const DRUM_CHANNEL = 9;

/** Texts come byte by byte; those that are UTF-8 are read so. */
function fromBytes(text: string): string {
  try {
    return decodeURIComponent(
      [...text].map((one) => `%${one.charCodeAt(0).toString(16).padStart(2, '0')}`).join(''),
    );
  } catch {
    return text;
  }
}

interface RawNote {
  readonly channel: number;
  readonly pitch: number;
  readonly onsetTicks: number;
  readonly endTicks: number;
}

/** Note-ons with their note-offs, in our ticks; what else is there is counted. */
function rawNotes(
  { header, tracks }: MidiData,
  left: LeftOut,
): { notes: RawNote[]; bpm: number | null; meter: Passage['meter'] | null; title: string } {
  const scale = TICKS_PER_QUARTER / (header.ticksPerBeat ?? TICKS_PER_QUARTER);
  const notes: RawNote[] = [];
  let [bpm, meter, title]: [number | null, Passage['meter'] | null, string] = [null, null, ''];
  for (const [trackAt, track] of tracks.entries()) {
    const where = `track ${trackAt + 1}`;
    const sounding = new Map<string, number>();
    let at = 0;
    for (const event of track) {
      at += event.deltaTime;
      const ticks = Math.round(at * scale);
      if (event.type === 'noteOn' || event.type === 'noteOff') {
        const key = `${event.channel}/${event.noteNumber}`;
        const since = sounding.get(key);
        if (since !== undefined) {
          notes.push({ channel: event.channel, pitch: event.noteNumber, onsetTicks: since, endTicks: ticks });
          sounding.delete(key);
        }
        if (event.type === 'noteOn' && event.velocity > 0) sounding.set(key, ticks);
      } else if (event.type === 'setTempo') {
        const quarters = 60_000_000 / Math.max(1, event.microsecondsPerBeat);
        if (bpm !== null && Math.abs(bpm - quarters) > 0.01) left.add('a change of tempo', where);
        bpm ??= quarters;
      } else if (event.type === 'timeSignature') {
        const unit = (4 * TICKS_PER_QUARTER) / event.denominator;
        const isCompound = event.denominator >= 8 && event.numerator % 3 === 0 && event.numerator > 3;
        const beats = isCompound ? event.numerator / 3 : event.numerator;
        const read = { beats, beatTicks: isCompound ? unit * 3 : unit };
        if (meter && (meter.beats !== read.beats || meter.beatTicks !== read.beatTicks))
          left.add('a change of meter', where);
        else if (beats > 0 && beats <= 32 && read.beatTicks >= 840) meter ??= read;
      } else if (event.type === 'trackName' && title === '') title = fromBytes(event.text);
      else if (
        ['pitchBend', 'controller', 'channelAftertouch', 'noteAftertouch', 'lyrics'].includes(event.type)
      )
        left.add(event.type === 'pitchBend' ? 'pitch bend' : event.type, where);
    }
    for (const [key, since] of sounding) {
      const [channel, pitch] = key.split('/').map(Number) as [number, number];
      notes.push({ channel, pitch, onsetTicks: since, endTicks: Math.round(at * scale) });
    }
  }
  return { notes, bpm, meter, title };
}

/** Whether each channel's notes can lie on the string of its number, as guitar controllers send them. */
function fitsByChannel(notes: readonly RawNote[]): boolean {
  return (
    new Set(notes.map((note) => note.channel)).size > 1 &&
    notes.every(({ channel, pitch }) => {
      const open = STANDARD_TUNING[channel];
      return open !== undefined && pitch >= open && pitch - open <= MAX_FRET;
    })
  );
}

/** How far a fret lies from where the hand is; open strings cost nothing. */
function reach(fret: number, hand: number): number {
  return fret === 0 ? 0 : Math.abs(fret - hand);
}

/** Strings for notes of one moment, thickest first: each on a free string, near the hand. Notes that find none are left out. */
function placeMoment(
  notes: readonly RawNote[],
  hand: number,
): { note: RawNote; string: number; fret: number }[] {
  const taken = new Set<number>();
  return [...notes]
    .sort((a, b) => a.pitch - b.pitch)
    .flatMap((note) => {
      const places = STANDARD_TUNING.map((open, at) => ({
        note,
        string: at + 1,
        fret: note.pitch - open,
      })).filter(({ string, fret }) => fret >= 0 && fret <= MAX_FRET && !taken.has(string));
      const best = places.sort((a, b) => reach(a.fret, hand) - reach(b.fret, hand) || b.string - a.string)[0];
      if (best) taken.add(best.string);
      return best ? [best] : [];
    });
}

/** The middle of the neck, where a line without other hints is put. */
const FIRST_HAND = 5;

function placed(notes: readonly RawNote[], left: LeftOut): { note: RawNote; string: number; fret: number }[] {
  if (fitsByChannel(notes))
    return notes.map((note) => ({
      note,
      string: note.channel + 1,
      fret: note.pitch - STANDARD_TUNING[note.channel]!,
    }));
  let hand = FIRST_HAND;
  const moments = new Map<number, RawNote[]>();
  for (const note of [...notes].sort((a, b) => a.onsetTicks - b.onsetTicks)) {
    const here = moments.get(note.onsetTicks);
    if (here) here.push(note);
    else moments.set(note.onsetTicks, [note]);
  }
  return [...moments].flatMap(([onset, here]) => {
    const found = placeMoment(here, hand);
    for (let lost = found.length; lost < here.length; lost++)
      left.add('note that finds no string', `at beat ${Math.floor(onset / TICKS_PER_QUARTER) + 1}`);
    const stopped = found.filter(({ fret }) => fret > 0);
    if (stopped.length > 0) hand = stopped.reduce((sum, { fret }) => sum + fret, 0) / stopped.length;
    return found;
  });
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
    if (distance < best.distance) best = { ticks: near, distance };
  }
  return best;
}

/**
 * Reads a MIDI file as an exercise on six strings in standard tuning. Where each channel fits the string of its number
 * (as this program and guitar controllers write them) strings are kept, else each note goes near the hand. Never throws.
 */
export function readMidi(bytes: Uint8Array, fallbackTitle = 'From MIDI'): ForeignReading {
  if (bytes.length > FOREIGN_LIMITS.bytes)
    return refusedFile(`It is larger than ${FOREIGN_LIMITS.bytes / 1_000_000} MB.`);
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    return refusedFile('The MIDI file is not whole.');
  }
  const left = new LeftOut();
  const raw = rawNotes(data, left);
  const drums = raw.notes.filter((note) => note.channel === DRUM_CHANNEL);
  for (const _ of drums) left.add('note of the drum channel', 'whole');
  const notes = raw.notes.filter((note) => note.channel !== DRUM_CHANNEL);
  if (notes.length === 0) return refusedFile('There are no notes in it.');
  if (notes.length > FOREIGN_LIMITS.notes)
    return refusedFile(`It has more than ${FOREIGN_LIMITS.notes} notes.`);
  const meter = raw.meter ?? COMMON_METER;
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
  const lastTicks = Math.max(...made.map((note) => note.onsetTicks + note.durationTicks));
  const passage: Passage = {
    tuning: STANDARD_TUNING,
    meter,
    pickupTicks: 0,
    ...gridByBeat(made, meter.beatTicks, MAX_SLOTS_PER_BEAT),
    lengthTicks: Math.ceil(lastTicks / meter.beatTicks) * meter.beatTicks,
    notes: made,
    nextNoteNumber: made.length + 1,
  };
  const bpm = Math.round(((raw.bpm ?? 120) * TICKS_PER_QUARTER) / meter.beatTicks);
  const exercise = newExercise((raw.title || fallbackTitle).slice(0, 300), passage);
  const guessed = fitsByChannel(notes)
    ? []
    : ['Strings and frets are chosen by the program: a MIDI file has none.'];
  return {
    exercise: { ...exercise, startBpm: Math.max(MIN_BPM, Math.min(MAX_BPM, bpm)) },
    remarks: [...guessed, 'A MIDI file has no strokes, slurs or fingers.', ...left.remarks()],
  };
}
