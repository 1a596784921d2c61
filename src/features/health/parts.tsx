'use client';
/** What the parts of the view are made of. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { CountedTable } from '@/storage/health';
import { colour } from '@/ui/theme/tokens';

export const Facts = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  gap: 0.5rem 1rem;
  dt {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  dd {
    font-size: 1.15rem;
    font-variant-numeric: tabular-nums;
  }
`;

export const Item = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.75rem;
  padding-top: 0.4rem;
  border-top: 1px solid ${colour.line};
  > div {
    flex: 1 1 18rem;
    min-width: 0;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
`;

const TABLE_NAMES: Readonly<Record<CountedTable, string>> = {
  exercises: 'Exercises',
  passages: 'Versions of notes',
  players: 'Students',
  ladders: 'Ladders',
  runs: 'Runs',
  signs: 'Signs of the hand',
  lessons: 'Lessons',
  weeks: 'Weeks',
  takes: 'Takes',
  days: 'Days of practice',
  shelf: 'On the shelf',
  log: 'Steps of undo',
  aside: 'Laid aside',
};

/** Tables by the name that they have for people. */
export const TABLES: Readonly<Record<string, string>> = TABLE_NAMES;

/** A part with its title. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}
