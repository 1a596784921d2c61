'use client';
import { memo, useMemo } from 'react';
import styled from 'styled-components';
import { counted, planOf, trainsSentence, type Setup } from '@/core';
import type { Candidate } from '@/core/brief';
import { Button } from '@/ui/controls/Button';
import { SmallLane } from '@/ui/lane/SmallLane';
import { useView } from '@/ui/shell/viewSettings';
import { cardList } from '../cards';

const List = styled.ol`
  ${cardList}
  li {
    grid-template:
      'lane name buttons' auto
      'lane said buttons' auto / 230px minmax(0, 1fr) auto;
    gap: 0 0.6rem;
  }
  svg {
    grid-area: lane;
  }
  .name {
    grid-area: name;
    align-self: end;
  }
  small {
    grid-area: said;
    align-self: start;
  }
  .buttons {
    grid-area: buttons;
    display: grid;
    gap: 0.2rem;
  }
`;

interface LinesProps {
  readonly candidates: readonly Candidate[];
  readonly best: number;
  readonly setup: Setup;
  readonly onTry: (candidate: Candidate, name: string) => void;
  readonly onTake: (candidate: Candidate) => void;
}

/** What is drawn and said of a line: made once, however often others come after it. */
const Shown = memo(function Shown({ candidate, setup }: { candidate: Candidate; setup: Setup }) {
  const view = useView();
  const { passage, policy } = candidate;
  const plan = useMemo(() => planOf(passage, policy, setup), [passage, policy, setup]);
  return (
    <>
      <SmallLane plan={plan} width={230} />
      <small>{trainsSentence(plan.analysis, view)}</small>
    </>
  );
});

/** The lines that were found, each to be heard and taken. */
export function Lines({ candidates, best, setup, onTry, onTake }: LinesProps) {
  return (
    <List aria-label="Lines that grant the brief">
      {candidates.map((candidate, at) => {
        const { passage, cost } = candidate;
        const name = `Line ${at + 1}`;
        const smooth = cost === best ? 'the smoothest' : `${counted(cost - best, 'step')} less smooth`;
        return (
          <li key={passage.notes.map(({ string, fret }) => `${string}.${fret}`).join(' ')}>
            <span className="name">
              {name}, {smooth}
            </span>
            <Shown candidate={candidate} setup={setup} />
            <span className="buttons">
              <Button
                aria-label={`Try ${name} in the lane`}
                onPress={() => onTry(candidate, `${name}, ${smooth}.`)}
              >
                Try
              </Button>
              <Button aria-label={`Take ${name}`} onPress={() => onTake(candidate)}>
                Take
              </Button>
            </span>
          </li>
        );
      })}
    </List>
  );
}
