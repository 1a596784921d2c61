/** The clean tempo of an exercise day by day, and which way it goes: too much for a frame, so worked out in pieces. */
import {
  fitUpTo,
  progressOf,
  tempoOverDays,
  type DayRecord,
  type HalfLife,
  type TempoOfDay,
} from '@/core/record';

/** What a course is worked out of. */
export interface DaysOfOne {
  readonly days: readonly DayRecord[];
  /** Slots a beat that tempos are given in. */
  readonly subdivision: number;
  readonly halfLifeDays: HalfLife;
}

/** The clean tempo over the days of one exercise. */
export interface TempoCourse {
  readonly of: DaysOfOne;
  readonly points: readonly TempoOfDay[];
  /** Of all days, and what it says; null where runs are weighed by age, or the whole was never played. */
  readonly fit: ReturnType<typeof fitUpTo>;
  readonly progress: ReturnType<typeof progressOf>;
}

/** Works a course out; between two pieces the page can go on. */
export function* tempoCourse(of: DaysOfOne): Generator<void, TempoCourse> {
  const { days, subdivision, halfLifeDays } = of;
  const points = yield* tempoOverDays(days, subdivision, halfLifeDays);
  const fit = halfLifeDays === null ? fitUpTo(days) : null;
  yield;
  return { of, points, fit, progress: fit && progressOf(days, fit) };
}
