/** What the weeks of a record come to, in words. */
import type { Limits } from '../model/limits';
import { counted, countedMany } from '../picking/counting';
import { durationText } from '../tempo/speeds';
import type { WeekOfPractice } from './book';
import type { DayRecord } from './day';
import { longestPicking } from './load';

/** A part in whole per cent; null of nothing. */
export const percent = (part: number, whole: number): number | null =>
  whole === 0 ? null : Math.round((100 * part) / whole);

const sumOf = (weeks: readonly WeekOfPractice[], of: (week: WeekOfPractice) => number) =>
  weeks.reduce((total, week) => total + of(week), 0);

/** "12 runs, 75 % of them clean." */
export function runsText(weeks: readonly WeekOfPractice[]): string {
  const [runs, clean] = [sumOf(weeks, (week) => week.runs), sumOf(weeks, (week) => week.clean)];
  return `${counted(runs, 'run')}, ${percent(clean, runs) ?? 0} % of them clean.`;
}

/** "40 % inside, 60 % outside, in 1,200 changes." */
export function exposureText(weeks: readonly WeekOfPractice[]): string {
  const outside = sumOf(weeks, ({ exposure }) => exposure.outside);
  const inside = sumOf(weeks, ({ exposure }) => exposure.inside);
  const share = percent(inside, inside + outside);
  if (share === null) {
    const sweeps = sumOf(weeks, ({ exposure }) => exposure.sweep);
    return `No inside or outside change was played, ${countedMany(sweeps, 'sweep')}.`;
  }
  return `${share} % inside, ${100 - share} % outside, in ${countedMany(inside + outside, 'change')}.`;
}

const minutesOf = (seconds: readonly number[]) => Math.round(Math.max(...seconds) / 60);

/** What picking without a real break came to, on whatever exercises. */
function pickingText(days: readonly DayRecord[], limits: Limits): string {
  const byDay = new Map<string, DayRecord[]>();
  for (const one of days) byDay.set(one.day, [...(byDay.get(one.day) ?? []), one]);
  const longest = [...byDay.values()].map((some) =>
    longestPicking(
      some.flatMap((day) => day.stretches),
      limits,
    ),
  );
  const over = longest.filter((seconds) => seconds > limits.pickingMinutes * 60);
  const rule = `${counted(limits.pickingMinutes, 'minute')} of picking without ${counted(limits.breakMinutes, 'minute')} off`;
  return over.length === 0
    ? `No day with more than ${rule}, all exercises together.`
    : `On ${counted(over.length, 'day')} more than ${rule}, all exercises together, the longest ${counted(minutesOf(over), 'minute')}.`;
}

/** What an exercise, and all picking, asked of the hand. */
export function loadText(load: {
  /** Days of the exercise. */
  readonly days: readonly DayRecord[];
  /** Days of every exercise: a hand that picks without a break does so whatever it plays. */
  readonly allDays: readonly DayRecord[];
  readonly limits: Limits;
  /** Null: not known yet, and not said. */
  readonly secondsAtClean: number | null;
}): string {
  const { days, allDays, limits, secondsAtClean } = load;
  const most = limits.exerciseMinutes;
  const over = days.map(({ longestSeconds }) => longestSeconds).filter((seconds) => seconds > most * 60);
  const rule = `more than ${counted(most, 'minute')} on one exercise without a minute’s rest`;
  return [
    ...(secondsAtClean === null ? [] : [`${durationText(secondsAtClean)} at or above the clean tempo.`]),
    over.length > 0
      ? `On ${counted(over.length, 'day')} ${rule}, the longest ${counted(minutesOf(over), 'minute')}.`
      : `No day with ${rule}.`,
    pickingText(allDays, limits),
  ].join(' ');
}
