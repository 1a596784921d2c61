/** Scales and chords as intervals; the knowledge of them comes from the `tonal` library. */
import { Chord, Interval, Note, ScaleType } from 'tonal';
import { modulo } from '../time/periods';

/** Pitch class 0–11 of a tonic; throws a RangeError for a name that is none. */
export function pitchClassOf(tonic: string): number {
  const chroma = Note.chroma(tonic);
  if (chroma === undefined || Number.isNaN(chroma)) throw new RangeError(`“${tonic}” is no note.`);
  return chroma;
}

function semitones(intervals: readonly string[]): number[] {
  return intervals.map((interval) => Interval.semitones(interval));
}

/** The degrees of a scale: the number of each (1 to 7, as it is spelt) and its semitones above the tonic; throws a RangeError where there is none. */
export function degreesOf(scale: string): { readonly number: number; readonly semitones: number }[] {
  const { intervals, empty } = ScaleType.get(scale);
  if (empty) throw new RangeError(`There is no scale “${scale}”.`);
  return intervals.map((name) => ({ number: Interval.get(name).num!, semitones: Interval.semitones(name) }));
}

/** Pitch classes of a scale on a tonic, from the tonic up, with what is added at the end; throws a RangeError where there is no such scale. */
export function scaleTones(tonic: string, scale: string, added: readonly string[] = []): number[] {
  const steps = [
    ...degreesOf(scale).map(({ semitones: its }) => its),
    ...added.flatMap((name) => degreeSemitones(name) ?? []),
  ];
  return [...new Set(steps)].map((its) => (pitchClassOf(tonic) + its) % 12);
}

/** Steps of the degrees of a major scale. */
const MAJOR = [0, 2, 4, 5, 7, 9, 11] as const;
const DEGREE = /^([#b♯♭]?)([1-9])$/;

/** Semitones of a degree of a major scale above its tonic, within an octave: "b3" is 3, "9" is 2; null for what is none. */
export function degreeSemitones(name: string): number | null {
  const [, sign = '', number] = DEGREE.exec(name) ?? [];
  if (number === undefined) return null;
  const by = sign === '' ? 0 : sign === '#' || sign === '♯' ? 1 : -1;
  return modulo(MAJOR[(Number(number) - 1) % MAJOR.length]! + by, 12);
}

/** A chord by its name: its root, its sign, and the place of a bass that it names ("C/E") among its tones. */
export interface NamedChord {
  readonly tonic: string;
  readonly chord: string;
  readonly inversion: number | null;
}

const ROOT = /^([A-Ga-g][#b]?)(.*)$/;

/** Reads the name of a chord such as "Am7" or "C/E"; null for what is none, or has a bass that is none of its tones. */
export function chordNamed(name: string): NamedChord | null {
  const [, root, rest = ''] = ROOT.exec(name) ?? [];
  if (root === undefined) return null;
  const tonic = `${root[0]!.toUpperCase()}${root.slice(1)}`;
  const isChord = (sign: string) => !Chord.getChord(sign, tonic).empty;
  if (isChord(rest || 'M')) return { tonic, chord: rest || 'M', inversion: null };
  const slash = rest.lastIndexOf('/');
  const chord = rest.slice(0, slash) || 'M';
  const bass = Note.chroma(rest.slice(slash + 1));
  if (slash < 0 || bass === undefined || !isChord(chord)) return null;
  const above = modulo(bass - pitchClassOf(tonic), 12);
  const inversion = chordIntervals(chord).findIndex((steps) => steps % 12 === above);
  return inversion < 0 ? null : { tonic, chord, inversion };
}

const PERFECT_FIFTH = 7;
const triads = new Map<string, readonly number[]>();

/** Pitch classes of the triad that a scale has on its tonic: of its first, third and fifth degrees, as far as it has them. */
export function triadOf(tonic: string, scale: string): readonly number[] {
  const key = `${tonic} ${scale}`;
  const known = triads.get(key);
  if (known) return known;
  const degrees = degreesOf(scale);
  const triad = [1, 3, 5].flatMap((number) => {
    const named = degrees.filter((one) => one.number === number);
    // Where a scale has a perfect fifth beside another one, that is the triad's.
    const tone = named.find(({ semitones: steps }) => steps === PERFECT_FIFTH) ?? named[0];
    return tone ? [(pitchClassOf(tonic) + tone.semitones) % 12] : [];
  });
  triads.set(key, triad);
  return triad;
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
