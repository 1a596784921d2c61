'use client';
import styled from 'styled-components';
import type { Origin } from '@/core';
import { colour } from '@/ui/theme/tokens';

const Part = styled.section`
  h2 {
    overflow-wrap: anywhere;
  }
  ul {
    max-height: 10rem;
    margin-top: 0.25rem;
    padding: 0.4rem 0.75rem;
    overflow: auto;
    border-left: 3px solid ${colour.warn};
    background: ${colour.card};
  }
`;

/** The file that the exercise came from, and what of it was not taken over. */
export function OriginNote({ origin }: { origin: Origin }) {
  return (
    <Part aria-label="Where it comes from">
      <h2>From the file “{origin.file}”</h2>
      {origin.remarks.length === 0 ? (
        <p>All of it was taken over.</p>
      ) : (
        <ul tabIndex={0} aria-label="Remarks on the file">
          {origin.remarks.map((remark, at) => (
            <li key={at}>{remark}</li>
          ))}
        </ul>
      )}
    </Part>
  );
}
