/** What a hand said while it practised: kept by itself, whatever the verdict was, and never changed. */

/** `tight`: go slower. `pain`: stop for the day. */
export const SIGNS = ['tight', 'pain'] as const;
/** What a hand may say. */
export type SignKind = (typeof SIGNS)[number];

/** That a hand was tight or hurt, when and at what. */
export interface Sign {
  readonly playerId: string;
  readonly exerciseId: string;
  /** The sitting in which it was said. */
  readonly sessionId: string | null;
  /** ISO 8601 with the local offset. */
  readonly at: string;
  /** The local day, `2026-11-25`. */
  readonly day: string;
  /** The tempo of the moment, and its slots a beat. */
  readonly bpm: number;
  readonly subdivision: number;
  readonly kind: SignKind;
}

/** What is said when a hand hurts. */
export const CAUTION =
  'Stop for today. If pain, numbness or tingling stays, see a doctor or physiotherapist.';
