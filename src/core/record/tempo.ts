/** Clean tempo out of days: now, over time, and what it says for the next session. */
import { estimateCleanTempo, NINETY_PERCENT, type CleanTempo, type JudgedRun } from '../tempo/cleanTempo';
import { forecast, type Forecast, type TempoPoint } from '../tempo/forecast';
import { bpmText } from '../tempo/speeds';
import { alikeRuns, dayNumber, DEFAULT_HALF_LIFE_DAYS, judgedRuns, type DayRecord } from './day';

/** A clean tempo in beats a minute of one subdivision. */
export interface TempoNow {
  readonly bpm: number;
  readonly low: number;
  readonly high: number;
}

function inSubdivision({ bpm, low, high }: CleanTempo, subdivision: number): TempoNow | null {
  if (bpm === null || low === null || high === null) return null;
  return { bpm: bpm / subdivision, low: low / subdivision, high: high / subdivision };
}

function tempoOf(runs: readonly JudgedRun[], subdivision: number): TempoNow | null {
  return runs.length === 0 ? null : inSubdivision(estimateCleanTempo(runs), subdivision);
}

/**
 * The clean tempo on a day from the days up to it; null without a run that still counts, or where faster came out cleaner.
 * @param days in order. @param subdivision slots a beat that the tempo is given in.
 */
export function cleanTempoOn(
  days: readonly DayRecord[],
  today: string,
  subdivision: number,
  halfLifeDays = DEFAULT_HALF_LIFE_DAYS,
): TempoNow | null {
  const upTo = days.filter(({ day }) => day <= today);
  return tempoOf(judgedRuns(alikeRuns(upTo), upTo.length, dayNumber(today), halfLifeDays), subdivision);
}

/** A point of the clean tempo over time. */
export interface TempoOfDay extends TempoNow {
  readonly day: string;
  /** Minutes of practice up to and with this day. */
  readonly minutes: number;
}

/** Points of a chart; more cannot be told apart and only take time. */
const MOST_POINTS = 120;

/** The clean tempo after each day of practice, days in order; of very many days every second, third … and the last. */
export function tempoOverDays(
  days: readonly DayRecord[],
  subdivision: number,
  halfLifeDays = DEFAULT_HALF_LIFE_DAYS,
): TempoOfDay[] {
  const every = Math.ceil(days.length / MOST_POINTS);
  const alike = alikeRuns(days);
  let minutes = 0;
  return days.flatMap(({ day, seconds }, at) => {
    minutes += seconds / 60;
    if (every > 1 && (days.length - 1 - at) % every !== 0) return [];
    const runs = judgedRuns(alike, at + 1, dayNumber(day), halfLifeDays);
    const tempo = tempoOf(runs, subdivision);
    return tempo ? [{ day, minutes, ...tempo }] : [];
  });
}

/** The forecast from points of the clean tempo. */
export function forecastOf(points: readonly TempoOfDay[], goalBpm: number): Forecast {
  const known = points.filter(({ minutes }) => minutes > 0);
  return forecast(
    known.map(({ day, minutes, bpm, low, high }): TempoPoint => ({
      day: dayNumber(day),
      practice: minutes,
      bpm,
      seOctaves: Math.log2(high / low) / 2 / NINETY_PERCENT,
    })),
    goalBpm,
  );
}

/** The next session starts this much below the clean tempo, so that it begins clean: common practice, no source. */
const BELOW = 0.9;

/** Where the next session starts on a ladder of some tempos, and why. */
export function nextStart(
  tempo: TempoNow | null,
  startBpm: number,
  stepBpms: readonly number[],
): { readonly bpm: number; readonly step: number; readonly why: string } {
  if (tempo === null)
    return { bpm: startBpm, step: 0, why: 'There is no record yet: the ladder starts where it was set.' };
  const wanted = BELOW * tempo.bpm;
  const found = stepBpms.findLastIndex((bpm) => bpm <= wanted);
  const step = Math.max(0, found);
  const bpm = stepBpms[step] ?? startBpm;
  const clean = bpmText(Number(tempo.bpm.toFixed(0)));
  return {
    bpm,
    step,
    why:
      found < 0
        ? `Clean tempo ${clean}: the first step is already close to it.`
        : `Clean tempo ${clean}: the step a tenth below it, so that the session begins clean.`,
  };
}
