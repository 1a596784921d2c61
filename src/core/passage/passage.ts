/** The exercise's notes as an immutable value. Everything else in the core is computed from it. */
import type { PreferredDamper } from './dampers';
import { pitchAt, type Tuning } from '../instrument/instrument';
import type { Grid } from '../time/slots';

/** Which way the pick moves: down is towards the floor. */
export type Stroke = 'down' | 'up';

/** How a note is sounded. Only `pick` uses the pick; the others are slurred or tapped. */
export type Technique = 'pick' | 'hammer' | 'pull' | 'slide' | 'tap';

/** A finger of the fretting hand, 1 the first. */
export type Finger = 1 | 2 | 3 | 4;

/** A stroke chosen by the teacher, which every policy obeys. */
export interface Lock {
  readonly stroke: Stroke;
  /** Why, in the teacher's words. */
  readonly reason?: string;
  /** The pattern of a recipe, not the player's wish: it is no breach of a rule, and gives way to a lock of the player's. */
  readonly by?: 'recipe';
}

/** A bend as written: its size where given, and whether it is released again. */
export interface Bend {
  /** Semitones above the fret, null where the size was not written. */
  readonly semitones: number | null;
  readonly released: boolean;
}

/** One note: where it is, when, how it is sounded, and what is set on it. */
export interface Note {
  /** Unique in the passage and stable through edits. */
  readonly id: string;
  /** 1 is the thinnest string. */
  readonly string: number;
  readonly fret: number;
  /** Ticks from the first bar line (6,720 a quarter); negative in a pick-up. */
  readonly onsetTicks: number;
  readonly durationTicks: number;
  readonly technique: Technique;
  readonly finger?: Finger;
  readonly lock?: Lock;
  readonly dead?: true;
  /** Written in brackets: barely sounded. */
  readonly ghost?: true;
  readonly palmMute?: true;
  readonly accent?: true;
  /** Its stroke comes to rest on the next string and is lifted back from there. */
  readonly restStroke?: true;
  readonly vibrato?: true;
  readonly bend?: Bend;
  /** A slide that begins before or goes on after the note, to or from no written fret. */
  readonly slideIn?: 'from below' | 'from above';
  readonly slideOut?: 'upward' | 'downward';
  /** The number of its held span, whose notes ring on together; no order lies in the numbers. */
  readonly held?: number;
  /** What damps first while it sounds, where that is not as the hand is set up. */
  readonly damper?: PreferredDamper;
}

/** The part that goes round; what lies before is the lead-in, what lies after the ending. */
export interface LoopBounds {
  readonly startTicks: number;
  readonly endTicks: number;
}

/** The notes of an exercise with their time and instrument: an immutable value; edits give a new one. */
export interface Passage extends Grid {
  /** Open strings without a capo. */
  readonly tuning: Tuning;
  /** The fret of the capo, from which frets are counted. Absent: none. */
  readonly capo?: number;
  /** Absent: the whole passage goes round. */
  readonly loopBounds?: LoopBounds;
  /** In order of onset; notes of one onset from the thickest string to the thinnest. */
  readonly notes: readonly Note[];
  /** The number that the next new note's id takes. */
  readonly nextNoteNumber: number;
}

/** A moment on a string: where the caret stands. */
export interface Place {
  readonly ticks: number;
  readonly string: number;
}

/** Orders notes as a passage keeps them. */
export function compareNotes(a: Note, b: Note): number {
  return a.onsetTicks - b.onsetTicks || b.string - a.string;
}

/** The part of the passage that goes round when it is looped, in ticks. */
export function loopSpan(passage: Passage): LoopBounds {
  return passage.loopBounds ?? { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
}

/** Which part a moment belongs to. */
export function partAt(passage: Passage, ticks: number): 'lead-in' | 'loop' | 'ending' {
  const { startTicks, endTicks } = loopSpan(passage);
  return ticks < startTicks ? 'lead-in' : ticks >= endTicks ? 'ending' : 'loop';
}

/** The MIDI note number that a note sounds. */
export function pitchOf(
  { tuning, capo = 0 }: Passage,
  { string, fret }: Pick<Note, 'string' | 'fret'>,
): number {
  return pitchAt(tuning, string, fret) + capo;
}

/** All of a passage some ticks later (negative: earlier), the bar lines staying. */
export function moveTicks(passage: Passage, by: number): Passage {
  const { loopBounds } = passage;
  return {
    ...passage,
    lengthTicks: passage.lengthTicks + by,
    ...(loopBounds
      ? { loopBounds: { startTicks: loopBounds.startTicks + by, endTicks: loopBounds.endTicks + by } }
      : {}),
    notes: passage.notes.map((note) => ({ ...note, onsetTicks: note.onsetTicks + by })),
  };
}
