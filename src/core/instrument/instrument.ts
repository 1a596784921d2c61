/** String instruments and the player's set-up: tunings, pitches, and where the strings lie. */

/** MIDI note numbers of the open strings, string 1 (thinnest) first. 4 to 9 strings. */
export type Tuning = readonly number[];

/** Standard six-string tuning E2 A2 D3 G3 B3 E4, string 1 first (MIDI 64 59 55 50 45 40). Common practice, no source. */
export const STANDARD_TUNING: Tuning = [64, 59, 55, 50, 45, 40];

/** Low strings that follow the sixth on guitars with seven to nine strings: B1, F#1, C#1. Common practice, no source. */
const FURTHER_LOW_STRINGS = [35, 30, 25];

/** The fewest strings of an instrument. */
export const MIN_STRINGS = 4;
/** The most strings of an instrument. */
export const MAX_STRINGS = 9;

/** The highest fret that a passage may use; guitars with more do not exist in ordinary use. */
export const MAX_FRET = 30;

/** The highest fret that a capo is put on. */
export const MAX_CAPO = 12;

/** What belongs to a player's hands and instrument; an argument of the core, never a global. */
export interface Setup {
  readonly handedness: 'right' | 'left';
  /** Distance between neighbour strings where the pick works, in mm. */
  readonly stringSpacingMm: number;
  /** Vibrating length of the open string, in mm. */
  readonly scaleLengthMm: number;
  /** The widest stretch from the first finger to the fourth that this hand should be asked for, in mm. */
  readonly stretchLimitMm: number;
}

/** Limits of a stretch limit, in mm: a child's hand low on the neck, and more than a wide hand spans. */
export const MIN_STRETCH_MM = 60;
/** The widest stretch limit, in mm. */
export const MAX_STRETCH_MM = 200;

/** 10.5 mm at the pick on a six-string electric, a 648 mm scale, frets 1 to 5 within reach: common practice, no source. */
export const DEFAULT_SETUP: Setup = {
  handedness: 'right',
  stringSpacingMm: 10.5,
  scaleLengthMm: 648,
  stretchLimitMm: 128,
};

/**
 * The usual tuning for a number of strings: the thinnest `count` of six, or the six with low strings added.
 * @param count 4 to 9; outside that range a RangeError is thrown.
 */
export function usualTuning(count: number): Tuning {
  if (!Number.isInteger(count) || count < MIN_STRINGS || count > MAX_STRINGS)
    throw new RangeError(`A tuning has ${MIN_STRINGS} to ${MAX_STRINGS} strings, not ${count}.`);
  return [...STANDARD_TUNING, ...FURTHER_LOW_STRINGS].slice(0, count);
}

/**
 * The tunings that tab is most often written for: the usual one of so many strings, the same with the thickest string a whole tone
 * lower, and all of it a semitone and a whole tone lower. Common practice, no source.
 */
export function commonTunings(count: number): readonly Tuning[] {
  const usual = usualTuning(count);
  const lower = (semitones: number) => usual.map((midi) => midi - semitones);
  return [usual, [...usual.slice(0, -1), usual.at(-1)! - 2], lower(1), lower(2)];
}

/** MIDI note number of a fretted note; string 1 is the first of the tuning. Throws a RangeError for a string that is not there. */
export function pitchAt(tuning: Tuning, string: number, fret: number): number {
  const open = tuning[string - 1];
  if (open === undefined) throw new RangeError(`There is no string ${string} on this instrument.`);
  return open + fret;
}

const LETTER_SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

/** Pitch class 0–11 of a string letter such as `e`, `Eb`, `F#`; null when it is none. */
export function pitchClassOfLetter(letter: string): number | null {
  const match = /^([A-Ga-g])([#♯b♭]?)$/.exec(letter);
  if (!match) return null;
  const base = LETTER_SEMITONES[match[1]!.toUpperCase()]!;
  const sign = match[2] === '' ? 0 : match[2] === '#' || match[2] === '♯' ? 1 : -1;
  return (base + sign + 12) % 12;
}

/** The name of a pitch with its octave, spelt with sharps: 60 is "C4". */
export function pitchName(pitch: number): string {
  return `${SHARP_NAMES[pitch % 12]}${Math.floor(pitch / 12) - 1}`;
}

/** The letter of an open string for a tab line; the thinnest of two strings with one letter is written small (`e` and `E`). */
export function stringLetters(tuning: Tuning): string[] {
  return tuning.map((midi, index) => {
    const name = SHARP_NAMES[midi % 12]!;
    const again = tuning.some((other, at) => at !== index && other % 12 === midi % 12);
    return again && index === 0 ? name.toLowerCase() : name;
  });
}
