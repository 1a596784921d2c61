/** A run as it is kept: what was played, at what tempo, and how it was judged. */
import type { ChangeKind } from '../picking/changes';
import type { DensityPart, StepSound } from './ladder';

/** How a run was judged. */
export const VERDICTS = ['clean', 'not clean', 'stopped'] as const;
/** How a run was judged. */
export type Verdict = (typeof VERDICTS)[number];

/** Why a run was not clean. */
export const REASONS = ['early', 'late', 'uneven', 'ringing', 'silent', 'noise', 'wrong', 'tight'] as const;
/** Why a run was not clean. */
export type Reason = (typeof REASONS)[number];

/** The string change at which it fell apart. Notes are named by their ids in the passage of the run. */
export interface RunPlace {
  readonly fromNote: string;
  readonly toNote: string;
  readonly kind: ChangeKind;
  readonly stringFrom: number;
  readonly stringTo: number;
}

/** Changes of each kind in some passes, seams only between passes. */
export type KindCounts = Readonly<Record<'outside' | 'inside' | 'sweep' | 'backtrack', number>>;

/** Less than the whole exercise, as a density ladder has it played. */
export type RunPart = Exclude<DensityPart, 'whole'>;

/** What is known of a run when it is judged. Never changed: a correction is a new run that names the old one. */
export interface Run {
  readonly playerId: string;
  readonly exerciseId: string;
  /** The sitting it belongs to; null for a run that was logged by hand. */
  readonly sessionId: string | null;
  /** When it was judged, ISO 8601 with the local offset. */
  readonly at: string;
  /** The local day, `2026-11-25`. */
  readonly day: string;
  readonly passageHash: string;
  readonly bpm: number;
  /** Slots a beat it was played in. */
  readonly subdivision: number;
  /** Null: the whole. Runs of a part say nothing of the clean tempo of the whole. */
  readonly part: RunPart | null;
  readonly passes: number;
  readonly verdict: Verdict;
  /** The pass, from 1, in which it was stopped; null where it was not, or where that is not known. */
  readonly stoppedIn: number | null;
  readonly reason: Reason | null;
  readonly place: RunPlace | null;
  /** Time under the hand, without count-in and rest. */
  readonly seconds: number;
  readonly strokes: number;
  readonly exposure: KindCounts;
  /** Stretches in it that are wider than the player's limit. */
  readonly wideStretches: number;
  readonly sound: StepSound | null;
  /** What was asked at a look at the hands, and seen. */
  readonly seen: string;
  readonly byHand: boolean;
  /** The run that this one puts right; null for a new one. */
  readonly corrects: string | null;
}
