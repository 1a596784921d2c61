/** An exercise played, as a Standard MIDI File. */
import type { MidiEvent } from 'midi-file';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import type { Exercise } from '../../model/exercise';
import { withSlurs } from '../../picking/overlay';
import { assignStrokes } from '../../picking/strokes';
import { performanceOf, type PerformedEvent } from '../../sound/performance';
import { TICKS_PER_QUARTER } from '../../time/slots';
import { midiBytes } from './encode';

/** What a MIDI file is to hold. */
export interface WriteMidiOptions {
  readonly bpm: number;
  /** How often the loop (or without one the whole) is played. */
  readonly passes: number;
  readonly countInBeats: number;
  /** Whether the click is written too, on the drum channel. */
  readonly withClick: boolean;
}

/** Programs of General MIDI 1, counted from 0: steel-string guitar. */
const STEEL_GUITAR = 25;
/** High and low wood block of the drum channel (10, here 9). */
const WOOD_BLOCKS = { bar: 76, beat: 77 } as const;
const DRUM_CHANNEL = 9;
const CLICK_TICKS = TICKS_PER_QUARTER / 16;
/** A whole tone up at the middle of 0…16383: the usual range of pitch bends is two semitones. */
const BEND_RANGE_SEMITONES = 2;
const BEND_STEPS = 8;

/** Texts are written byte by byte: UTF-8 as one character a byte. */
function asBytes(text: string): string {
  return String.fromCharCode(...utf8ToBytes(text));
}

/** Each string has a channel of its own, as guitar controllers do it, so that bends stay on their string. */
function channelOf(string: number): number {
  return string - 1 < DRUM_CHANNEL ? string - 1 : string;
}

type WithoutDelta<E> = E extends MidiEvent ? Omit<E, 'deltaTime'> : never;

interface Timed {
  readonly ticks: number;
  /** Ends before beginnings, then what must stand before a note, at one moment. */
  readonly order: number;
  readonly event: WithoutDelta<MidiEvent>;
}

function inTrack(timed: readonly Timed[], endTicks: number): MidiEvent[] {
  let at = 0;
  const sorted = [...timed].sort((a, b) => a.ticks - b.ticks || a.order - b.order);
  const events = sorted.map(({ ticks, event }) => {
    const deltaTime = ticks - at;
    at = ticks;
    return { deltaTime, ...event } as MidiEvent;
  });
  return [...events, { deltaTime: Math.max(0, endTicks - at), type: 'endOfTrack', meta: true }];
}

function bendEvents(event: Extract<PerformedEvent, { kind: 'note' }>, start: number): Timed[] {
  const { bendSemitones, bendReleased, durationTicks, string } = event.sounding;
  if (bendSemitones === 0) return [];
  const channel = channelOf(string);
  const most = Math.min(8191, Math.round((bendSemitones / BEND_RANGE_SEMITONES) * 8191));
  const bend = (ticks: number, value: number, order: number): Timed => ({
    ticks,
    order,
    event: { type: 'pitchBend', channel, value },
  });
  const rising = Array.from({ length: BEND_STEPS }, (_, step) =>
    bend(
      start + Math.round((durationTicks * (step + 1)) / (2 * BEND_STEPS)),
      Math.round((most * (step + 1)) / BEND_STEPS),
      1,
    ),
  );
  const falling = bendReleased
    ? Array.from({ length: BEND_STEPS }, (_, step) =>
        bend(
          start + Math.round(durationTicks / 2 + (durationTicks * (step + 1)) / (2 * BEND_STEPS + 2)),
          Math.round((most * (BEND_STEPS - 1 - step)) / BEND_STEPS),
          1,
        ),
      )
    : [];
  return [...rising, ...falling, bend(start + durationTicks, 0, 1)];
}

