/** What a ladder is made from and what its steps say; apart from building it, which pages do late. */
import { ACCENTS, RHYTHMS } from '../rhythm/names';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';
import {
  field,
  firstOf,
  group,
  id,
  kind,
  listOf,
  number,
  oneOf,
  orNull,
  text,
  whole,
  yesOrNo,
  type Said,
  type ValueOf,
} from './field';
import { BPM, MAX_BPM, MIN_BPM } from './tempo';

/** How the tempos of a ladder are rounded. */
export const ROUNDINGS = ['none', 'whole', 'marks'] as const;
/** How the tempos of a ladder are rounded. */
export type Rounding = (typeof ROUNDINGS)[number];

/** The kinds of ladder. */
export const LADDER_KINDS = ['even', 'ratio', 'twoUpOneBack', 'overshoot', 'density', 'adaptive'] as const;
/** A kind of ladder. */
export type LadderKind = (typeof LADDER_KINDS)[number];

/** Parts of an exercise with more and more string changes a beat. */
export const DENSITY_PARTS = ['cell', 'pair', 'two pairs', 'whole'] as const;
/** How much of the exercise a step of a density ladder takes. */
export type DensityPart = (typeof DENSITY_PARTS)[number];

/** What of the exercise a part is, in words. */
export const PART_NAMES: Readonly<Record<DensityPart, string>> = {
  cell: 'the two notes',
  pair: 'one pair of strings',
  'two pairs': 'two pairs of strings',
  whole: 'the whole',
};

/** How the tempo of a run goes: evenly to another, there and back, a pass at each by turns, or each pass at one between them at random. */
export const TEMPO_COURSES = ['even', 'there and back', 'by turns', 'at random'] as const;
/** How the tempo of a run goes. */
export type TempoCourse = (typeof TEMPO_COURSES)[number];

export const STEP_SOUNDS = ['clean', 'driven', 'damped'] as const;

export const MOVEMENTS = ['large', 'small'] as const;

/** The smallest rise, in beats a minute. */
export const MIN_STEP_BPM = 1;
/** The largest rise, in beats a minute. */
export const MAX_STEP_BPM = 60;
/** The most rises of a ladder. */
export const MAX_RISES = 100;
/** The most passes of a step. */
export const MAX_LADDER_PASSES = 99;
/** The most runs in a row that a step may ask for. */
export const MAX_RUNS_IN_A_ROW = 9;
/** The longest step, in minutes. */
export const MAX_STEP_MINUTES = 60;
/** A ladder of more steps is no plan for a lesson; the arithmetic does not need the limit. */
export const MAX_LADDER_STEPS = 3 * (MAX_BPM - MIN_BPM) + 1;

/** The longest rest after a run, in seconds. */
const MAX_REST_SECONDS = 3600;
/** The longest count-in, in beats. */
const MAX_COUNT_IN_BEATS = 64;

const rest = number(0, MAX_REST_SECONDS);
const inARow = whole(0, MAX_RUNS_IN_A_ROW);
const rise = number(MIN_STEP_BPM, MAX_STEP_BPM);

/** A look at the hands, with one question in mind. */
const LOOK = group({ with: oneOf(['mirror', 'camera']), question: text() });
/** A look at the hands, with one question in mind. */
export type Look = ValueOf<typeof LOOK>;

/** One step of a ladder. A run of it lasts a number of passes or of minutes; the other is null. */
const STEP = group({
  bpm: BPM,
  /** The tempo that a run goes to on its course; null: it is steady. */
  toBpm: orNull(BPM),
  /** How it goes there. */
  course: field(oneOf(TEMPO_COURSES), {
    first: 'even',
    since: 13,
    was: 'even',
    called: 'course of the tempo',
  }),
  /** Slots a beat; null: as the exercise is written. */
  subdivision: orNull(whole(1, MAX_SLOTS_PER_BEAT)),
  /** The rhythm of the notes; null: as written. */
  rhythm: field(orNull(oneOf(RHYTHMS)), { first: null, since: 14, was: null }),
  /** Which notes are accented; null: as written. */
  accents: field(orNull(oneOf(ACCENTS)), { first: null, since: 14, was: null }),
  /** The part of the exercise that is played; null: the whole. */
  part: orNull(oneOf(DENSITY_PARTS)),
  passes: orNull(whole(1, MAX_LADDER_PASSES)),
  minutes: orNull(kind<number>((joi) => joi.number().greater(0).max(MAX_STEP_MINUTES))),
  /** As in the spec of the ladder. */
  upAfter: inARow,
  backAfter: inARow,
  /** How it is to sound; null: as it likes. */
  sound: orNull(oneOf(STEP_SOUNDS)),
  movement: orNull(oneOf(MOVEMENTS)),
  look: orNull(LOOK),
  restSeconds: rest,
  /** A short burst above the working tempo. */
  isBurst: yesOrNo,
  /** Made by hand, and kept when the rest is computed anew. */
  byHand: yesOrNo,
});
/** One step of a ladder. */
export type LadderStep = ValueOf<typeof STEP>;

