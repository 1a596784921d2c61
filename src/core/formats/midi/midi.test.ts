/** MIDI against an independent parser (Debian's midicsv, which shares no code with the library that writes), and back. */
import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { writeMidi as encode, type MidiEvent } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { newExercise } from '../../model/exercise';
import { pitchAt } from '../../instrument/instrument';
import type { Passage } from '../../passage/passage';
import { passages } from '../../passage/testing';
import { midiBytes } from './encode';
import { readMidi } from './read';
import { writeMidi } from './write';

/** The rows of a MIDI file as midicsv lists them: track, tick, event, numbers. */
function rowsOf(bytes: Uint8Array): string[][] {
  const csv = execFileSync('midicsv', ['-', '-'], { input: bytes, encoding: 'latin1', maxBuffer: 1 << 28 });
  return csv
    .trim()
    .split('\n')
    .map((row) => row.split(', '));
}

const numbersOf = (rows: string[][], name: string) =>
  rows.filter((row) => row[2] === name).map((row) => [Number(row[1]), ...row.slice(3).map(Number)]);

/** One line: no two notes of a string overlap, none bends. */
const lines = passages.map((passage): Passage => ({
  ...passage,
  notes: passage.notes.map(({ bend: _, ...note }) => note),
}));

describe('a written file', () => {
  it('of many events is byte for byte what the package writes in one piece', () => {
    const events = Array.from({ length: 1_234 }, (_, at): MidiEvent => ({
      deltaTime: (at * 37) % 20_000,
      type: at % 2 === 0 ? 'noteOn' : 'noteOff',
      channel: at % 6,
      noteNumber: 40 + (at % 40),
      velocity: at % 2 === 0 ? 90 : 0,
    }));
    const tracks: MidiEvent[][] = [
      [{ deltaTime: 0, type: 'endOfTrack', meta: true }],
      [...events, { deltaTime: 5, type: 'endOfTrack', meta: true }],
    ];
    const whole = encode({ header: { format: 1, numTracks: 2, ticksPerBeat: 6720 }, tracks });
    expect([...midiBytes(tracks, 6720)]).toEqual(whole);
  });

  it('has every note of every pass at its tick, by another parser', () => {
    for (const passage of fc.sample(lines, { numRuns: 12, seed: 4 })) {
      const exercise = { ...newExercise('Ärger & Überbau', passage), startBpm: 90 };
      const passes = 3;
      const rows = rowsOf(writeMidi(exercise, { bpm: 90, passes, countInBeats: 4, withClick: true }));
      const header = rows[0]!;
      expect(header.slice(2)).toEqual(['Header', '1', '3', '6720']);
      expect(numbersOf(rows, 'Tempo')).toEqual([[0, 666_667]]);
      const begun = numbersOf(rows, 'Note_on_c').filter(([, channel]) => channel !== 9);
      // 4 beats of count-in, then pass after pass.
      const expected = Array.from({ length: passes }, (_, pass) =>
        passage.notes.map((note) => [
          4 * 6720 + pass * passage.lengthTicks + note.onsetTicks,
          pitchAt(passage.tuning, note.string, note.fret),
        ]),
      ).flat();
      const inOrder = (some: number[][]) => some.sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!);
      expect(inOrder(begun.map(([tick, , pitch]) => [tick!, pitch!]))).toEqual(inOrder(expected));
      const ended = numbersOf(rows, 'Note_off_c').filter(([, channel]) => channel !== 9);
      expect(ended.length).toBe(begun.length);
      const clicks = numbersOf(rows, 'Note_on_c').filter(([, channel]) => channel === 9);
      expect(clicks.map(([tick]) => tick)).toEqual(clicks.map((_, beat) => beat * 6720));
      expect(clicks.length).toBe(Math.ceil((4 * 6720 + passes * passage.lengthTicks) / 6720));
      expect(numbersOf(rows, 'Marker_t').length).toBe(passes);
    }
  });
});

describe('reading', () => {
  it('takes strings, frets and times back from the channels', () => {
    fc.assert(
      fc.property(
        lines.filter(({ tuning }) => tuning.length === 6),
        (passage) => {
          const exercise = newExercise('Weir', passage);
          const back = readMidi(
            writeMidi(exercise, { bpm: 72, passes: 1, countInBeats: 0, withClick: true }),
          ).exercise!;
          expect([back.title, back.startBpm]).toEqual(['Weir', 72]);
          const onOneString = new Set(passage.notes.map((note) => note.string)).size === 1;
          if (onOneString) return;
          const places = ({ notes }: Passage) =>
            notes.map((note) => [note.string, note.fret, note.onsetTicks]);
          expect(places(back.passage)).toEqual(places(passage));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('never throws on broken files and says what is wrong', () => {
    const [passage] = fc.sample(lines, { numRuns: 1, seed: 8 });
    const good = writeMidi(newExercise('Weir', passage!), {
      bpm: 72,
      passes: 2,
      countInBeats: 4,
      withClick: false,
    });
    fc.assert(
      fc.property(fc.nat(good.length - 1), fc.nat(255), fc.nat(good.length), (at, byte, cut) => {
        const bad = good.slice(0, cut);
        if (at < cut) bad[at] = byte;
        const { exercise, remarks } = readMidi(bad);
        if (!exercise) expect(remarks[0]).toMatch(/Nothing was imported\.$/);
      }),
      { numRuns: 400 },
    );
    expect(readMidi(good.slice(0, good.length / 2)).exercise).toBeNull();
  });
});
