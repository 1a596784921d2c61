/** What a block of minutes holds of an exercise: whole periods with their count-ins and rests, and the changes in them. */
import { exposureOf } from '../balance/exposure';
import type { Exercise } from '../model/exercise';
import type { Plan } from '../plan/plan';
import { passBeats } from '../tempo/climb';
import type { PairExposure } from './problem';

/** How an exercise is played in a week. */
export interface PlayedInWeek {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly bpm: number;
  /** Passes of a run, the beats before it and the rest after it. */
  readonly passes: number;
  readonly countInBeats: number;
  readonly restSeconds: number;
}

/** Passes of an exercise in a block: whole periods, at least one, so that a loop whose strokes turn round meets both sides. */
export function passesOfBlock(played: PlayedInWeek, blockMinutes: number): number {
  const { exercise, plan, bpm, passes, countInBeats, restSeconds } = played;
  const runSeconds = ((passes * passBeats(exercise) + countInBeats) * 60) / bpm + restSeconds;
  const period = plan.assignment.passes.length;
  const fit = (blockMinutes * 60 * passes) / runSeconds;
  return period * Math.max(1, Math.round(fit / period));
}

/** Inside and outside changes of some passes played in one go, by pair and direction. */
export function pairsOfPasses({ exercise, plan }: PlayedInWeek, passes: number): PairExposure[] {
  return exposureOf([{ exercise, plan, passes, bpm: 60 }]).pairs.flatMap(
    ({ stringFrom, stringTo, inside, outside }) =>
      inside + outside > 0 ? [{ stringFrom, stringTo, inside, outside }] : [],
  );
}
