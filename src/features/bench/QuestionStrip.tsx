'use client';
import styled from 'styled-components';
import { fitPolicy, takeStrokes, withTab, type Exercise, type OpenQuestion, type Stroke } from '@/core';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';

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

interface QuestionStripProps {
  readonly exercise: Exercise;
  readonly question: OpenQuestion;
  readonly edit: EditExercise;
}

/** What a pasted tab left to be asked: once, and in place. */
export function QuestionStrip({ exercise, question, edit }: QuestionStripProps) {
  const { passage, policy } = exercise;
  const drop = () => edit('Leave the strokes to the plan', (one) => ({ ...one, question: null }));
  if (question.kind === 'vMeans') {
    const answer = (vMeans: Stroke) =>
      edit('Answer what v means', (one) =>
        withTab(one, one.sourceText, {
          vMeans,
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