/** What a step says that plays the exercise as it is written. */
export const AS_WRITTEN = { part: null, subdivision: null, rhythm: null, accents: null } as const;

/** The most sessions a week that are planned with. */
export const MAX_SESSIONS_A_WEEK = 21;
/** The longest session for one exercise, in minutes. */
export const MAX_SESSION_MINUTES = 240;
/** The longest plan, in weeks. */
export const MAX_PLAN_WEEKS = 104;

/** The time that there is. */
const TIME = group({
  sessionsAWeek: whole(0, MAX_SESSIONS_A_WEEK),
  /** For this exercise in one session. */
  minutesASession: whole(0, MAX_SESSION_MINUTES),
  /** Weeks until the goal is to be reached; null: open. */
  weeks: orNull(whole(1, MAX_PLAN_WEEKS)),
});
/** The time that there is. */
export type PracticeTime = ValueOf<typeof TIME>;

/** Common practice, no source: ten minutes for one exercise, four days a week. */
const DEFAULT_PRACTICE_TIME: PracticeTime = { sessionsAWeek: 4, minutesASession: 10, weeks: null };

/**
 * How a ladder climbs. What it has at first is common practice, no source: four passes a run, four beats more after two clean runs,
 * back after two that are not, a bar's count-in and a breath between. Tempos in beats a minute.
 */
const CLIMB_FIELDS = {
  kind: field(oneOf(LADDER_KINDS), { first: 'even' }),
  /** So many beats a minute more each time; even ratios have `rises` instead. */
  stepBpm: field(rise, { first: 4, called: 'step' }),
  /** Even ratios: in so many rises from start to goal. */
  rises: field(whole(1, MAX_RISES), { first: 8 }),
  rounding: field(oneOf(ROUNDINGS), { first: 'none' }),
  /** Overshoot: so far above the working tempo a burst goes, and for so many passes. */
  burstBpm: field(rise, { first: 12, called: 'burst' }),
  burstPasses: field(whole(1, MAX_LADDER_PASSES), { first: 1, called: 'passes of a burst' }),
  /** Passes of the exercise in a run. */
  passes: field(whole(1, MAX_LADDER_PASSES), { first: 4 }),
  /** Clean runs in a row that lead up a step; 0: any run does. */
  upAfter: field(inARow, { first: 2, called: 'up after' }),
  /** Runs in a row that are not clean and lead back a step; 0: never. */
  backAfter: field(inARow, { first: 2, called: 'back after' }),
  countInBeats: field(whole(0, MAX_COUNT_IN_BEATS), { first: 4, called: 'count-in' }),
  /** After each run. */
  restSeconds: field(rest, { first: 10, called: 'rest' }),
} as const;

/** What a ladder is made from. Tempos in beats a minute. */
export interface LadderSpec extends Said<typeof CLIMB_FIELDS> {
  readonly startBpm: number;
  readonly goalBpm: number;
}

/** How a ladder climbs at first. */
export const DEFAULT_LADDER = firstOf(CLIMB_FIELDS);

/** What is kept of a player's ladder on an exercise. */
export const LADDER_FIELDS = {
  exerciseId: id,
  playerId: id,
  startBpm: field(BPM, { called: 'start tempo' }),
  /** Null: the tempo of the exercise's goal. */
  goalBpm: field(orNull(BPM), { first: null, called: 'goal tempo' }),
  ...CLIMB_FIELDS,
  /** The steps where some were made by hand; null: all as computed. */
  steps: field(orNull(listOf(STEP, MAX_LADDER_STEPS, 1)), { first: null }),
  time: field(TIME, { first: DEFAULT_PRACTICE_TIME, called: 'practice time' }),
} as const;
