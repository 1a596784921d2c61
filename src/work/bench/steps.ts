/** The steps of a ladder as the Bench goes along them; apart from what it needs at once. */
import { tempoSteps, type KeptLadder, type LadderSpec, type LadderStep } from '@/core';

/** A tempo, and the ladder that it may be a step of. */
export interface OnLadder {
  readonly ladder: { readonly spec: LadderSpec; readonly kept: KeptLadder | undefined };
  readonly bpm: number;
}

/** The step of a ladder that lies next below a tempo (-1) or above it (1); undefined where there is none. */
export function nextTempo({ ladder, bpm }: OnLadder, way: -1 | 1): LadderStep | undefined {
  const steps = tempoSteps(ladder.spec, ladder.kept);
  return way < 0 ? steps.findLast((one) => one.bpm < bpm) : steps.find((one) => one.bpm > bpm);
}
