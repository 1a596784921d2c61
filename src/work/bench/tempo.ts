/** The tempo at which the Bench plays. */
import { MAX_BPM, MIN_BPM, tempoSteps, type KeptLadder, type LadderSpec, type LadderStep } from '@/core';

/** A tempo, and the ladder that it may be a step of. */
export interface OnLadder {
  readonly ladder: { readonly spec: LadderSpec; readonly kept: KeptLadder | undefined };
  readonly bpm: number;
}

/** A tempo of the moment; it is the student's who was there when it was chosen. */
export interface OwnTempo {
  readonly playerId: string;
  readonly bpm: number;
}

/** The tempo that is played: the one chosen for this student, else where the ladder starts. */
export function playedBpm(own: OwnTempo | null, playerId: string, startBpm: number): number {
  return own?.playerId === playerId ? own.bpm : startBpm;
}

/** A tempo within what can be played. */
export function ownTempo(playerId: string, bpm: number): OwnTempo {
  return { playerId, bpm: Math.max(MIN_BPM, Math.min(MAX_BPM, bpm)) };
}

/** The step of a ladder that lies next below a tempo (-1) or above it (1); undefined where there is none. */
export function nextTempo({ ladder, bpm }: OnLadder, way: -1 | 1): LadderStep | undefined {
  const steps = tempoSteps(ladder.spec, ladder.kept);
  return way < 0 ? steps.findLast((one) => one.bpm < bpm) : steps.find((one) => one.bpm > bpm);
}
