/** A Standard MIDI File from its events, in time that grows with their number. */
import { writeMidi, type MidiEvent } from 'midi-file';

/** The package copies all that it wrote of a track with each event, so it is given a track in pieces. */
const PIECE = 50;

/** Bytes of a file's head, and of a track's: its name and length. */
const FILE_HEAD = 14;
const TRACK_HEAD = 8;

const encoded = (tracks: MidiEvent[][], ticksPerBeat: number) =>
  writeMidi({ header: { format: 1, numTracks: tracks.length, ticksPerBeat }, tracks });

/** The track with its head. No event leans on the one before it: each says what it is. */
function trackBytes(events: readonly MidiEvent[], ticksPerBeat: number): number[] {
  const data: number[] = [];
  for (let from = 0; from < events.length; from += PIECE) {
    const file = encoded([events.slice(from, from + PIECE)], ticksPerBeat);
    for (let at = FILE_HEAD + TRACK_HEAD; at < file.length; at++) data.push(file[at]!);
  }
  const length = [24, 16, 8, 0].map((shift) => (data.length >>> shift) & 0xff);
  return [...'MTrk'].map((letter) => letter.charCodeAt(0)).concat(length, data);
}

/**
 * Format 1, its tracks in their order.
 * @throws what the package throws for an event that it does not know, or a time before the one before it.
 */
export function midiBytes(
  tracks: readonly (readonly MidiEvent[])[],
  ticksPerBeat: number,
): Uint8Array<ArrayBuffer> {
  const head = encoded(
    tracks.map(() => []),
    ticksPerBeat,
  ).slice(0, FILE_HEAD);
  return Uint8Array.from([head, ...tracks.map((events) => trackBytes(events, ticksPerBeat))].flat());
}
