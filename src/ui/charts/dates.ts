/** Local days as they are written and counted. */
import { addDays } from 'date-fns/addDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { dayText } from '@/ui/dayText';

const isoDay = (moment: Date) => formatISO(moment, { representation: 'date' });

/** An axis of days: what is said at the pointer names the day and no hour. */
export const timeAxis = {
  type: 'time',
  axisPointer: {
    label: { formatter: ({ value }: { value: unknown }) => dayText(isoDay(new Date(Number(value)))) },
  },
} as const;

/** A day so many days after another, in words ("12 Mar 2027") or as a local day. */
export function daysLater(day: string, days: number, as: 'words' | 'iso' = 'words'): string {
  if (day === '') return '';
  const later = isoDay(addDays(parseISO(day), days));
  return as === 'iso' ? later : dayText(later);
}
