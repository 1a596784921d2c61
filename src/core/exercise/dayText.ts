/** Days and moments as they are written for people: one form everywhere. */
import { parseISO } from 'date-fns/parseISO';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

/** "12 Mar 2027", of a local day or the local moment of an ISO 8601 text; empty for an empty text. */
export function dayText(iso: string): string {
  return iso === '' ? '' : DAY.format(parseISO(iso.slice(0, 10)));
}

/** "12 Mar 2027, 14:05", of a local moment as ISO 8601 writes it. */
export function momentText(iso: string): string {
  return iso === '' ? '' : `${dayText(iso)}, ${iso.slice(11, 16)}`;
}
