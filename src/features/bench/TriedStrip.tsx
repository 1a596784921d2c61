'use client';
import styled from 'styled-components';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { Tried, Try } from '@/work/bench/trying';

const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
  min-height: 4.5rem;
  padding: 0.5rem 0.75rem;
  border: 2px dashed ${colour.accent};
  border-radius: 0.5rem;
  background: ${colour.accentSoft};
  p {
    flex: 1 1 20rem;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
`;

/** Says that the lane shows what is only tried, and lets it be taken or left. */
export function TriedStrip({ tried, onTry }: { tried: Tried; onTry: Try }) {
  return (
    <Strip aria-label="Tried in the lane">
      <p role="status">
        <strong>Only tried:</strong> {tried.label}
        <small>The lane shows it and the space bar plays it; your exercise is as it was.</small>
      </p>
      {tried.take ? (
        <Button look="primary" onPress={tried.take}>
          Take it
        </Button>
      ) : null}
      <Button onPress={() => onTry(null)}>Back to mine</Button>
    </Strip>
  );
}
