/** Clean tempo out of days: now, over time, and what it says for the next session. */
import { estimateCleanTempo, NINETY_PERCENT, type CleanTempo, type JudgedRun } from '../tempo/cleanTempo';
import { forecast, type Forecast, type TempoPoint } from '../tempo/forecast';
import { notesPerSecond } from '../time/slots';
import { stepSpeed } from '../tempo/practice';
import type { LadderStep } from '../model/ladder';
import { bearsEstimate, NO_EVIDENCE, statedText, withDay, type StatedTempo, type TempoNow } from './stated';
import { DEFAULT_HALF_LIFE_DAYS } from '../model/limits';
import { alikeRuns, dayNumber, judgedRuns, type DayRecord } from './day';

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

/** The clean tempo after each day of practice from which one is stated, days in order; of very many days every second, third … and the last. */
export function tempoOverDays(
  days: readonly DayRecord[],
  subdivision: number,
  halfLifeDays = DEFAULT_HALF_LIFE_DAYS,
): TempoOfDay[] {
  const every = Math.ceil(days.length / MOST_POINTS);
  const alike = alikeRuns(days);
  let minutes = 0;
  let evidence = NO_EVIDENCE;
  return days.flatMap((of, at) => {
    const { day, seconds } = of;
    minutes += seconds / 60;
    evidence = withDay(evidence, of);
    if (!bearsEstimate(evidence)) return [];
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

/** The next session starts this much below the lower end of the clean tempo, so that it begins clean: common practice, no source. */
const BELOW = 0.9;

/** Where a session starts on a ladder. */
export interface NextStart {
  /** Number of the step, from 0, and its tempo. */
  readonly step: number;
  readonly bpm: number;
  /** In a sentence. */
  readonly why: string;
  /** Every step may be too fast: a probe finds where to start. */
  readonly needsProbe: boolean;
}

/**
 * Where the next session starts: at the fastest step at or under a tenth below the lower end of the clean tempo, all in notes a
 * second; with none such at the slowest, and a probe is offered. Without a record at the first.
 * @param stated what the record says of it. @param subdivision slots a beat of `tempo` and of steps that name none.
 */
export function nextStart(
  tempo: TempoNow | null,
  stated: StatedTempo | null,
  steps: readonly LadderStep[],
  subdivision: number,
): NextStart {
  const at = (step: number, why: string, needsProbe = false): NextStart => ({
    step,
    bpm: steps[step]!.bpm,
    why,
    needsProbe,
  });
  if (stated === null) return at(0, 'There is no record yet: the ladder starts where it was set.');
  if (tempo === null)
    return at(0, 'The record does not tell a clean tempo yet: the ladder starts where it was set.', true);
  const speeds = steps.map((step) => stepSpeed(step, subdivision, Math.max(step.bpm, step.toBpm ?? 0)));
  const wanted = BELOW * notesPerSecond(tempo.low, subdivision);
  const fits = speeds.filter((speed, number) => speed <= wanted && !steps[number]!.isBurst);
  const known = stated.says === 'estimate' ? `Clean tempo ${statedText(stated)}` : 'Little is on record yet';
  if (fits.length === 0)
    return at(
      speeds.indexOf(Math.min(...speeds)),
      `${known}: no step lies a tenth below that, so begin slower, or let a probe find the start.`,
      true,
    );
  const fastest = Math.max(...fits);
  const step = speeds.findIndex((speed, number) => speed === fastest && !steps[number]!.isBurst);
  return at(
    step,
    stated.says === 'estimate'
      ? `${known}: it begins a tenth below that, so that it begins clean.`
      : `${known}, so it starts carefully.`,
  );
}
