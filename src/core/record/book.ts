/** The logbook's figures: weeks, exercises and failing changes, added up from days. */
import { addedKinds, dayAfter, inOrder, NO_KINDS, weekOf, type DayRecord, type FailingChange } from './day';
import { NINETY_PERCENT } from '../tempo/cleanTempo';
import type { KindCounts } from '../model/run';

/** A week of practice; weeks without any are there too, between the first and the last. */
export interface WeekOfPractice {
  /** Its Monday. */
  readonly monday: string;
  readonly days: number;
  readonly runs: number;
  readonly clean: number;
  readonly passes: number;
  readonly strokes: number;
  readonly seconds: number;
  readonly wideStretches: number;
  readonly longestSeconds: number;
  readonly exposure: KindCounts;
}

const noWeek = (monday: string): WeekOfPractice => ({
  monday,
  days: 0,
  runs: 0,
  clean: 0,
  passes: 0,
  strokes: 0,
  seconds: 0,
  wideStretches: 0,
  longestSeconds: 0,
  exposure: NO_KINDS,
});

/** Days in weeks, oldest first. */
export function weeksOf(days: readonly DayRecord[]): WeekOfPractice[] {
  const byWeek = new Map<string, WeekOfPractice>();
  const seen = new Set<string>();
  for (const one of days) {
    const monday = weekOf(one.day);
    const week = byWeek.get(monday) ?? noWeek(monday);
    byWeek.set(monday, {
      monday,
      days: week.days + (seen.has(one.day) ? 0 : 1),
      runs: week.runs + one.runs,
      clean: week.clean + one.clean,
      passes: week.passes + one.passes,
      strokes: week.strokes + one.strokes,
      seconds: week.seconds + one.seconds,
      wideStretches: week.wideStretches + one.wideStretches,
      longestSeconds: Math.max(week.longestSeconds, one.longestSeconds),
      exposure: addedKinds(week.exposure, one.exposure),
    });
    seen.add(one.day);
  }
  const mondays = [...byWeek.keys()].sort();
  const weeks: WeekOfPractice[] = [];
  const last = mondays.at(-1);
  for (
    let monday = mondays[0];
    monday !== undefined && last !== undefined && monday <= last;
    monday = dayAfter(monday, 7)
  )
    weeks.push(byWeek.get(monday) ?? noWeek(monday));
  return weeks;
}

/** Some weeks put together, so many at a time, from the last one backwards; each is named by its first Monday. */
export function weeksTogether(weeks: readonly WeekOfPractice[], count: number): WeekOfPractice[] {
  const first = weeks.length % count;
  const starts = [
    ...(first > 0 ? [0] : []),
    ...Array.from({ length: Math.floor(weeks.length / count) }, (_, at) => first + at * count),
  ];
  return starts.map((start, at) => {
    const some = weeks.slice(start, starts[at + 1] ?? weeks.length);
    const sum = (of: (week: WeekOfPractice) => number) => some.reduce((total, week) => total + of(week), 0);
    return {
      monday: some[0]!.monday,
      days: sum(({ days }) => days),
      runs: sum(({ runs }) => runs),
      clean: sum(({ clean }) => clean),
      passes: sum(({ passes }) => passes),
      strokes: sum(({ strokes }) => strokes),
      seconds: sum(({ seconds }) => seconds),
      wideStretches: sum((week) => week.wideStretches),
      longestSeconds: Math.max(...some.map(({ longestSeconds }) => longestSeconds)),
      exposure: some.reduce((total, { exposure }) => addedKinds(total, exposure), NO_KINDS),
    };
  });
}

/** Seconds under the hand at or above a speed, in notes a second, of each exercise; null: it has none that counts. */
export function secondsFrom(
  days: readonly DayRecord[],
  speedOf: (exerciseId: string) => number | null,
): number {
  let seconds = 0;
  for (const { exerciseId, speeds } of days) {
    const least = speedOf(exerciseId);
    if (least === null) continue;
    for (const group of speeds) if (group.notesPerSecond >= least) seconds += group.seconds;
  }
  return seconds;
}

/** A failing change with the exercise that it belongs to. */
export interface FailingInExercise extends FailingChange {
  readonly exerciseId: string;
  /** The day on which it was last named. */
  readonly lastDay: string;
  /** Passes in which it was played, as far as the days tell: those of its exercise. */
  readonly played: number;
  /** Of a hundred times it was played it failed so often, and the 90 % interval of that (Wilson 1927). */
  readonly rate: Rate;
}

