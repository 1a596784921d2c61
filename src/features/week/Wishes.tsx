'use client';
import { X } from 'lucide-react';
import Link from 'next/link';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import { bpmText } from '@/core';
import {
  IMPORTANCES,
  MAX_VISIT_MINUTES,
  WEEK_BALANCES,
  type Importance,
  type WeekBalance,
  type Wish,
} from '@/core/routine';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { NumberBox } from '@/ui/controls/NumberBox';
import { Panel } from '@/ui/controls/panel';
import { Select } from '@/ui/controls/Select';
import { SelectBox } from '@/ui/controls/SelectBox';
import { Switch } from '@/ui/controls/Switch';
import { colour, NARROW } from '@/ui/theme/tokens';
import { addWish, removeWish, setWish, type WeekChange } from '@/work/week/acts';
import { usualWish, type WeekContent } from '@/work/week/draft';
import type { OpenWeek } from '@/work/week/problem';

const Grid = styled.table`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    padding: 0.25rem 0.5rem 0.25rem 0;
    border-bottom: 1px solid ${colour.line};
    text-align: left;
    vertical-align: middle;
    font-weight: 400;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    white-space: nowrap;
  }
  tbody th {
    min-width: 9rem;
    overflow-wrap: anywhere;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  input {
    width: 1.8rem;
    padding: 0;
  }
  td {
    white-space: nowrap;
  }
  /* On a phone each exercise is a card: what it is, and under it what is wished, each with its name. */
  @media ${NARROW} {
    &,
    tbody {
      display: block;
    }
    thead {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tbody tr {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.4rem 0.75rem;
      padding: 0.6rem 0;
      border-bottom: 1px solid ${colour.line};
    }
    tbody th {
      flex: 1 0 100%;
      padding: 0;
      border: 0;
    }
    td {
      padding: 0;
      border: 0;
    }
    td[data-name]::before {
      content: attr(data-name);
      display: block;
      color: ${colour.inkSoft};
      font-size: 0.8125rem;
    }
  }
`;

/** The table alone is wider than a phone, not what stands around it. */
const Scroll = styled.div`
  min-width: 0;
  overflow-x: auto;
`;

const Row = styled.div`
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1rem;
`;

const NONE = '';

/** What is wished of each, as it stands over its column, and on a phone over itself. */
const NAMES = { days: 'Days', least: 'Least min', most: 'Most min', importance: 'Importance' } as const;

const IMPORTANCE_NAMES: Readonly<Record<Importance, string>> = { less: 'less', usual: 'usual', more: 'more' };
const BALANCE_NAMES: Readonly<Record<WeekBalance, string>> = {
  balanced: 'as much inside as outside (40 to 60 %)',
  'mostly inside': 'mostly inside (60 % or more)',
  'mostly outside': 'mostly outside (40 % inside or less)',
  none: 'not asked for',
};

interface WishesProps {
  readonly open: OpenWeek;
  readonly today: number;
  readonly onChange: (label: string, change: (week: WeekContent) => WeekChange, mergeKey?: string) => void;
}

