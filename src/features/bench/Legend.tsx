'use client';
import styled from 'styled-components';
import type { ChangeKind } from '@/core';
import { KindIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';
import { Word } from '@/ui/words/Word';

const Row = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 1rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
  li {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
  }
`;

const SHOWN = [
  { kind: 'outside', name: 'outside' },
  { kind: 'inside', name: 'inside' },
  { kind: 'sweep', name: 'sweep' },
  { kind: 'backtrack', name: 'against the grain' },
  { kind: 'repeat', name: 'same stroke again' },
] as const satisfies readonly { kind: ChangeKind; name: string }[];

/** The marks that the lane shows, with their names. */
export function Legend({
  kinds,
  hasPins,
}: {
  kinds: Readonly<Record<ChangeKind, number>>;
  hasPins: boolean;
}) {
  return (
    <Row aria-label="Marks in the lane">
      {SHOWN.filter(({ kind }) => kinds[kind] > 0).map(({ kind, name }) => (
        <li key={kind}>
          <Word of={kind}>
            <KindIcon kind={kind} />
            {name}
          </Word>
        </li>
      ))}
      <li>
        <svg width={16} height={14} viewBox="0 0 16 14" aria-hidden>
          <path d="M8,2 L13,11 H3 Z" fill="currentColor" />
        </svg>
        struck from this side
      </li>
      <li>
        <svg width={26} height={14} viewBox="0 0 26 14" aria-hidden>
          <path
            d="M2,11 C13,11 13,3 24,3"
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
            strokeDasharray="1.5 4"
            strokeLinecap="round"
          />
        </svg>
        silent
      </li>
      <li>
        <Word of="slant">
          <svg width={26} height={14} viewBox="0 0 26 14" aria-hidden>
            <path
              d="M2,10 L12,4 M14,4 L24,10"
              fill="none"
              stroke="currentColor"
              strokeWidth={2.4}
              strokeLinecap="round"
            />
          </svg>
          slant asked
        </Word>
      </li>
      {hasPins ? (
        <li>
          <svg width={10} height={14} viewBox="0 0 10 14" aria-hidden>
            <circle cx={5} cy={7} r={3.4} fill={colour.caret} />
          </svg>
          note to the student
        </li>
      ) : null}
    </Row>
  );
}
