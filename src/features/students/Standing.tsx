'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import { bpmText, type LessonRecord, type PlayerRecord } from '@/core';
import { statedText, type Aim } from '@/core/record';
import { RowButton } from '@/ui/controls/RowButton';
import { Panel } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';
import { colour } from '@/ui/theme/tokens';
import { judgedOn, type Book } from '@/work/book';
import { lineTitle } from '@/work/students/lessonLines';
import { doneText } from '@/work/students/sheet';
import { tasksDone } from '@/work/students/tasks';

const Tasks = styled.ul`
  display: grid;
  gap: 0.6rem;
  li > button {
    display: flex;
    margin-top: 0.25rem;
  }
  .words {
    color: ${colour.inkSoft};
  }
`;

function Exercise({ book, id }: { book: Book; id: string }) {
  return (
    <Link href={benchAt(id)} prefetch={false}>
      {book.titleOf(id)}
    </Link>
  );
}

/** What was set in the last lesson, and what came of it. */
export function Standing({
  book,
  lesson,
  onHear,
}: {
  book: Book;
  lesson: LessonRecord | null;
  /** Opens the lesson mode on an exercise. */
  onHear: (exerciseId: string) => void;
}) {
  return (
    <Panel aria-label="Set">
      <h2>{lesson ? `Set on ${dayText(lesson.day)}` : 'Set'}</h2>
      {lesson === null ? (
        <p>Nothing is set. “Set” in a lesson gives the student the exercise with a ladder.</p>
      ) : (
        <Tasks>
          {tasksDone(book, lesson).map(({ task, done, judged }, at) => (
            <li key={at}>
              {task.exerciseId !== null && book.exercises.has(task.exerciseId) ? (
                <Exercise book={book} id={task.exerciseId} />
              ) : (
                lineTitle(task, book.exercises)
              )}
              {done ? `: ${doneText(done)}` : ''}
              {judged?.stated ? `; clean tempo ${statedText(judged.stated)}` : ''}.
              {task.words ? <div className="words">“{task.words}”</div> : null}
              {task.exerciseId !== null && book.exercises.has(task.exerciseId) ? (
                <RowButton
                  aria-label={`Hear ${book.titleOf(task.exerciseId)} in a lesson`}
                  onClick={() => onHear(task.exerciseId!)}
                >
                  Hear it
                </RowButton>
              ) : null}
            </li>
          ))}
        </Tasks>
      )}
    </Panel>
  );
}

/** A goal and where it stands. */
function aimText(book: Book, { exerciseId, kind, bpm, by, words }: Aim): string {
  const stated =
    exerciseId !== null && book.exercises.has(exerciseId) ? judgedOn(book, exerciseId).stated : null;
  return [
    words,
    ...(kind === null ? [] : [`${kind} changes`]),
    ...(bpm === null ? [] : [`at ${bpmText(bpm)}`]),
    ...(by === null ? [] : [`by ${dayText(by)}`]),
    ...(stated ? [`now: clean tempo ${statedText(stated)}`] : []),
  ]
    .filter((part) => part !== '')
    .join(', ');
}

/** What the student works towards. */
export function Goals({ book, player }: { book: Book; player: PlayerRecord }) {
  const { goals, aims, cautions } = player;
  return (
    <Panel aria-label="Goals">
      <h2>Goals</h2>
      {goals === '' && aims.length === 0 ? <p>None is written down.</p> : null}
      {goals === '' ? null : <div style={{ whiteSpace: 'pre-wrap' }}>{goals}</div>}
      <ul>
        {aims.map((aim, at) => (
          <li key={at}>
            {aim.exerciseId !== null ? (
              <>
                <Exercise book={book} id={aim.exerciseId} />:{' '}
              </>
            ) : null}
            {aimText(book, aim)}
          </li>
        ))}
      </ul>
      {cautions === '' ? null : <p>To watch: {cautions}</p>}
    </Panel>
  );
}
