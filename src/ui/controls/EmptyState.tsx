'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { colour } from '../theme/tokens';

const Root = styled.section`
  max-width: 36rem;
  margin: 2.5rem auto;
  padding: 1.5rem;
  border: 1px dashed ${colour.inkSoft};
  border-radius: 0.6rem;
  background: ${colour.card};
  h2 {
    margin-bottom: 0.5rem;
    font-size: 1.25rem;
  }
  p + p,
  p + div {
    margin-top: 0.75rem;
  }
`;

/** What a view is for, when there is nothing in it yet or something went wrong. */
export function EmptyState({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Root>
      <h2>{title}</h2>
      {children}
    </Root>
  );
}
