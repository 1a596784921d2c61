/** Practising a ladder: how verdicts move it. A value from verdict to verdict, so that a session can be kept and taken up again. */
import { MIN_BPM } from '../model/tempo';
import { notesPerSecond } from '../time/slots';
import { roundedBpm } from './marks';
import type { LadderStep } from '../model/ladder';
import type { Verdict } from '../model/run';

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

/** Where a ladder that was not begun stands. */
export const FOOT_OF_LADDER: Climb = { at: 0, cleanInARow: 0, uncleanInARow: 0, easing: 1 };

/** `top`: the last step is done; `rest`: it goes no slower, so that only a rest is left. */
export type Move = 'up' | 'stay' | 'back' | 'top' | 'rest';

/** Below the lowest step a tenth goes off the tempo: common practice, no source. */
const EASING = 0.9;
const MOST_EASING = 0.5;

/** Another step, chosen by hand. */
export function goToStep(climb: Climb, at: number, steps: number): Climb {
  return { ...climb, at: Math.max(0, Math.min(steps - 1, at)), cleanInARow: 0, uncleanInARow: 0 };
}

/** The tempo of a step, in whole beats a minute where it is eased. */
const easedBpm = (bpm: number, easing: number) =>
  easing === 1 ? bpm : Math.max(MIN_BPM, Math.round(bpm * easing));

/** The speed of a step in notes a second; `bpm` may be another than its own. */
export function stepSpeed(
  step: Pick<LadderStep, 'bpm' | 'subdivision'>,
  ownSubdivision: number,
  bpm = step.bpm,
): number {
  return notesPerSecond(bpm, step.subdivision ?? ownSubdivision);
}

/**
 * Slower: the fastest step of the same notes that is slower than this one, wherever in the ladder it stands (of equal ones the last
 * before this one); without any a tenth off the tempo of the whole ladder. Never a burst, never a faster step.
 * @param ownSubdivision slots a beat of steps that name none.
 * @returns `rest` as the move where it goes no slower.
 */
export function slower(
  climb: Climb,
  steps: readonly LadderStep[],
  ownSubdivision: number,
): { climb: Climb; move: 'back' | 'rest' } {
  const now = goToStep(climb, climb.at, steps.length);
  const here = steps[now.at]!;
  const speed = (step: LadderStep, bpm = step.bpm, easing = now.easing) =>
    stepSpeed(step, ownSubdivision, easedBpm(bpm, easing));
  // A step that climbs is as fast as its end, and one is come from at its start: slower is slower all through.
  const peak = (step: LadderStep) => speed(step, Math.max(step.bpm, step.toBpm ?? 0));
  let target = -1;
  steps.forEach((step, at) => {
    if (step.isBurst || step.part !== here.part || peak(step) >= speed(here)) return;
    const [best, own] = [target < 0 ? 0 : peak(steps[target]!), peak(step)];
    if (own > best || (own === best && at < now.at)) target = at;
  });
  if (target >= 0) return { climb: goToStep(now, target, steps.length), move: 'back' };
  const easing = Math.max(MOST_EASING, now.easing * EASING);
  const isSlower = speed(here, here.bpm, easing) < speed(here);
  return { climb: { ...now, easing: isSlower ? easing : now.easing }, move: isSlower ? 'back' : 'rest' };
}

/**
 * Where a verdict leads: up after so many clean runs in a row, slower after so many that are not, as the step says.
 * @param ownSubdivision slots a beat of steps that name none.
 */
export function judged(
  climb: Climb,
  steps: readonly LadderStep[],
  verdict: Verdict,
  ownSubdivision: number,
): { climb: Climb; move: Move } {
  const at = Math.min(climb.at, steps.length - 1);
  const { upAfter, backAfter } = steps[at]!;
  const isClean = verdict === 'clean';
  const cleanInARow = isClean ? climb.cleanInARow + 1 : 0;
  const uncleanInARow = isClean ? 0 : climb.uncleanInARow + 1;
  const next = { ...climb, at, cleanInARow, uncleanInARow };
  if (upAfter === 0 || cleanInARow >= upAfter) {
    if (at === steps.length - 1) return { climb: next, move: 'top' };
    return { climb: goToStep(next, at + 1, steps.length), move: 'up' };
  }
  if (backAfter > 0 && uncleanInARow >= backAfter) return slower(next, steps, ownSubdivision);
  return { climb: next, move: 'stay' };
}

/** The tempo of the step where a session stands, in whole beats a minute where it is eased. */
export function steppedBpm({ at, easing }: Climb, steps: readonly LadderStep[]): number {
  return easedBpm(steps[Math.min(at, steps.length - 1)]!.bpm, easing);
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
