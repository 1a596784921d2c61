/** A sitting from verdict to verdict: what each makes of the run and of where the session stands; pure. */
import {
  eased,
  FOOT_OF_LADDER,
  goToStep,
  judged,
  steppedBpm,
  type Climb,
  type LadderStep,
  type Move,
  type PlayPlace,
  type Setup,
  type Verdict,
} from '@/core';
import { playedFigures } from '@/core/record';
import type { Stepped } from '@/core/drills';
import type { NewRun, PracticeMode, PracticeSession } from '@/storage';

/** `warm-up` and `rest` can be cut short; in `judge` a run waits for its verdict. */
export type Phase = 'warm-up' | 'ready' | 'playing' | 'judge' | 'rest' | 'done';

/** How much of a run was played. */
export interface PlayedRun {
  readonly passes: number;
  /** Where it was broken off; null: it was played to its end. */
  readonly brokenAt: PlayPlace | null;
}

/** A new sitting at the foot of the ladder, or where the record says. */
export function newSitting(
  fields: Pick<PracticeSession, 'id' | 'playerId' | 'exerciseId' | 'mode' | 'startedAt' | 'bpm'>,
  step: number,
  steps: number,
): PracticeSession {
  return { ...fields, climb: goToStep(FOOT_OF_LADDER, step, steps), past: [], tights: 0 };
}

/** What a verdict says of the passes that were played; null where not even one was. */
export function verdictOf(
  said: 'clean' | 'not clean',
  { passes, brokenAt }: PlayedRun,
): Pick<NewRun, 'passes' | 'verdict' | 'stoppedIn'> | null {
  if (brokenAt === null) return { passes, verdict: said, stoppedIn: null };
  if (said === 'clean')
    return brokenAt.pass === 0 ? null : { passes: brokenAt.pass, verdict: 'clean', stoppedIn: null };
  return { passes: brokenAt.pass + 1, verdict: 'stopped', stoppedIn: brokenAt.pass + 1 };
}

interface Judging {
  readonly session: PracticeSession;
  readonly stepped: Stepped;
  readonly setup: Setup;
  readonly passageHash: string;
  readonly bpm: number;
  readonly step: Pick<LadderStep, 'part' | 'sound'>;
  readonly seen: string;
  readonly verdict: { readonly passes: number; readonly verdict: Verdict; readonly stoppedIn: number | null };
  readonly brokenAt: PlayPlace | null;
}

/** The run as it is kept. */
export function runFrom(judging: Judging): NewRun {
  const { session, stepped, setup, verdict, brokenAt, passageHash, bpm, step, seen } = judging;
  const { exercise, plan } = stepped;
  const untilTicks = verdict.verdict === 'stopped' ? (brokenAt?.ticks ?? null) : null;
  return {
    playerId: session.playerId,
    exerciseId: session.exerciseId,
    sessionId: session.id,
    passageHash,
    bpm,
    subdivision: stepped.subdivision,
    part: step.part === 'whole' ? null : step.part,
    ...verdict,
    ...playedFigures({ exercise, plan, passes: verdict.passes, bpm, untilTicks }, setup),
    reason: null,
    place: null,
    sound: step.sound,
    seen,
    byHand: false,
    corrects: null,
  };
}

/** Where a verdict takes the sitting; a lesson and a probe do not move a ladder by its rule. */
export function afterVerdict(
  session: PracticeSession,
  steps: readonly LadderStep[],
  verdict: Verdict,
): { session: PracticeSession; move: Move } {
  if (session.mode === 'lesson') return { session, move: 'stay' };
  if (session.mode === 'probe') {
    const isOn = verdict === 'clean' && session.climb.at < steps.length - 1;
    if (!isOn) return { session, move: 'top' };
    return {
      session: { ...session, climb: goToStep(session.climb, session.climb.at + 1, steps.length) },
      move: 'up',
    };
  }
  const { climb, move } = judged(session.climb, steps, verdict);
  return { session: { ...session, climb }, move };
}

/** A tight hand slows the plan down. */
export function afterTight(session: PracticeSession): PracticeSession {
  const climb: Climb = session.mode === 'ladder' ? eased(session.climb) : session.climb;
  return { ...session, climb, bpm: Math.round(session.bpm * 0.9), tights: session.tights + 1 };
}

/** The tempo that is played now. */
export function tempoOf({ mode, climb, bpm }: PracticeSession, steps: readonly LadderStep[]): number {
  return mode === 'lesson' ? bpm : steppedBpm(climb, steps);
}

/** What the move did, in a few words. */
export function moveText(move: Move, mode: PracticeMode, bpm: number): string {
  if (mode === 'probe') return move === 'up' ? `Clean: on to ${bpm}.` : '';
  switch (move) {
    case 'up':
      return `Up to ${bpm}.`;
    case 'back':
      return `Back to ${bpm}.`;
    case 'top':
      return 'The last step is clean.';
    case 'stay':
      return mode === 'lesson' ? 'Kept.' : 'Once more at the same tempo.';
  }
}
