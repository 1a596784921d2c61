'use client';
import dynamic from 'next/dynamic';
import { useRef } from 'react';
import styled from 'styled-components';
import {
  againstTarget,
  countText,
  gapOf,
  missingPairs,
  pairRows,
  scopedShare,
  targetOf,
  tightestChanges,
  type Exercise,
  type PairCount,
  type PairRow,
  type Plan,
  type Setup,
} from '@/core';
import { KindIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';
import type { Try } from './trying';

const Mendings = dynamic(() => import('./Mendings').then((module) => module.Mendings), { ssr: false });

const Panel = styled.section`
  display: grid;
  align-content: start;
  gap: 0.5rem;
  h2 {
    font-size: 1rem;
  }
  details summary {
    cursor: pointer;
  }
`;

const Target = styled.p<{ $colour: string }>`
  color: ${({ $colour }) => $colour};
  font-weight: 650;
`;

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th {
    padding: 0.1rem 0.4rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
    text-align: center;
    svg {
      vertical-align: -4px;
    }
  }
  tbody th {
    color: ${colour.ink};
    font-size: 0.9375rem;
    text-align: left;
    white-space: nowrap;
  }
  td {
    padding: 0.12rem 0.25rem;
    border-top: 1px solid ${colour.line};
    text-align: center;
  }
  tbody th {
    border-top: 1px solid ${colour.line};
  }
  td.left,
  td.right {
    width: 28%;
  }
  td.left {
    border-right: 2px solid ${colour.inkSoft};
  }
  .bar {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 1.25rem;
  }
  .left .bar {
    flex-direction: row-reverse;
  }
  .bar i {
    display: block;
    height: 0.85rem;
    border-radius: 0.15rem;
  }
  .left .bar i {
    border: 2px solid ${colour.outside};
  }
  .right .bar i {
    background: ${colour.inside};
  }
`;

function Bar({ count, most }: { count: number; most: number }) {
  return (
    <div className="bar">
      {count > 0 ? <i style={{ width: `${(75 * count) / most}%` }} /> : null}
      {countText(count)}
    </div>
  );
}

function rowsOf(row: PairRow): { key: string; pair: PairCount }[] {
  return [row.floorward, row.ceilingward].flatMap((pair) =>
    pair ? [{ key: `${pair.stringFrom}-${pair.stringTo}`, pair }] : [],
  );
}

/** Inside against outside, pair by pair and direction by direction, against what the goal wants. */
export function BalancePanel({
  exercise,
  plan,
  setup,
  bpm,
  edit,
  onTry,
}: {
  exercise: Exercise;
  plan: Plan;
  setup: Setup;
  bpm: number;
  edit: EditExercise;
  onTry: Try;
}) {
  // What is pressed to mend goes away once it is mended.
  const heading = useRef<HTMLHeadingElement>(null);
  const { analysis } = plan;
  const { figures } = analysis;
  const rows = pairRows(figures);
  const most = Math.max(1, ...figures.pairs.flatMap((pair) => [pair.outside, pair.inside]));
  const target = targetOf(exercise.goal);
  const against = againstTarget(exercise.goal, figures);
  const gap = gapOf(exercise.goal, scopedShare(exercise.goal, analysis));
  const paint = { 'on target': colour.good, 'off target': colour.warn, 'no target': colour.inkSoft }[
    against.state
  ];
  const isBalanced = target !== null && target.insideShare === 0.5;
  const oneSided = isBalanced ? rows.filter((row) => row.oneSided !== null) : [];
  const missing = missingPairs(
    rows,
    exercise.passage.notes.map((note) => note.string),
  );
  const [tightest] = tightestChanges(exercise.passage, analysis, bpm, setup);
  const hasSweeps = figures.kinds.sweep > 0;
  const hasBacktracks = figures.kinds.backtrack > 0;
  return (
    <Panel aria-label="Balance">
      <h2 ref={heading} tabIndex={-1}>
        How it balances
      </h2>
      <Target $colour={paint}>{against.text}</Target>
      {rows.length === 0 ? (
        <p>There are no string changes to weigh.</p>
      ) : (
        <Table>
          <caption className="for-screen-readers">
            String changes {analysis.passes > 1 ? 'a pass ' : ''}by pair and direction
          </caption>
          <thead>
            <tr>
              <th scope="col">
                <span className="for-screen-readers">Change</span>
              </th>
              <th scope="col">
                <KindIcon kind="outside" /> outside
              </th>
              <th scope="col">
                <KindIcon kind="inside" /> inside
              </th>
              {hasSweeps ? (
                <th scope="col">
                  <KindIcon kind="sweep" /> sweep
                </th>
              ) : null}
              {hasBacktracks ? (
                <th scope="col">
                  <KindIcon kind="backtrack" /> against
                </th>
              ) : null}
            </tr>
          </thead>
          <tbody>
            {rows.flatMap(rowsOf).map(({ key, pair }) => (
              <tr key={key}>
                <th scope="row">
                  {pair.stringFrom} → {pair.stringTo}
                  {Math.abs(pair.stringFrom - pair.stringTo) > 1 ? ' skip' : ''}
                </th>
                <td className="left">
                  <Bar count={pair.outside} most={most} />
                </td>
                <td className="right">
                  <Bar count={pair.inside} most={most} />
                </td>
                {hasSweeps ? <td>{countText(pair.sweep)}</td> : null}
                {hasBacktracks ? <td>{countText(pair.backtrack)}</td> : null}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {oneSided.length > 0 ? (
        <p>
          One-sided:{' '}
          {oneSided.map((row) => `strings ${row.thicker} and ${row.thinner} only ${row.oneSided}`).join('; ')}
          .
        </p>
      ) : null}
      {missing.length > 0 ? <p>No change between strings {missing.join(', ')}.</p> : null}
      {gap !== null && gap > 0 ? (
        <Mendings
          exercise={exercise}
          plan={plan}
          setup={setup}
          edit={edit}
          onTry={onTry}
          onApplied={() => heading.current?.focus()}
        />
      ) : null}
      {tightest ? (
        <details>
          <summary>
            The tightest change:{' '}
            {tightest.change.kind === 'backtrack' ? 'against the grain' : tightest.change.kind} from{' '}
            {tightest.change.stringFrom} to {tightest.change.stringTo}
          </summary>
          <p>
            At {bpm} bpm {(tightest.seconds * 1000).toFixed(0)} ms from pick to pick,{' '}
            {tightest.mmPerSecond.toFixed(0)} mm/s over the strings, {tightest.bits.toFixed(2)} bits (
            {tightest.bitsPerSecond.toFixed(1)} a second).
          </p>
        </details>
      ) : null}
    </Panel>
  );
}
