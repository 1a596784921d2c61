/** What a recipe may name; the knowledge behind the names is in `tones.ts`, from the `tonal` library. */

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

/** Chords by the library's sign, with what they are called, in the order they are offered. */
export const CHORDS = [
  ['M', 'major'],
  ['m', 'minor'],
  ['dim', 'diminished'],
  ['aug', 'augmented'],
  ['sus2', 'suspended second'],
  ['sus4', 'suspended fourth'],
  ['maj7', 'major seventh'],
  ['7', 'dominant seventh'],
  ['m7', 'minor seventh'],
  ['m7b5', 'half-diminished seventh'],
  ['dim7', 'diminished seventh'],
  ['m/ma7', 'minor, major seventh'],
  ['7#5', 'augmented seventh'],
  ['6', 'sixth'],
  ['m6', 'minor sixth'],
  ['Madd9', 'added ninth'],
  ['madd9', 'minor, added ninth'],
  ['maj9', 'major ninth'],
  ['9', 'dominant ninth'],
  ['m9', 'minor ninth'],
  ['7b9', 'dominant flat ninth'],
  ['7#9', 'dominant sharp ninth'],
  ['11', 'eleventh'],
  ['m11', 'minor eleventh'],
  ['maj13', 'major thirteenth'],
  ['13', 'thirteenth'],
  ['m13', 'minor thirteenth'],
] as const;

/** What a chord is called; its sign where it has no name here. */
export function chordName(sign: string): string {
  return CHORDS.find(([one]) => one === sign)?.[1] ?? sign;
}
