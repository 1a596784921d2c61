'use client';
import { Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { durationText, ME, type PlayerRecord } from '@/core';
import { agoText, dayAfter, exposureText, loadText, runsText, weeksOf } from '@/core/record';
import { changePlayer, database, readLessons, recordScope, setLadder, ownLadder } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Panel } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { useUndoKeys } from '@/ui/keys/keys';
import { dayText } from '@/ui/dayText';
import { colour } from '@/ui/theme/tokens';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import { bookOf, readBook, type Book } from '@/work/book';
import { attempt } from '@/work/perform';
import { attentionIn, nextLessonOf, readRoster, type ReadRoster } from '@/work/students/roster';
import { failingSince, standingLesson } from '@/work/students/tasks';
import { lineTitle } from '@/work/students/lessonLines';
import { failText } from '@/work/students/sheet';
import { switchStudent } from '@/work/takingAlong';
import { undoIn, undoOf } from '@/work/undoing';
import { AttentionTag } from './AttentionTag';
import { LessonBook } from './LessonBook';
import { Goals, Standing } from './Standing';
import { Tempos } from './Tempos';
import { WhatNext } from './WhatNext';
import { offeredIn } from './offered';

const StudentDialog = dynamic(
  () => import('@/ui/shell/StudentDialog').then((module) => module.StudentDialog),
  {
    ssr: false,
  },
);

const Root = styled.div`
  display: grid;
  gap: 0.75rem;
  outline: none;
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.75rem;
  h1 {
    font-size: 1.4rem;
  }
  .facts {
    flex: 1 1 20rem;
    color: ${colour.inkSoft};
  }
`;

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  align-items: start;
  gap: 0.75rem;
  > div {
    display: grid;
    gap: 0.75rem;
  }
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Reasons = styled.ul`
  display: grid;
  gap: 0.5rem;
  margin: 0;
  padding: 0;
  list-style: none;
`;

const MONTH_DAYS = 28;
const MOST_FAILS = 6;

/** What is kept of a student's hand, in the words that stand in the head. */
function factsOf(player: PlayerRecord, read: ReadRoster): string {
  const days = read.days.get(player.id) ?? [];
  const last = days.at(-1)?.day;
  const next = nextLessonOf(player, read.lessons.get(player.id)?.last ?? null, read.today);
  return [
    last ? `Last practised ${agoText(last, read.today)}` : 'Nothing practised yet',
    next ? `next lesson ${dayText(next)}${next < read.today ? ' (was due)' : ''}` : 'no next lesson set',
    ...(player.archivedOn === null ? [] : [`archived on ${dayText(player.archivedOn)}`]),
  ].join(' · ');
}

function Attending({ read, player, book }: { read: ReadRoster; player: PlayerRecord; book: Book }) {
  const attention = useMemo(() => attentionIn(read, player, dayText), [read, player]);
  return (
    <Panel aria-label="Needs attention">
      <h2>Needs attention</h2>
      {attention.length === 0 ? <p>Nothing on record asks for it.</p> : null}
      <Reasons>
        {attention.map(({ kind, exerciseId, why }) => (
          <li key={`${kind} ${exerciseId} ${why}`}>
            <AttentionTag kind={kind} />{' '}
            {exerciseId ? (
              <Link href={`/logbook?exercise=${exerciseId}`} prefetch={false}>
                {book.titleOf(exerciseId)}
              </Link>
            ) : null}
            <div>{why}</div>
          </li>
        ))}
      </Reasons>
    </Panel>
  );
}

/** What fails, and what the hand bore, in the last four weeks. */
function Month({ book }: { book: Book }) {
  const { days, now, player, titleOf } = book;
  const recent = useMemo(() => days.filter(({ day }) => day > dayAfter(now, -MONTH_DAYS)), [days, now]);
  const weeks = weeksOf(recent);
  const failing = recent.length > 0 ? failingSince(book, recent[0]!.day, MOST_FAILS) : [];
  return (
    <Panel aria-label="Last four weeks">
      <h2>Last four weeks</h2>
      {recent.length === 0 ? (
        <p>Nothing was practised.</p>
      ) : (
        <>
          <p>
            {runsText(weeks)} {exposureText(weeks)}{' '}
            {loadText({ days: recent, allDays: recent, limits: player.limits, secondsAtClean: null })}
          </p>
          {failing.length > 0 ? (
            <>
              <h3>Fails most</h3>
              <ul>
                {failing.map((one) => (
                  <li key={`${one.exerciseId} ${one.fromNote} ${one.toNote} ${one.kind}`}>
                    {failText(one, titleOf(one.exerciseId))} ({one.rate.low.toFixed(0)} to{' '}
                    {one.rate.high.toFixed(0)} of 100)
                  </li>
                ))}
              </ul>
            </>
          ) : (
            <p>No place was named where a run fell apart.</p>
          )}
        </>
      )}
    </Panel>
  );
}

