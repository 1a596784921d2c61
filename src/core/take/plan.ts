/** What a take is held against: the notes in order, when, which, and which change leads to them. */
import type { Stroke, Technique } from '../passage/passage';
import type { ChangeKind } from '../picking/changes';

/** A note, or several that are struck together. */
export interface PlannedNote {
  /** Once in a plan. */
  readonly id: string;
  /** Seconds from the plan's start at its tempo. */
  readonly onset: number;
  /** MIDI note numbers that sound together; none: a dead note. */
  readonly midi: readonly number[];
  readonly technique: Technique;
  /** The change that leads to it; null on one string, at the start and where nothing is picked. */
  readonly change: ChangeKind | null;
  /** Absent: not picked. */
  readonly stroke?: Stroke;
  /** The string it is on, 1 the thinnest; of several, the first struck. Absent: not known. */
  readonly string?: number;
  /** Strings passed over by the change that leads to it; absent: none. */
  readonly skipped?: number;
  /** Where in the beat it stands, as it is counted (“1”, “&”); absent: not known. */
  readonly place?: string;
  /** Whether another finger takes over; absent: not known. */
  readonly fingerChange?: boolean;
  /** Sounds until here, in seconds; absent: until the next. */
  readonly until?: number;
}

/** A click as it is scheduled. */
export interface PlannedClick {
  /** Seconds on the plan's time line; below 0 in the count-in. */
  readonly at: number;
  /** Clicks of one sound are alike in a recording. */
  readonly sound: 'bar' | 'beat' | 'slot';
}

/** What was to be played. Notes come in the order of their onsets. */
export interface TakePlan {
  readonly notes: readonly PlannedNote[];
  readonly clicks?: readonly (number | PlannedClick)[];
}

/** Clicks as they are, with a sound: a plain number is a beat. */
export const clicksOf = ({ clicks = [] }: TakePlan): PlannedClick[] =>
  clicks.map((click) => (typeof click === 'number' ? { at: click, sound: 'beat' as const } : click));
