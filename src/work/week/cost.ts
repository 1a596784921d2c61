/** What a change by hand costs, told as it is made. */
import { blocksOf, problemOf, type OpenWeek } from './problem';
import type { WeekChange } from './acts';
import { costText } from './telling';

/** What a change of a week costs and brings; empty: nothing that was asked for. @param today the day of the week. */
export function costOfChange(open: OpenWeek, change: NonNullable<WeekChange>, today: number): string {
  const after: OpenWeek = { ...open, content: { ...open.content, ...change } };
  const [was, is] = [problemOf(open, today), problemOf(after, today)];
  // A day that something came to, or went from, is looked at on both sides.
  const days = [...is.days, ...was.days.filter(({ day }) => is.days.every((one) => one.day !== day))];
  const both = { ...is, days: days.sort((a, b) => a.day - b.day) };
  return costText(both, blocksOf(both, open), blocksOf(both, after));
}