/** A share in percent with its 90 % interval. */
export interface Rate {
  readonly percent: number;
  readonly low: number;
  readonly high: number;
}

/** How often out of how many, in percent, with its interval. */
export function rateOf(failures: number, played: number): Rate {
  const n = Math.max(played, failures, 1);
  const [share, z2] = [failures / n, NINETY_PERCENT ** 2];
  const middle = (share + z2 / (2 * n)) / (1 + z2 / n);
  const half = (NINETY_PERCENT * Math.sqrt((share * (1 - share)) / n + z2 / (4 * n * n))) / (1 + z2 / n);
  const percent = (value: number) => 100 * Math.min(1, Math.max(0, value));
  return { percent: percent(share), low: percent(middle - half), high: percent(middle + half) };
}

/** So many alike are no one place. */
const ALIKE = 5;

/** Whether so many changes fail as often as the first of them that none stands out. */
export function isNoOnePlace(failing: readonly { readonly rate: Rate }[]): boolean {
  const [first] = failing;
  return first !== undefined && failing.filter(({ rate }) => rate.high >= first.rate.percent).length >= ALIKE;
}

/** Changes by how often they fail when they are played, by the lower end of that rate; the same change in later versions of the notes counts once. */
export function failingChanges(days: readonly DayRecord[]): FailingInExercise[] {
  type Growing = { -readonly [Key in keyof FailingInExercise]: FailingInExercise[Key] } & {
    reasons: Record<string, number>;
  };
  const found: Growing[] = [];
  const byExercise = new Map<string, Map<string, Growing>>();
  for (const { exerciseId, day, fails } of days) {
    if (fails.length === 0) continue;
    let mine = byExercise.get(exerciseId);
    if (!mine) byExercise.set(exerciseId, (mine = new Map<string, Growing>()));
    for (const fail of fails) {
      const key = `${fail.fromNote} ${fail.toNote} ${fail.kind}`;
      let known = mine.get(key);
      if (!known) {
        known = { ...fail, exerciseId, runs: 0, reasons: {}, lastDay: day, played: 0, rate: rateOf(0, 1) };
        mine.set(key, known);
        found.push(known);
      }
      known.runs += fail.runs;
      for (const reason in fail.reasons)
        known.reasons[reason] =
          (known.reasons[reason] ?? 0) + fail.reasons[reason as keyof typeof fail.reasons]!;
      if (day < known.lastDay) continue;
      known.lastDay = day;
      known.passageHash = fail.passageHash;
    }
  }
  const passes = new Map<string, number>();
  for (const one of days) passes.set(one.exerciseId, (passes.get(one.exerciseId) ?? 0) + one.passes);
  for (const one of found) {
    one.played = Math.max(one.runs, passes.get(one.exerciseId) ?? 0);
    one.rate = rateOf(one.runs, one.played);
  }
  return found.sort((a, b) => b.rate.low - a.rate.low || inOrder(b.lastDay, a.lastDay));
}

/** An exercise in a player's record. */
export interface ExerciseInBook {
  readonly exerciseId: string;
  readonly days: readonly DayRecord[];
  readonly runs: number;
  readonly clean: number;
  readonly seconds: number;
  readonly lastDay: string;
}

/** The exercises of some days, last practised first. */
export function exercisesIn(days: readonly DayRecord[]): ExerciseInBook[] {
  const found = new Map<string, DayRecord[]>();
  for (const day of days) {
    const some = found.get(day.exerciseId);
    if (some) some.push(day);
    else found.set(day.exerciseId, [day]);
  }
  const sum = (some: readonly DayRecord[], of: (day: DayRecord) => number) =>
    some.reduce((total, day) => total + of(day), 0);
  return [...found]
    .map(([exerciseId, some]) => ({
      exerciseId,
      days: some,
      runs: sum(some, ({ runs }) => runs),
      clean: sum(some, ({ clean }) => clean),
      seconds: sum(some, ({ seconds }) => seconds),
      lastDay: some.reduce((last, { day }) => (day > last ? day : last), ''),
    }))
    .sort((a, b) => inOrder(b.lastDay, a.lastDay) || b.runs - a.runs);
}
