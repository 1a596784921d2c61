/** The state of the practice runner, what can happen to it, and what it has done. */
import { goToStep, type LadderStep, type Passage, type PlayPlace, type Setup, type Transition } from '@/core';
import type { Climbing, Stepped } from '@/core/drills';
import {
  CAUTION,
  type JudgedBy,
  type NextStart,
  type Reason,
  type RunPlace,
  type Sign,
  type SignKind,
} from '@/core/record';
import {
  standingKey,
  type NewRun,
  type PlayedRun,
  type PracticeMode,
  type PracticeSitting,
  type Said,
  type Standing,
} from '@/storage';
import type { Now } from './over';
import { newStanding, tempoOf } from './sitting';

/**
 * `opening` until the record is read; `ask` after pain on the same day; `warm-up` and `rest` can be cut short; in `judge` a run waits for
 * its verdict; `pain` stops for the day.
 */
export type Phase = 'opening' | 'ask' | 'warm-up' | 'ready' | 'playing' | 'judge' | 'rest' | 'done' | 'pain';

/** What is practised: by whom, from what ladder. It changes when a ladder or an exercise is changed elsewhere. */
export interface Given {
  readonly exerciseId: string;
  readonly playerId: string;
  readonly mode: PracticeMode;
  readonly setup: Setup;
  readonly climb: Climbing;
  /** The steps of the mode: of a probe its own. */
  readonly steps: readonly LadderStep[];
  /** Slots a beat of steps that name none. */
  readonly subdivision: number;
  readonly next: NextStart;
}

/** What is being played, or was: the notes stay those that were begun with. */
export interface Playing {
  readonly stepped: Stepped;
  readonly step: LadderStep;
  readonly bpm: number;
  /** Passes of the run; null: it goes on. */
  readonly wanted: number | null;
  /** Passes before this one belong to an earlier verdict or to another tempo. */
  readonly fromPass: number;
}

export interface PracticeState {
  readonly given: Given;
  /** Null until it is opened. */
  readonly sitting: PracticeSitting | null;
  readonly phase: Phase;
  readonly playing: Playing | null;
  /** The run that waits for its verdict. */
  readonly played: PlayedRun | null;
  /** What was said last, in words. */
  readonly words: { readonly text: string; readonly isClean: boolean } | null;
  /** Why it begins where it does; empty once something was said or moved. */
  readonly why: string;
  /** It goes on where it stood. */
  readonly isResumed: boolean;
  readonly reason: Reason | null;
  readonly named: Transition | null;
  /** What was seen in the mirror, kept with the next run. */
  readonly seen: string;
  readonly restUntilMs: number;
  /** Pain of today that must be asked about. */
  readonly pain: (Pick<Sign, 'bpm'> & { readonly id: string }) | null;
}

export type PracticeEvent =
  /** Ladder, exercise or record were changed. */
  | { readonly is: 'given'; readonly given: Given }
  | {
      readonly is: 'opened';
      /** The sitting that the player was in last. */
      readonly sitting: PracticeSitting | undefined;
      readonly pain: PracticeState['pain'];
      readonly hasWarmUp: boolean;
      readonly now: Now;
      readonly id: string;
    }
  /** Practised on after pain, with the caution read. */
  | { readonly is: 'go on' }
  | { readonly is: 'warm' }
  | { readonly is: 'start'; readonly now: Now; readonly id: string; readonly hasWarmUp: boolean }
  | { readonly is: 'stop'; readonly place: PlayPlace | null }
  /** A run was played to its end. */
  | { readonly is: 'finished' }
  /** The browser did not let it sound, or took the sound away. */
  | { readonly is: 'silenced' }
  | {
      readonly is: 'judge';
      readonly verdict: 'clean' | 'not clean';
      /** Absent: the ear. */
      readonly by?: JudgedBy;
      readonly place: PlayPlace | null;
      readonly id: string;
      readonly now: Now;
    }
  | { readonly is: 'sign'; readonly kind: SignKind; readonly id: string; readonly now: Now }
  | { readonly is: 'take back' }
  | { readonly is: 'go to'; readonly at: number; readonly place: PlayPlace | null }
  | { readonly is: 'set tempo'; readonly bpm: number; readonly place: PlayPlace | null }
  | { readonly is: 'name reason'; readonly reason: Reason }
  | { readonly is: 'name change'; readonly change: Transition }
  | { readonly is: 'see'; readonly seen: string }
  /** A run was put right: it has another id. */
  | { readonly is: 'amended'; readonly id: string; readonly newId: string }
  /** What was said could not be kept. */
  | { readonly is: 'not kept'; readonly id: string }
  | { readonly is: 'rest'; readonly seconds: number; readonly now: Now }
  | { readonly is: 'rested' }
  | { readonly is: 'end' }
  | { readonly is: 'again' };

