/** What is played, what of it is heard, and how it stands. */
import {
  performanceOf,
  strikesOf,
  type Performance,
  type PerformOptions,
  type Plan,
  type TempoCourse,
} from '@/core';

export interface PlaySounds {
  /** 0–1. */
  readonly volume: number;
  readonly click: boolean;
  readonly notes: boolean;
  /** A click of its own for each stroke, a voice for each kind of change, strokes called where there is room. */
  readonly strokes: boolean;
  readonly kinds: boolean;
  readonly called: boolean;
}

/** What is played, and how often round. */
export interface Score extends Omit<PerformOptions, 'strikes'> {
  readonly plan: Plan;
  /** The tempo that it goes to, and how; only where it ends. */
  readonly course?: { readonly toBpm: number; readonly course: TempoCourse; readonly seed: number };
}

/** The performance of a score; some of how it is played may be changed. */
export function performanceFor(score: Score, change: Partial<PerformOptions> = {}): Performance {
  return performanceOf(score.plan.passage, { ...score, strikes: strikesOf(score.plan), ...change });
}

/**
 * `held up`: the browser kept the page from placing sounds in time; `interrupted`: it stopped the sound; `no voice`: the
 * spoken strokes could not be read.
 */
export type PlaybackProblem = 'refused' | 'interrupted' | 'held up' | 'no voice';

export interface PlaybackState {
  readonly isPlaying: boolean;
  readonly bpm: number;
  readonly problem: PlaybackProblem | null;
  /** How often something was played to its end. */
  readonly finished: number;
}

/** What can be heard or not. */
export const AUDIBLE = ['click', 'notes', 'strokes', 'kinds', 'called'] as const;
