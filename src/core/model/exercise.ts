/** An exercise: a passage with its goal, its policy and what the teacher says about it. */
import type { Brief } from './brief';
import type { KeptRecipe } from './recipe';
import type { Passage, Stroke } from '../passage/passage';
import type { PickingPolicy } from '../picking/policy';
import type { Direction } from '../picking/changes';
import { MAX_STRINGS, type Tuning } from '../instrument/instrument';
import {
  elsewhere,
  field,
  firstOf,
  group,
  id,
  kind,
  listOf,
  MAX_TEXT,
  oneOf,
  orNull,
  pairOf,
  text,
  whole,
  type Said,
  type ValueOf,
} from './field';
import { HAND, OPEN_HAND } from './hand';
import { BPM } from './tempo';

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
  'rhythm',
] as const;
export type DrillStage = (typeof DRILL_STAGES)[number];

/** Which hands play: the picking hand alone on damped strings, the fretting hand alone, or both. */
export const DRILL_HANDS = ['picking', 'fretting', 'both'] as const;
export type DrillHands = (typeof DRILL_HANDS)[number];

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

/** The title of an exercise that was begun without one. */
export const FIRST_TITLE = 'New exercise';

/** The longest title. */
export const MAX_TITLE = 300;

const string = whole(1, MAX_STRINGS);

/** One main goal, put together from parts that can be checked against the notes, plus free words. */
export const GOAL = group({
  kind: orNull(oneOf(GOAL_KINDS)),
  /** The two strings of the change, thicker string first; null is any. */
  strings: orNull(pairOf(string)),
  /** Strings skipped; null is any number. */
  skipped: orNull(whole(0, MAX_STRINGS)),
  /** Null is both ways. */
  direction: orNull(oneOf(['floorward', 'ceilingward'] satisfies Direction[])),
  technique: orNull(oneOf(GOAL_TECHNIQUES)),
  /** The tempo aimed at, in beats a minute. */
  bpm: orNull(BPM),
  words: text(),
});
/** One main goal. */
export type Goal = ValueOf<typeof GOAL>;

/** A note to the student, free or pinned to the change that leaves a note. */
const STUDENT_NOTE = group({
  id,
  text: text(),
  /** Id of the note that the change leaves; null for a free note. */
  pinnedTo: orNull(kind<string>((joi) => joi.string().max(40))),
});
/** A note to the student. */
export type StudentNote = ValueOf<typeof STUDENT_NOTE>;

/** A drill's place in the group of the exercise that it was cut out of. */
const DRILL = group({
  parentId: id,
  /** Counts from 0 through the group. */
  order: whole(0, 1000),
  stage: oneOf(DRILL_STAGES),
  hands: oneOf(DRILL_HANDS),
});
/** A drill's place in its group. */
export type DrillOf = ValueOf<typeof DRILL>;

/** Where an exercise came from. */
const ORIGIN = group({
  file: text(MAX_TITLE),
  remarks: listOf(
    kind<string>((joi) => joi.string().max(MAX_TEXT)),
    1000,
  ),
});
/** Where an exercise came from. */
export type Origin = ValueOf<typeof ORIGIN>;

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

/** A title with words after it, cut so that it is not too long. */
export function titledAs(title: string, words: string): string {
  const room = MAX_TITLE - words.length - 1;
  return `${title.length > room ? `${title.slice(0, room - 1)}…` : title} ${words}`;
}

/** One slant that said none was downward; since then what is kept says which, or that either may be. */
function slantSaid(policy: unknown): unknown {
  const { kind, slant } = (policy ?? {}) as Partial<PickingPolicy>;
  return kind === 'oneSlant' && slant === undefined
    ? { ...(policy as PickingPolicy), slant: 'downward' }
    : policy;
}

const PLAINLY: PickingPolicy = { kind: 'alternateByNote', start: 'down', loop: false };

/** The longest text that is pasted. */
export const MAX_SOURCE_TEXT = 4_000_000;

/** What an exercise says besides its notes. */
export const EXERCISE_FIELDS = {
  title: text(MAX_TITLE),
  policy: field(elsewhere<PickingPolicy>('policy'), {
    first: PLAINLY,
    recast: { since: 12, older: slantSaid },
  }),
  goal: field(GOAL, { first: NO_GOAL }),
  alsoTrains: field(text(), { first: '', called: 'also trains' }),
  startBpm: field(BPM, { first: DEFAULT_START_BPM, called: 'start tempo' }),
  studentNotes: field(listOf(STUDENT_NOTE, 1000), { first: [], called: 'to the student' }),
  /** The teacher's own cues, a line each; null: those of the plan. */
  cues: field(orNull(text()), { first: null }),
  /** The picking hand it is meant for. */
  hand: field(HAND, { first: OPEN_HAND, called: 'picking hand' }),
  /** The text that was pasted, with whatever in it was not understood. */
  sourceText: field(text(MAX_SOURCE_TEXT), { called: 'pasted text' }),
  /** What reading that text left to be asked. */
  question: field(orNull(elsewhere<OpenQuestion>('question')), { first: null, called: 'open question' }),
  /** How its notes were worked out; null where they were written. */
  recipe: field(orNull(elsewhere<KeptRecipe>('recipe')), { first: null }),
  /** What its notes were composed to; null where they were not. */
  brief: field(orNull(elsewhere<Brief>('brief')), { first: null }),
  /** What is being asked for, as it is typed, whether or not lines were composed to it; null: what its notes were, or nothing yet. */
  briefTyped: field(orNull(elsewhere<Brief>('brief')), {
    since: 14,
    was: null,
    first: null,
    called: 'brief as typed',
  }),
  /** What it was cut out of; null for an exercise that stands by itself. */
  drill: field(orNull(DRILL), { first: null, called: 'place among drills' }),
  /** The file it was read from, with what was not taken over; null when it was made here. */
  origin: field(orNull(ORIGIN), { first: null, called: 'file it came from' }),
} as const;

/** What a record says of an exercise, without its stamp and whatever else is kept with it. */
export const exerciseSaid = (record: Said<typeof EXERCISE_FIELDS>): Said<typeof EXERCISE_FIELDS> =>
  Object.fromEntries(
    Object.keys(EXERCISE_FIELDS).map((name) => [name, record[name as keyof typeof record]]),
  ) as Said<typeof EXERCISE_FIELDS>;

/** All of an exercise as it is worked on: notes, policy, goal, words and where it came from. */
export interface Exercise extends Said<typeof EXERCISE_FIELDS> {
  readonly passage: Passage;
}

/** An exercise with a passage and nothing said about it yet. */
export function newExercise(title: string, passage: Passage, sourceText = ''): Exercise {
  return { ...firstOf(EXERCISE_FIELDS), title, passage, sourceText };
}