export type PracticeEffect =
  | { readonly do: 'play'; readonly playing: Playing; readonly toBpm: number | null }
  | { readonly do: 'stop' }
  | { readonly do: 'stop at click' }
  | { readonly do: 'set tempo'; readonly bpm: number }
  | { readonly do: 'keep'; readonly sitting: PracticeSitting }
  | {
      readonly do: 'add run';
      readonly id: string;
      readonly run: NewRun;
      readonly passage: Passage;
      readonly sitting: PracticeSitting;
    }
  | { readonly do: 'amend'; readonly more: { readonly reason?: Reason; readonly place?: RunPlace } }
  | {
      readonly do: 'add sign';
      readonly id: string;
      readonly sign: Omit<Sign, 'at' | 'day'>;
      readonly sitting: PracticeSitting;
    }
  | { readonly do: 'take away'; readonly said: Said; readonly sitting: PracticeSitting }
  | { readonly do: 'say'; readonly text: string };

export interface Stepping {
  readonly state: PracticeState;
  readonly effects: readonly PracticeEffect[];
}

/** A runner that waits for its sitting. */
export function openingState(given: Given): PracticeState {
  return {
    given,
    sitting: null,
    phase: 'opening',
    playing: null,
    played: null,
    words: null,
    why: '',
    isResumed: false,
    reason: null,
    named: null,
    seen: '',
    restUntilMs: 0,
    pain: null,
  };
}

export const keyOf = ({ exerciseId, mode }: Given) => standingKey(exerciseId, mode);

/** Where the exercise stands, on the ladder as it is now. */
export function standingOf({ given, sitting }: PracticeState): Standing {
  const { steps, next, mode } = given;
  const kept = sitting?.standings[keyOf(given)];
  if (!kept) return newStanding(mode === 'ladder' ? next.step : 0, steps, next.bpm);
  const isThere = kept.climb.at < steps.length;
  return isThere ? kept : { ...kept, climb: goToStep(kept.climb, kept.climb.at, steps.length) };
}

/** The step where it stands. */
export const stepOf = (state: PracticeState): LadderStep => state.given.steps[standingOf(state).climb.at]!;

/** The tempo of now. */
export const bpmOf = (state: PracticeState): number =>
  tempoOf(standingOf(state), state.given.mode, state.given.steps);

/** What was said of this exercise in this way, oldest first. */
export const saidOf = ({ given, sitting }: PracticeState): readonly Said[] =>
  (sitting?.said ?? []).filter(({ key }) => key === keyOf(given));

/** Whether a reason and a place can be named: the last run was not clean. */
export const canName = ({ words, phase }: PracticeState): boolean =>
  words !== null && !words.isClean && phase !== 'judge' && phase !== 'pain';

/** What stands over a hand that hurts. */
export const PAIN_NOTICE = `${CAUTION} What was played is kept.`;

/** … where a run was not judged yet. */
export const PAIN_WAITS =
  'The last run was not judged yet: it waits until you open this exercise again today. You need not play for it.';
