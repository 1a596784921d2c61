/** Recipes: how the notes of an exercise are worked out, as plain data that is kept beside them. */
import type { Tuning } from '../instrument/instrument';
import type { Finger, Lock, Note, Technique } from '../passage/passage';

/** What stands on a note besides its place, finger and stroke. */
export const MARKS = [
  'dead',
  'ghost',
  'palmMute',
  'accent',
  'restStroke',
  'vibrato',
  'bend',
  'slideIn',
  'slideOut',
  'held',
  'damper',
] as const satisfies readonly (keyof Note)[];
export type Marks = Pick<Note, (typeof MARKS)[number]>;

/** A note that was set by hand, with everything that stands on it. What is left out is as on a plain picked note of one slot. */
export interface CellNote extends Marks {
  readonly string: number;
  readonly fret: number;
  readonly finger?: Finger;
  readonly technique?: Technique;
  readonly lock?: Lock;
  /** Struck together with the note before it. */
  readonly together?: true;
  /** Slots that it sounds, and slots from its onset to the next note or to the end of the cell. */
  readonly slots?: number;
  readonly until?: number;
  /** Silent slots before it; of the first note. */
  readonly restsBefore?: number;
}

/** Which notes there are on each string. */
export type Source =
  /** A finger on each of four neighbouring frets, in some order; with `rotate` each string starts on the next finger. */
  | {
      readonly kind: 'fingers';
      readonly order: readonly Finger[];
      readonly rotate: boolean;
      /** Where the first finger stands. */
      readonly fret: number;
    }
  | {
      readonly kind: 'scale';
      readonly tonic: string;
      readonly scale: string;
      /** Nothing lies below it. */
      readonly fret: number;
      /** Notes per string, over and over; empty is a box: what lies within `span` frets. */
      readonly perString: readonly number[];
      readonly span: number;
      /** Chromatic notes between two notes of a string that lie a whole tone apart. */
      readonly passing: boolean;
      /** From root to root over so many octaves, the last string taking what is left; absent or 0: as far as the strings go. */
      readonly octaves?: number;
      /** Degrees of a major scale that are added, as they are written: "2", "b5". */
      readonly added?: readonly string[];
    }
  | {
      readonly kind: 'arpeggio';
      readonly tonic: string;
      readonly chord: string;
      readonly inversion: number;
      readonly fret: number;
      /** The most notes on one string. */
      readonly perString: 1 | 2;
      /** Which of the ranked shapes, from 0. */
      readonly shape: number;
    }
  /** One note on each string, as a chord is held: all of its notes ring on, unless `held` is false. */
  | {
      readonly kind: 'chord';
      readonly tonic: string;
      readonly chord: string;
      readonly inversion: number;
      readonly fret: number;
      readonly shape: number;
      readonly held?: boolean;
    }
  /** Chords one after the other, in shapes near each other; each a cell of its own. */
  | {
      readonly kind: 'progression';
      /** Their names, such as "Am7". */
      readonly chords: readonly string[];
      /** One note on each string, held or not, or arpeggios. */
      readonly as: 'held' | 'strings' | 'arpeggio';
      /** The most notes on one string of an arpeggio. */
      readonly perString: 1 | 2;
      /** The first shape lies near it. */
      readonly fret: number;
      /** So many notes on each chord, the figure over and over; 0 is the figure once. */
      readonly notesEach: number;
    }
  /** The teacher's own notes, in their order. */
  | { readonly kind: 'cell'; readonly notes: readonly CellNote[] }
  /** The picking hand alone on damped strings: strokes per string, over and over. */
  | { readonly kind: 'strokes'; readonly perString: readonly number[] }
  /** Strokes that come to rest on the next string, all one way; `placed`: a slot before each to set the pick down. */
  | { readonly kind: 'restStrokes'; readonly each: number; readonly placed: boolean };
/** The kinds of source of notes. */
export type SourceKind = Source['kind'];

