'use client';
import styled from 'styled-components';
import { useState } from 'react';
import {
  counted,
  firstNotes,
  fitPolicy,
  restrung,
  stringsText,
  takeStrokes,
  withTab,
  writeTabText,
  type Exercise,
  type OpenQuestion,
  type Stroke,
  type TabStrings,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.75rem;
  padding: 0.5rem 0.75rem;
  border: 2px solid ${colour.accent};
  border-radius: 0.5rem;
  background: ${colour.card};
  p {
    flex: 1 1 24rem;
  }
`;

const Readings = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
  flex: 1 1 100%;
  margin: 0;
  padding: 0;
  list-style: none;
  li {
    display: grid;
    grid-template-rows: auto 1fr auto;
    align-items: start;
    gap: 0.4rem;
    justify-items: start;
    padding: 0.5rem 0.75rem;
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
  pre {
    margin: 0;
    font-size: 0.8rem;
    line-height: 1.15;
  }
`;

/** So much of the tab is drawn. */
const DRAWN_NOTES = 10;
const DRAWN_WIDTH = 48;

interface StringsQuestionProps {
  readonly exercise: Exercise;
  readonly readings: readonly TabStrings[];
  readonly edit: EditExercise;
}

/** Which strings the lines of a tab are, each way drawn. */
function StringsQuestion({ exercise, readings, edit }: StringsQuestionProps) {
  const [refused, setRefused] = useState(false);
  const begun = { ...exercise, passage: firstNotes(exercise.passage, DRAWN_NOTES) };
  const lines = readings[0]!.strings.length;
  return (
    <Strip role="group" aria-label="A question about the tab">
      <p>
        The tab has {counted(lines, 'line')}, read as {stringsText(readings[0]!)}. Which strings are they?
      </p>
      <Readings>
        {readings.map((reading, at) => {
          const drawn = restrung(begun, at);
          return (
            <li key={stringsText(reading)}>
              <b>{stringsText(reading)}</b>
              <pre aria-hidden>
                {drawn ? writeTabText(drawn.passage, { countRow: false, width: DRAWN_WIDTH }) : ''}
              </pre>
              <Button
                look={at === 0 ? 'primary' : 'plain'}
                onPress={() => {
                  if (!restrung(exercise, at)) setRefused(true);
                  else edit('Say which strings they are', (one) => restrung(one, at) ?? one);
                }}
              >
                {at === 0 ? 'Keep it so' : 'Read it so'}
              </Button>
            </li>
          );
        })}
      </Readings>
      {refused ? (
        <p role="alert">
          A note was written on a string that those lines do not have; delete or move it first. Nothing was
          changed.
        </p>
      ) : null}
    </Strip>
  );
}

interface QuestionStripProps {
  readonly exercise: Exercise;
  readonly question: OpenQuestion;
  readonly edit: EditExercise;
}

/** What a pasted tab left to be asked: once, and in place. */
export function QuestionStrip({ exercise, question, edit }: QuestionStripProps) {
  const { passage, policy } = exercise;
  const drop = () => edit('Leave the strokes to the plan', (one) => ({ ...one, question: null }));
  if (question.kind === 'strings')
    return <StringsQuestion exercise={exercise} readings={question.readings} edit={edit} />;
  if (question.kind === 'vMeans') {
    const answer = (vMeans: Stroke) =>
      edit('Answer what v means', (one) =>
        withTab(one, one.sourceText, {
          vMeans,
          ...(question.reading === undefined ? {} : { reading: question.reading }),
          subdivision: one.passage.subdivision,
          meter: one.passage.meter,
        }),
      );
    return (
      <Strip role="group" aria-label="A question about the tab">
        <p>The tab has a row of “v” alone. Which stroke does it mean?</p>
        <Button look="primary" onPress={() => answer('down')}>
          v is down
        </Button>
        <Button look="primary" onPress={() => answer('up')}>
          v is up
        </Button>
        <Button onPress={drop}>Leave the strokes to the plan</Button>
      </Strip>
    );
  }
  const fit = fitPolicy(passage, question.strokes, policy);
  const count = fit.locks.length;
  const name = fit.policy.kind === 'economy' ? 'economy' : 'alternation';
  return (
    <Strip role="group" aria-label="A question about the tab">
      <p>
        The tab came with strokes. They fit {name}, start {fit.policy.start}
        {count === 0
          ? '.'
          : `, but for ${count === 1 ? 'one note, which' : `${count} notes, which`} would be locked.`}
      </p>
      <Button
        look="primary"
        onPress={() => edit('Take the strokes over', (one) => takeStrokes(one, question.strokes))}
      >
        Take them over
      </Button>
      <Button onPress={drop}>Leave the strokes to the plan</Button>
    </Strip>
  );
}
