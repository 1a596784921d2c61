/** Scales and chords as intervals; the knowledge of them comes from the `tonal` library. */
import { Chord, Interval, Note, ScaleType } from 'tonal';
import { modulo } from '../rhythm/periods';

/** Notes that a scale or chord can stand on, as they are written. */
export const TONICS = [
  'C',
  'C#',
  'Db',
  'D',
  'D#',
  'Eb',
  'E',
  'F',
  'F#',
  'Gb',
  'G',
  'G#',
  'Ab',
  'A',
  'A#',
  'Bb',
  'B',
] as const;

/** Scales in the order they are offered: the modes by the order of their degrees, then five-note and other scales. Names are those of the library. */
export const SCALES = [
  'major',
  'dorian',
  'phrygian',
  'lydian',
  'mixolydian',
  'minor',
  'locrian',
  'harmonic minor',
  'melodic minor',
  'harmonic major',
  'phrygian dominant',
  'lydian dominant',
  'altered',
  'dorian b2',
  'lydian augmented',
  'mixolydian b6',
  'locrian #2',
  'minor pentatonic',
  'major pentatonic',
  'minor blues',
  'major blues',
  'minor six pentatonic',
  'hirajoshi',
  'in-sen',
  'kumoijoshi',
  'diminished',
  'half-whole diminished',
  'whole tone',
  'augmented',
  'chromatic',
] as const;

/** Chords by the library's sign, with what they are called. */
export const CHORDS = {
  M: 'major',
  m: 'minor',
  dim: 'diminished',
  aug: 'augmented',
  sus2: 'suspended second',
  sus4: 'suspended fourth',
  maj7: 'major seventh',
  7: 'dominant seventh',
  m7: 'minor seventh',
  m7b5: 'half-diminished seventh',
  dim7: 'diminished seventh',
  'm/ma7': 'minor, major seventh',
  '7#5': 'augmented seventh',
  6: 'sixth',
  m6: 'minor sixth',
  Madd9: 'added ninth',
  madd9: 'minor, added ninth',
  maj9: 'major ninth',
  9: 'dominant ninth',
  m9: 'minor ninth',
  '7b9': 'dominant flat ninth',
  '7#9': 'dominant sharp ninth',
  11: 'eleventh',
  m11: 'minor eleventh',
  maj13: 'major thirteenth',
  13: 'thirteenth',
  m13: 'minor thirteenth',
} as const;
export type ChordSign = keyof typeof CHORDS;

/** Pitch class 0–11 of a tonic; throws a RangeError for a name that is none. */
export function pitchClassOf(tonic: string): number {
  const chroma = Note.chroma(tonic);
  if (chroma === undefined || Number.isNaN(chroma)) throw new RangeError(`“${tonic}” is no note.`);
  return chroma;
}

function semitones(intervals: readonly string[]): number[] {
  return intervals.map((interval) => Interval.semitones(interval));
}

/** Pitch classes of a scale on a tonic, from the tonic up; throws a RangeError where there is no such scale. */
export function scaleTones(tonic: string, scale: string): number[] {
  const { intervals, empty } = ScaleType.get(scale);
  if (empty) throw new RangeError(`There is no scale “${scale}”.`);
  return semitones(intervals).map((steps) => (pitchClassOf(tonic) + steps) % 12);
}

/** Semitones of a chord's tones above its root, ascending (a ninth is 14); throws a RangeError where there is no such chord. */
export function chordIntervals(chord: string): number[] {
  const { intervals, empty } = Chord.getChord(chord, 'C');
  if (empty) throw new RangeError(`There is no chord “${chord}”.`);
  return semitones(intervals).sort((a, b) => a - b);
}

/** How many semitones on the tones of a chord come again: an octave, or two where they reach beyond one. */
export function chordSpan(intervals: readonly number[]): number {
  return (Math.floor(Math.max(...intervals) / 12) + 1) * 12;
}

/**
 * The tones of a chord over and over, from the lowest at or above `from` whose place in the chord is `inversion`.
 * @param inversion 0 begins on the root, 1 on the second tone, and so on round.
 */
export function chordPitches(
  root: number,
  intervals: readonly number[],
  inversion: number,
  from: number,
  count: number,
): number[] {
  const span = chordSpan(intervals);
  const bass = intervals[modulo(inversion, intervals.length)]!;
  const lowest = from + modulo(root + bass - from, 12);
  const base = lowest - bass;
  return Array.from({ length: count }, (_, at) => {
    const index = modulo(inversion, intervals.length) + at;
    return base + intervals[index % intervals.length]! + span * Math.floor(index / intervals.length);
  });
}
