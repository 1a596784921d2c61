/** Load on the hand in a day: minutes, strokes, stretches without a rest, against the player's limits. */
import { parseISO } from 'date-fns/parseISO';
import type { Limits } from '../model/limits';
import type { Run } from '../model/run';
import { counted } from '../picking/counting';

/** Hands that lie still for so long have rested, within one exercise. */
const REST_SECONDS = 60;

export interface Load {
  readonly minutes: number;
  readonly strokes: number;
  readonly wideStretches: number;
  /** The longest stretch on one exercise without a minute's rest, in minutes. */
  readonly longestOnOne: number;
  /** The longest stretch of picking without a break. */
  readonly longestPicking: number;
}

type Timed = Pick<Run, 'at' | 'seconds' | 'exerciseId' | 'strokes' | 'wideStretches' | 'byHand'>;

/** Playing without a rest: when it began and ended, in seconds since 1970, and how much of that was under the hand. */
export interface Stretch {
  readonly exerciseId: string;
  readonly from: number;
  readonly until: number;
  readonly seconds: number;
}

/**
 * Runs as stretches without a minute's rest, in order; a new one begins with another exercise.
 * @param runs in the order in which they were judged; those logged by hand have no known rests and are left out.
 */
export function stretchesOf(runs: readonly Timed[]): Stretch[] {
  const stretches: Stretch[] = [];
  for (const { at, seconds, exerciseId, byHand } of runs) {
    if (byHand) continue;
    const until = parseISO(at).getTime() / 1000;
    const last = stretches.at(-1);
    const goesOn = last?.exerciseId === exerciseId && until - seconds - last.until < REST_SECONDS;
    if (goesOn) stretches[stretches.length - 1] = { ...last, until, seconds: last.seconds + seconds };
    else stretches.push({ exerciseId, from: until - seconds, until, seconds });
  }
  return stretches;
}

/** The longest of some stretches, in seconds. */
export const longestSeconds = (stretches: readonly Stretch[]): number =>
  Math.max(0, ...stretches.map(({ seconds }) => seconds));

/** Seconds under the hand between breaks of at least so many minutes, oldest first. */
function withoutBreak(
  stretches: readonly Stretch[],
  breakMinutes: number,
): { seconds: number; until: number }[] {
  const found: { seconds: number; until: number }[] = [];
  for (const { from, until, seconds } of [...stretches].sort((a, b) => a.until - b.until)) {
    const last = found.at(-1);
    if (last && from - last.until < breakMinutes * 60) {
      last.seconds += seconds;
      last.until = until;
    } else found.push({ seconds, until });
  }
  return found;
}

/** The longest picking without a real break, in seconds, whatever was played. */
export function longestPicking(stretches: readonly Stretch[], { breakMinutes }: Limits): number {
  return Math.max(0, ...withoutBreak(stretches, breakMinutes).map(({ seconds }) => seconds));
}

/** A limit is reached: what for, after how many minutes, and how long a rest takes it away. */
export interface RestNeeded {
  readonly of: 'exercise' | 'picking';
  readonly minutes: number;
  readonly restSeconds: number;
}

/**
 * Whether a hand has reached a limit and has not rested since; null where it may go on.
 * @param runs of the day, in the order in which they were judged. @param nowMs milliseconds since 1970.
 */
export function restNeeded(
  runs: readonly Timed[],
  limits: Limits,
  exerciseId: string,
  nowMs: number,
): RestNeeded | null {
  const stretches = stretchesOf(runs);
  const rested = (until: number) => Math.max(0, nowMs / 1000 - until);
  const picking = withoutBreak(stretches, limits.breakMinutes).at(-1);
  const breakSeconds = limits.breakMinutes * 60;
  if (picking && picking.seconds >= limits.pickingMinutes * 60 && rested(picking.until) < breakSeconds)
    return {
      of: 'picking',
      minutes: picking.seconds / 60,
      restSeconds: Math.ceil(breakSeconds - rested(picking.until)),
    };
  const last = stretches.at(-1);
  const isLong = last?.exerciseId === exerciseId && last.seconds >= limits.exerciseMinutes * 60;
  if (!isLong || rested(last.until) >= REST_SECONDS) return null;
  const restSeconds = Math.ceil(REST_SECONDS - rested(last.until));
  return { of: 'exercise', minutes: last.seconds / 60, restSeconds };
}

/** The load of the runs of a day in the order in which they were judged; runs logged by hand have no known rests and count in the sums only. */
export function loadOf(runs: readonly Timed[], limits: Limits): Load {
  const stretches = stretchesOf(runs);
  const sum = (of: (run: Timed) => number) => runs.reduce((total, run) => total + of(run), 0);
  return {
    minutes: sum(({ seconds }) => seconds) / 60,
    strokes: sum(({ strokes }) => strokes),
    wideStretches: sum(({ wideStretches }) => wideStretches),
    longestOnOne: longestSeconds(stretches) / 60,
    longestPicking: longestPicking(stretches, limits) / 60,
  };
}

/** What is more than the limits allow, in words; nothing where all is within them. */
export function loadWarnings({ longestOnOne, longestPicking }: Load, limits: Limits): string[] {
  const minutes = (value: number) => `${Math.round(value)} min`;
  return [
    ...(longestOnOne > limits.exerciseMinutes
      ? [`${minutes(longestOnOne)} on one exercise without a rest (limit ${limits.exerciseMinutes})`]
      : []),
    ...(longestPicking > limits.pickingMinutes
      ? [
          `${minutes(longestPicking)} of picking without ${counted(limits.breakMinutes, 'minute')} off (limit ${limits.pickingMinutes})`,
        ]
      : []),
  ];
}
