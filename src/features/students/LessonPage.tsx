'use client';
import { ArrowLeft, Printer } from 'lucide-react';
import Link from 'next/link';
import { useMemo } from 'react';
import styled from 'styled-components';
import { studentAt } from '@/addresses';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Paper, PaperBar } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';
import { attentionInBook } from '@/work/students/roster';
import { lessonSheet, type SheetLine } from '@/work/students/sheet';
import { useOpenStudent } from './useOpenStudent';

const LessonPaper = styled(Paper)`
  h2 {
    margin: 0.8rem 0 0.15rem;
    border-bottom: 1px solid #888;
    font-size: 1rem;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
    list-style: disc;
  }
  p,
  li {
    font-size: 0.9375rem;
    line-height: 1.35;
  }
  .room {
    height: 4.5rem;
  }
  @media print {
    break-inside: avoid;
  }
`;

function Part({ title, lines, none }: { title: string; lines: readonly SheetLine[]; none: string }) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {lines.length === 0 ? (
        <p>{none}</p>
      ) : (
        <ul>
          {lines.map(({ text }) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** One page before a lesson: what was set, what was done of it, what moved, what fails, what to hear first, what could come next. */
export function LessonPage({ playerId }: { playerId: string }) {
  const opened = useOpenStudent(playerId);
  const sheet = useMemo(() => {
    if (!opened?.book) return null;
    const { book, lessons } = opened;
    return lessonSheet(book, lessons, attentionInBook(book, lessons, dayText), dayText);
  }, [opened]);
  if (!opened) return <p aria-busy="true">Opening the lesson sheet …</p>;
  if (!opened.book || !sheet)
    return (
      <EmptyState title="There is no such student">
        <Link href="/students">All students</Link>
      </EmptyState>
    );
  const { player, today } = opened.book;
  return (
    <>
      <PaperBar data-chrome>
        <Link href={studentAt(player.id)}>
          <ArrowLeft size={15} aria-hidden /> {player.name}
        </Link>
        <Button look="primary" onPress={() => window.print()}>
          <Printer size={15} aria-hidden /> Print
        </Button>
      </PaperBar>
      <LessonPaper data-lesson-sheet>
        <h1>
          {player.name}, {dayText(today)}
        </h1>
        <p>
          {sheet.isSinceLesson
            ? `Since the lesson of ${dayText(sheet.from)}.`
            : `Since ${dayText(sheet.from)}; no lesson is written down yet.`}
          {player.cautions === '' ? '' : ` To watch: ${player.cautions}`}
        </p>
        <Part title="Needs attention" lines={sheet.attention} none="Nothing on record asks for it." />
        <Part title="Set" lines={sheet.set} none="Nothing was set." />
        <Part title="Done" lines={sheet.done} none="Nothing was practised." />
        <Part title="Moved" lines={sheet.moved} none="Nothing to go by." />
        <Part title="Fails most" lines={sheet.fails} none="No place was named." />
        <Part title="To hear first" lines={sheet.hearFirst} none="Whatever was practised." />
        <Part title="What could come next" lines={sheet.next} none="Go on as it goes." />
        <section aria-label="Room to write">
          <h2>Heard, said, set</h2>
          <div className="room" />
        </section>
      </LessonPaper>
    </>
  );
}
