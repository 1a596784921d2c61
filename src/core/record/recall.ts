/**
 * What comes back: an exercise that was clean is due again after 1, 3, 7, 14, 30 and 60 days. The intervals are common practice, no
 * source; that spacing helps: Cepeda et al. 2006 and 2008. The first run of a day on which it is due is the check: played cold.
 */
import type { RunRecord } from '../model/records';
import { dayAfter, dayNumber, type DayRecord } from './day';

/** Days until an exercise comes back, by how often it was clean when cold. */
export const RECALL_DAYS = [1, 3, 7, 14, 30, 60] as const;

/** Not clean when cold goes so many intervals back. */
const BACK = 2;

/** Slower than this part of what was clean is no check. */
const LEAST_SPEED = 0.8;

/** When an exercise comes back. */
export interface Recall {
  /** Place in `RECALL_DAYS`. */
  readonly interval: number;
  readonly dueDay: string;
  /** The fastest that was clean, in notes a second. */
  readonly notesPerSecond: number;
}

type Day = Pick<DayRecord, 'day' | 'speeds' | 'cold'>;

const fastestClean = ({ speeds }: Day) =>
  speeds.reduce((most, one) => (one.clean ? Math.max(most, one.notesPerSecond) : most), 0);

/** A day's first run, where it was fast enough to tell whether the exercise was kept. */
const checkOf = ({ cold }: Day, recall: Recall) =>
  cold && cold.notesPerSecond >= checkSpeed(recall) ? cold : null;

/**
 * When an exercise comes back, from its days in order; null where no run of the whole was clean yet. Practice before it is due moves
 * nothing, but a first run that was not clean: that goes back and is due from there.
 */
export function recallOf(days: readonly Day[]): Recall | null {
  let recall: Recall | null = null;
  for (const one of days) {
    const { day } = one;
    const fast = fastestClean(one);
    if (!recall) {
      if (fast > 0) recall = from(0, day, fast);
      continue;
    }
    const check = checkOf(one, recall);
    const known = Math.max(recall.notesPerSecond, fast);
    if (check && !check.clean) recall = from(Math.max(0, recall.interval - BACK), day, known);
    else if (check && day >= recall.dueDay)
      recall = from(Math.min(RECALL_DAYS.length - 1, recall.interval + 1), day, known);
    else recall = { ...recall, notesPerSecond: known };
  }
  return recall;
}

const from = (interval: number, day: string, notesPerSecond: number): Recall => ({
  interval,
  dueDay: dayAfter(day, RECALL_DAYS[interval]!),
  notesPerSecond,
});

/** An exercise that is due. */
export interface Due extends Recall {
  readonly exerciseId: string;
  /** Days that it is over its time, from 0. */
  readonly lateDays: number;
}

/** The exercises that are due on a day, those that wait longest for their interval first; of equal ones the sooner due. */
export function dueOn(
  exercises: readonly { readonly exerciseId: string; readonly days: readonly Day[] }[],
  today: string,
): Due[] {
  const share = ({ lateDays, interval }: Due) => lateDays / RECALL_DAYS[interval]!;
  return exercises
    .flatMap(({ exerciseId, days }) => {
      const recall = recallOf(days);
      return recall && recall.dueDay <= today
        ? { ...recall, exerciseId, lateDays: dayNumber(today) - dayNumber(recall.dueDay) }
        : [];
    })
    .sort((a, b) => share(b) - share(a) || (a.dueDay < b.dueDay ? -1 : a.dueDay > b.dueDay ? 1 : 0));
}

/** A first run that is slower than this, in notes a second, is no check. */
export const checkSpeed = ({ notesPerSecond }: Pick<Recall, 'notesPerSecond'>): number =>
  LEAST_SPEED * notesPerSecond;

/** What a clean check, and what another, makes of the next time: “in 7 days”, “tomorrow”. */
export function recallText({ interval }: Pick<Recall, 'interval'>): string {
  const days = (at: number) => {
    const count = RECALL_DAYS[Math.max(0, Math.min(RECALL_DAYS.length - 1, at))]!;
    return count === 1 ? 'tomorrow' : `in ${count} days`;
  };
  return `clean, it comes back ${days(interval + 1)}; not clean, ${days(interval - BACK)}`;
}

/**
 * The runs of a list that were cold: the first of the whole exercise on their day. Of its oldest day, which may go on beyond the list, none is
 * told unless the list is all there is.
 * @param runs newest first. @returns their ids.
 */
export function coldRuns(
  runs: readonly Pick<RunRecord, 'id' | 'exerciseId' | 'day' | 'part'>[],
  isAll: boolean,
): ReadonlySet<string> {
  const oldest = runs.at(-1)?.day;
  const first = new Map<string, string>();
  // The older of two of one day stands later in the list, and is kept.
  for (const { id, exerciseId, day, part } of runs)
    if (part === null && (isAll || day !== oldest)) first.set(`${exerciseId} ${day}`, id);
  return new Set(first.values());
}
