'use client';
import styled from 'styled-components';
import { countText, type ChangeKind } from '@/core';
import { KindIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';

const Row = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 1.25rem;
  color: ${colour.inkSoft};
  li {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
  }
  b {
    color: ${colour.ink};
    font-variant-numeric: tabular-nums;
  }
`;

const SHOWN: readonly { kind: ChangeKind; name: string; always: boolean }[] = [
  { kind: 'outside', name: 'outside', always: true },
  { kind: 'inside', name: 'inside', always: true },
  { kind: 'sweep', name: 'sweep', always: true },
  { kind: 'backtrack', name: 'against the grain', always: false },
  { kind: 'repeat', name: 'same stroke again', always: false },
];

/** The marks of the lane with their names and how many there are in a pass. */
export function Legend({ kinds }: { kinds: Readonly<Record<ChangeKind, number>> }) {
  return (
    <Row aria-label="Changes in a pass">
      {SHOWN.filter(({ kind, always }) => always || kinds[kind] > 0).map(({ kind, name }) => (
        <li key={kind}>
          <KindIcon kind={kind} />
          <b>{countText(kinds[kind])}</b> {name}
        </li>
      ))}
      <li>▲▼ the side from which a string is struck</li>
      <li>┄ silent over a string</li>
    </Row>
  );
}