/** In which order the notes of the strings are played. */
export type Figure =
  | { readonly kind: 'run' }
  /** Groups of some notes, each beginning `step` notes further on; the first group is entered at its note `from`. */
  | { readonly kind: 'sequence'; readonly size: number; readonly step: number; readonly from: number }
  /**
   * So many notes on each string in turn, then again from the next string. Where a string has fewer notes they turn round, or with `again`
   * begin again.
   */
  | { readonly kind: 'plan'; readonly counts: readonly number[]; readonly again?: true }
  /** The notes of two neighbour strings, numbered from 1 through both, in some order; pair after pair. */
  | { readonly kind: 'pairs'; readonly order: readonly number[] }
  /** A group of notes counted in steps from each note in turn (1 3: broken thirds); with `alternate` every other group backward. */
  | { readonly kind: 'broken'; readonly steps: readonly number[]; readonly alternate?: true }
  /** The strings in some order, named by their numbers. */
  | { readonly kind: 'strings'; readonly order: readonly number[] }
  /** The first `from` strings, then one string more each time. */
  | { readonly kind: 'build'; readonly from: number };

/** Ways over the strings. */
export const DIRECTIONS = ['there', 'back', 'there and back', 'back and there'] as const;
/**
 * How the ends are turned: their notes once, twice at both, twice at the far end or the near end alone, or the far end's string slurred round.
 */
export const TURNS = ['shared', 'repeated', 'repeated far', 'repeated near', 'slurred'] as const;

/** Where the cell goes from its first place. */
export type Moves =
  | { readonly kind: 'none' }
  | { readonly kind: 'frets'; readonly by: number; readonly times: number }
  /** Until a finger reaches a fret; of finger patterns only. */
  | { readonly kind: 'until'; readonly by: number; readonly finger: Finger; readonly fret: number }
  /** Each note to the next note of a scale on its string. */
  | {
      readonly kind: 'scale';
      readonly by: number;
      readonly times: number;
      readonly tonic: string;
      readonly scale: string;
    }
  /** To the next strings in the same place. */
  | { readonly kind: 'strings'; readonly by: number; readonly times: number }
  /** Two strings on and an octave up. */
  | { readonly kind: 'octaves'; readonly times: number };

/** What the second cell of a chain may be of the first. */
export const VARIATIONS = ['backward', 'mirrored', 'from the second note'] as const;

/** Notes of a figure that go to another string, at the same fret. */
export interface Displacement {
  /** Those of a finger, or the note of a number (from 1) in the cell. */
  readonly which: 'finger' | 'note';
  /** In a series one after the other. */
  readonly numbers: readonly number[];
  /** By so many strings toward the floor (negative: toward the ceiling); in a series one after the other. */
  readonly by: readonly number[];
}

/** From where a note is reached: the note below it, the one above it, or both. */
export const APPROACHES = ['below', 'above', 'above and below', 'below and above'] as const;
export type Approach = (typeof APPROACHES)[number];

/** A note that is come back to before every note, or every so many. */
export interface Pedal {
  readonly string: number;
  readonly fret: number;
  readonly every: number;
}

/** How the notes of an exercise are worked out. */
export interface Recipe {
  readonly tuning: Tuning;
  /** The fret of the capo; frets are counted from it. 0 is none. */
  readonly capo: number;
  readonly source: Source;
  /** The strings that take part, in the order they are gone through. */
  readonly strings: readonly number[];
  readonly figure: Figure;
  readonly direction: (typeof DIRECTIONS)[number];
  readonly turn: (typeof TURNS)[number];
  readonly moves: Moves;
  /** Back to the first place again after the last. */
  readonly movesBack: boolean;
  /** Every other place is played backward. */
  readonly alternate: boolean;
  /** Each cell so many times. */
  readonly repeat: number;
  /** Cells by letter: A is the cell, B its variation. */
  readonly chain: string;
  readonly variation: (typeof VARIATIONS)[number];
  readonly displacement: Displacement | null;
  /**
   * Over and over through a cell: `p` picked, `s` slurred, `l` slid to, `n` hammered from nowhere. Empty: all picked.
   */
  readonly mask: string;
  /** On damped open strings, the picking hand alone. */
  readonly damped: boolean;
  readonly goesRound: boolean;
  /** What is added to each note, if anything: from where it is reached, a pedal note, and how often it is struck. */
  readonly approach?: Approach | null;
  readonly pedal?: Pedal | null;
  readonly each?: number;
  /** Strokes of the picked notes, over and over: `d` and `u`. Absent or empty: the policy's. */
  readonly strokes?: string;
  /** Sizes of the groups, over and over, whose first note has an accent, whatever the beat. */
  readonly accents?: readonly number[];
}

/** A recipe as an exercise keeps it. */
export interface KeptRecipe {
  readonly recipe: Recipe;
  /** Of the notes that it gave; notes that differ have been edited by hand since. */
  readonly hash: string;
}

/** No recipe gives more notes. */
export const MAX_COMPOSED = 2000;
