'use client';
import { CalendarDays, Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { lessonSheetAt, practiceAt } from '@/addresses';
import { durationText, ME, type LessonRecord } from '@/core';
import { agoText, exposureText, loadText, runsText, weeksOf } from '@/core/record';
import { changePlayer, database, recordScope, setLadder, ownLadder } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Page, PageHead, Panel } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { useUndoKeys } from '@/ui/keys/keys';
import { dayText } from '@/ui/dayText';
import { FileList } from '@/ui/shell/FileList';
import { ParcelButton } from '@/ui/shell/ParcelButton';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import type { Book } from '@/work/book';
import { listFiles } from '@/work/parcels/listing';
import { Titled } from '@/ui/shell/Titled';
import { attempt } from '@/work/perform';
import { attentionInBook, minutesOfWeek, nextLessonOf } from '@/work/students/roster';
import { failingSince, monthFrom, standingLesson } from '@/work/students/tasks';
import { lineTitle } from '@/work/students/lessonLines';
import { failText } from '@/work/students/sheet';
import { switchStudent } from '@/work/takingAlong';
import { undoIn, undoOf } from '@/work/undoing';
import { wishInWeek } from '@/work/week/wishing';
import { AttentionTag } from './AttentionTag';
import { LessonBook } from './LessonBook';
import { Goals, Standing } from './Standing';
import { Tempos } from './Tempos';
import { WhatNext } from './WhatNext';
import { offeredIn } from './offered';
import { useOpenStudent } from './useOpenStudent';

const StudentDialog = dynamic(
  () => import('@/ui/shell/StudentDialog').then((module) => module.StudentDialog),
  {
    ssr: false,
  },
);

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

const MOST_FAILS = 6;

/** What is kept of a student's hand, in the words that stand in the head. */
function factsOf({ player, days, today: now }: Book, lessons: readonly LessonRecord[]): string {
  const last = days.at(-1)?.day;
  const next = nextLessonOf(player, lessons.find(({ day }) => day <= now)?.day ?? null, now);
  return [
    last ? `Last practised ${agoText(last, now)}` : 'Nothing practised yet',
    next ? `next lesson ${dayText(next)}${next < now ? ' (was due)' : ''}` : 'no next lesson set',
    ...(player.archivedOn === null ? [] : [`archived on ${dayText(player.archivedOn)}`]),
  ].join(' · ');
}

function Attending({ book, lessons }: { book: Book; lessons: readonly LessonRecord[] }) {
  const attention = useMemo(() => attentionInBook(book, lessons, dayText), [book, lessons]);
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
  const { player, titleOf } = book;
  const { recent, weeks, failing } = useMemo(() => {
    const from = monthFrom(book);
    const some = book.days.filter(({ day }) => day >= from);
    return { recent: some, weeks: weeksOf(some), failing: failingSince(book, from, MOST_FAILS) };
  }, [book]);
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
  const opened = useOpenStudent(playerId);
  useUndoKeys((way) => undoIn(recordScope(playerId), way));
  const files = useKept(() => listFiles(playerId), [playerId]);
  const offered = useMemo(() => (opened?.book ? offeredIn(opened.book, opened.lessons) : null), [opened]);
  if (!opened) return <p aria-busy="true">Opening the student …</p>;
  if (!opened.book || !offered)
    return (
      <EmptyState title="There is no such student">
        <p>It was deleted, or belongs to another browser.</p>
        <Link href="/students">All students</Link>
      </EmptyState>
    );
  const { book, lessons } = opened;
  const { player } = book;
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
  const become = async () => {
    await switchStudent(current, player, location.search);
    say(`${player.name} is the student of the moment.`);
  };
  const hear = (exerciseId: string) =>
    attempt('Opening the lesson', async () => {
      if (!isCurrent) await become();
      router.push(practiceAt(exerciseId, 'lesson'));
    });
  const onSet = (exerciseId: string) =>
    attempt('Setting it', async () => {
      await wishInWeek(player, { id: exerciseId, title: book.titleOf(exerciseId) }, book.today);
      if (await ownLadder(database(), exerciseId, player.id)) return;
      const startBpm = offered.all.find(({ id }) => id === exerciseId)?.startBpm;
      if (startBpm !== undefined) await setLadder(database(), exerciseId, player.id, startBpm, { startBpm });
    });
  const standing = standingLesson(lessons, book.today);
  const minutes = minutesOfWeek(player);
  return (
    <Page tabIndex={-1} data-student={player.id}>
      <PageHead>
        <Titled title={player.name || 'Without a name'} />
        <h1>{player.name || 'Without a name'}</h1>
        <span className="facts">
          {factsOf(book, lessons)}
          {minutes > 0 ? ` · ${durationText(minutes * 60)} planned a week` : ''}
        </span>
        <Button onPress={() => router.push(lessonSheetAt(player.id))}>
          <Printer size={15} aria-hidden /> Lesson sheet
        </Button>
        <Button
          onPress={() =>
            attempt('Opening the week', async () => {
              if (!isCurrent) await become();
              router.push('/week');
            })
          }
        >
          <CalendarDays size={15} aria-hidden /> Week
        </Button>
        <ParcelButton player={player} />
        <Button onPress={() => setIsOpen(true)}>Hand, goals, days, limits</Button>
        {isCurrent ? (
          <Button onPress={() => router.push('/logbook')}>Logbook</Button>
        ) : (
          <Button
            aria-label={`Make ${player.name} the student of the moment`}
            onPress={() => attempt('Choosing', become)}
          >
            Student of the moment
          </Button>
        )}
        {player.id === ME ? null : (
          <Button look="quiet" onPress={archive}>
            {player.archivedOn === null ? 'Archive' : 'Take out of the archive'}
          </Button>
        )}
      </PageHead>
      <Columns>
        <div>
          <Attending book={book} lessons={lessons} />
          <LessonBook
            playerId={player.id}
            lessons={lessons}
            today={book.today}
            near={offered.near}
            all={offered.all}
            titleOf={(line) => lineTitle(line, book.exercises)}
            onSet={onSet}
          />
        </div>
        <div>
          <Standing book={book} lesson={standing} onHear={hear} />
          <WhatNext book={book} lessons={lessons} today={book.today} />
          <Goals book={book} player={player} />
          <Month book={book} />
        </div>
      </Columns>
      <Tempos book={book} />
      {files && files.length > 0 ? (
        <Panel aria-label="Files given and taken">
          <h2>Files</h2>
          <FileList files={files} />
        </Panel>
      ) : null}
      {isOpen ? <StudentDialog player={player} onClose={() => setIsOpen(false)} /> : null}
    </Page>
  );
}
