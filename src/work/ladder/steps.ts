/** Edits of the list of steps, and of what it is made from; pure. */
import {
  buildLadder,
  MAX_BPM,
  withHandMade,
  type DensityPart,
  type LadderSpec,
  type LadderStep,
} from '@/core';
import type { LadderFields } from '@/storage';

/** A step changed by hand. */
export function changedStep(
  steps: readonly LadderStep[],
  at: number,
  change: Partial<LadderStep>,
): LadderStep[] {
  return steps.map((step, index) => (index === at ? { ...step, ...change, byHand: true } : step));
}

/** One more step by hand, halfway to the next. */
export function stepAfter(steps: readonly LadderStep[], at: number): LadderStep[] {
  const step = steps[at]!;
  const next = steps[at + 1];
  const bpm = next && next.bpm !== step.bpm ? Math.round((step.bpm + next.bpm) / 2) : step.bpm + 2;
  return steps.toSpliced(at + 1, 0, { ...step, bpm: Math.min(MAX_BPM, bpm), byHand: true });
}

/** What a change of the spec sets: steps made by hand are kept, the others computed anew. */
export function fieldsWith(
  change: LadderFields,
  spec: LadderSpec,
  handMade: readonly LadderStep[] | null,
  parts: readonly DensityPart[] | undefined,
): LadderFields {
  if (!handMade) return change;
  const { goalBpm, steps: _s, time: _t, ...rest } = change;
  const next = { ...spec, ...rest, ...(goalBpm ? { goalBpm } : {}) };
  const isAny = handMade.some(({ byHand }) => byHand);
  return { ...change, steps: isAny ? withHandMade(buildLadder(next, parts), handMade) : null };
}
