'use client';
import { useMemo } from 'react';
import styled from 'styled-components';
import {
  coverageOf,
  KIND_NAMES,
  type Covered,
  type CoverageCell,
  type Exercise,
  type Plan,
  type Setup,
} from '@/core';
import { KindIcon, StrokeIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';

const Table = styled.table`
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    min-width: 3.4rem;
    padding: 0.12rem 0.45rem;
    border-bottom: 1px solid ${colour.line};
    font-weight: 400;
    text-align: right;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  td.empty {
    color: ${colour.inkSoft};
  }
  svg {
    vertical-align: -6px;
  }
`;

function kindName(kind: Covered): string {
  return kind === 'same string' ? kind : KIND_NAMES[kind];
}

function cellName({ place, stroke, kind }: CoverageCell): string {
  const where = place === 0 ? 'on the beat' : `on slot ${place + 1}`;
  return `${stroke}stroke ${where}, ${kindName(kind)}`;
}

/** More places than this in one sentence nobody reads. */
const MOST_NAMED = 6;

function listed(cells: readonly CoverageCell[]): string {
  const named = cells.slice(0, MOST_NAMED).map(cellName).join('; ');
  return cells.length > MOST_NAMED ? `${named}; and ${cells.length - MOST_NAMED} more` : named;
}

interface CoverageTableProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
}

/** Stroke by place in the beat by what leaves the note; empty cells are named with what would fill them. */
export function CoverageTable({ exercise, plan, setup }: CoverageTableProps) {
  const { policy } = exercise;
  const { passes, cells } = useMemo(
    () => coverageOf(plan.passage, policy, plan.assignment, setup),
    [plan, policy, setup],
  );
  const kinds = [...new Set(cells.map(({ kind }) => kind))];
  if (kinds.length === 0) return <p>Nothing is picked after another note yet.</p>;
  const rows = cells.filter(({ kind }) => kind === kinds[0]);
  const empty = cells.filter(({ count, kind }) => count === 0 && kind !== 'same string');
  const byOtherStart = empty.filter(({ otherStart }) => otherStart > 0);
  const never = empty.filter(({ otherStart }) => otherStart === 0);
  return (
    <>
      <Table>
        <thead>
          <tr>
            <th scope="col">
              {passes > 1 ? (
                `Over ${passes} passes`
              ) : (
                <span className="for-screen-readers">Place and stroke</span>
              )}
            </th>
            {kinds.map((kind) => (
              <th scope="col" key={kind}>
                {kind === 'same string' ? null : <KindIcon kind={kind} />} {kindName(kind)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ place, stroke }) => (
            <tr key={`${place} ${stroke}`}>
              <th scope="row">
                {place === 0 ? 'on the beat' : `${place + 1} of ${plan.passage.subdivision}`}{' '}
                <StrokeIcon stroke={stroke} /> <span className="for-screen-readers">{stroke}</span>
              </th>
              {kinds.map((kind) => {
                const cell = cells.find(
                  (one) => one.place === place && one.stroke === stroke && one.kind === kind,
                )!;
                return (
                  <td key={kind} className={cell.count === 0 ? 'empty' : ''}>
                    {cell.count === 0 ? '–' : cell.count}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
      <p data-coverage>
        {empty.length === 0
          ? 'Every kind of string change is met with both strokes on every place of the beat.'
          : [
              `${empty.length} of ${cells.filter(({ kind }) => kind !== 'same string').length} cells with a string change are empty.`,
              byOtherStart.length > 0 ? `The other start would fill: ${listed(byOtherStart)}.` : '',
              never.length > 0 ? `Neither start reaches in these notes: ${listed(never)}.` : '',
            ]
              .filter((part) => part !== '')
              .join(' ')}
      </p>
    </>
  );
}
