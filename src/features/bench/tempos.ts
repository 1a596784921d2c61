/** The tempos of the student's ladder, apart from what the Bench needs at once. */
import { useMemo } from 'react';
import { tempoSteps, type KeptLadder, type LadderSpec, type LadderStep } from '@/core';

/** A tempo, and the ladder that it may be a step of. */
interface OnLadder {
  readonly ladder: { readonly spec: LadderSpec; readonly kept: KeptLadder | undefined };
  readonly bpm: number;
}

/** The step of a ladder that lies next below a tempo (-1) or above it (1). */
export function nextTempo({ ladder, bpm }: OnLadder, way: -1 | 1): LadderStep | undefined {
  const steps = tempoSteps(ladder.spec, ladder.kept);
  return way < 0 ? steps.findLast((one) => one.bpm < bpm) : steps.find((one) => one.bpm > bpm);
}

/** The steps of the ladder, and which of them is played (-1: a tempo that is on none). */
export function useTempos({ ladder, bpm }: OnLadder): { steps: readonly LadderStep[]; step: number } {
  const steps = useMemo(() => tempoSteps(ladder.spec, ladder.kept), [ladder]);
  return { steps, step: steps.findIndex((one) => one.bpm === bpm) };
}
