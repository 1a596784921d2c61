/** Lines: notes one after the other, as a cell plays them. */
import type { Finger, Lock, Technique } from '../passage/passage';
import type { Marks } from '../model/recipe';
import type { Row } from './rows';

/** One note of a line. */
export interface Sound {
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger | null;
  readonly technique: Technique;
  /** Slurred round the turn, whatever the mask says. */
  readonly turns?: true;
  readonly dead?: true;
  readonly restStroke?: true;
  readonly lock?: Lock;
  /** Silent slots before it. */
  readonly restsBefore?: number;
  /** Slots that it sounds, and slots to the next note; 1 where nothing is said. */
  readonly slots?: number;
  readonly until?: number;
  /** Struck together with it. */
  readonly also?: readonly Sound[];
  /** What else stands on it. */
  readonly marks?: Marks;
  /** Its number in the cell that it was taken from: slurs go between neighbours there. */
  readonly nth?: number;
}

export type Line = readonly Sound[];

/** A picked note. */
export function sound(string: number, fret: number, finger: Finger | null): Sound {
  return { string, fret, finger, technique: 'pick' };
}

/** The notes of some rows in a row. */
export function flat(rows: readonly Row[]): Sound[] {
  return rows.flatMap(({ string, spots }) => spots.map(({ fret, finger }) => sound(string, fret, finger)));
}

/** Whether two notes are the same place of the neck. */
export function isSamePlace(a: Sound, b: Sound): boolean {
  return a.string === b.string && a.fret === b.fret;
}