function WishRow({ wish, open, today, onChange }: WishesProps & { wish: Wish }) {
  const { exerciseId } = wish;
  const facts = open.facts.get(exerciseId);
  const title = open.book.exercises.get(exerciseId)?.title ?? wish.title;
  const set = (label: string, change: Partial<Wish>) =>
    onChange(
      label,
      (week) => setWish(week, exerciseId, change),
      `${exerciseId}-${Object.keys(change).join()}`,
    );
  const number = (label: string, name: 'days' | 'leastMinutes' | 'mostMinutes', max: number) => (
    <NumberBox
      label={`${label}, ${title}`}
      hideLabel
      value={wish[name]}
      min={1}
      max={max}
      onChange={(value) => (value === null ? undefined : set(label, { [name]: value }))}
    />
  );
  return (
    <tr role="row">
      <th scope="row" role="rowheader">
        <Link href={benchAt(exerciseId)} prefetch={false}>
          {title}
        </Link>
        <small>
          {facts
            ? `from ${bpmText(facts.bpm)} bpm. ${facts.why}`
            : open.book.exercises.has(exerciseId)
              ? '…'
              : 'Deleted in the Library: it is not planned.'}
        </small>
      </th>
      <td role="cell">
        <Switch isOn={wish.isMust} label={`Must, ${title}`} onChange={(isMust) => set('Must', { isMust })}>
          {wish.isMust ? 'must' : 'if it fits'}
        </Switch>
      </td>
      <td role="cell" data-name={NAMES.days}>
        {number('Days a week', 'days', 7)}
      </td>
      <td role="cell" data-name={NAMES.least}>
        {number('Least minutes a day', 'leastMinutes', MAX_VISIT_MINUTES)}
      </td>
      <td role="cell" data-name={NAMES.most}>
        {number('Most minutes a day', 'mostMinutes', MAX_VISIT_MINUTES)}
      </td>
      <td role="cell" data-name={NAMES.importance}>
        <SelectBox
          label={`Importance, ${title}`}
          hideLabel
          value={wish.importance}
          options={IMPORTANCES.map((id) => ({ id, name: IMPORTANCE_NAMES[id] }))}
          onChange={(importance) => set('Importance', { importance })}
        />
      </td>
      <td role="cell">
        <Button
          look="quiet"
          square
          aria-label={`Leave ${title} out of the week`}
          onPress={() => onChange(`Leave “${title}” out`, (week) => removeWish(week, exerciseId, today))}
        >
          <X size={15} aria-hidden />
        </Button>
      </td>
    </tr>
  );
}

/** What is wished for in a week: which exercises, on how many days, for how long. */
export function Wishes(props: WishesProps) {
  const { open, onChange } = props;
  const { content, book } = open;
  const taken = new Set(content.wishes.map(({ exerciseId }) => exerciseId));
  const others = [...book.exercises.values()]
    .filter(({ id, archivedAt }) => archivedAt === null && !taken.has(id))
    .sort((a, b) => a.title.localeCompare(b.title));
  const add = (id: string) =>
    id === NONE
      ? undefined
      : onChange(`Add “${book.titleOf(id)}”`, (week) =>
          addWish(week, usualWish(id, book.titleOf(id), 'usual', book.player)),
        );
  return (
    <Panel aria-label="What is wished for">
      <h2>What is wished for</h2>
      {content.wishes.length === 0 ? (
        <p>Nothing yet: add an exercise, or set one in a lesson.</p>
      ) : (
        <Scroll data-scrolls>
          <Grid role="table">
            <thead role="rowgroup">
              <tr role="row">
                {['Exercise', 'Must', ...Object.values(NAMES)].map((name) => (
                  <th key={name} scope="col" role="columnheader">
                    {name}
                  </th>
                ))}
                <td role="cell" />
              </tr>
            </thead>
            <tbody role="rowgroup">
              {content.wishes.map((wish) => (
                <WishRow key={wish.exerciseId} {...props} wish={wish} />
              ))}
            </tbody>
          </Grid>
        </Scroll>
      )}
      <Row>
        <Select
          label="Add an exercise"
          value={NONE as string}
          options={[
            { id: NONE, name: 'choose …' },
            ...others.map(({ id, title }) => ({ id, name: title || 'Untitled' })),
          ]}
          onChange={add}
        />
        <Select
          label="Inside against outside"
          value={content.balance}
          options={WEEK_BALANCES.map((id) => ({ id, name: BALANCE_NAMES[id] }))}
          onChange={(balance) => onChange('Balance', () => ({ balance }), 'balance')}
        />
        <NumberBox
          label="Most exercises a day"
          value={content.mostExercises}
          min={1}
          max={30}
          onChange={(value) =>
            value === null ? undefined : onChange('Exercises a day', () => ({ mostExercises: value }), 'most')
          }
        />
        <NumberBox
          label="Warm-up, min"
          value={content.warmUpMinutes}
          min={0}
          max={60}
          onChange={(value) =>
            value === null ? undefined : onChange('Warm-up', () => ({ warmUpMinutes: value }), 'warm')
          }
        />
        <Choice
          label="A session goes"
          value={content.order}
          options={[
            { id: 'in order', name: 'one after the other' },
            { id: 'by turns', name: 'by turns' },
          ]}
          onChange={(order) => onChange('Order', () => ({ order }), 'order')}
        />
      </Row>
    </Panel>
  );
}
