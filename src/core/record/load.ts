/** Load on the hand in a day: minutes, strokes, stretches without a rest, against the player's limits. */
import { parseISO } from 'date-fns/parseISO';
import type { Limits } from './limits';
import type { Run } from './run';

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

/** The longest sum of seconds between gaps of at least so many seconds. */
function longestWithout(runs: readonly Timed[], gapSeconds: number, isOneExercise: boolean): number {
  let [longest, sum, end] = [0, 0, -Infinity];
  let exercise: string | null = null;
  for (const run of runs) {
    const until = parseISO(run.at).getTime() / 1000;
    const from = until - run.seconds;
    const goesOn = from - end < gapSeconds && (!isOneExercise || run.exerciseId === exercise);
    sum = (goesOn ? sum : 0) + run.seconds;
    longest = Math.max(longest, sum);
    end = until;
    exercise = run.exerciseId;
  }
  return longest;
}

/** The longest stretch on one exercise without a minute's rest, in seconds; runs logged by hand have no known rests. */
export function longestStretch(runs: readonly Timed[]): number {
  const timed = runs.filter(({ byHand }) => !byHand);
  return longestWithout(timed, REST_SECONDS, true);
}

/** The load of the runs of a day in the order in which they were judged; runs logged by hand have no known rests and count in the sums only. */
export function loadOf(runs: readonly Timed[], limits: Limits): Load {
  const timed = runs.filter(({ byHand }) => !byHand);
  const sum = (of: (run: Timed) => number) => runs.reduce((total, run) => total + of(run), 0);
  return {
    minutes: sum(({ seconds }) => seconds) / 60,
    strokes: sum(({ strokes }) => strokes),
    wideStretches: sum(({ wideStretches }) => wideStretches),
    longestOnOne: longestStretch(runs) / 60,
    longestPicking: longestWithout(timed, limits.breakMinutes * 60, false) / 60,
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
          `${minutes(longestPicking)} of picking without ${limits.breakMinutes} minutes off (limit ${limits.pickingMinutes})`,
        ]
      : []),
  ];
}
