'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { lookUp } from '@/work/words/asked';
import type { TermId } from '@/work/words/terms';
import { colour } from '../theme/tokens';

const Root = styled.button`
  display: inline-flex;
  align-items: center;
  gap: 0.35rem;
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: help;
  text-decoration: underline dotted;
  text-underline-offset: 0.25em;
  &:hover {
    color: ${colour.ink};
    text-decoration-style: solid;
  }
`;

/** A word that says what it means when it is pressed. */
export function Word({ of, children }: { of: TermId; children: ReactNode }) {
  return (
    <Root type="button" title="What this means" aria-haspopup="dialog" onClick={() => lookUp(of)}>
      {children}
    </Root>
  );
}
