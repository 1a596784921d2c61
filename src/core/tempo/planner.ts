/** What a climb takes in a student's week, what of it does not fit, and what would. */
import type { StepTime } from './ladder';
import { MAX_PLAN_WEEKS, type LadderStep, type PracticeTime } from '../model/ladder';

/** More on one exercise without a rest is much for a hand: common practice, no source. */
export const EXERCISE_MINUTES_LIMIT = 10;

/** Why no climb could be planned. */
export type PlanFault =
  | { readonly code: 'noTime' }
  /** One run of a step is longer than a session. */
  | { readonly code: 'runTooLong'; readonly step: number; readonly minutes: number }
  | { readonly code: 'tooManyWeeks'; readonly weeks: number }
  /** Longer on one exercise in one session than a hand should go without a rest. */
  | { readonly code: 'longSession'; readonly minutes: number };

export interface ClimbPlan {
  readonly passes: number;
  readonly runs: number;
  /** Count-ins and rests included. */
  readonly minutes: number;
  readonly sessions: number;
  /** In whole weeks. */
  readonly weeks: number;
  /** The session, from 0, in which each step is done. */
  readonly sessionOfStep: readonly number[];
  readonly faults: readonly PlanFault[];
}

const MINUTE = 60;

/**
 * Spreads a climb over sessions where every run is clean: runs are kept whole, a step goes on in the next session where it is
 * not done. With no time at all nothing is spread.
 * @param passesOf passes in a run of each step.
 */
export function planClimb(
  steps: readonly LadderStep[],
  times: readonly StepTime[],
  passesOf: readonly number[],
  time: PracticeTime,
): ClimbPlan {
  const faults: PlanFault[] = [];
  const room = time.minutesASession * MINUTE;
  if (!(room > 0) || !(time.sessionsAWeek > 0)) faults.push({ code: 'noTime' });
  let [session, used, passes, runs, total] = [0, 0, 0, 0, 0];
  const sessionOfStep = steps.map((step, at) => {
    const { runSeconds, runs: count } = times[at]!;
    for (let run = 0; run < count; run++) {
      const rest = used === 0 ? 0 : steps[run === 0 ? Math.max(0, at - 1) : at]!.restSeconds;
      if (used > 0 && used + rest + runSeconds > room && faults[0]?.code !== 'noTime') {
        session++;
        used = runSeconds;
        total += runSeconds;
      } else {
        used += rest + runSeconds;
        total += rest + runSeconds;
      }
    }
    runs += count;
    passes += count * passesOf[at]!;
    return session;
  });
  const longest = times.findIndex(({ runSeconds }) => runSeconds > room);
  if (longest >= 0 && faults.length === 0)
    faults.push({ code: 'runTooLong', step: longest, minutes: times[longest]!.runSeconds / MINUTE });
  const sessions = session + 1;
  const weeks = time.sessionsAWeek > 0 ? Math.ceil(sessions / time.sessionsAWeek) : 0;
  if (time.weeks !== null && weeks > time.weeks) faults.push({ code: 'tooManyWeeks', weeks });
  const inOne = Math.min(time.minutesASession, total / MINUTE);
  if (inOne > EXERCISE_MINUTES_LIMIT) faults.push({ code: 'longSession', minutes: inOne });
  return { passes, runs, minutes: total / MINUTE, sessions, weeks, sessionOfStep, faults };
}

/** A change by which a climb would fit. */
export type PlanOffer =
  | { readonly set: 'passes' | 'upAfter' | 'stepBpm' | 'rises'; readonly to: number }
  | { readonly set: 'minutesASession' | 'sessionsAWeek' | 'weeks'; readonly to: number };

const isPressing = ({ faults }: ClimbPlan) => faults.some(({ code }) => code !== 'longSession');

/** A ladder's numbers that an offer may change, and how it plans with another. */
export interface Plannable {
  readonly time: PracticeTime;
  readonly now: {
    readonly passes: number;
    readonly upAfter: number;
    readonly stepBpm: number;
    readonly rises: number;
  };
  readonly usesRises: boolean;
  readonly most: { readonly stepBpm: number };
  readonly planWith: (offer: PlanOffer) => ClimbPlan;
}

/** The least change of each kind that makes a plan fit; none where it fits already. */
export function offersFor(plan: ClimbPlan, { time, now, usesRises, most, planWith }: Plannable): PlanOffer[] {
  if (!isPressing(plan)) return [];
  const down = (from: number, to: number) =>
    Array.from({ length: Math.max(0, from - to) }, (_, at) => from - 1 - at);
  const up = (from: number, to: number) =>
    Array.from({ length: Math.max(0, to - from) }, (_, at) => from + 1 + at);
  const tries: readonly (readonly PlanOffer[])[] = [
    down(now.passes, 1).map((to) => ({ set: 'passes', to })),
    down(now.upAfter, 1).map((to) => ({ set: 'upAfter', to })),
    usesRises
      ? down(now.rises, 1).map((to) => ({ set: 'rises', to }))
      : up(Math.floor(now.stepBpm), most.stepBpm).map((to) => ({ set: 'stepBpm', to })),
    up(Math.floor(time.minutesASession), 60).map((to) => ({ set: 'minutesASession', to })),
    up(Math.floor(time.sessionsAWeek), 7).map((to) => ({ set: 'sessionsAWeek', to })),
    time.weeks === null ? [] : up(time.weeks, MAX_PLAN_WEEKS).map((to) => ({ set: 'weeks', to })),
  ];
  return tries.flatMap((some) => {
    const fits = some.find((offer) => !isPressing(planWith(offer)));
    return fits ? [fits] : [];
  });
}
