/** The clean tempo of a hand that gets better or worse: today, by days, and which way it goes. */
import { inverseParts, solveBordered } from './bordered';
import { CLEAN_LOGIT, NINETY_PERCENT } from './cleanTempo';
import {
  fitDrift,
  withoutSlow,
  type AtDrift,
  type DayOfRuns,
  type DriftFit,
  type RunsAlike,
} from './driftFit';
import type { Outcome } from './likelihood';

/** A run on a day; days are whole numbers. */
export interface RunOfDay extends Outcome {
  readonly day: number;
  readonly bpm: number;
  readonly passes: number;
}

/** A clean tempo with its 90 % interval, beats a minute. */
export interface TempoBand {
  readonly bpm: number;
  readonly low: number;
  readonly high: number;
}

/** The clean tempo of today. */
export interface TempoToday extends TempoBand {
  /** How far the hand drifts: logits per root day, the mean of what was weighed. */
  readonly tau: number;
  /** Runs after today, which do not count. */
  readonly later: number;
  /** Runs that were much slower than the others of their day, which do not count. */
  readonly slow: number;
}

/** Over the speeds of drift: the mean, and the whole variance, within and between. */
function mixed(
  parts: readonly AtDrift[],
  of: (part: AtDrift) => readonly [number, number],
): [number, number] {
  // What has no weight may have no variance either.
  parts = parts.filter(({ weight }) => weight > 0);
  const all = parts.map(of);
  const mean = parts.reduce((sum, { weight }, at) => sum + weight * all[at]![0], 0);
  const variance = parts.reduce(
    (sum, { weight }, at) => sum + weight * (all[at]![1] + (all[at]![0] - mean) ** 2),
    0,
  );
  return [mean, variance];
}

const bandOf = (b0: number, [z, variance]: readonly [number, number]): TempoBand => {
  const reach = NINETY_PERCENT * Math.sqrt(variance);
  return { bpm: b0 * 2 ** z, low: b0 * 2 ** (z - reach), high: b0 * 2 ** (z + reach) };
};

/** The clean tempo of a day that is not before the last of the fit: absence widens the interval and never lowers the tempo. */
export function tempoAfter(fit: DriftFit, today: number): TempoBand {
  const daysSince = today - fit.days.at(-1)!;
  return bandOf(
    fit.b0,
    mixed(fit.parts, ({ at, curvature, drift }) => {
      const n = at.length - 1;
      const steep = Math.exp(at[n]!);
      const z = (at[n - 1]! - CLEAN_LOGIT) / steep;
      const by = new Float64Array(n + 1);
      by[n - 1] = 1 / steep;
      by[n] = -z;
      const { solution } = solveBordered(curvature, by)!;
      const within = by.reduce((sum, one, place) => sum + one * solution[place]!, 0);
      return [z, within + (drift ** 2 * daysSince) / steep ** 2];
    }),
  );
}

/** The clean tempo of every day of practice by all that is known now, before and after it: smoothed. In order of the days. */
export function tempoByDay({ b0, days, parts }: DriftFit): TempoBand[] {
  const inverses = new Map(parts.map((part) => [part, inverseParts(part.curvature)]));
  return days.map((_, day) =>
    bandOf(
      b0,
      mixed(parts, (part) => {
        const n = part.at.length - 1;
        const place = Math.min(day, n - 1);
        const steep = Math.exp(part.at[n]!);
        const z = (part.at[place]! - CLEAN_LOGIT) / steep;
        const { diagonal, row } = inverses.get(part)!;
        const variance = diagonal[place]! / steep ** 2 - (2 * z * row[place]!) / steep + z ** 2 * row[n]!;
        return [z, Math.max(0, variance)];
      }),
    ),
  );
}

/** How the clean tempo has moved, in octaves: the likeliest and its 90 % interval. Below 0 is slower. */
export interface Trend {
  readonly octaves: number;
  readonly low: number;
  readonly high: number;
}

/** How far the clean tempo moved from one day of practice (by its place in the fit) to the last. */
export function trendSince({ parts, days }: DriftFit, from: number): Trend {
  const [mean, variance] = mixed(parts, ({ at, curvature }) => {
    const n = at.length - 1;
    // One state for all days has moved nowhere.
    if (n < days.length) return [0, 0];
    const steep = Math.exp(at[n]!);
    const moved = (at[n - 1]! - at[from]!) / steep;
    const by = new Float64Array(n + 1);
    by[n - 1]! += 1 / steep;
    by[from]! -= 1 / steep;
    by[n] = -moved;
    const { solution } = solveBordered(curvature, by)!;
    return [moved, by.reduce((sum, one, place) => sum + one * solution[place]!, 0)];
  });
  const reach = NINETY_PERCENT * Math.sqrt(Math.max(0, variance));
  return { octaves: mean, low: mean - reach, high: mean + reach };
}

/**
 * The fit of each of some days (by place, in order), by what could be known then; each begins where the one before ended. Worked out one by
 * one: whoever runs it can let the page go on between two.
 */
export function* fitsThen(
  record: readonly DayOfRuns[],
  places: readonly number[],
): Generator<void, DriftFit[]> {
  const fits: DriftFit[] = [];
  for (const place of places) {
    fits.push(fitDrift(record.slice(0, place + 1), { from: fits.at(-1) ?? null }));
    yield;
  }
  return fits;
}

/** Runs by day, in order, without those that are much slower than the rest of their day. */
function daysOf(runs: readonly RunOfDay[]): DayOfRuns[] {
  const byDay = new Map<number, RunsAlike[]>();
  for (const run of runs) {
    const some = byDay.get(run.day);
    if (some) some.push({ ...run, runs: 1 });
    else byDay.set(run.day, [{ ...run, runs: 1 }]);
  }
  return [...byDay].sort(([a], [b]) => a - b).map(([day, some]) => withoutSlow({ day, runs: some }));
}

/**
 * The clean tempo of today from runs in any order, with its 90 % interval. Absence widens the interval and never lowers the tempo.
 * @param options `today` is the day to say it of; where it is before the last day, later runs do not count. `b0` is where z is 0, for checks only.
 * @throws RangeError without a run up to today, or where a tempo or a count of passes is not above 0 or a day is no whole number.
 */
export function estimateTempoToday(
  runs: readonly RunOfDay[],
  { today, b0 }: { readonly today: number; readonly b0?: number },
): TempoToday {
  const isSound = ({ day, bpm, passes, stoppedIn = 1 }: RunOfDay) =>
    Number.isInteger(day) && bpm > 0 && Number.isFinite(bpm) && passes >= 1 && stoppedIn >= 1;
  const past = runs.filter(({ day }) => day <= today);
  if (past.length === 0 || !runs.every(isSound))
    throw new RangeError(
      'A clean tempo of today needs runs up to today, with whole days, tempos and passes.',
    );
  const days = daysOf(past);
  const fit = fitDrift(days, { b0 });
  const counted = days.reduce((sum, one) => sum + one.runs.length, 0);
  return {
    ...tempoAfter(fit, today),
    tau: fit.parts.reduce((sum, { weight, drift }) => sum + weight * drift, 0),
    later: runs.length - past.length,
    slow: past.length - counted,
  };
}
