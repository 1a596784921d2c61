/** A player's day on one exercise, added up from its runs: what logbook and filters read. */
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { startOfISOWeek } from 'date-fns/startOfISOWeek';
import type { RunRecord } from '../exercise/records';
import { notesPerSecond } from '../rhythm/slots';
import type { JudgedRun } from '../tempo/cleanTempo';
import { longestStretch } from './load';
import { standing, type KindCounts, type Reason, type RunPlace } from './run';

/** Runs of one day that count alike. */
export interface SpeedGroup {
  readonly notesPerSecond: number;
  readonly passes: number;
  readonly clean: boolean;
  readonly stoppedIn: number | null;
  readonly runs: number;
  readonly seconds: number;
}

/** How often a change was named as the place where it fell apart. */
export interface FailingChange extends RunPlace {
  readonly passageHash: string;
  readonly runs: number;
  readonly reasons: Readonly<Partial<Record<Reason, number>>>;
}

export interface DayRecord {
  readonly playerId: string;
  readonly exerciseId: string;
  readonly day: string;
  readonly runs: number;
  readonly clean: number;
  readonly passes: number;
  readonly seconds: number;
  readonly strokes: number;
  readonly exposure: KindCounts;
  readonly wideStretches: number;
  /** The longest stretch without a minute's rest, in seconds. */
  readonly longestSeconds: number;
  /** Of all runs that were not clean, named place or not. */
  readonly reasons: Readonly<Partial<Record<Reason, number>>>;
  /** Of runs of the whole; a part at the same tempo is easier. */
  readonly speeds: readonly SpeedGroup[];
  readonly fails: readonly FailingChange[];
  /** Judged last, ISO 8601. */
  readonly lastAt: string;
}

export const NO_KINDS: KindCounts = { outside: 0, inside: 0, sweep: 0, backtrack: 0 };

/** Two counts by kind, added up. */
export function addedKinds(a: KindCounts, b: KindCounts): KindCounts {
  return {
    outside: a.outside + b.outside,
    inside: a.inside + b.inside,
    sweep: a.sweep + b.sweep,
    backtrack: a.backtrack + b.backtrack,
  };
}

function withReason(counts: Partial<Record<Reason, number>>, reason: Reason | null) {
  if (reason !== null) counts[reason] = (counts[reason] ?? 0) + 1;
  return counts;
}

/** Speeds are told apart to a thousandth of a note a second. */
const speedOf = ({ bpm, subdivision }: RunRecord) => Number(notesPerSecond(bpm, subdivision).toFixed(3));

function addSpeed(speeds: Map<string, SpeedGroup>, run: RunRecord): void {
  const { passes, stoppedIn } = run;
  const speed = speedOf(run);
  const clean = run.verdict === 'clean';
  const key = [speed, passes, clean, stoppedIn].join();
  const group = speeds.get(key);
  speeds.set(key, {
    notesPerSecond: speed,
    passes,
    clean,
    stoppedIn,
    runs: (group?.runs ?? 0) + 1,
    seconds: (group?.seconds ?? 0) + run.seconds,
  });
}

/**
 * The day of some runs of one player on one exercise and one day; null where none of them holds.
 * @param runs in any order, corrected ones included.
 */
export function dayOf(runs: readonly RunRecord[]): DayRecord | null {
  const kept = standing(runs).sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  const first = kept[0];
  if (!first) return null;
  const speeds = new Map<string, SpeedGroup>();
  const fails = new Map<string, FailingChange>();
  const reasons: Partial<Record<Reason, number>> = {};
  let [clean, passes, seconds, strokes, wideStretches] = [0, 0, 0, 0, 0];
  let exposure = NO_KINDS;
  for (const run of kept) {
    if (run.verdict === 'clean') clean++;
    passes += run.passes;
    seconds += run.seconds;
    strokes += run.strokes;
    wideStretches += run.wideStretches;
    exposure = addedKinds(exposure, run.exposure);
    withReason(reasons, run.reason);
    if (run.part === null) addSpeed(speeds, run);
    if (!run.place) continue;
    const { place, passageHash } = run;
    const name = [passageHash, place.fromNote, place.toNote, place.kind].join();
    const fail = fails.get(name);
    fails.set(name, {
      ...place,
      passageHash,
      runs: (fail?.runs ?? 0) + 1,
      reasons: withReason({ ...fail?.reasons }, run.reason),
    });
  }
  const { playerId, exerciseId, day } = first;
  return {
    playerId,
    exerciseId,
    day,
    runs: kept.length,
    clean,
    passes,
    seconds,
    strokes,
    exposure,
    wideStretches,
    longestSeconds: longestStretch(kept),
    reasons,
    speeds: [...speeds.values()],
    fails: [...fails.values()],
    lastAt: kept.at(-1)!.at,
  };
}

const EPOCH = '1970-01-01';
/** A record asks for the same few thousand days again and again. */
const dayNumbers = new Map<string, number>();

/** A local day (`2026-11-25`) as a number of days, so that days can be subtracted. */
export function dayNumber(day: string): number {
  const known = dayNumbers.get(day);
  if (known !== undefined) return known;
  const number = differenceInCalendarDays(parseISO(day), parseISO(EPOCH));
  dayNumbers.set(day, number);
  return number;
}

/** The local day so many days later (or, below 0, earlier). */
export function dayAfter(day: string, days: number): string {
  return formatISO(addDays(parseISO(day), days), { representation: 'date' });
}

/** Today, or the last day of a record where that lies later: a clock that was set back must not make the last runs vanish. */
export function latestDay(days: readonly DayRecord[], today: string): string {
  const last = days.at(-1)?.day ?? '';
  return last > today ? last : today;
}

/** The Monday of a day's week. */
export function weekOf(day: string): string {
  return formatISO(startOfISOWeek(parseISO(day)), { representation: 'date' });
}

/** Older runs weigh half as much after so many days: common practice, no source; can be set. */
export const DEFAULT_HALF_LIFE_DAYS = 21;
/** What weighs less than a thousandth is left out. */
const OLDEST_HALF_LIVES = 10;

/** The runs of some days as the model of clean tempo takes them, in notes a minute of one slot a beat, weighed by age. */
export function judgedRuns(
  days: readonly DayRecord[],
  today: string,
  halfLifeDays = DEFAULT_HALF_LIFE_DAYS,
): JudgedRun[] {
  const now = dayNumber(today);
  // What counts alike on several days is one entry with their weights together.
  const alike = new Map<string, JudgedRun & { weight: number }>();
  for (const { day, speeds } of days) {
    const age = Math.max(0, now - dayNumber(day));
    if (age > OLDEST_HALF_LIVES * halfLifeDays) continue;
    const weight = 2 ** (-age / halfLifeDays);
    for (const { notesPerSecond: speed, passes, clean, stoppedIn, runs } of speeds) {
      const key = `${speed} ${passes} ${clean} ${stoppedIn}`;
      const known = alike.get(key);
      if (known) known.weight += weight * runs;
      else {
        const stopped = stoppedIn === null ? {} : { stoppedIn };
        alike.set(key, { bpm: speed * 60, clean, passes, ...stopped, weight: weight * runs });
      }
    }
  }
  return [...alike.values()];
}
