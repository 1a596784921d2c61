/** What a reason leads to: which hand works alone next, and on which stage of the drill. Common practice, no source. */
import type { DrillHands, DrillStage } from '../model/exercise';
import type { Reason } from '../model/run';

export interface ReasonMending {
  readonly name: string;
  readonly hands: DrillHands;
  readonly stage: DrillStage;
  /** What to listen to or to look at. */
  readonly cue: string;
}

/** What mends a run that was not clean, by its reason. */
export const REASON_MENDINGS: Readonly<Record<Reason, ReasonMending>> = {
  early: {
    name: 'early',
    hands: 'picking',
    stage: 'stop',
    cue: 'The pick hurries over: stop after the exit stroke and look where it stands.',
  },
  late: {
    name: 'late',
    hands: 'picking',
    stage: 'round',
    cue: 'The pick comes late: the two notes round and round, the exit already on its way to the next string.',
  },
  uneven: {
    name: 'uneven',
    hands: 'picking',
    stage: 'triplets',
    cue: 'Another accent shows which stroke is weak.',
  },
  ringing: {
    name: 'notes ring into each other',
    hands: 'fretting',
    stage: 'two notes',
    cue: 'The finger that leaves must also damp: lift it only to the string, not off it.',
  },
  silent: {
    name: 'a silent note',
    hands: 'fretting',
    stage: 'neighbours',
    cue: 'The finger is not down in time: the fretting hand alone, slowly, with the notes around.',
  },
  noise: {
    name: 'noise',
    hands: 'both',
    stage: 'two notes',
    cue: 'Name what damps each other string, then play the two notes and listen only to those.',
  },
  wrong: {
    name: 'wrong string or stroke',
    hands: 'picking',
    stage: 'there and back',
    cue: 'The way must be known first: there and back, saying the strokes.',
  },
  tight: {
    name: 'tight hand',
    hands: 'both',
    stage: 'stop',
    cue: 'Stop in every pass and let go of all that is not needed; slower than feels right.',
  },
};

/** The reason named most often; of equal ones the first of the list. Null without any. */
export function commonestReason(counts: Readonly<Partial<Record<Reason, number>>>): Reason | null {
  const named = (Object.keys(REASON_MENDINGS) as Reason[]).filter((reason) => (counts[reason] ?? 0) > 0);
  return named.reduce<Reason | null>(
    (best, reason) => (best === null || counts[reason]! > counts[best]! ? reason : best),
    null,
  );
}
