/** Calendars, read by two other libraries: ical.js, and Debian's python3-vobject, which refuses what RFC 5545 does not allow. */
import { execFileSync } from 'node:child_process';
import { addDays } from 'date-fns/addDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import fc from 'fast-check';
import ICAL from 'ical.js';
import { afterAll, expect, it } from 'vitest';
import { writeIcs, type Calendar, type CalendarSession } from './write';

const zone = process.env.TZ;
afterAll(() => {
  process.env.TZ = zone;
});

const session: CalendarSession = {
  uid: 'orrin.2026-03-23.1@yardfell',
  day: '2026-03-23',
  begins: '17:30',
  minutes: 25,
  title: 'Practice: Orrin',
  lines: ['Millrace: 8 min, from 84 bpm'],
  isCancelled: false,
};
const calendar = (some: Partial<Calendar>): Calendar => ({
  ...{
    name: 'Practice',
    sequence: 0,
    writtenMs: 1_774_000_000_000,
    alarmMinutes: 10,
    sessions: [session],
  },
  ...some,
});
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((one) => new ICAL.Event(one));

const text = fc.string({ unit: 'grapheme', maxLength: 40 }).map((one) => one.replace(/\p{Cc}/gu, ' ').trim());
const day = fc
  .integer({ min: 0, max: 700 })
  .map((days) => formatISO(addDays(parseISO('2026-01-01'), days), { representation: 'date' }));
const time = fc
  .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
  .map((parts) => parts.map((part) => String(part).padStart(2, '0')).join(':'));
const sessions = fc.array(
  fc.record({
    ...{ day, begins: fc.option(time), minutes: fc.integer({ min: 1, max: 600 }), title: text },
    ...{ lines: fc.array(text, { maxLength: 4 }), isCancelled: fc.boolean() },
    uid: fc.uuid(),
  }),
  { minLength: 1, maxLength: 6 },
);

it('come back as they were written, in every zone, also where the clocks are changed that night', () => {
  fc.assert(
    fc.property(
      sessions,
      fc.constantFrom('Europe/Berlin', 'America/New_York', 'Pacific/Apia', 'UTC'),
      (some, TZ) => {
        process.env.TZ = TZ;
        const hard = { ...session, day: '2026-03-29', begins: '02:30' };
        const all = [...some, hard];
        const events = eventsOf(writeIcs(calendar({ sessions: all, sequence: 4 })));
        expect(events).toHaveLength(all.length);
        events.forEach((event, at) => {
          const { uid, day: on, begins, minutes, title, lines, isCancelled } = all[at]!;
          const start = event.startDate.toString();
          expect([event.uid, event.sequence, event.summary]).toEqual([uid, 4, title]);
          expect(event.description ?? '').toBe(lines.join('\n'));
          expect(start).toBe(begins === null ? on : `${on}T${begins}:00`);
          expect(event.startDate.zone.tzid).toBe('floating');
          expect(event.duration.toSeconds()).toBe(begins === null ? 86_400 : minutes * 60);
          expect(event.component.getFirstPropertyValue('status')).toBe(
            isCancelled ? 'CANCELLED' : 'CONFIRMED',
          );
          const reminds = begins !== null && !isCancelled;
          expect(event.component.getAllSubcomponents('valarm')).toHaveLength(reminds ? 1 : 0);
        });
      },
    ),
    { numRuns: process.env.THOROUGH ? 300 : 30 },
  );
});

it('are valid to a strict reader', () => {
  const [some] = fc.sample(sessions, { numRuns: 1, seed: 7 });
  const written = writeIcs(
    calendar({ sessions: [...some!, session, { ...session, uid: 'b', begins: null, isCancelled: true }] }),
  );
  const read = execFileSync(
    '/usr/bin/python3',
    [
      '-c',
      'import sys, vobject; c = vobject.readOne(sys.stdin.read()); c.validate(raiseException=True); print(len(c.vevent_list), c.vevent_list[-2].dtstart.value.tzinfo)',
    ],
    { input: written, encoding: 'utf8' },
  );
  expect(read.trim()).toBe(`${some!.length + 2} None`);
});

it('refuse a moment that is none', () => {
  expect(() => writeIcs(calendar({ sessions: [{ ...session, day: '2026-02-31' }] }))).toThrow(RangeError);
  expect(() => writeIcs(calendar({ sessions: [{ ...session, begins: '25:00' }] }))).toThrow(RangeError);
});
