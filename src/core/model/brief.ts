/** A brief: what an exercise that is to be composed must do, wish by wish. */
import type { Direction, Slant } from '../picking/changes';
import type { Tuning } from '../instrument/instrument';
import type { Finger, Stroke } from '../passage/passage';

/** The policies that a search can hold to note by note. */
export const BRIEF_POLICIES = [
  'alternateByNote',
  'alternateByPulse',
  'economy',
  'sweep',
  'oneSlant',
] as const;
export type BriefPolicy = (typeof BRIEF_POLICIES)[number];

/** Notes that may be used. */
export type Tones =
  | { readonly kind: 'chromatic' }
  | { readonly kind: 'scale'; readonly tonic: string; readonly name: string }
  | { readonly kind: 'chord'; readonly tonic: string; readonly name: string };

/** Changes of some kind that must occur so often in a pass. Null means any. */
export interface Target {
  readonly kind: 'outside' | 'inside' | 'sweep' | null;
  /** Thicker string first. */
  readonly strings: readonly [number, number] | null;
  readonly direction: Direction | null;
  readonly skipped: number | null;
  readonly min: number;
  /** Null: as many as there come. */
  readonly max: number | null;
}

/** A change from one finger to another on a change of string, perhaps one way over the strings only, perhaps to one string only. */
export type FingerChange = readonly [from: Finger, to: Finger, way?: Direction | null, string?: number];

/** Where the line goes by and large. */
export const CONTOURS = ['free', 'rising', 'falling', 'arch', 'sequence'] as const;
export type Contour = (typeof CONTOURS)[number];

/** Where in the beat strings may be changed. */
export const CHANGES_ON = ['the beat', 'off the beat'] as const;

/** No stroke pattern of a brief is longer: each of its strokes doubles the places of the search. */
export const MAX_PATTERN = 8;

/** No rhythm of a brief has more slots. */
export const MAX_RHYTHM = 16;

/** Notes of a figure that may be wished to return. */
export const FIGURE_SIZES = [3, 4, 6] as const;

/** What a line that is to be composed must do. */
export interface Brief {
  readonly tuning: Tuning;
  /** 0 is none. */
  readonly capo: number;
  readonly policy: BriefPolicy;
  readonly start: Stroke;
  /** Strokes over and over, `d` and `u`, in place of the policy's and the start; absent or empty: theirs. */
  readonly strokes?: string;
  /** The one slant that every exit must suit; null asks for none. */
  readonly slant: Slant | null;
  readonly tones: Tones;
  /** The strings that may be used. */
  readonly strings: readonly number[];
  /** Lowest and highest fret, from the capo. */
  readonly frets: readonly [number, number];
  /** Notes of one pass, 2 to `MAX_BRIEF_NOTES`. */
  readonly notes: number;
  /** Slots a beat. */
  readonly subdivision: number;
  readonly loop: boolean;
  readonly targets: readonly Target[];
  /** Changes from one finger to another that must occur; what stands there several times so often at least. */
  readonly fingerChanges: readonly FingerChange[];
  readonly contour: Contour;
  /** No change goes over a string. */
  readonly noSkips?: true;
  /** The string is changed with notes on the beat only, or with none of them; absent or null: wherever it comes. */
  readonly changesOn?: (typeof CHANGES_ON)[number] | null;
  /**
   * Slot by slot, over and over, from a picked note on: `p` picked, `s` slurred to, `-` held on, `.` a rest; absent or empty: a note is picked
   * on every slot.
   */
  readonly rhythm?: string;
  /** How often the line turns its direction, up or down; a pitch that stays is no turn, and a round is counted on over its seam. */
  readonly turns?: { readonly min: number; readonly max: number | null } | null;
  /** The first so many notes should come again, moved by steps of the tones: such lines stand first. */
  readonly returns?: (typeof FIGURE_SIZES)[number] | null;
  /**
   * The length was not asked exactly: a line that is played once is made so long that its last note is on a beat.
   */
  readonly lands?: true;
  /** Semitones; null allows any. */
  readonly largestLeap: number | null;
  /** Whether a pitch may follow itself. */
  readonly mayRepeat: boolean;
  /** Names of notes, such as `F#`; null leaves them open. */
  readonly startsOn: string | null;
  readonly endsOn: string | null;
  /** An exercise to keep near to, or away from, place by place. */
  readonly likeness: {
    readonly wish: 'like' | 'unlike';
    readonly places: readonly { readonly string: number; readonly fret: number }[];
    /** What each place pays, where a search leans harder than is usual; never kept. */
    readonly steps?: number;
  } | null;
}

export const MIN_BRIEF_NOTES = 2;
/** No line has more notes. */
export const MAX_BRIEF_NOTES = 128;
/** Each doubles the states of a line. */
export const MAX_FINGER_CHANGES = 6;
