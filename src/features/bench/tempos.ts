/** The tempos of the student's ladder, apart from what the Bench needs at once. */
import { useMemo } from 'react';
import { tempoSteps, type LadderStep } from '@/core';
import type { OnLadder } from '@/work/bench/steps';

/** The steps of the ladder, and which of them is played (-1: a tempo that is on none). */
export function useTempos({ ladder, bpm }: OnLadder): { steps: readonly LadderStep[]; step: number } {
  const steps = useMemo(() => tempoSteps(ladder.spec, ladder.kept), [ladder]);
  return { steps, step: steps.findIndex((one) => one.bpm === bpm) };
}
