'use client';
import { Check, Circle, Printer, Send, X } from 'lucide-react';
import dynamic from 'next/dynamic';
import styled from 'styled-components';
import type { Exercise, GoalCheck } from '@/core';
import { Button } from '@/ui/controls/Button';
import { Menu } from '@/ui/controls/Menu';
import type { MenuAction } from '@/ui/controls/props';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.2rem 1.25rem;
  .end {
    flex-wrap: wrap;
    min-width: 0;
    max-width: 100%;
    display: flex;
    gap: 0.5rem;
    align-self: center;
    margin-left: auto;
  }
`;

const Title = styled.input`
  flex: 1 1 20rem;
  min-width: 0;
  padding: 0.1rem 0.3rem;
  margin-left: -0.3rem;
  border: 1px solid transparent;
  border-radius: 0.3rem;
  background: transparent;
  font-size: 1.45rem;
  font-weight: 700;
  text-overflow: ellipsis;
  &:hover {
    border-color: ${colour.line};
  }
`;

const Goal = styled.div`
  display: flex;
  flex: 1 0 100%;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.6rem;
  max-width: 100%;
  q {
    color: ${colour.inkSoft};
    quotes: '“' '”';
  }
`;

const State = styled.span<{ $colour: string }>`
  display: inline-flex;
  align-items: center;
  gap: 0.3rem;
  color: ${({ $colour }) => $colour};
  font-weight: 650;
`;

// The lane paints first.
const ViewButton = dynamic(() => import('@/ui/shell/ViewButton').then((module) => module.ViewButton), {
  ssr: false,
});

const STATES = {
  met: { Icon: Check, paint: colour.good },
  partly: { Icon: Circle, paint: colour.warn },
  missed: { Icon: X, paint: colour.bad },
  'nothing to check': { Icon: Circle, paint: colour.inkSoft },
} as const;

interface GoalLineProps {
  readonly exercise: Exercise;
  readonly check: GoalCheck;
  readonly edit: EditExercise;
  readonly onChangeGoal: () => void;
  /** The student of the moment. */
  readonly whom: string;
  readonly onSheet: () => void;
  /** What can be done with the whole exercise. */
  readonly ways: readonly MenuAction[];
}

/** Title and goal, always in sight. */
export function GoalLine({ exercise, check, edit, onChangeGoal, whom, onSheet, ways }: GoalLineProps) {
  const { Icon, paint } = STATES[check.state];
  const { words, bpm } = exercise.goal;
  return (
    <Row>
      <h1 className="for-screen-readers">{exercise.title}</h1>
      <Title
        aria-label="Title"
        value={exercise.title}
        maxLength={300}
        onChange={(event) => edit('Title', (one) => ({ ...one, title: event.target.value }), 'title')}
      />
      <span className="end" data-give>
        <ViewButton />
        {exercise.passage.notes.length === 0 ? null : (
          <Button onPress={onSheet}>
            <Printer size={15} aria-hidden /> Sheet for {whom}
          </Button>
        )}
        <Menu label="Give out" name="Give out" icon={<Send size={15} aria-hidden />} items={ways} />
      </span>
      <Goal>
        <State $colour={paint}>
          <Icon size={16} aria-hidden />
          {check.text}
        </State>
        {bpm === null ? null : <span>at {bpm} bpm</span>}
        {words ? <q>{words}</q> : null}
        <Button look="quiet" onPress={onChangeGoal}>
          {check.state === 'nothing to check' ? 'Set the goal' : 'Change the goal'}
        </Button>
      </Goal>
    </Row>
  );
}
