/** The ladder of a player on an exercise, from what is kept of it. */
import { firstOf } from '../model/field';
import { LADDER_FIELDS, MAX_LADDER_PASSES, type LadderSpec } from '../model/ladder';
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

/** A run of a drill lasts no fewer beats, four times a usual count-in: common practice, no source. */
const LEAST_RUN_BEATS = 16;

/** The passes that a run has at least: of a drill as many as last sixteen beats, where its notes are known; else one. */
export function leastPasses({ drill, passage, policy }: Climbed): number {
  // A twin has one ladder with its exercise.
  if (!drill || drill.stage === 'twin' || !passage || !policy) return 1;
  return Math.min(MAX_LADDER_PASSES, Math.ceil(LEAST_RUN_BEATS / passBeats({ passage, policy })));
}

/** What of an exercise a ladder is made from. */
type Climbed = Pick<Exercise, 'startBpm' | 'goal'> & Partial<Pick<Exercise, 'drill' | 'passage' | 'policy'>>;

/** What a ladder is made from: what is kept for the player, and for the rest what the exercise says. A run of a drill has a least length. */
export function ladderSpecOf(exercise: Climbed, kept: KeptLadder | undefined): LadderSpec {
  const { steps: _s, time: _t, ...own } = kept ?? { ...FRESH_LADDER, startBpm: exercise.startBpm };
  const goalBpm = own.goalBpm ?? exercise.goal.bpm ?? Math.min(MAX_BPM, own.startBpm + UNSAID_CLIMB_BPM);
  const { kind, startBpm, stepBpm, rises, rounding, burstBpm, burstPasses } = own;
  const { upAfter, backAfter, countInBeats, restSeconds } = own;
  const passes = Math.max(own.passes, leastPasses(exercise));
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
