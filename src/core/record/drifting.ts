/** A record of days as the model of a drifting hand takes it: runs of the whole, in notes a minute of one slot a beat. */
import { fitDrift, withoutSlow, type DayOfRuns, type DriftFit } from '../tempo/driftFit';
import { dayNumber, type DayRecord } from './day';

/** By the days on which the whole was played, in order; much slower runs of a day are left out. */
export function recordOf(days: readonly Pick<DayRecord, 'day' | 'speeds'>[]): DayOfRuns[] {
  return days
    .filter(({ speeds }) => speeds.length > 0)
    .map(({ day, speeds }) =>
      withoutSlow({
        day: dayNumber(day),
        runs: speeds.map(({ notesPerSecond, passes, clean, stoppedIn, runs }) => ({
          ...{ bpm: notesPerSecond * 60, passes, clean, runs },
          ...(stoppedIn === null ? {} : { stoppedIn }),
        })),
      }),
    );
}

/** The place in `recordOf` of each day on which the whole was played. */
export function placesOf(days: readonly Pick<DayRecord, 'speeds'>[]): ReadonlyMap<number, number> {
  const places = new Map<number, number>();
  days.forEach(({ speeds }, at) => {
    if (speeds.length > 0) places.set(at, places.size);
  });
  return places;
}

/** The model fitted to days in order; null where the whole was never played. */
export function fitUpTo(days: readonly Pick<DayRecord, 'day' | 'speeds'>[]): DriftFit | null {
  const record = recordOf(days);
  return record.length === 0 ? null : fitDrift(record);
}
