/** An exercise: a passage with its goal, its policy and what the teacher says about it. */
import type { Brief } from './brief';
import type { KeptRecipe } from './recipe';
import type { Tuning } from '../instrument/instrument';
import type { Passage, Stroke } from '../passage/passage';
import type { PickingPolicy } from '../picking/policy';
import type { Direction } from '../picking/changes';
import { OPEN_HAND, type PickingHand } from './hand';

/** The techniques that a goal may name. */
export const GOAL_TECHNIQUES = [
  'alternate picking',
  'economy picking',
  'sweep picking',
  'string skipping',
  'picking hand only',
  'two-string cell',
] as const;
/** What a goal may name as trained. */
export type GoalTechnique = (typeof GOAL_TECHNIQUES)[number];

/** The kinds of change that a goal may ask for; `balanced` asks for inside and outside alike. */
export const GOAL_KINDS = ['outside', 'inside', 'balanced', 'sweep'] as const;
export type GoalKind = (typeof GOAL_KINDS)[number];

/** One main goal, put together from parts that can be checked against the notes, plus free words. */
export interface Goal {
  readonly kind: GoalKind | null;
  /** The two strings of the change, thicker string first; null is any. */
  readonly strings: readonly [number, number] | null;
  /** Strings skipped; null is any number. */
  readonly skipped: number | null;
  /** Null is both ways. */
  readonly direction: Direction | null;
  readonly technique: GoalTechnique | null;
  /** The tempo aimed at, in beats a minute. */
  readonly bpm: number | null;
  readonly words: string;
}

/** A note to the student, free or pinned to the change that leaves a note. */
export interface StudentNote {
  readonly id: string;
  readonly text: string;
  /** Id of the note that the change leaves; null for a free note. */
  readonly pinnedTo: string | null;
}

/** All of an exercise as it is worked on: notes, policy, goal, words and where it came from. */
export interface Exercise {
  readonly title: string;
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  readonly goal: Goal;
  readonly alsoTrains: string;
  readonly startBpm: number;
  readonly studentNotes: readonly StudentNote[];
  /** The teacher's own cues, a line each; null: those of the plan. */
  readonly cues: string | null;
  /** The picking hand it is meant for. */
  readonly hand: PickingHand;
  /** The text that was pasted, with whatever in it was not understood. */
  readonly sourceText: string;
  /** What reading that text left to be asked. */
  readonly question: OpenQuestion | null;
  /** How its notes were worked out; null where they were written. */
  readonly recipe: KeptRecipe | null;
  /** What its notes were composed to; null where they were not. */
  readonly brief: Brief | null;
  /** What it was cut out of; null for an exercise that stands by itself. */
  readonly drill: DrillOf | null;
  /** The file it was read from, with what was not taken over; null when it was made here. */
  readonly origin: Origin | null;
}

/** The stages of a ladder of drills, from the two notes of a change toward the whole. */
export const DRILL_STAGES = [
  'two notes',
  'round',
  'there and back',
  'as written, there and back',
  'neighbours',
  'stop',
  'triplets',
  'twin',
  'section',
  'join',
  'build-up',
] as const;
export type DrillStage = (typeof DRILL_STAGES)[number];

/** Which hands play: the picking hand alone on damped strings, the fretting hand alone, or both. */
export const DRILL_HANDS = ['picking', 'fretting', 'both'] as const;
export type DrillHands = (typeof DRILL_HANDS)[number];

/** A drill's place in the group of the exercise that it was cut out of. */
export interface DrillOf {
  readonly parentId: string;
  /** Counts from 0 through the group. */
  readonly order: number;
  readonly stage: DrillStage;
  readonly hands: DrillHands;
}

/** Where an exercise came from. */
export interface Origin {
  readonly file: string;
  readonly remarks: readonly string[];
}

/** Which strings of which instrument the lines of a tab are, from top to bottom. */
export interface TabStrings {
  readonly strings: readonly number[];
  readonly tuning: Tuning;
}

/**
 * A question that a pasted tab leaves open: which strings its lines are (the first reading was taken; `next` is asked after it), what
 * `v` means, or whether its strokes hold.
 */
export type OpenQuestion =
  | {
      readonly kind: 'strings';
      readonly readings: readonly TabStrings[];
      readonly next: StrokeQuestion | null;
    }
  | StrokeQuestion;
export type StrokeQuestion =
  /** `reading`: of the lines, where they were asked about. */
  | { readonly kind: 'vMeans'; readonly reading?: number }
  | { readonly kind: 'strokes'; readonly strokes: Readonly<Record<string, Stroke>> };

/** A goal that asks for nothing. */
export const NO_GOAL: Goal = {
  kind: null,
  strings: null,
  skipped: null,
  direction: null,
  technique: null,
  bpm: null,
  words: '',
};

/** Slow enough for most figures in sixteenths to be clean at once: common practice, no source. */
export const DEFAULT_START_BPM = 60;

/** Tempos that an exercise may have, in beats a minute. */
export const MIN_BPM = 20;
/** The fastest tempo that may be asked for, in beats a minute. */
export const MAX_BPM = 400;
/** Tempos are exact to so many decimals. */
export const BPM_DECIMALS = 3;

/** The longest title. */
export const MAX_TITLE = 300;

/** A title with words after it, cut so that it is not too long. */
export function titledAs(title: string, words: string): string {
  const room = MAX_TITLE - words.length - 1;
  return `${title.length > room ? `${title.slice(0, room - 1)}…` : title} ${words}`;
}

/** An exercise with a passage and nothing said about it yet. */
export function newExercise(title: string, passage: Passage, sourceText = ''): Exercise {
  return {
    title,
    passage,
    policy: { kind: 'alternateByNote', start: 'down', loop: false },
    goal: NO_GOAL,
    alsoTrains: '',
    startBpm: DEFAULT_START_BPM,
    studentNotes: [],
    cues: null,
    hand: OPEN_HAND,
    sourceText,
    question: null,
    recipe: null,
    brief: null,
    drill: null,
    origin: null,
  };
}
