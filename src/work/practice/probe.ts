/** A probe: upward from slow, one run each, to find where a ladder starts. */
import {
  buildLadder,
  probeTempos,
  startFromProbe,
  type LadderSpec,
  type LadderStep,
  type RunRecord,
} from '@/core';
import type { Climbing } from '@/core/drills';
import type { LadderFields } from '@/storage';
import { fieldsWith } from '../ladder/steps';

/** A probe is short: passes a run. */
const PROBE_PASSES = 2;

/** The steps of a probe: one run each, from half the goal upward. */
export function probeSteps(spec: LadderSpec): LadderStep[] {
  const [step] = buildLadder({ ...spec, kind: 'even', goalBpm: spec.startBpm, rounding: 'none' });
  return probeTempos(spec.goalBpm / 2, spec.goalBpm).map((bpm) => ({
    ...step!,
    bpm,
    passes: PROBE_PASSES,
    upAfter: 1,
    restSeconds: 0,
    movement: null,
  }));
}

/** Where a ladder starts after a probe, and why. */
export function probed(
  runs: readonly Pick<RunRecord, 'bpm' | 'verdict'>[],
  steps: readonly LadderStep[],
): { readonly bpm: number; readonly why: string } {
  const clean = runs.filter(({ verdict }) => verdict === 'clean').map(({ bpm }) => bpm);
  const why = ['below the slowest, which was not clean yet.', 'the one tempo that was clean.'][clean.length];
  return {
    bpm: startFromProbe(clean, steps[0]!.bpm),
    why: why ?? 'one tempo below the last that was clean.',
  };
}

/** What a start that was found sets in a ladder; steps made by hand are kept. */
export function startFound(
  startBpm: number,
  { spec, parts }: Pick<Climbing, 'spec' | 'parts'>,
  steps: readonly LadderStep[] | null,
): LadderFields {
  return fieldsWith({ startBpm }, spec, steps, parts.length > 0 ? parts.map(({ part }) => part) : undefined);
}
