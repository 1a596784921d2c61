'use client';
import styled from 'styled-components';
import type { WeekAdvice, WeekConflict } from '@/core/routine';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import { adviceText, conflictText } from '@/work/week/telling';

const Root = styled.section`
  display: grid;
  gap: 0.5rem;
  padding: 0.6rem 1rem;
  border: 1px solid ${colour.warn};
  border-left-width: 4px;
  border-radius: 0.4rem;
  background: ${colour.card};
  div {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.4rem;
  }
`;

interface ConflictProps {
  readonly conflict: WeekConflict;
  readonly titleOf: (id: string) => string;
  readonly onTake: (advice: WeekAdvice) => void;
}

/** What cannot be met together, and what would let it be: each was tried and works. */
export function Conflict({ conflict, titleOf, onTake }: ConflictProps) {
  return (
    <Root role="alert" data-conflict>
      <p>{conflictText(conflict, titleOf)}</p>
      {conflict.advice.length === 0 ? (
        <p>No single small change would let them: ask for fewer days of several, or for more time.</p>
      ) : (
        <div role="group" aria-label="What would let them; each was tried">
          <span>Each of these would do, and was tried:</span>
          {conflict.advice.map((advice) => (
            <Button key={JSON.stringify(advice)} onPress={() => onTake(advice)}>
              {adviceText(advice, titleOf)}
            </Button>
          ))}
        </div>
      )}
    </Root>
  );
}
