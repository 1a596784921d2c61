/** What a ladder is made from and what its steps say; apart from building it, which pages do late. */
import { MAX_BPM, MIN_BPM } from './exercise';

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

/** What a ladder is made from. Tempos in beats a minute. */
export interface LadderSpec {
  readonly kind: LadderKind;
  readonly startBpm: number;
  readonly goalBpm: number;
  /** So many beats a minute more each time; even ratios have `rises` instead. */
  readonly stepBpm: number;
  /** Even ratios: in so many rises from start to goal. */
  readonly rises: number;
  readonly rounding: Rounding;
  /** Overshoot: so far above the working tempo a burst goes, and for so many passes. */
  readonly burstBpm: number;
  readonly burstPasses: number;
  /** Passes of the exercise in a run. */
  readonly passes: number;
  /** Clean runs in a row that lead up a step; 0: any run does. */
  readonly upAfter: number;
  /** Runs in a row that are not clean and lead back a step; 0: never. */
  readonly backAfter: number;
  readonly countInBeats: number;
  /** After each run. */
  readonly restSeconds: number;
}

export const STEP_SOUNDS = ['clean', 'driven', 'damped'] as const;
export type StepSound = (typeof STEP_SOUNDS)[number];
export const MOVEMENTS = ['large', 'small'] as const;
export type Movement = (typeof MOVEMENTS)[number];

/** A look at the hands, with one question in mind. */
export interface Look {
  readonly with: 'mirror' | 'camera';
  readonly question: string;
}

/** One step of a ladder. A run of it lasts a number of passes or of minutes; the other is null. */
export interface LadderStep {
  readonly bpm: number;
  /** The tempo that a run climbs to evenly, from its first pass to its end; null: it is steady. */
  readonly toBpm: number | null;
  /** Slots a beat; null: as the exercise is written. */
  readonly subdivision: number | null;
  /** The part of the exercise that is played; null: the whole. */
  readonly part: DensityPart | null;
  readonly passes: number | null;
  readonly minutes: number | null;
  /** As in the spec of the ladder. */
  readonly upAfter: number;
  readonly backAfter: number;
  /** How it is to sound; null: as it likes. */
  readonly sound: StepSound | null;
  readonly movement: Movement | null;
  readonly look: Look | null;
  readonly restSeconds: number;
  /** A short burst above the working tempo. */
  readonly isBurst: boolean;
  /** Made by hand, and kept when the rest is computed anew. */
  readonly byHand: boolean;
}

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

/**
 * Common practice, no source: four passes a run, four beats more after two clean runs, back after two that are not, a bar's
 * count-in and a breath between.
 */
export const DEFAULT_LADDER = {
  kind: 'even',
  stepBpm: 4,
  rises: 8,
  rounding: 'none',
  burstBpm: 12,
  burstPasses: 1,
  passes: 4,
  upAfter: 2,
  backAfter: 2,
  countInBeats: 4,
  restSeconds: 10,
} as const satisfies Omit<LadderSpec, 'startBpm' | 'goalBpm'>;

/** The time that there is. */
export interface PracticeTime {
  readonly sessionsAWeek: number;
  /** For this exercise in one session. */
  readonly minutesASession: number;
  /** Weeks until the goal is to be reached; null: open. */
  readonly weeks: number | null;
}

/** Common practice, no source: ten minutes for one exercise, four days a week. */
export const DEFAULT_PRACTICE_TIME: PracticeTime = { sessionsAWeek: 4, minutesASession: 10, weeks: null };
