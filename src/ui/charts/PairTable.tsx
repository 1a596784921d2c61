'use client';
import styled from 'styled-components';
import type { PairCount, PairRow } from '@/core';
import { KindIcon } from '../lane/marks';
import { colour } from '../theme/tokens';

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

/** Whole numbers as they are, others to one decimal. */
function shown(count: number): string {
  return Number.isInteger(count) ? String(count) : count.toFixed(1);
}

function Bar({ count, most }: { count: number; most: number }) {
  return (
    <div className="bar">
      {count > 0 ? <i style={{ width: `${(75 * count) / most}%` }} /> : null}
      {shown(count)}
    </div>
  );
}

function rowsOf(row: PairRow): { key: string; pair: PairCount }[] {
  return [row.floorward, row.ceilingward].flatMap((pair) =>
    pair ? [{ key: `${pair.stringFrom}-${pair.stringTo}`, pair }] : [],
  );
}

interface PairTableProps {
  readonly caption: string;
  readonly rows: readonly PairRow[];
  /** What counts are multiplied by, for another unit than theirs. */
  readonly factor?: number;
}

/** Inside against outside: string pairs as rows, outside to one side and inside to the other, each with its number. */
export function PairTable({ caption, rows, factor = 1 }: PairTableProps) {
  const pairs = rows.flatMap(rowsOf);
  const most = Math.max(1e-9, ...pairs.flatMap(({ pair }) => [pair.outside, pair.inside])) * factor;
  const hasSweeps = pairs.some(({ pair }) => pair.sweep > 0);
  const hasBacktracks = pairs.some(({ pair }) => pair.backtrack > 0);
  return (
    <Table>
      <caption className="for-screen-readers">{caption}</caption>
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
        {pairs.map(({ key, pair }) => (
          <tr key={key}>
            <th scope="row">
              {pair.stringFrom} → {pair.stringTo}
              {Math.abs(pair.stringFrom - pair.stringTo) > 1 ? ' skip' : ''}
            </th>
            <td className="left">
              <Bar count={pair.outside * factor} most={most} />
            </td>
            <td className="right">
              <Bar count={pair.inside * factor} most={most} />
            </td>
            {hasSweeps ? <td>{shown(pair.sweep * factor)}</td> : null}
            {hasBacktracks ? <td>{shown(pair.backtrack * factor)}</td> : null}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
