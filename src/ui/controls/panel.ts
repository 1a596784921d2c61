'use client';
/** The look that parts of a page with figures share. */
import styled from 'styled-components';
import { colour } from '@/ui/theme/tokens';

export const Panel = styled.section`
  display: grid;
  align-content: start;
  gap: 0.5rem;
  padding: 0.75rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  position: relative;
  overflow-x: auto;
  h2 {
    font-size: 1rem;
  }
  h3 {
    font-size: 0.9375rem;
  }
  p {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
`;

export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0.2rem 0.6rem 0.2rem 0;
    border-bottom: 1px solid ${colour.line};
    text-align: left;
    white-space: nowrap;
  }
  .long {
    white-space: normal;
    overflow-wrap: anywhere;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 400;
  }
  .number {
    text-align: right;
    padding-right: 1rem;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
  }
  tbody th {
    font-weight: 500;
  }
  button {
    min-height: 1.75rem;
  }
`;
