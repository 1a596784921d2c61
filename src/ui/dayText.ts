/** Days and moments as they are written for people: one form everywhere. */

const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** "12 Mar 2027", of a local day or the local moment of an ISO 8601 text; empty for an empty text. */
export function dayText(iso: string): string {
  return iso === '' ? '' : DAY.format(new Date(`${iso.slice(0, 10)}T00:00:00Z`));
}

/** "12 Mar 2027, 14:05", of a local moment as ISO 8601 writes it. */
export function momentText(iso: string): string {
  return iso === '' ? '' : `${dayText(iso)}, ${iso.slice(11, 16)}`;
}