/** One student: what needs attention, the lesson book, what was set, and how it goes. */
export function Student({ playerId }: { playerId: string }) {
  const router = useRouter();
  const current = usePlayer();
  const [isOpen, setIsOpen] = useState(false);
  const read = useKept(() => readRoster(database(), today()), []);
  const kept = useKept(() => readBook(database(), playerId, today()), [playerId]);
  const lessons = useKept(() => readLessons(database(), playerId), [playerId]);
  const player = read?.players.find(({ id }) => id === playerId);
  const book = useMemo(() => (player && kept ? bookOf(player, kept) : null), [player, kept]);
  useUndoKeys((way) => undoIn(recordScope(playerId), way));
  const offered = useMemo(() => (book && lessons ? offeredIn(book, lessons) : null), [book, lessons]);
  if (!read || !kept || !lessons) return <p aria-busy="true">Opening the student …</p>;
  if (!player || !book || !offered)
    return (
      <EmptyState title="There is no such student">
        <p>It was deleted, or belongs to another browser.</p>
        <Link href="/students">All students</Link>
      </EmptyState>
    );
  const isCurrent = current.id === player.id;
  const archive = () =>
    attempt('Archiving', async () => {
      const archivedOn = player.archivedOn === null ? today() : null;
      const entry = await changePlayer(database(), player.id, { archivedOn });
      say(
        archivedOn ? `${player.name} is archived; the record stays.` : `${player.name} is in use again.`,
        undoOf(entry),
      );
    });
  const choose = () =>
    attempt('Choosing', async () => {
      await switchStudent(current, player, location.pathname, location.search);
      say(`${player.name} is the student of the moment.`);
    });
  const hear = (exerciseId: string) =>
    attempt('Opening the lesson', async () => {
      if (!isCurrent) {
        await switchStudent(current, player, location.pathname, location.search);
        say(`${player.name} is the student of the moment.`);
      }
      router.push(`/practice/${exerciseId}?mode=lesson`);
    });
  const onSet = (exerciseId: string) =>
    attempt('Giving a ladder', async () => {
      if (await ownLadder(database(), exerciseId, player.id)) return;
      const startBpm = offered.all.find(({ id }) => id === exerciseId)?.startBpm;
      if (startBpm !== undefined) await setLadder(database(), exerciseId, player.id, startBpm, { startBpm });
    });
  const standing = standingLesson(lessons, read.today);
  const minutes = player.weekMinutes.reduce((sum, one) => sum + one, 0);
  return (
    <Root tabIndex={-1} data-student={player.id}>
      <Head>
        <h1>{player.name || 'Without a name'}</h1>
        <span className="facts">
          {factsOf(player, read)}
          {minutes > 0 ? ` · ${durationText(minutes * 60)} planned a week` : ''}
        </span>
        <Button onPress={() => router.push(`/students/${player.id}/sheet`)}>
          <Printer size={15} aria-hidden /> Lesson sheet
        </Button>
        <Button onPress={() => setIsOpen(true)}>Hand, goals, week, limits</Button>
        {isCurrent ? (
          <Button onPress={() => router.push('/logbook')}>Logbook</Button>
        ) : (
          <Button onPress={choose}>Make {player.name} the student of the moment</Button>
        )}
        {player.id === ME ? null : (
          <Button look="quiet" onPress={archive}>
            {player.archivedOn === null ? 'Archive' : 'Take out of the archive'}
          </Button>
        )}
      </Head>
      <Columns>
        <div>
          <Attending read={read} player={player} book={book} />
          <LessonBook
            playerId={player.id}
            lessons={lessons}
            today={read.today}
            near={offered.near}
            all={offered.all}
            titleOf={(line) => lineTitle(line, book.exercises)}
            onSet={onSet}
          />
        </div>
        <div>
          <Standing book={book} lesson={standing} onHear={hear} />
          <WhatNext book={book} lessons={lessons} today={read.today} />
          <Goals book={book} player={player} />
          <Month book={book} />
        </div>
      </Columns>
      <Tempos book={book} />
      {isOpen ? <StudentDialog player={player} onClose={() => setIsOpen(false)} /> : null}
    </Root>
  );
}
