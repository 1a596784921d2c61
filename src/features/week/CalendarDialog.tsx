'use client';
import { CalendarPlus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { counted } from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Dialog } from '@/ui/controls/Dialog';
import { say } from '@/ui/controls/say';
import { download } from '@/ui/shell/download';
import { attempt } from '@/work/perform';
import { fileName } from '@/work/givingOne';
import { calendarOf, calendarText } from '@/work/week/calendar';
import { asKept } from '@/work/week/opening';
import type { OpenWeek } from '@/work/week/problem';

const Form = styled.div`
  display: grid;
  gap: 0.9rem;
`;

const WEEKS = { week: 1, ahead: 4 } as const;
const ALARMS = { none: null, ten: 10, thirty: 30 } as const;

/** Gives out the sessions of a week, or of the weeks ahead, as a calendar file. */
export function CalendarDialog({ open, onClose }: { open: OpenWeek; onClose: () => void }) {
  const [weeks, setWeeks] = useState<keyof typeof WEEKS>('week');
  const [alarm, setAlarm] = useState<keyof typeof ALARMS>('ten');
  const sessions = open.content.sessions.filter(({ visits }) => visits.length > 0);
  const save = () =>
    attempt('Saving the calendar', async () => {
      const { writeIcs } = await import('@/core/formats');
      const calendar = await calendarOf(await asKept(open), {
        weeks: WEEKS[weeks],
        alarmMinutes: ALARMS[alarm],
      });
      const name = `${fileName(calendar.name)} from ${open.read.monday}.ics`;
      download(name, writeIcs(calendar), 'text/calendar');
      say(`“${name}” is saved: ${calendarText(calendar)}.`);
      onClose();
    });
  return (
    <Dialog title="Sessions for a calendar" isOpen onClose={onClose}>
      <Form>
        <Choice
          label="Which"
          value={weeks}
          options={[
            { id: 'week', name: 'this week' },
            { id: 'ahead', name: 'with the three after it' },
          ]}
          onChange={setWeeks}
        />
        <Choice
          label="Remind"
          value={alarm}
          options={[
            { id: 'none', name: 'not at all' },
            { id: 'ten', name: '10 minutes before' },
            { id: 'thirty', name: '30 minutes before' },
          ]}
          onChange={setAlarm}
        />
        <p>
          {counted(sessions.length, 'session')} a week, each with its exercises, minutes and tempos, in the
          time of wherever it is read. The name of the student is in it. Planned again and imported again,
          sessions move; one that falls away is called off.
          {weeks === 'ahead' ? ' The weeks after this one are a guess, and say so.' : ''}
        </p>
        <div>
          <Button look="primary" isDisabled={sessions.length === 0} onPress={save}>
            <CalendarPlus size={15} aria-hidden /> Save the calendar file
          </Button>
        </div>
        {sessions.length === 0 ? <p>Nothing is planned yet.</p> : null}
      </Form>
    </Dialog>
  );
}
