'use client';
import { ArrowLeft, Printer } from 'lucide-react';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import styled from 'styled-components';
import { bpmText, counted, durationText } from '@/core';
import { dayAfter, weekOf } from '@/core/record';
import type { WeekSession } from '@/core/routine';
import { Button } from '@/ui/controls/Button';
import { Paper, PaperBar } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';
import type { OpenWeek } from '@/work/week/problem';
import { WEEKDAYS } from '@/work/week/telling';
import { useOpenWeek } from './useOpenWeek';

const WeekPaper = styled(Paper)`
  h2 {
    margin: 1rem 0 0.3rem;
    font-size: 1rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 0.9375rem;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 0.25rem 0.5rem 0.25rem 0;
    border-bottom: 1px solid #999;
    text-align: left;
    vertical-align: top;
    font-weight: 400;
  }
  thead th {
    font-size: 0.8125rem;
  }
  tr {
    break-inside: avoid;
  }
  tbody + tbody {
    border-top: 2px solid #000;
  }
  .day {
    width: 11rem;
    font-weight: 650;
  }
  .day small {
    display: block;
    font-weight: 400;
  }
  .number {
    white-space: nowrap;
  }
  .tick {
    display: inline-block;
    width: 0.9rem;
    height: 0.9rem;
    border: 1.5px solid #000;
  }
  .lanes {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.75rem 1.25rem;
    margin-top: 0.75rem;
    font-size: 0.875rem;
  }
  figure {
    margin: 0;
    break-inside: avoid;
  }
`;

function DayRows({ open, session, day }: { open: OpenWeek; session: WeekSession; day: number }) {
  const { visits, begins } = session;
  const minutes = visits.reduce((sum, visit) => sum + visit.minutes, 0);
  return (
    <tbody>
      {visits.map(({ exerciseId, title, minutes: own }, at) => {
        const facts = open.facts.get(exerciseId);
        return (
          <tr key={exerciseId}>
            {at === 0 ? (
              <th scope="rowgroup" rowSpan={visits.length} className="day">
                {WEEKDAYS[day]}
                <small>
                  {dayText(dayAfter(open.read.monday, day))}
                  {begins ? `, ${begins}` : ''}, {durationText(minutes * 60)}
                </small>
              </th>
            ) : null}
            <td>
              <span className="tick" role="img" aria-label="to tick off" />
            </td>
            <td>{facts ? facts.exercise.title || 'Untitled' : title}</td>
            <td className="number">{own} min</td>
            <td className="number">{facts ? `from ${bpmText(facts.bpm)} bpm` : ''}</td>
          </tr>
        );
      })}
    </tbody>
  );
}

function Sheet({ open }: { open: OpenWeek }) {
  const { content, book, facts, read } = open;
  const { player } = book;
  const days = content.sessions
    .map((session, day) => ({ session, day }))
    .filter(({ session }) => session.visits.length > 0);
  const ids = new Set(days.flatMap(({ session }) => session.visits.map(({ exerciseId }) => exerciseId)));
  return (
    <WeekPaper data-week-sheet>
      <h1>
        Week of {dayText(read.monday)}, {player.name}
      </h1>
      <p>
        {content.warmUpMinutes > 0 ? `Warm up for ${counted(content.warmUpMinutes, 'minute')} first. ` : ''}
        Not on one exercise for more than {counted(player.limits.exerciseMinutes, 'minute')} without a rest; a
        break of {counted(player.limits.breakMinutes, 'minute')} after {player.limits.pickingMinutes} of
        picking. If it hurts, stop.
        {player.cautions === '' ? '' : ` To watch: ${player.cautions}`}
      </p>
      {days.length === 0 ? <p>Nothing is planned yet.</p> : null}
      {days.length > 0 ? (
        <table>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Done</th>
              <th scope="col">Exercise</th>
              <th scope="col">Time</th>
              <th scope="col">Tempo</th>
            </tr>
          </thead>
          {days.map(({ session, day }) => (
            <DayRows key={day} open={open} session={session} day={day} />
          ))}
        </table>
      ) : null}
      <div className="lanes">
        {[...ids].map((id) => {
          const known = facts.get(id);
          return known ? (
            <figure key={id}>
              <figcaption>
                <b>{known.exercise.title || 'Untitled'}</b>
                {known.exercise.cues ? ` ${known.exercise.cues}` : ''}
              </figcaption>
              <SmallLane plan={known.plan} width={320} />
            </figure>
          ) : null;
        })}
      </div>
    </WeekPaper>
  );
}

/** The week on paper: what comes on which day, with boxes to tick off, and each exercise as a small lane. */
export function WeekPage() {
  const player = usePlayer();
  const asked = useSearchParams().get('from');
  const monday = weekOf(asked !== null && /^\d{4}-\d{2}-\d{2}$/.test(asked) ? asked : today());
  const open = useOpenWeek(player, monday);
  if (!open) return <p aria-busy="true">Opening the week …</p>;
  return (
    <>
      <PaperBar data-chrome>
        <Link href={`/week?from=${monday}`}>
          <ArrowLeft size={15} aria-hidden /> The week
        </Link>
        <Button look="primary" onPress={() => window.print()}>
          <Printer size={15} aria-hidden /> Print
        </Button>
      </PaperBar>
      <Sheet open={open} />
    </>
  );
}
