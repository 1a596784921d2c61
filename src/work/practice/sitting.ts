/** A sitting from verdict to verdict: what each makes of the run and of where the sitting stands; pure. */
import {
  bpmText,
  FOOT_OF_LADDER,
  goToStep,
  judged,
  MIN_BPM,
  PART_NAMES,
  slower,
  steppedBpm,
  type LadderStep,
  type Move,
  type Setup,
} from '@/core';
import { type JudgedBy, type Verdict, playedFigures } from '@/core/record';
import type { Stepped } from '@/core/drills';
import { dayOf, type Now } from './over';
import type { NewRun, PlayedRun, PracticeMode, PracticeSitting, Standing } from '@/storage';

/** A sitting in which nothing was said yet. */
export function newSitting(id: string, playerId: string, now: Now): PracticeSitting {
  return {
    id,
    playerId,
    startedAt: now.at,
    day: dayOf(now),
    lastMs: now.ms,
    isWarm: false,
    tights: 0,
    standings: {},
    said: [],
    open: null,
    painSeen: [],
  };
}

/** Where an exercise begins in a sitting. */
export function newStanding(step: number, steps: readonly LadderStep[], bpm: number): Standing {
  return { climb: goToStep(FOOT_OF_LADDER, step, steps.length), bpm };
}

/** What a verdict says of the passes that were played; null where not even one was. */
export function verdictOf(
  said: 'clean' | 'not clean',
  { passes, under }: PlayedRun,
): Pick<NewRun, 'passes' | 'verdict' | 'stoppedIn'> | null {
  if (said === 'clean') return passes === 0 ? null : { passes, verdict: 'clean', stoppedIn: null };
  if (under?.isStopped) return { passes: passes + 1, verdict: 'stopped', stoppedIn: passes + 1 };
  const all = passes + (under ? 1 : 0);
  return all === 0 ? null : { passes: all, verdict: 'not clean', stoppedIn: null };
}

interface Judging {
  readonly sitting: Pick<PracticeSitting, 'id' | 'playerId'>;
  readonly exerciseId: string;
  /** As it was played, whatever the exercise has become since. */
  readonly stepped: Stepped;
  readonly setup: Setup;
  readonly passageHash: string;
  readonly step: Pick<LadderStep, 'part' | 'sound'>;
  readonly seen: string;
  readonly judgedBy: JudgedBy;
  readonly played: PlayedRun;
  readonly verdict: NonNullable<ReturnType<typeof verdictOf>>;
}

/** The run as it is kept. */
export function runFrom(judging: Judging): NewRun {
  const { sitting, exerciseId, stepped, setup, verdict, played, passageHash, step, seen } = judging;
  const { exercise, plan, subdivision } = stepped;
  const { bpm, under } = played;
  const untilTicks = verdict.verdict === 'stopped' ? (under?.place.ticks ?? null) : null;
  return {
    playerId: sitting.playerId,
    exerciseId,
    sessionId: sitting.id,
    passageHash,
    bpm,
    subdivision,
    part: step.part === 'whole' ? null : step.part,
    ...verdict,
    ...playedFigures({ exercise, plan, passes: verdict.passes, bpm, untilTicks }, setup),
    reason: null,
    place: null,
    sound: step.sound,
    seen,
    byHand: false,
    judgedBy: judging.judgedBy,
    corrects: null,
    replaces: [],
  };
}

/** Whether a verdict counts toward clean runs in a row: only a run of all its passes does. */
export const isWhole = (verdict: Pick<NewRun, 'passes'>, { wanted }: PlayedRun): boolean =>
  wanted === null || verdict.passes >= wanted;

/**
 * Where a verdict leads; a lesson does not move, a probe goes up to the first run that is not clean.
 * @param subdivision slots a beat of steps that name none.
 */
export function afterVerdict(
  standing: Standing,
  mode: PracticeMode,
  steps: readonly LadderStep[],
  verdict: Verdict,
  isWholeRun: boolean,
  subdivision: number,
): { standing: Standing; move: Move } {
  if (mode === 'lesson' || (verdict === 'clean' && !isWholeRun)) return { standing, move: 'stay' };
  if (mode === 'probe') {
    const { at } = standing.climb;
    if (verdict !== 'clean' || at >= steps.length - 1) return { standing, move: 'top' };
    return { standing: { ...standing, climb: goToStep(standing.climb, at + 1, steps.length) }, move: 'up' };
  }
  const { climb, move } = judged(standing.climb, steps, verdict, subdivision);
  return { standing: { ...standing, climb }, move };
}

/** After a tight hand a lesson goes on at this part of the tempo: common practice, no source. */
const EASIER = 0.9;

/** A tight hand goes on slower, or not at all. */
export function afterTight(
  standing: Standing,
  mode: PracticeMode,
  steps: readonly LadderStep[],
  subdivision: number,
): { standing: Standing; move: 'back' | 'rest' } {
  if (mode === 'lesson') {
    const bpm = Math.max(MIN_BPM, Math.round(standing.bpm * EASIER));
    return { standing: { ...standing, bpm }, move: bpm < standing.bpm ? 'back' : 'rest' };
  }
  const { climb, move } = slower(standing.climb, steps, subdivision);
  return { standing: { ...standing, climb }, move };
}

/** The tempo that is played now. */
export function tempoOf({ climb, bpm }: Standing, mode: PracticeMode, steps: readonly LadderStep[]): number {
  return mode === 'lesson' ? bpm : steppedBpm(climb, steps);
}

/** Two places of a ladder, one before a move and one after. */
export interface Moved {
  readonly from: LadderStep;
  readonly to: LadderStep;
  readonly fromBpm: number;
  readonly toBpm: number;
}

/** What the move did, in a few words. */
export function moveText(
  move: Move,
  mode: PracticeMode,
  isClean: boolean,
  { from, to, fromBpm, toBpm }: Moved,
): string {
  const tempo = bpmText(toBpm);
  if (mode === 'probe') return move === 'up' ? `On to ${tempo}.` : '';
  switch (move) {
    case 'up':
      if (from.part !== to.part) return `On to ${PART_NAMES[to.part ?? 'whole']}, at ${tempo}.`;
      return toBpm > fromBpm ? `Up to ${tempo}.` : `On to ${tempo}.`;
    case 'back':
      return `Back to ${tempo}.`;
    case 'rest':
      return 'It goes no slower: let the hand rest.';
    case 'top':
      return isClean ? 'The last step is clean.' : 'That was the last step.';
    case 'stay':
      return mode === 'lesson' ? 'Kept.' : 'Once more at the same tempo.';
  }
}
