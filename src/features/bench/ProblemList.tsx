'use client';
import styled from 'styled-components';
import { counted, type Problem } from '@/core';
import { colour, MONO } from '@/ui/theme/tokens';

const List = styled.ol`
  display: grid;
  gap: 0.2rem;
  max-height: 12rem;
  overflow: auto;
  padding: 0.5rem 0.75rem;
  border-left: 3px solid ${colour.warn};
  background: ${colour.card};
  code {
    padding: 0 0.25rem;
    background: ${colour.sunken};
    font-family: ${MONO};
    white-space: pre;
  }
  b {
    font-variant-numeric: tabular-nums;
  }
`;

/** As many as are listed; the rest is counted. */
const MOST_SHOWN = 50;

/** What was not understood in a text, by line and column. */
export function ProblemList({ problems, noteCount }: { problems: readonly Problem[]; noteCount: number }) {
  if (problems.length === 0) return <p>All of the text is understood: {counted(noteCount, 'note')}.</p>;
  return (
    <>
      <p>
        {counted(noteCount, 'note')}. Of the rest of the text{' '}
        {problems.length === 1 ? 'one thing' : `${problems.length} things`} to know; the text is kept as it
        is.
      </p>
      <List tabIndex={0} aria-label="What was not understood">
        {problems.slice(0, MOST_SHOWN).map((problem, at) => (
          <li key={at}>
            <b>
              line {problem.line}, column {problem.column}
            </b>{' '}
            {problem.text ? <code>{problem.text.slice(0, 40)}</code> : null} {problem.message}
          </li>
        ))}
        {problems.length > MOST_SHOWN ? <li>and {problems.length - MOST_SHOWN} more</li> : null}
      </List>
    </>
  );
}
