/** Distances along the neck by the equal-temperament rule. */

/**
 * Millimetres from the nut to a fret: L·(1 − 2^(−n/12)), the rule by which each fret takes 1/17.817 of what is left.
 * @param fret 0 or above. @param scaleLengthMm vibrating length of the open string.
 */
export function fretMm(fret: number, scaleLengthMm: number): number {
  return scaleLengthMm * (1 - 2 ** (-fret / 12));
}

/** Millimetres between two frets, counted from the nut. */
export function stretchMm(fretA: number, fretB: number, scaleLengthMm: number): number {
  return Math.abs(fretMm(fretA, scaleLengthMm) - fretMm(fretB, scaleLengthMm));
}
