/**
 * What a line is weighed by, in whole steps of how much they are felt. Judged, no source: steps before leaps, one way before to
 * and fro, the hand in its place, chord tones on the beat. Reasons: `docs/decisions/composing.md`.
 */
export const WEIGHTS = {
  /** By semitones, to a fifth. */
  leap: [3, 0, 0, 1, 1, 2, 3, 3],
  /** For each semitone beyond a fifth. */
  beyondFifth: 2,
  /** The line turns round. */
  turn: 1,
  /** It turns back to the note that it came from. */
  inPlace: 3,
  /** For each string that is skipped, unless the brief wishes for a skip. */
  skip: 3,
  shift: 4,
  /** For each fret of a shift. */
  shiftFret: 1,
  /** One finger hops to another fret. */
  hop: 4,
  /** One finger rolls over to the next string; over a string, twice. */
  roll: 1,
  /** A finger reaches a fret out of its place. */
  reach: 1,
  /** A line's last note, or a round's first, is not the tonic. */
  noTonic: 3,
  /** A note of a scale on a beat is none of its triad. */
  offTriad: 1,
  /** An interval against the contour. */
  offContour: 3,
  /** A place that is like, or unlike, the exercise that it should not be like, or should. */
  likeness: 2,
} as const;

/** What is paid for, by its name here. */
export type Weighed = keyof typeof WEIGHTS;

const FIFTH = 7;

/** What an interval pays. */
export const leapCost = (semitones: number): number =>
  semitones <= FIFTH
    ? WEIGHTS.leap[semitones]!
    : WEIGHTS.leap[FIFTH]! + WEIGHTS.beyondFifth * (semitones - FIFTH);
