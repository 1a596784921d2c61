/** Practising a ladder: how verdicts move it. A value from verdict to verdict, so that a session can be kept and taken up again. */
import { MIN_BPM } from '../exercise/exercise';
import type { LadderStep } from './spec';
import { roundedBpm } from './marks';

export const VERDICTS = ['clean', 'not clean', 'stopped'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Where a session stands on its ladder. */
export interface Climb {
  /** Number of the step, from 0. */
  readonly at: number;
  /** Runs in a row at this step; each move begins the count anew, without which the up-down rules converge elsewhere. */
  readonly cleanInARow: number;
  readonly uncleanInARow: number;
  /** What all tempos are multiplied by, 1 or less: a tight hand on the first step slows the whole ladder down. */
  readonly easing: number;
}

export const FOOT_OF_LADDER: Climb = { at: 0, cleanInARow: 0, uncleanInARow: 0, easing: 1 };

/** `top`: the last step is done. */
export type Move = 'up' | 'stay' | 'back' | 'top';

/** On the first step a tight hand takes a tenth off the tempo: common practice, no source. */
const EASING = 0.9;
const MOST_EASING = 0.5;

/** Another step, chosen by hand. */
export function goToStep(climb: Climb, at: number, steps: number): Climb {
  return { ...climb, at: Math.max(0, Math.min(steps - 1, at)), cleanInARow: 0, uncleanInARow: 0 };
}

/** Where a verdict leads: up after so many clean runs in a row, back after so many that are not, as the step says. */
export function judged(
  climb: Climb,
  steps: readonly LadderStep[],
  verdict: Verdict,
): { climb: Climb; move: Move } {
  const { upAfter, backAfter } = steps[climb.at]!;
  const isClean = verdict === 'clean';
  const cleanInARow = isClean ? climb.cleanInARow + 1 : 0;
  const uncleanInARow = isClean ? 0 : climb.uncleanInARow + 1;
  const next = { ...climb, cleanInARow, uncleanInARow };
  if (upAfter === 0 || cleanInARow >= upAfter) {
    if (climb.at === steps.length - 1) return { climb: next, move: 'top' };
    return { climb: goToStep(next, climb.at + 1, steps.length), move: 'up' };
  }
  if (backAfter > 0 && uncleanInARow >= backAfter && climb.at > 0)
    return { climb: goToStep(next, climb.at - 1, steps.length), move: 'back' };
  return { climb: next, move: 'stay' };
}

/** A tight hand: a step back, and on the first step a tenth slower. */
export function eased(climb: Climb): Climb {
  const easing = climb.at > 0 ? climb.easing : Math.max(MOST_EASING, climb.easing * EASING);
  return { at: Math.max(0, climb.at - 1), cleanInARow: 0, uncleanInARow: 0, easing };
}

/** The tempo of a step where a session stands, in whole beats a minute where it is eased. */
export function steppedBpm({ at, easing }: Climb, steps: readonly LadderStep[]): number {
  const { bpm } = steps[at]!;
  return easing === 1 ? bpm : Math.max(MIN_BPM, Math.round(bpm * easing));
}

/** A probe rises by about a tenth each time and begins at half the tempo that is aimed at: common practice, no source. */
const PROBE_RATIO = 1.12;

/** The tempos of a probe, slow to fast, on the marks of the metronome. */
export function probeTempos(slowBpm: number, fastBpm: number): number[] {
  const tempos: number[] = [];
  for (let bpm = slowBpm; bpm <= fastBpm * PROBE_RATIO; bpm *= PROBE_RATIO) {
    const tempo = roundedBpm(bpm, 'marks');
    if (tempo !== tempos.at(-1)) tempos.push(tempo);
  }
  return tempos;
}

/**
 * Where a ladder starts after a probe: one tempo below the last clean one, so that the first runs can be repeated clean. Without
 * a clean run it is as far below the slowest.
 */
export function startFromProbe(cleanBpms: readonly number[], slowestBpm: number): number {
  const start = cleanBpms.at(-2) ?? cleanBpms.at(-1) ?? slowestBpm / PROBE_RATIO;
  return Math.max(MIN_BPM, Math.round(start));
}
