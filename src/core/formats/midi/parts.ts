/** The notes of a MIDI file, sorted into the parts that one player would play. */
import type { MidiData } from 'midi-file';
import { MAX_FRET, STANDARD_TUNING } from '../../instrument/instrument';
import type { Passage } from '../../passage/passage';
import { TICKS_PER_QUARTER } from '../../time/slots';
import type { LeftOut } from '../foreign';

/** Channel 10, counted from 0: percussion (General MIDI). */
const DRUM_CHANNEL = 9;

/** Quarters a second where time is given in frames: those of the tempo that a file without one has. */
const FRAMES_QUARTERS_A_SECOND = 2;

export interface RawNote {
  readonly channel: number;
  readonly pitch: number;
  readonly onsetTicks: number;
  readonly endTicks: number;
}

export interface RawPart {
  readonly name: string;
  readonly notes: readonly RawNote[];
}

export interface RawFile {
  readonly parts: readonly RawPart[];
  readonly bpm: number | null;
  readonly meter: Passage['meter'] | null;
  /** Of the file, not of a part; empty where it has none. */
  readonly title: string;
  readonly isInFrames: boolean;
}

/** Texts come byte by byte; those that are UTF-8 are read so, others as ISO-8859-1. */
function fromBytes(text: string): string {
  const escaped = [...text].map((one) => `%${one.charCodeAt(0).toString(16).padStart(2, '0')}`).join('');
  try {
    return decodeURIComponent(escaped);
  } catch {
    return text;
  }
}

/** Whether each channel's notes can lie on the string of its number, as guitar controllers send them. */
export function fitsByChannel(notes: readonly RawNote[]): boolean {
  return (
    new Set(notes.map((note) => note.channel)).size > 1 &&
    notes.every(({ channel, pitch }) => {
      const open = STANDARD_TUNING[channel];
      return open !== undefined && pitch >= open && pitch - open <= MAX_FRET;
    })
  );
}

/** A track is one part where its channels are strings, else each of its channels is. */
function partsOf(name: string, notes: readonly RawNote[]): RawPart[] {
  const channels = [...new Set(notes.map(({ channel }) => channel))].sort((a, b) => a - b);
  if (channels.length <= 1 || fitsByChannel(notes)) return notes.length > 0 ? [{ name, notes }] : [];
  return channels.map((channel) => ({
    name: `${name ? `${name}, channel` : 'Channel'} ${channel + 1}`,
    notes: notes.filter((note) => note.channel === channel),
  }));
}

const IGNORED = ['pitchBend', 'controller', 'channelAftertouch', 'noteAftertouch', 'lyrics'];

/** Note-ons with their note-offs, in our ticks; what else is there is counted. */
export function rawFile({ header, tracks }: MidiData, left: LeftOut): RawFile {
  const { framesPerSecond, ticksPerFrame, ticksPerBeat } = header;
  const isInFrames = !ticksPerBeat && Boolean(framesPerSecond && ticksPerFrame);
  const perQuarter = isInFrames
    ? (framesPerSecond! * ticksPerFrame!) / FRAMES_QUARTERS_A_SECOND
    : ticksPerBeat!;
  const scale = TICKS_PER_QUARTER / perQuarter;
  const parts: RawPart[] = [];
  let [bpm, meter, title]: [number | null, Passage['meter'] | null, string] = [null, null, ''];
  for (const [trackAt, track] of tracks.entries()) {
    const where = `track ${trackAt + 1}`;
    const sounding = new Map<string, number>();
    const notes: RawNote[] = [];
    let [at, name] = [0, ''];
    const end = (channel: number, pitch: number, ticks: number) => {
      const since = sounding.get(`${channel}/${pitch}`);
      if (since === undefined) return;
      if (channel === DRUM_CHANNEL) left.add('note of the drum channel', where);
      else notes.push({ channel, pitch, onsetTicks: since, endTicks: ticks });
      sounding.delete(`${channel}/${pitch}`);
    };
    for (const event of track) {
      at += event.deltaTime;
      const ticks = Math.round(at * scale);
      if (event.type === 'noteOn' || event.type === 'noteOff') {
        end(event.channel, event.noteNumber, ticks);
        if (event.type === 'noteOn' && event.velocity > 0)
          sounding.set(`${event.channel}/${event.noteNumber}`, ticks);
      } else if (event.type === 'setTempo') {
        const quarters = 60_000_000 / Math.max(1, event.microsecondsPerBeat);
        if (bpm !== null && Math.abs(bpm - quarters) > 0.01) left.add('a change of tempo', where);
        bpm ??= quarters;
      } else if (event.type === 'timeSignature') {
        const unit = (4 * TICKS_PER_QUARTER) / event.denominator;
        const isCompound = event.denominator >= 8 && event.numerator % 3 === 0 && event.numerator > 3;
        const beats = isCompound ? event.numerator / 3 : event.numerator;
        const read = { beats, beatTicks: isCompound ? unit * 3 : unit };
        const isUsable =
          beats > 0 && beats <= 32 && read.beatTicks >= 840 && Number.isInteger(read.beatTicks);
        if (meter && (meter.beats !== read.beats || meter.beatTicks !== read.beatTicks))
          left.add('a change of meter', where);
        else if (isUsable) meter ??= read;
        else left.add(`a meter of ${event.numerator}/${event.denominator}`, where);
      } else if (event.type === 'trackName') name ||= fromBytes(event.text).trim();
      else if (IGNORED.includes(event.type))
        left.add(event.type === 'pitchBend' ? 'pitch bend' : event.type, where);
    }
    for (const key of [...sounding.keys()]) {
      const [channel, pitch] = key.split('/').map(Number) as [number, number];
      end(channel, pitch, Math.round(at * scale));
    }
    // A first track without any notes names the whole.
    if (trackAt === 0 && !track.some(({ type }) => type === 'noteOn')) title = name;
    parts.push(...partsOf(name, notes));
  }
  return { parts, bpm, meter, title, isInFrames };
}
