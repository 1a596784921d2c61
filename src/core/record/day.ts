/** A player's day on one exercise, added up from its runs: what logbook and filters read. */
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { startOfISOWeek } from 'date-fns/startOfISOWeek';
import type { RunRecord } from '../model/records';
import { notesPerSecond } from '../time/slots';
import type { JudgedRun } from '../tempo/cleanTempo';
import { longestSeconds, stretchesOf, type Stretch } from './load';
import { type KindCounts, type Reason, type RunPlace } from '../model/run';
import { standing } from '../merging/chains';

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

/** What one player did with one exercise on one day. */
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
  /** Playing without a minute's rest, in order. */
  readonly stretches: readonly Stretch[];
  /** Of all runs that were not clean, named place or not. */
  readonly reasons: Readonly<Partial<Record<Reason, number>>>;
  /** Of runs of the whole; a part at the same tempo is easier. */
  readonly speeds: readonly SpeedGroup[];
  readonly fails: readonly FailingChange[];
  /** The first run of the whole, before any other: how it was kept since the last time. */
  readonly cold: { readonly notesPerSecond: number; readonly clean: boolean } | null;
  /** Judged last, ISO 8601. */
  readonly lastAt: string;
}

/** No change of any kind. */
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

/** Orders moments and days, as ISO 8601: by their letters, which is many times faster than by the rules of a language. */
export function inOrder(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
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
  const kept = standing(runs).sort((a, b) => inOrder(a.at, b.at) || inOrder(a.id, b.id));
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
  const cold = kept.find(({ part }) => part === null);
  const stretches = stretchesOf(kept);
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
    longestSeconds: longestSeconds(stretches),
    stretches,
    reasons,
    speeds: [...speeds.values()],
    fails: [...fails.values()],
    cold: cold ? { notesPerSecond: speedOf(cold), clean: cold.verdict === 'clean' } : null,
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

const mondays = new Map<string, string>();

/** The Monday of a day's week. */
export function weekOf(day: string): string {
  const known = mondays.get(day);
  if (known !== undefined) return known;
  const monday = formatISO(startOfISOWeek(parseISO(day)), { representation: 'date' });
  mondays.set(day, monday);
  return monday;
}

/** What weighs less than a thousandth is left out. */
const OLDEST_HALF_LIVES = 10;

/** Runs of some days, put together where they count alike. */
export interface AlikeRuns {
  readonly kinds: readonly Omit<JudgedRun, 'weight'>[];
  /** Of each day, in order: how many runs of which kinds. */
  readonly days: readonly {
    readonly number: number;
    readonly runs: readonly (readonly [number, number])[];
  }[];
}

/** Puts the runs of some days together, so that they can be weighed again and again for different days. */
export function alikeRuns(days: readonly DayRecord[]): AlikeRuns {
  const kinds: Omit<JudgedRun, 'weight'>[] = [];
  const known = new Map<string, number>();
  const kindOf = ({ notesPerSecond: speed, passes, clean, stoppedIn }: SpeedGroup) => {
    const key = `${speed} ${passes} ${clean} ${stoppedIn}`;
    const at = known.get(key) ?? kinds.length;
    if (at === kinds.length) {
      known.set(key, at);
      kinds.push({ bpm: speed * 60, clean, passes, ...(stoppedIn === null ? {} : { stoppedIn }) });
    }
    return at;
  };
  return {
    kinds,
    days: days.map(({ day, speeds }) => ({
      number: dayNumber(day),
      runs: speeds.map((group) => [kindOf(group), group.runs] as const),
    })),
  };
}

/**
 * Runs as the model of clean tempo takes them, in notes a minute of one slot a beat, weighed by age.
 * @param upTo so many days from the first on. @param today a day number; later days count as of it.
 */
export function judgedRuns(
  { kinds, days }: AlikeRuns,
  upTo: number,
  today: number,
  halfLifeDays: number,
): JudgedRun[] {
  const weights = new Float64Array(kinds.length);
  for (const { number, runs } of days.slice(0, upTo)) {
    const age = Math.max(0, today - number);
    if (age > OLDEST_HALF_LIVES * halfLifeDays) continue;
    const weight = 2 ** (-age / halfLifeDays);
    for (const [kind, count] of runs) weights[kind]! += weight * count;
  }
  return kinds.flatMap((kind, at) => (weights[at]! > 0 ? { ...kind, weight: weights[at]! } : []));
}
