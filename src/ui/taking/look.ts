'use client';
/** The look of questions about files, and of versions side by side. */
import styled from 'styled-components';
import { colour } from '../theme/tokens';

/** What is asked, and the answers at its foot. */
export const Body = styled.div`
  display: grid;
  gap: 0.75rem;
  ul {
    display: grid;
    gap: 0.5rem;
  }
  blockquote {
    margin: 0;
    padding-left: 0.75rem;
    border-left: 3px solid ${colour.line};
    white-space: pre-line;
  }
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 0.1rem 1rem;
  }
  dd,
  td {
    overflow-wrap: anywhere;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    align-items: center;
    justify-content: end;
    position: sticky;
    bottom: 0;
    margin: 0 -1.25rem -1.25rem;
    padding: 0.75rem 1.25rem;
    border-top: 1px solid ${colour.line};
    background: ${colour.card};
  }
  small {
    color: ${colour.inkSoft};
  }
`;

/** A record in two versions. */
export const One = styled.li`
  display: grid;
  gap: 0.4rem;
  padding: 0.6rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  h3 {
    font-size: 1rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    table-layout: fixed;
  }
  th,
  td {
    padding: 0.15rem 0.5rem 0.15rem 0;
    text-align: left;
    vertical-align: top;
    font-size: 0.875rem;
  }
  th:first-child {
    width: 8.5rem;
    font-weight: 500;
    color: ${colour.inkSoft};
  }
`;
