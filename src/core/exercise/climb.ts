/** The ladder of a player on an exercise, from what is kept of it. */
import {
  buildLadder,
  DEFAULT_LADDER,
  ladderTimes,
  type LadderSpec,
  type LadderStep,
  type StepTime,
} from '../tempo/ladder';
import { loopSpan } from '../passage/passage';
import { MAX_BPM, type Exercise } from './exercise';
import type { LadderRecord, RecordStamp } from './records';

/** Where there is no goal tempo a ladder climbs so far: common practice, no source. */
const UNSAID_CLIMB_BPM = 24;

/** What is kept of a ladder, whoever's it is. */
export type KeptLadder = Omit<LadderRecord, keyof RecordStamp | 'exerciseId' | 'playerId'>;

/** What a ladder is made from: what is kept for the player, and for the rest what the exercise says. */
export function ladderSpecOf(
  exercise: Pick<Exercise, 'startBpm' | 'goal'>,
  kept: KeptLadder | undefined,
): LadderSpec {
  const startBpm = kept?.startBpm ?? exercise.startBpm;
  const goalBpm = kept?.goalBpm ?? exercise.goal.bpm ?? Math.min(MAX_BPM, startBpm + UNSAID_CLIMB_BPM);
  const { kind, stepBpm, passes, countInBeats, restSeconds } = kept ?? DEFAULT_LADDER;
  return { kind, startBpm, goalBpm, stepBpm, passes, countInBeats, restSeconds };
}

/** Length of one pass in beats: of the loop where it is looped, else of the whole. */
export function passBeats({ passage, policy }: Exercise): number {
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = policy.loop ? loopSpan(passage) : whole;
  return (endTicks - startTicks) / passage.meter.beatTicks;
}

/** The steps of a ladder on an exercise, with their times. */
export function climbOf(exercise: Exercise, spec: LadderSpec): { steps: LadderStep[]; times: StepTime[] } {
  const steps = buildLadder(spec);
  return { steps, times: ladderTimes(steps, passBeats(exercise), spec.countInBeats) };
}
