/** The sessions of a week for a calendar: on their days, under names that stay, in words that say what is a guess. */
import { describe, expect, it } from 'vitest';
import type { WeekSession } from '@/core/routine';
import { calendarText, sessionsOf } from './calendar';

const visit = (exerciseId: string, minutes: number, title = '') => ({ exerciseId, title, minutes }) as never;
const session = (minutes: number, begins: string | null, ...visits: never[]): WeekSession =>
  ({ minutes, begins, visits }) as unknown as WeekSession;
const WEEK = {
  player: { id: 'p', name: 'Tamsel' },
  monday: '2026-03-23',
  sessions: [
    session(20, '18:00', visit('a', 8), visit('b', 4)),
    session(0, null),
    session(5, null, visit('a', 8)),
  ],
  titleOf: ({ exerciseId }: { exerciseId: string }) => (exerciseId === 'a' ? 'Weir' : ''),
  bpmOf: (id: string) => (id === 'a' ? 72.5 : null),
  isGuess: false,
};

describe('sessions', () => {
  it('come on the days that have any, and are counted so that the same session keeps its name', () => {
    expect(sessionsOf(WEEK)).toEqual([
      {
        ...{ uid: 'p.2026-03-23.1@yardfell', day: '2026-03-23', begins: '18:00', minutes: 20 },
        ...{ title: 'Practice: Tamsel', isCancelled: false },
        lines: ['Weir: 8 min, from 72.5 bpm', 'Untitled: 4 min'],
      },
      {
        // What is played goes over the minutes that there are; the day after the clocks do not matter for a day.
        ...{ uid: 'p.2026-03-23.2@yardfell', day: '2026-03-25', begins: null, minutes: 8 },
        ...{ title: 'Practice: Tamsel', isCancelled: false },
        lines: ['Weir: 8 min, from 72.5 bpm'],
      },
    ]);
    expect(sessionsOf({ ...WEEK, player: { id: 'p', name: '' } })[0]!.title).toBe('Practice');
  });

  it('of weeks to come are a guess, and say so', () => {
    expect(sessionsOf({ ...WEEK, isGuess: true })[1]!.lines).toEqual([
      'A guess, as this week and every run clean.',
      'Weir: 8 min, perhaps 72.5 bpm',
    ]);
  });

  it('are counted in a sentence', () => {
    const [timed, untimed] = sessionsOf(WEEK);
    const off = { ...timed!, isCancelled: true, begins: null };
    expect(calendarText({ sessions: [timed!] })).toBe('1 session');
    expect(calendarText({ sessions: [timed!, untimed!, off] })).toBe(
      '2 sessions, 1 session called off, 1 of them all day, because no time is set',
    );
    expect(calendarText({ sessions: [off, off] })).toBe('0 sessions, 2 sessions called off');
  });
});
