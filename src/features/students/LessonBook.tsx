'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { bpmText, type LessonRecord } from '@/core';
import type { Heard, SetTask } from '@/core/record';
import { addLesson, database, removeLesson } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { Panel } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';
import { colour } from '@/ui/theme/tokens';
import { attempt, once } from '@/work/perform';
import { undoOf } from '@/work/undoing';
import { LessonForm, type Offered } from './LessonForm';

const Book = styled(Panel)`
  overflow: visible;
  article {
    padding-top: 0.6rem;
    border-top: 1px solid ${colour.line};
  }
  article header {
    display: flex;
    align-items: center;
    gap: 0.5rem;
  }
  article h3 {
    margin-right: auto;
    font-size: 1rem;
  }
  article p {
    color: ${colour.ink};
    font-size: 1rem;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
  dl {
    display: grid;
    grid-template-columns: 4rem minmax(0, 1fr);
    gap: 0.3rem 0.75rem;
    margin: 0.3rem 0 0;
  }
  dt {
    color: ${colour.inkSoft};
  }
  dd {
    margin: 0;
  }
`;

const Head = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
`;

/** "Kite string at 84: clean. The change still drags." */
const heardText = ({ bpm, verdict, words }: Heard, title: string) =>
  `${title}${bpm === null ? '' : ` at ${bpmText(bpm)}`}${verdict === '' ? '' : `: ${verdict}`}.${words ? ` ${words}` : ''}`;

const taskText = ({ words }: SetTask, title: string) => (words ? `${title}: ${words}` : title);

interface LessonBookProps {
  readonly playerId: string;
  readonly lessons: readonly LessonRecord[];
  readonly today: string;
  readonly near: readonly Offered[];
  readonly all: readonly Offered[];
  readonly titleOf: (line: Heard | SetTask) => string;
  readonly onSet: (exerciseId: string) => void;
}

/** The lessons, newest first; that of today is open to be written on. */
export function LessonBook({ playerId, lessons, today, near, all, titleOf, onSet }: LessonBookProps) {
  const [openId, setOpenId] = useState<string | null>(null);
  const begin = () =>
    once('Beginning a lesson', async () => setOpenId(await addLesson(database(), playerId, today)));
  const remove = (lesson: LessonRecord) =>
    attempt('Deleting the lesson', async () => {
      const entry = await removeLesson(database(), lesson);
      say(`The lesson of ${dayText(lesson.day)} is deleted.`, undoOf(entry));
    });
  const hasToday = lessons.some(({ day }) => day === today);
  return (
    <Book aria-label="Lesson book">
      <Head>
        <h2>Lesson book</h2>
        <Button {...(hasToday ? {} : { look: 'primary' as const })} onPress={begin}>
          {hasToday ? 'Another lesson today' : 'Lesson of today'}
        </Button>
      </Head>
      {lessons.length === 0 ? (
        <p>
          Nothing is written yet. A lesson holds what was heard, what was said, and what was set until the
          next.
        </p>
      ) : null}
      {lessons.map((lesson) => {
        const isOpen = lesson.id === openId;
        const { heard, said, set } = lesson;
        return (
          <article key={lesson.id} aria-label={`Lesson of ${dayText(lesson.day)}`}>
            <header>
              <h3>{dayText(lesson.day)}</h3>
              <Button look="quiet" onPress={() => setOpenId(isOpen ? null : lesson.id)}>
                {isOpen ? 'Close' : 'Write on it'}
              </Button>
              <Button
                look="quiet"
                square
                aria-label={`Delete the lesson of ${dayText(lesson.day)}`}
                onPress={() => remove(lesson)}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </header>
            {isOpen ? (
              <LessonForm lesson={lesson} near={near} all={all} titleOf={titleOf} onSet={onSet} />
            ) : heard.length + set.length === 0 && said === '' ? (
              <p>Nothing is written of it.</p>
            ) : (
              <dl>
                {heard.length > 0 ? (
                  <>
                    <dt>Heard</dt>
                    <dd>
                      {heard.map((line, at) => (
                        <p key={at}>{heardText(line, titleOf(line))}</p>
                      ))}
                    </dd>
                  </>
                ) : null}
                {said === '' ? null : (
                  <>
                    <dt>Said</dt>
                    <dd>
                      <p>{said}</p>
                    </dd>
                  </>
                )}
                {set.length > 0 ? (
                  <>
                    <dt>Set</dt>
                    <dd>
                      {set.map((line, at) => (
                        <p key={at}>{taskText(line, titleOf(line))}</p>
                      ))}
                    </dd>
                  </>
                ) : null}
              </dl>
            )}
          </article>
        );
      })}
    </Book>
  );
}
