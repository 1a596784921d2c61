/** Which way the clean tempo goes, and since when: up, down, stuck, or not to be seen. */
import { trendSince, type Trend } from '../tempo/drift';
import { cleanChances, fitDrift, type DriftFit } from '../tempo/driftFit';
import { bpmText } from '../tempo/speeds';
import { dayNumber, type DayRecord } from './day';
import { fitUpTo, recordOf } from './drifting';
import type { TempoNow } from './stated';

/** Stuck is said from so many days of practice over so many days, where a rise of a twentieth can be ruled out. */
const STUCK_PRACTICE_DAYS = 6;
const STUCK_DAYS = 21;
const NO_RISE_OCTAVES = Math.log2(1.05);

/** How the clean tempo moved over the last weeks of practice. */
export interface Movement {
  /** `open`: it may have moved either way, or the record is too short. */
  readonly goes: 'up' | 'down' | 'stuck' | 'open';
  /** The first day of what it is told from. */
  readonly since: string;
  readonly trend: Trend;
}

/** The same with a word on the last day. */
export interface Progress extends Movement {
  /** The last day of practice was worse than those before it led to expect. */
  readonly isLastWeaker: boolean;
}

type Days = readonly Pick<DayRecord, 'day' | 'speeds'>[];

/** The days on which the whole was played. */
const wholeDays = (days: Days) => days.filter(({ speeds }) => speeds.length > 0);

/** Rarer than one time in a hundred (standard normal, 0.01 quantile). */
const WEAK = -2.3263478740408408;
const FEWEST_RUNS = 4;

/** Whether the last day came out worse than the days before let expect: a fall within one day hardly shows in the trend. */
function isLastWeaker(days: Days, fit: DriftFit): boolean {
  const record = recordOf(days);
  const last = record.at(-1)!;
  if (record.length < 3 || last.runs.reduce((sum, { runs }) => sum + runs, 0) < FEWEST_RUNS) return false;
  const chances = cleanChances(fitDrift(record.slice(0, -1), { from: fit }), last);
  let [off, variance] = [0, 0];
  last.runs.forEach(({ clean, runs }, at) => {
    const chance = chances[at]!;
    off += runs * ((clean ? 1 : 0) - chance);
    variance += runs * chance * (1 - chance);
  });
  return off < 0 && off / Math.sqrt(variance) < WEAK;
}

/**
 * How the clean tempo has moved over the shortest time up to the last day of practice that holds six days of practice over three weeks, or
 * over all there is. Null with fewer than two days on which the whole was played.
 * @param days in order.
 */
export function progressOf(days: Days, fit: DriftFit | null = fitUpTo(days)): Progress | null {
  const movement = fit && movementOf(days, fit);
  return movement && { ...movement, isLastWeaker: isLastWeaker(wholeDays(days), fit) };
}

/** As `progressOf`, without a word on the last day, which takes a fit of its own. */
export function movementOf(days: Days, fit: DriftFit): Movement | null {
  const whole = wholeDays(days);
  const last = whole.at(-1);
  if (!last || whole.length < 2) return null;
  const enough = whole.findLastIndex(
    ({ day }, at) =>
      whole.length - at >= STUCK_PRACTICE_DAYS && dayNumber(last.day) - dayNumber(day) >= STUCK_DAYS,
  );
  const from = Math.max(0, enough);
  const trend = trendSince(fit, from);
  const goes =
    trend.high < 0
      ? 'down'
      : trend.low > 0
        ? 'up'
        : enough >= 0 && trend.high < NO_RISE_OCTAVES
          ? 'stuck'
          : 'open';
  return { goes, since: whole[from]!.day, trend };
}

/** How it moved since a day that is shown; null where fewer than two days of practice are. */
export function trendFrom(
  days: Days,
  from: string,
  fit: DriftFit | null = fitUpTo(days),
): (Trend & { since: string }) | null {
  const whole = wholeDays(days);
  const first = whole.findIndex(({ day }) => day >= from);
  if (!fit || first < 0 || first > whole.length - 2) return null;
  return { ...trendSince(fit, first), since: whole[first]!.day };
}

const whole = (bpm: number) => bpmText(Math.round(bpm));

/**
 * The trend in words, without a full stop: “up 4 to 9 bpm since 9 November”, “no change to be seen since …”.
 * @param now the clean tempo of now. @param dated a day in words.
 */
export function trendText(
  trend: Trend & { since: string },
  now: TempoNow,
  dated: (day: string) => string,
): string {
  const since = `since ${dated(trend.since)}`;
  // From the end that is nearer to where it was.
  const moved = (octaves: number) => Math.abs(now.bpm * (1 - 2 ** -octaves));
  if (trend.low > 0) return `up ${rangeOf(moved(trend.low), moved(trend.high))} bpm ${since}`;
  if (trend.high < 0) return `down ${rangeOf(moved(trend.high), moved(trend.low))} bpm ${since}`;
  return `no change to be seen ${since}`;
}

function rangeOf(least: number, most: number): string {
  const [from, to] = [whole(Math.max(1, least)), whole(Math.max(1, most))];
  return from === to ? from : `${from} to ${to}`;
}
