'use client';
import styled from 'styled-components';
import { bpmText, equalSpeeds, notesPerSecond, type LadderSpec } from '@/core';
import { colour } from '@/ui/theme/tokens';

const Part = styled.section`
  margin-top: 1rem;
  h2 {
    font-size: 1rem;
  }
  p {
    color: ${colour.inkSoft};
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 0.1rem 0.4rem;
    text-align: right;
  }
  th {
    white-space: nowrap;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
  }
  tbody th {
    font-weight: 400;
    text-align: left;
  }
  tr[aria-current] {
    background: ${colour.accentSoft};
  }
  tr[aria-current] * {
    font-weight: 650;
  }
`;

/** The same speed of the hand in other divisions of the beat. */
export function EqualSpeeds({ spec, subdivision }: { spec: LadderSpec; subdivision: number }) {
  const ends = [spec.startBpm, spec.goalBpm].map(
    (bpm) =>
      new Map([
        [subdivision, bpm],
        ...equalSpeeds(bpm, subdivision).map((one) => [one.subdivision, one.bpm] as const),
      ]),
  );
  const rows = [...new Set(ends.flatMap((end) => [...end.keys()]))].sort((a, b) => a - b);
  const rates = [spec.startBpm, spec.goalBpm].map((bpm) => notesPerSecond(bpm, subdivision).toFixed(1));
  return (
    <Part aria-label="Equal speeds">
      <h2>The same speed in other divisions</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span className="for-screen-readers">Slots a beat</span>
            </th>
            <th scope="col">Start, bpm</th>
            <th scope="col">Goal, bpm</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">notes a second</th>
            {rates.map((rate, at) => (
              <td key={at}>{rate}</td>
            ))}
          </tr>
          {rows.map((slots) => (
            <tr key={slots} {...(slots === subdivision ? { 'aria-current': 'true' as const } : {})}>
              <th scope="row">
                {slots} a beat{slots === subdivision ? ', as here' : ''}
              </th>
              {ends.map((end, at) => (
                <td key={at}>{end.has(slots) ? bpmText(end.get(slots)!) : 'off the metronome'}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}
