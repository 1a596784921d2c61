'use client';
import { useMemo } from 'react';
import styled from 'styled-components';
import { counted, placesInBeat, type Exercise, type Plan } from '@/core';
import { StrokeIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';

const Details = styled.details`
  summary {
    cursor: pointer;
  }
  table {
    margin-top: 0.3rem;
    border-collapse: collapse;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    min-width: 3.2rem;
    padding: 0.1rem 0.5rem;
    border-bottom: 1px solid ${colour.line};
    font-weight: 400;
    text-align: right;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  svg {
    vertical-align: -6px;
  }
`;

/** Which stroke falls on which place in the beat, and after how many passes both come round. */
export function PlaceTable({ exercise, plan }: { exercise: Exercise; plan: Plan }) {
  const { policy } = exercise;
  const places = useMemo(
    () => placesInBeat(plan.passage, plan.assignment, policy.loop === true),
    [plan, policy.loop],
  );
  const { counts, passes, strokePasses, beatPasses } = places;
  const onBeat = counts[0]!;
  const period =
    passes === 1
      ? ''
      : `; strokes come round after ${counted(strokePasses, 'pass', 'passes')}, the beat after ${beatPasses}, both after ${passes}`;
  return (
    <Details>
      <summary>
        On the beat {onBeat.down} down, {onBeat.up} up{period}
      </summary>
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span className="for-screen-readers">Stroke</span>
            </th>
            {counts.map((_, place) => (
              <th scope="col" key={place}>
                {place === 0 ? 'on the beat' : `${place + 1} of ${counts.length}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(['down', 'up'] as const).map((stroke) => (
            <tr key={stroke}>
              <th scope="row">
                <StrokeIcon stroke={stroke} /> <span className="for-screen-readers">{stroke}</span>
              </th>
              {counts.map((count, place) => (
                <td key={place}>{count[stroke]}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Details>
  );
}
