/** The tempo at which the Bench plays. */
import { MAX_BPM, MIN_BPM } from '@/core';

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
