'use client';
import { CalendarDays, CalendarPlus, ChevronLeft, ChevronRight, Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { practiceAt, studentAt } from '@/addresses';
import { ME } from '@/core';
import { dayAfter, weekOf } from '@/core/record';
import type { WeekAdvice } from '@/core/routine';
import { recordScope } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Page, PageHead } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { dayText } from '@/ui/dayText';
import { useUndoKeys } from '@/ui/keys/keys';
import { ParcelButton } from '@/ui/shell/ParcelButton';
import { usePlayer } from '@/ui/shell/player';
import { today } from '@/ui/shell/useRecord';
import { attempt, once } from '@/work/perform';
import { undoIn, undoOf } from '@/work/undoing';
import type { WeekChange } from '@/work/week/acts';
import { costOfChange } from '@/work/week/cost';
import type { WeekContent } from '@/work/week/draft';
import { asKept } from '@/work/week/opening';
import { beginDay, takeAdvice, writeWeek } from '@/work/week/planning';
import { blocksOf, playedIn, problemOf, sessionsBy, todayIn, type OpenWeek } from '@/work/week/problem';
import { plannedText, provenText } from '@/work/week/telling';
import { Ahead } from './Ahead';
import { Conflict } from './Conflict';
import { Days } from './Days';
import { Outcome } from './Outcome';
import { Wishes } from './Wishes';
import { useOpenWeek } from './useOpenWeek';
import { usePlanning } from './usePlanning';

const CalendarDialog = dynamic(() => import('./CalendarDialog').then((module) => module.CalendarDialog), {
  ssr: false,
});

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  align-items: start;
  gap: 0.75rem;
  @media (max-width: 70rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

function Opened({ open, monday }: { open: OpenWeek; monday: string }) {
  const router = useRouter();
  const { player } = open.book;
  const day = todayIn(open.read, open.book.today);
  const planning = usePlanning(open, day);
  const { shown, ended } = planning;
  const [givesCalendar, setGivesCalendar] = useState(false);
  const isPast = day > 6;
  const played = playedIn(open.book, monday);
  const isAnyPlayed = played.some((some) => some.length > 0);
  const problem = shown?.problem ?? problemOf(open, day);
  const sessions = shown ? sessionsBy(shown.problem, shown.planned.blocks, open, day) : open.content.sessions;
  const asShown: OpenWeek = shown ? { ...open, content: { ...open.content, sessions } } : open;
  const onChange = (label: string, change: (week: WeekContent) => WeekChange, mergeKey?: string) =>
    attempt('Changing the week', async () => {
      // What is typed or switched, in a row, shows where it stands.
      const isTyped = mergeKey !== undefined;
      let [cost, isThere] = ['', false];
      const entry = await writeWeek(
        open,
        label,
        (week) => {
          const set = change(week);
          isThere = set === null;
          if (set !== null && !isTyped) cost = costOfChange({ ...open, content: week }, set, day);
          return set;
        },
        mergeKey ?? null,
      );
      if (isThere) say('It comes on that day already.');
      else if (entry && !isTyped) say(`${label}. ${cost}`.trim(), undoOf(entry));
    });
  const onPractise = (at: number) =>
    once('Beginning the session', async () => {
      const id = await beginDay(
        await asKept(open),
        at,
        new Set(played[at]!.map(({ exerciseId }) => exerciseId)),
      );
      if (id === null) say('Nothing of it is left.');
      else router.push(practiceAt(id));
    });
  const onTake = (advice: WeekAdvice) =>
    attempt('Mending the week', async () => {
      const minutes = (at: number) => played[at]!.reduce((sum, { seconds }) => sum + seconds / 60, 0);
      say('Changed. Plan the week again to use it.', undoOf(await takeAdvice(open, advice, minutes)));
    });
  const go = (weeks: number) => router.push(`/week?from=${dayAfter(monday, 7 * weeks)}`);
  return (
    <Page tabIndex={-1} data-week={monday}>
      <PageHead>
        <Button square aria-label="The week before" onPress={() => go(-1)}>
          <ChevronLeft size={16} aria-hidden />
        </Button>
        <Button square aria-label="The week after" onPress={() => go(1)}>
          <ChevronRight size={16} aria-hidden />
        </Button>
        <h1>
          Week of {dayText(monday)}
          {player.id === ME ? '' : `, ${player.name}`}
        </h1>
        <span className="facts">
          {isPast
            ? 'This week is over.'
            : shown
              ? 'A plan is being worked out; the best so far is shown.'
              : ''}
        </span>
        {isPast ? null : shown ? (
          <Button onPress={planning.stop}>Stop, and keep the best so far</Button>
        ) : (
          <Button look="primary" isDisabled={open.content.wishes.length === 0} onPress={planning.plan}>
            <CalendarDays size={15} aria-hidden />{' '}
            {day > 0 || isAnyPlayed ? 'Plan the rest' : 'Plan the week'}
          </Button>
        )}
        <Button onPress={() => router.push(`/week/sheet?from=${monday}`)}>
          <Printer size={15} aria-hidden /> Print
        </Button>
        <Button onPress={() => setGivesCalendar(true)}>
          <CalendarPlus size={15} aria-hidden /> Calendar
        </Button>
        <ParcelButton player={player} />
        <Link href={studentAt(player.id)}>{player.id === ME ? 'Me' : player.name}</Link>
      </PageHead>
      {shown ? <p role="status">{plannedText(shown.planned.tiers)}</p> : null}
      {ended ? (
        <p role="status" data-planned>
          {plannedText(ended.planned.tiers)} {provenText(ended.planned.tiers)}
        </p>
      ) : null}
      {ended?.conflict ? (
        <Conflict conflict={ended.conflict} titleOf={open.book.titleOf} onTake={onTake} />
      ) : null}
      <Days
        open={asShown}
        problem={problem}
        today={day}
        sessions={sessions}
        played={played}
        isBusy={shown !== null}
        onChange={onChange}
        onPractise={onPractise}
      />
      {isPast ? (
        <Outcome problem={problem} blocks={blocksOf(problem, asShown)} />
      ) : (
        <>
          <Columns>
            <Wishes open={open} today={day} onChange={onChange} />
            <Outcome problem={problem} blocks={blocksOf(problem, asShown)} />
          </Columns>
          <Ahead open={open} />
        </>
      )}
      {givesCalendar ? <CalendarDialog open={open} onClose={() => setGivesCalendar(false)} /> : null}
    </Page>
  );
}

/** The week of the student of the moment: what comes on which day, what is wished for, what the hand meets. */
export function StudentWeek() {
  const player = usePlayer();
  const asked = useSearchParams().get('from');
  const monday = weekOf(asked !== null && /^\d{4}-\d{2}-\d{2}$/.test(asked) ? asked : today());
  const open = useOpenWeek(player, monday);
  useUndoKeys((way) => undoIn(recordScope(player.id), way));
  if (!open) return <p aria-busy="true">Opening the week …</p>;
  return <Opened key={`${player.id} ${monday}`} open={open} monday={monday} />;
}
