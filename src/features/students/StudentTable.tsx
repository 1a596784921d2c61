'use client';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import {
  Cell,
  Column,
  Row,
  RouterProvider,
  Table,
  TableBody,
  TableHeader,
  type SortDescriptor,
} from 'react-aria-components';
import styled from 'styled-components';
import { studentAt } from '@/addresses';
import { durationText } from '@/core';
import { agoText } from '@/core/record';
import { dayText } from '@/ui/dayText';
import { colour, NARROW } from '@/ui/theme/tokens';
import type { RosterColumn, RosterOrder } from '@/work/students/listing';
import type { RosterRow } from '@/work/students/roster';
import { AttentionTag } from './AttentionTag';

const Root = styled(Table)`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0.45rem 1rem 0.45rem 0;
    border-bottom: 1px solid ${colour.line};
    text-align: left;
    vertical-align: top;
  }
  th {
    border-bottom: 2px solid ${colour.line};
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
    white-space: nowrap;
  }
  th[data-allows-sorting] {
    cursor: pointer;
  }
  th svg {
    vertical-align: -0.15em;
  }
  td small {
    display: block;
    max-width: 34rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  .short {
    white-space: nowrap;
  }
  /* A row is a link to its student. */
  tbody tr {
    cursor: pointer;
  }
  tbody tr b {
    color: ${colour.accent};
    text-decoration: underline;
  }
  tbody tr[data-hovered] {
    background: ${colour.card};
  }
  /* On a phone each student is a card, all of it in sight; the heads stay above, to order by. */
  @media ${NARROW} {
    &,
    thead,
    tbody {
      display: block;
    }
    thead tr {
      display: flex;
      flex-wrap: wrap;
      gap: 0 1rem;
      border-bottom: 2px solid ${colour.line};
    }
    th {
      padding: 0.35rem 0;
      border: 0;
    }
    tbody tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 0.15rem 1rem;
      padding: 0.6rem 0;
      border-bottom: 1px solid ${colour.line};
    }
    td,
    tbody th {
      padding: 0;
      border: 0;
    }
    td:nth-child(2) {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    td:nth-child(2):empty {
      display: none;
    }
    td:nth-child(3) {
      grid-column: 2;
      grid-row: 1;
      text-align: right;
    }
    td:nth-child(4)::before,
    td:nth-child(5)::before {
      display: block;
      color: ${colour.inkSoft};
      font-size: 0.8125rem;
    }
    td:nth-child(4)::before {
      content: 'This week';
    }
    td:nth-child(5)::before {
      content: 'Next lesson';
    }
    td:nth-child(5) {
      text-align: right;
    }
  }
`;

/** So much of the week's plan was practised. */
const Done = styled.span<{ $share: number }>`
  display: block;
  width: 6rem;
  height: 0.3rem;
  margin-top: 0.25rem;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.2rem;
  background: linear-gradient(${colour.accent} 0 0) 0 0 / ${({ $share }) => `${100 * $share}%`} 100% no-repeat;
`;

const COLUMNS: readonly { readonly id: RosterColumn; readonly name: string }[] = [
  { id: 'name', name: 'Student' },
  { id: 'attention', name: 'Needs attention' },
  { id: 'last', name: 'Last practised' },
  { id: 'week', name: 'This week' },
  { id: 'lesson', name: 'Next lesson' },
];

/** To the minute. */
const minutesText = (seconds: number) =>
  seconds < 30 ? '0 min' : durationText(Math.round(seconds / 60) * 60);

const MOST_TAGS = 3;

function Attend({ row, titleOf }: { row: RosterRow; titleOf: (id: string) => string }) {
  const [first] = row.attention;
  if (!first) return null;
  const kinds = [...new Set(row.attention.map(({ kind }) => kind))];
  return (
    <>
      <span style={{ display: 'flex', flexWrap: 'wrap', gap: '0 0.8rem' }}>
        {kinds.slice(0, MOST_TAGS).map((kind) => (
          <AttentionTag key={kind} kind={kind} />
        ))}
      </span>
      <small>
        {first.exerciseId ? `${titleOf(first.exerciseId)}: ` : ''}
        {first.why}
      </small>
    </>
  );
}

interface StudentTableProps {
  readonly rows: readonly RosterRow[];
  readonly today: string;
  readonly order: RosterOrder;
  readonly onOrder: (order: RosterOrder) => void;
  readonly titleOf: (exerciseId: string) => string;
}

/** The students as a table that is ordered by its heads. */
export function StudentTable({ rows, today, order, onOrder, titleOf }: StudentTableProps) {
  const router = useRouter();
  const sort: SortDescriptor = { column: order.by, direction: order.isReversed ? 'descending' : 'ascending' };
  return (
    <RouterProvider navigate={(path) => router.push(path)}>
      <Root
        aria-label="Students"
        sortDescriptor={sort}
        onSortChange={({ column, direction }) =>
          onOrder({ by: column as RosterColumn, isReversed: direction === 'descending' })
        }
      >
        <TableHeader>
          {COLUMNS.map(({ id, name }) => (
            <Column key={id} id={id} allowsSorting isRowHeader={id === 'name'}>
              {({ sortDirection }) => (
                <>
                  {name}{' '}
                  {sortDirection === 'ascending' ? (
                    <ArrowDown size={13} aria-hidden />
                  ) : sortDirection === 'descending' ? (
                    <ArrowUp size={13} aria-hidden />
                  ) : null}
                </>
              )}
            </Column>
          ))}
        </TableHeader>
        <TableBody>
          {rows.map((row) => {
            const { player, lastDay, weekSeconds, weekMinutes, nextLesson } = row;
            const isOver = nextLesson !== null && nextLesson < today;
            return (
              <Row key={player.id} id={player.id} href={studentAt(player.id)} textValue={player.name}>
                <Cell className="short">
                  <b>{player.name || 'Without a name'}</b>
                </Cell>
                <Cell>
                  <Attend row={row} titleOf={titleOf} />
                </Cell>
                <Cell className="short">{lastDay ? agoText(lastDay, today) : 'never'}</Cell>
                <Cell className="short">
                  {minutesText(weekSeconds)}
                  {weekMinutes > 0 ? (
                    <>
                      {` of ${minutesText(weekMinutes * 60)}`}
                      <Done $share={Math.min(1, weekSeconds / 60 / weekMinutes)} aria-hidden />
                    </>
                  ) : null}
                </Cell>
                <Cell className="short">
                  {nextLesson ? dayText(nextLesson) : '–'}
                  {isOver ? <small>was due</small> : null}
                </Cell>
              </Row>
            );
          })}
        </TableBody>
      </Root>
    </RouterProvider>
  );
}
