'use client';
import { memo, useMemo } from 'react';
import styled from 'styled-components';
import { counted, planOf, times, smallTab, trainsSentence, type Setup } from '@/core';
import { partsText, reachText, type Candidate } from '@/core/brief';
import { Button } from '@/ui/controls/Button';
import { useView } from '@/ui/shell/viewSettings';
import { colour, MONO } from '@/ui/theme/tokens';

const List = styled.ol`
  display: grid;
  gap: 0;
  margin: 0;
  padding: 0;
  list-style: none;
  li {
    display: grid;
    grid-template-columns: minmax(0, auto) minmax(14rem, 1fr) auto;
    align-items: center;
    gap: 0.2rem 1.25rem;
    padding: 0.5rem 0;
    border-top: 1px solid ${colour.line};
  }
  pre {
    margin: 0;
    overflow-x: auto;
    font-family: ${MONO};
    font-size: 0.75rem;
    line-height: 1.15;
  }
  p {
    margin: 0;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
  .buttons {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem;
  }
  @media (max-width: 60rem) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    pre {
      grid-column: 1 / -1;
    }
  }
`;

interface LinesProps {
  readonly candidates: readonly Candidate[];
  readonly best: number;
  readonly setup: Setup;
  readonly onTry: (candidate: Candidate, name: string) => void;
  readonly onTake: (candidate: Candidate) => void;
}

interface LineProps {
  readonly candidate: Candidate;
  readonly heading: string;
  readonly setup: Setup;
}

/** What is drawn and said of a line: made once, however often others come after it. */
const Line = memo(function Line({ candidate, heading, setup }: LineProps) {
  const view = useView();
  const { passage, policy, parts } = candidate;
  const plan = useMemo(() => planOf(passage, policy, setup), [passage, policy, setup]);
  const costs = partsText(parts);
  return (
    <>
      {/* Said beside it: to a screen reader a tab is a row of signs. */}
      <pre aria-hidden>{smallTab(plan)}</pre>
      <div>
        <b>{heading}</b>
        <p>{trainsSentence(plan.analysis, view)}</p>
        <small>
          It {reachText(passage, policy.loop === true)}.{costs === '' ? '' : ` Steps: ${costs}.`}
        </small>
      </div>
    </>
  );
});

/** The lines that were found, each to be read, heard and taken. */
export function Lines({ candidates, best, setup, onTry, onTake }: LinesProps) {
  return (
    <List aria-label="Lines that grant the brief">
      {candidates.map((candidate, at) => {
        const { passage, cost, returns } = candidate;
        const name = `Line ${at + 1}`;
        const smooth = cost === best ? 'the smoothest' : `${counted(cost - best, 'step')} less smooth`;
        const comes = returns > 0 ? `, its figure comes ${times(returns)} more` : '';
        return (
          <li key={passage.notes.map(({ string, fret }) => `${string}.${fret}`).join(' ')}>
            <Line candidate={candidate} heading={`${name}, ${smooth}${comes}`} setup={setup} />
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
