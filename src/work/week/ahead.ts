/** The weeks after this one, by the ladders: a guess. */
import { dayAfter } from '@/core/record';
import { outlookOf } from '@/core/routine';
import type { OpenWeek } from './problem';

/** Weeks that are looked ahead. */
const WEEKS = 4;

/** Exercises of a week with the tempos to which their ladders would lead, were every run clean. */
export interface WeeksAhead {
  /** The Mondays of the coming weeks. */
  readonly mondays: readonly string[];
  readonly rows: readonly {
    readonly exerciseId: string;
    readonly title: string;
    readonly fromBpm: number;
    /** At the end of this week and of those to come; null: nothing of it is planned. */
    readonly bpms: readonly (number | null)[];
  }[];
}

/** Looks ahead from what is planned this week: as often and as long in each of the coming. */
export function weeksAhead({ content, read, book, facts }: OpenWeek): WeeksAhead {
  const rows = content.wishes.flatMap(({ exerciseId }) => {
    const known = facts.get(exerciseId);
    if (!known) return [];
    const visits = content.sessions
      .flatMap((session) => session.visits)
      .filter((visit) => visit.exerciseId === exerciseId);
    const minutes = visits.reduce((sum, visit) => sum + visit.minutes, 0);
    const { steps, times, passes } = known.climb;
    const bpms = outlookOf(
      {
        ...{ steps, times, passes, from: known.step },
        visitsAWeek: visits.length,
        minutesAVisit: visits.length === 0 ? 0 : minutes / visits.length,
      },
      WEEKS,
    );
    return [{ exerciseId, title: book.titleOf(exerciseId), fromBpm: known.bpm, bpms }];
  });
  const mondays = Array.from({ length: WEEKS }, (_, week) => dayAfter(read.monday, 7 * week));
  return { mondays, rows };
}
