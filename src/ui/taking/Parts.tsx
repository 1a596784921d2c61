'use client';
/** The parts of a file that has several, to be ticked. */
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { counted, planOf } from '@/core';
import type { ForeignPart } from '@/core/formats';
import { Button } from '@/ui/controls/Button';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import type { Answer } from '@/work/takingIn';
import { Body } from './look';

const Part = styled.li`
  display: grid;
  grid-template-columns: 1.25rem minmax(0, 1fr) 14rem;
  align-items: center;
  gap: 0.25rem 0.75rem;
  padding: 0.4rem 0.6rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  label {
    margin: 0;
    font-weight: 600;
  }
  small {
    display: block;
    font-weight: 400;
  }
  @media (max-width: 40rem) {
    grid-template-columns: 1.25rem minmax(0, 1fr);
  }
`;

const LANE_WIDTH = 220;

/** Which parts are taken. */
export function Parts({
  parts,
  onAnswer,
}: {
  parts: readonly ForeignPart[];
  onAnswer: (answer: Answer) => void;
}) {
  const { setup } = usePlayer();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set([0]));
  const plans = useMemo(
    () => parts.map(({ exercise }) => planOf(exercise!.passage, exercise!.policy, setup)),
    [parts, setup],
  );
  return (
    <Body>
      <p>
        There are {counted(parts.length, 'part')} in it. Each that you tick becomes an exercise of its own;
        percussion is left out.
      </p>
      <ul aria-label="Parts of the file">
        {parts.map((part, at) => (
          <Part key={at}>
            <input
              type="checkbox"
              id={`part-${at}`}
              checked={chosen.has(at)}
              onChange={() => {
                const next = new Set(chosen);
                if (!next.delete(at)) next.add(at);
                setChosen(next);
              }}
            />
            <label htmlFor={`part-${at}`}>
              {part.name || `Part ${at + 1}`}
              <small>
                {counted(part.exercise!.passage.notes.length, 'note')}
                {part.remarks.length > 0 ? `, ${counted(part.remarks.length, 'remark')}` : ''}
              </small>
            </label>
            <SmallLane plan={plans[at]!} width={LANE_WIDTH} />
          </Part>
        ))}
      </ul>
      <div className="acts">
        <Button onPress={() => onAnswer(null)}>Take none</Button>
        <Button
          look="primary"
          isDisabled={chosen.size === 0}
          onPress={() => onAnswer({ kind: 'parts', parts: parts.filter((_, at) => chosen.has(at)) })}
        >
          Take {counted(chosen.size, 'part')}
        </Button>
      </div>
    </Body>
  );
}
