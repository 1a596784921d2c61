/** The ladder of a player on an exercise, from what is kept of it. */
import { firstOf } from '../model/field';
import { LADDER_FIELDS, type LadderSpec } from '../model/ladder';
import { loopSpan } from '../passage/passage';
import { type Exercise } from '../model/exercise';
import { MAX_BPM } from '../model/tempo';
import type { LadderRecord, StampKey } from '../model/records';

/** Where there is no goal tempo a ladder climbs so far: common practice, no source. */
const UNSAID_CLIMB_BPM = 24;

/** What is kept of a ladder, whoever's it is. */
export type KeptLadder = Omit<LadderRecord, StampKey | 'exerciseId' | 'playerId'>;

/** What a ladder begins with, its start apart. */
export const FRESH_LADDER: Omit<KeptLadder, 'startBpm'> = firstOf(LADDER_FIELDS);

/** What a ladder is made from: what is kept for the player, and for the rest what the exercise says. */
export function ladderSpecOf(
  exercise: Pick<Exercise, 'startBpm' | 'goal'>,
  kept: KeptLadder | undefined,
): LadderSpec {
  const { steps: _s, time: _t, ...own } = kept ?? { ...FRESH_LADDER, startBpm: exercise.startBpm };
  const goalBpm = own.goalBpm ?? exercise.goal.bpm ?? Math.min(MAX_BPM, own.startBpm + UNSAID_CLIMB_BPM);
  const { kind, startBpm, stepBpm, rises, rounding, burstBpm, burstPasses } = own;
  const { passes, upAfter, backAfter, countInBeats, restSeconds } = own;
  return {
    kind,
    startBpm,
    goalBpm,
    stepBpm,
    rises,
    rounding,
    burstBpm,
    burstPasses,
    passes,
    upAfter,
    backAfter,
    countInBeats,
    restSeconds,
  };
}

/** Length of one pass in beats: of the loop where it is looped, else of the whole. */
export function passBeats({ passage, policy }: Pick<Exercise, 'passage' | 'policy'>): number {
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = policy.loop ? loopSpan(passage) : whole;
  return (endTicks - startTicks) / passage.meter.beatTicks;
}
