/** Clean tempo out of days: now, over time, and when a goal may be reached. */
import { estimateCleanTempo, NINETY_PERCENT, type CleanTempo, type JudgedRun } from '../tempo/cleanTempo';
import { fitsThen, tempoAfter, tempoByDay, type TempoBand } from '../tempo/drift';
import { forecast, type Forecast, type TempoPoint } from '../tempo/forecast';
import type { DriftFit } from '../tempo/driftFit';
import { alikeRuns, dayNumber, judgedRuns, type DayRecord } from './day';
import { fitUpTo, placesOf, recordOf } from './drifting';
import { statedTempo, type TempoNow } from './stated';
import type { Progress } from './progress';

/** After so many days a run counts half; null: all count, and the hand may have drifted since. */
export type HalfLife = number | null;

const inSubdivision = ({ bpm, low, high }: TempoBand, subdivision: number): TempoNow => ({
  bpm: bpm / subdivision,
  low: low / subdivision,
  high: high / subdivision,
});

const known = ({ bpm, low, high }: CleanTempo): TempoBand | null =>
  bpm === null || low === null || high === null ? null : { bpm, low, high };

const weighed = (runs: readonly JudgedRun[]): TempoBand | null =>
  runs.length === 0 ? null : known(estimateCleanTempo(runs));

/** The clean tempo on a day from a fit of the days up to it. @param subdivision slots a beat that the tempo is given in. */
export const tempoFrom = (fit: DriftFit, today: string, subdivision: number): TempoNow =>
  inSubdivision(tempoAfter(fit, dayNumber(today)), subdivision);

/**
 * The clean tempo on a day from the days up to it; null without a run that still counts, or where runs are weighed by age and faster came
 * out cleaner.
 * @param days in order. @param subdivision slots a beat that the tempo is given in.
 */
export function cleanTempoOn(
  days: readonly DayRecord[],
  today: string,
  subdivision: number,
  halfLifeDays: HalfLife = null,
): TempoNow | null {
  const upTo = days.filter(({ day }) => day <= today);
  if (halfLifeDays === null) {
    const fit = fitUpTo(upTo);
    return fit && tempoFrom(fit, today, subdivision);
  }
  const band = weighed(judgedRuns(alikeRuns(upTo), upTo.length, dayNumber(today), halfLifeDays));
  return band && inSubdivision(band, subdivision);
}

/** A point of the clean tempo over time: as it could be told on that day. */
export interface TempoOfDay extends TempoNow {
  readonly day: string;
  /** Minutes of practice up to and with this day. */
  readonly minutes: number;
  /** By all that is known now, before that day and after it; null where runs are weighed by age. */
  readonly since: TempoNow | null;
}

/** Points of a chart; more cannot be told apart and only take time. Each of a drifting hand is a fit of its own. */
const MOST_POINTS = 120;
const MOST_FITS = 40;

/** By place, the clean tempo as it could be told then, and as it is told now. */
function* drifted(
  days: readonly DayRecord[],
  places: readonly number[],
): Generator<void, Map<number, [TempoBand, TempoBand]>> {
  const record = recordOf(days);
  const at = placesOf(days);
  const wanted = places.flatMap((place) => at.get(place) ?? []);
  if (wanted.length === 0) return new Map();
  const last = record.length - 1;
  const fits = yield* fitsThen(record, wanted.at(-1) === last ? wanted : [...wanted, last]);
  const now = tempoByDay(fits.at(-1)!);
  return new Map(
    places.flatMap((place) => {
      const mine = at.get(place);
      if (mine === undefined) return [];
      const fit = fits[wanted.indexOf(mine)]!;
      return [[place, [tempoAfter(fit, fit.days.at(-1)!), now[mine]!]]];
    }),
  );
}

/**
 * The clean tempo after each day of practice from which one is stated, days in order; of very many days every second, third … and the last.
 * In pieces: whoever runs it can let the page go on between two.
 */
export function* tempoOverDays(
  days: readonly DayRecord[],
  subdivision: number,
  halfLifeDays: HalfLife = null,
): Generator<void, TempoOfDay[]> {
  const every = Math.ceil(days.length / (halfLifeDays === null ? MOST_FITS : MOST_POINTS));
  const places = [...days.keys()].filter(
    (at) => days[at]!.speeds.length > 0 && (every <= 1 || (days.length - 1 - at) % every === 0),
  );
  const alike = alikeRuns(days);
  const drifts = halfLifeDays === null ? yield* drifted(days, places) : null;
  let [minutes, added] = [0, 0];
  return places.flatMap((at) => {
    while (added <= at) minutes += days[added++]!.seconds / 60;
    const { day } = days[at]!;
    const [then, since] = drifts?.get(at) ?? [
      weighed(judgedRuns(alike, at + 1, dayNumber(day), halfLifeDays ?? Infinity)),
      null,
    ];
    const tempo = then && inSubdivision(then, subdivision);
    if (statedTempo(days.slice(0, at + 1), tempo, subdivision, day)?.says !== 'estimate') return [];
    return [{ day, minutes, ...tempo!, since: since && inSubdivision(since, subdivision) }];
  });
}

/** The forecast from points of the clean tempo; none where the hand stands still or falls back. */
export function forecastOf(
  points: readonly TempoOfDay[],
  goalBpm: number,
  progress: Progress | null = null,
): Forecast {
  const practised = points.filter(({ minutes }) => minutes > 0);
  const said = forecast(
    practised.map(({ day, minutes, bpm, low, high }): TempoPoint => ({
      day: dayNumber(day),
      practice: minutes,
      bpm,
      seOctaves: Math.log2(high / low) / 2 / NINETY_PERCENT,
    })),
    goalBpm,
  );
  const withheld = progress?.goes === 'stuck' || progress?.goes === 'down' ? progress.goes : null;
  return withheld && said.state !== 'reached' && said.state !== 'too early' ? { state: withheld } : said;
}
