/** A calendar of practice sessions (RFC 5545, iCalendar), in local time that floats: half past five stays half past five wherever it is read. */
import { addMinutes } from 'date-fns/addMinutes';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';
import { toDate } from 'date-fns/toDate';
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

/** A session in a calendar. */
export interface CalendarSession {
  /** The same whenever the same session is written, so that it is moved and not doubled. */
  readonly uid: string;
  /** A local day, `2026-01-12`, and a local time, `17:30`; null: any time of that day. */
  readonly day: string;
  readonly begins: string | null;
  readonly minutes: number;
  readonly title: string;
  /** What comes in it, a line each. */
  readonly lines: readonly string[];
  /** It was given out before and falls away. */
  readonly isCancelled: boolean;
}

/** Sessions for a calendar. */
export interface Calendar {
  readonly name: string;
  /** Rises with each time that the same sessions are written: the higher one counts. */
  readonly sequence: number;
  /** When it was written, in milliseconds since 1970 (UTC). */
  readonly writtenMs: number;
  /** Minutes before a session at which the calendar is to remind; null: it is not. */
  readonly alarmMinutes: number | null;
  readonly sessions: readonly CalendarSession[];
}

const DAY_MINUTES = 24 * 60;

/** A wall time as the moment that shows it in UTC: the writer prints that, and no zone of this machine comes in between. */
function wallTime(day: string, time: string) {
  const moment = parseISO(`${day}T${time}:00Z`);
  if (!isValid(moment)) throw new RangeError(`There is no such moment: ${day}, ${time}.`);
  return moment;
}

/**
 * Writes sessions as an iCalendar file: an event each, with what comes in it as the description; one that falls away is called off.
 * @throws RangeError for a day or time that is none.
 */
export function writeIcs({ name, sequence, writtenMs, alarmMinutes, sessions }: Calendar): string {
  const calendar = ical({
    name,
    prodId: { company: 'Yardfell', product: 'Practice', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { uid, day, begins, minutes, title, lines, isCancelled } of sessions) {
    const start = wallTime(day, begins ?? '00:00');
    const event = calendar.createEvent({
      id: uid,
      sequence,
      stamp: toDate(writtenMs),
      start,
      end: addMinutes(start, begins === null ? DAY_MINUTES : minutes),
      ...(begins === null ? { allDay: true } : { floating: true }),
      summary: title,
      description: lines.join('\n'),
      status: isCancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    });
    if (alarmMinutes !== null && begins !== null && !isCancelled)
      event.createAlarm({ type: ICalAlarmType.display, trigger: alarmMinutes * 60, description: title });
  }
  return calendar.toString();
}
