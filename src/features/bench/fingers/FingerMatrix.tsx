'use client';
import styled from 'styled-components';
import type { FingerCell } from '@/core/fretting';
import { colour } from '@/ui/theme/tokens';

const Table = styled.table`
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  caption {
    padding-bottom: 0.25rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    text-align: left;
  }
  th,
  td {
    min-width: 4.1rem;
    padding: 0.15rem 0.4rem;
    border: 1px solid ${colour.line};
    text-align: center;
  }
  th {
    color: ${colour.inkSoft};
    font-weight: 500;
  }
  td.none {
    color: ${colour.inkSoft};
  }
  td.same {
    background: ${colour.accentSoft};
  }
`;

const NAMES = ['', 'first', 'second', 'third', 'fourth'];

function cellText({ from, to, floorward, ceilingward, rolls, hops }: FingerCell): string {
  if (floorward + ceilingward === 0) return from === to ? '–' : 'none';
  if (from !== to)
    return [floorward > 0 ? `${floorward} ↓` : '', ceilingward > 0 ? `${ceilingward} ↑` : '']
      .filter(Boolean)
      .join(' ');
  return [rolls > 0 ? `${rolls} r` : '', hops > 0 ? `${hops} h` : '']
    .filter((part) => part !== '')
    .join(', ');
}

/** From which finger to which the string changes go. */
export function FingerMatrix({ cells }: { cells: readonly FingerCell[] }) {
  const fingers = [1, 2, 3, 4];
  return (
    <Table>
      <caption>
        String changes from finger (rows) to finger: floorward + ceilingward; the same finger as rolls (r) and
        hops (h); fingers that stay down are not counted
      </caption>
      <thead>
        <tr>
          <th scope="col">
            <span className="for-screen-readers">from</span>
          </th>
          {fingers.map((finger) => (
            <th scope="col" key={finger}>
              to {finger}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {fingers.map((from) => (
          <tr key={from}>
            <th scope="row">
              {from} <span className="for-screen-readers">({NAMES[from]} finger)</span>
            </th>
            {cells
              .filter((cell) => cell.from === from)
              .map((cell) => (
                <td
                  key={cell.to}
                  className={
                    cell.from === cell.to ? 'same' : cell.floorward + cell.ceilingward === 0 ? 'none' : ''
                  }
                >
                  {cellText(cell)}
                </td>
              ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
