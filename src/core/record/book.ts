/** The logbook's figures: weeks, exercises and failing changes, added up from days. */
import { addedKinds, dayAfter, inOrder, NO_KINDS, weekOf, type DayRecord, type FailingChange } from './day';
import type { KindCounts } from './run';

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
}

/** Changes by how often they were named, most often first; the same change in later versions of the notes counts once. */
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
        known = { ...fail, exerciseId, runs: 0, reasons: {}, lastDay: day };
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
  return found.sort((a, b) => b.runs - a.runs || inOrder(b.lastDay, a.lastDay));
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
