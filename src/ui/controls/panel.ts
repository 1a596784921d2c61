'use client';
/** The look that parts of a page with figures share. */
import styled from 'styled-components';
import { colour, PAPER_COLOURS } from '@/ui/theme/tokens';

export const Panel = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
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
    min-width: 7.5rem;
    white-space: normal;
    overflow-wrap: break-word;
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

/** A page of panels, one under the other. */
export const Page = styled.div`
  display: grid;
  gap: 0.75rem;
  outline: none;
`;

/** What stands over a page: its title, facts in soft letters, what can be done. */
export const PageHead = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.75rem;
  h1 {
    font-size: 1.4rem;
  }
  .facts {
    flex: 1 1 14rem;
    color: ${colour.inkSoft};
  }
`;

/** What stands over a sheet of paper, and is not printed. */
export const PaperBar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.75rem;
  margin-bottom: 0.75rem;
`;

/** A sheet, as large as what a piece of paper takes, in either format; white in every theme. */
export const Paper = styled.article`
  ${PAPER_COLOURS}
  color-scheme: light;
  max-width: 46rem;
  padding: 1.5rem 1.75rem;
  border: 1px solid ${colour.line};
  background: #fff;
  color: #000;
  h1 {
    font-size: 1.3rem;
  }
  @media print {
    max-width: none;
    padding: 0;
    border: 0;
  }
`;
