/** The sessions of a week, or of the weeks ahead, for a calendar. */
import { bpmText, counted, type PlayerRecord } from '@/core';
import type { Calendar, CalendarSession } from '@/core/formats';
import { dayAfter } from '@/core/record';
import type { Visit, WeekSession } from '@/core/routine';
import { database, givenCalendars, keepGivenCalendars, nowMs, type DatabaseHandle } from '@/storage';
import { weeksAhead } from './ahead';
import type { OpenWeek } from './problem';

/** What is wanted in a calendar. */
export interface CalendarWanted {
  /** This week alone, or with so many after it, as the ladders would have them. */
  readonly weeks: number;
  /** Minutes before a session at which to remind; null: never. */
  readonly alarmMinutes: number | null;
}

/** An event is known by student, week and number in the week: planned otherwise, the same session moves. */
const uidOf = (playerId: string, monday: string, number: number) =>
  `${playerId}.${monday}.${number}@yardfell`;

/** A week as a calendar has it. */
interface WeekInCalendar {
  readonly player: Pick<PlayerRecord, 'id' | 'name'>;
  readonly monday: string;
  readonly sessions: readonly WeekSession[];
  readonly titleOf: (visit: Visit) => string;
  /** The tempo of an exercise; null: not known. */
  readonly bpmOf: (exerciseId: string) => number | null;
  readonly isGuess: boolean;
}

const titleFor = ({ name }: Pick<PlayerRecord, 'name'>) => `Practice${name ? `: ${name}` : ''}`;

/** The sessions of one week, in order. */
export function sessionsOf(week: WeekInCalendar): CalendarSession[] {
  const { player, monday, titleOf, bpmOf, isGuess } = week;
  const on = week.sessions
    .map((session, day) => ({ ...session, day }))
    .filter(({ visits }) => visits.length > 0);
  return on.map(({ day, begins, minutes, visits }, number) => {
    const played = visits.reduce((sum, visit) => sum + visit.minutes, 0);
    const lines = visits.map((visit) => {
      const bpm = bpmOf(visit.exerciseId);
      const tempo = bpm === null ? '' : `, ${isGuess ? 'perhaps ' : 'from '}${bpmText(bpm)} bpm`;
      return `${titleOf(visit) || 'Untitled'}: ${visit.minutes} min${tempo}`;
    });
    return {
      uid: uidOf(player.id, monday, number + 1),
      day: dayAfter(monday, day),
      begins,
      minutes: Math.max(minutes, played),
      title: titleFor(player),
      lines: isGuess ? ['A guess, as this week and every run clean.', ...lines] : lines,
      isCancelled: false,
    };
  });
}

/** Sessions that were given out of a week and fall away: called off on the last day that has one. */
const calledOff = (
  { book, content }: OpenWeek,
  monday: string,
  from: number,
  given: number,
): CalendarSession[] => {
  const begins = content.sessions.find((session) => session.begins !== null)?.begins ?? null;
  return Array.from({ length: Math.max(0, given - from) }, (_, at) => ({
    uid: uidOf(book.player.id, monday, from + at + 1),
    day: dayAfter(monday, 6),
    begins,
    minutes: 1,
    title: titleFor(book.player),
    lines: [],
    isCancelled: true,
  }));
};

/** A student's week, and those ahead, as a calendar; that it was given out is noted, so that the next moves what this one brought. */
export async function calendarOf(
  open: OpenWeek,
  { weeks, alarmMinutes }: CalendarWanted,
  db: DatabaseHandle = database(),
): Promise<Calendar> {
  const { player } = open.book;
  const given = await givenCalendars(db, player.id);
  const { rows } = weeksAhead(open);
  const counts: Record<string, number> = { ...given.sessions };
  const sessions = Array.from({ length: weeks }, (_, week) => {
    const monday = dayAfter(open.read.monday, 7 * week);
    const bpmOf = (id: string) =>
      week === 0
        ? (open.facts.get(id)?.bpm ?? null)
        : (rows.find(({ exerciseId }) => exerciseId === id)?.bpms[week - 1] ?? null);
    const own = sessionsOf({
      ...{ player, monday, bpmOf, isGuess: week > 0, sessions: open.content.sessions },
      titleOf: ({ exerciseId, title }) => open.book.exercises.get(exerciseId)?.title ?? title,
    });
    const off = calledOff(open, monday, own.length, given.sessions[monday] ?? 0);
    counts[monday] = Math.max(own.length, given.sessions[monday] ?? 0);
    return [...own, ...off];
  }).flat();
  const sequence = given.sequence + 1;
  await keepGivenCalendars(db, player.id, { sequence, sessions: counts });
  return {
    name: `Practice${player.name ? `, ${player.name}` : ''}`,
    ...{ sequence, writtenMs: nowMs(), alarmMinutes, sessions },
  };
}

/** What a calendar brings, in a sentence. */
export function calendarText({ sessions }: Pick<Calendar, 'sessions'>): string {
  const off = sessions.filter(({ isCancelled }) => isCancelled).length;
  const untimed = sessions.filter(({ begins, isCancelled }) => begins === null && !isCancelled).length;
  return [
    counted(sessions.length - off, 'session'),
    ...(off > 0 ? [`${counted(off, 'session')} called off`] : []),
    ...(untimed > 0 ? [`${untimed} of them all day, because no time is set`] : []),
  ].join(', ');
}