function noteEvents(event: Extract<PerformedEvent, { kind: 'note' }>, shift: number): Timed[] {
  const { sounding } = event;
  const channel = channelOf(sounding.string);
  const start = event.ticks + shift;
  const noteNumber = sounding.pitch;
  const velocity = Math.max(1, Math.round(sounding.loudness * 100));
  // A dead or muted note is cut short: General MIDI has a guitar program for it, but no way to change it note by note.
  const length =
    sounding.attack === 'dead' ? Math.max(1, Math.floor(sounding.durationTicks / 4)) : sounding.durationTicks;
  return [
    { ticks: start, order: 2, event: { type: 'noteOn', channel, noteNumber, velocity } },
    { ticks: start + length, order: 0, event: { type: 'noteOff', channel, noteNumber, velocity: 0 } },
    ...bendEvents(event, start),
  ];
}

/**
 * Writes an exercise as it is played: format 1, 6,720 ticks a quarter, tempo, meter and a marker for each pass on the
 * first track, the guitar on the second with a channel for each string. The count-in is silence unless the click is
 * written.
 */
export function writeMidi(exercise: Exercise, options: WriteMidiOptions): Uint8Array<ArrayBuffer> {
  const { passage, policy, title } = exercise;
  const { bpm, passes, countInBeats, withClick } = options;
  const performance = performanceOf(withSlurs(passage, assignStrokes(passage, policy).slurred), {
    loop: policy.loop === true,
    passes,
    countInBeats,
  });
  const end = performance.endTicks!;
  const shift = -performance.startTicks;
  const events = performance.eventsBetween(performance.startTicks, end);
  const { beatTicks, beats } = passage.meter;
  const quartersAMinute = (bpm * beatTicks) / TICKS_PER_QUARTER;
  const isPlain = Number.isInteger((4 * TICKS_PER_QUARTER) / beatTicks);
  const unit = isPlain ? beatTicks : beatTicks / 3;

  const head: Timed[] = [
    { ticks: 0, order: 0, event: { type: 'trackName', meta: true, text: asBytes(title || 'Untitled') } },
    {
      ticks: 0,
      order: 0,
      event: {
        type: 'timeSignature',
        meta: true,
        numerator: isPlain ? beats : beats * 3,
        denominator: Math.max(1, Math.round((4 * TICKS_PER_QUARTER) / unit)),
        metronome: Math.min(255, Math.round((24 * beatTicks) / TICKS_PER_QUARTER)),
        thirtyseconds: 8,
      },
    },
    {
      ticks: 0,
      order: 0,
      event: { type: 'setTempo', meta: true, microsecondsPerBeat: Math.round(60_000_000 / quartersAMinute) },
    },
  ];
  const seen = new Set<number>();
  for (const event of events)
    if (event.kind === 'note' && !seen.has(event.pass)) {
      seen.add(event.pass);
      const text = `Pass ${event.pass + 1}`;
      head.push({ ticks: event.ticks + shift, order: 0, event: { type: 'marker', meta: true, text } });
    }
  const guitar: Timed[] = [
    { ticks: 0, order: 0, event: { type: 'trackName', meta: true, text: 'Guitar' } },
    ...passage.tuning.map((_, at): Timed => ({
      ticks: 0,
      order: 0,
      event: { type: 'programChange', channel: channelOf(at + 1), programNumber: STEEL_GUITAR },
    })),
    ...events.flatMap((event) => (event.kind === 'note' ? noteEvents(event, shift) : [])),
  ];
  const clicks = events.flatMap((event): Timed[] => {
    if (event.kind !== 'click') return [];
    const [channel, noteNumber] = [DRUM_CHANNEL, WOOD_BLOCKS[event.accent === 'bar' ? 'bar' : 'beat']];
    const start = event.ticks + shift;
    const velocity = event.accent === 'bar' ? 110 : 80;
    return [
      { ticks: start, order: 2, event: { type: 'noteOn', channel, noteNumber, velocity } },
      { ticks: start + CLICK_TICKS, order: 0, event: { type: 'noteOff', channel, noteNumber, velocity: 0 } },
    ];
  });
  const tracks = [inTrack(head, end + shift), inTrack(guitar, end + shift)];
  if (withClick)
    tracks.push(
      inTrack(
        [{ ticks: 0, order: 0, event: { type: 'trackName', meta: true, text: 'Click' } }, ...clicks],
        end + shift,
      ),
    );
  return midiBytes(tracks, TICKS_PER_QUARTER);
}
