import type { ReactNode } from 'react';
import styled from 'styled-components';
import { colour } from '../theme/tokens';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1rem;
  padding: 0.4rem 1.25rem;
  border-bottom: 2px solid ${colour.warn};
  background: ${colour.card};
`;

/** A line under the bar of the shell that stays until it is dealt with. */
export function Line({ role, children }: { role: 'alert' | 'status'; children: ReactNode }) {
  return (
    <Strip role={role} data-chrome>
      {children}
    </Strip>
  );
}
