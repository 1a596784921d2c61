/** Rows: the notes that a shape has on each string. */
import { MAX_FRET } from '../instrument/instrument';
import type { Finger } from '../passage/passage';
import type { Recipe } from '../model/recipe';

/** A place on a string, with its finger where the source says it. */
export interface Spot {
  readonly fret: number;
  readonly finger: Finger | null;
}

/** The notes of one string in the order of their pitch, or of the pattern. */
export interface Row {
  readonly string: number;
  readonly spots: readonly Spot[];
}

/** A place without a finger. */
export function spotAt(fret: number): Spot {
  return { fret, finger: null };
}

/** The highest fret that there is above a capo. */
export function lastFret({ capo }: Recipe): number {
  return MAX_FRET - capo;
}
