/** Local days as they are written and counted. */
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';

/** An axis of days: what is said at the pointer names the day and no hour. */
export const timeAxis = {
  type: 'time',
  axisPointer: {
    label: { formatter: ({ value }: { value: unknown }) => format(Number(value), 'd MMM yyyy') },
  },
} as const;

/** A day so many days after another, in words ("12 Mar 2027") or as a local day. */
export function daysLater(day: string, days: number, as: 'words' | 'iso' = 'words'): string {
  if (day === '') return '';
  return format(addDays(parseISO(day), days), as === 'iso' ? 'yyyy-MM-dd' : 'd MMM yyyy');
}
