'use client';
import styled from 'styled-components';
import { colour } from '@/ui/theme/tokens';

/** Two sections side by side where there is room. */
export const TwoColumns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1rem 1.75rem;
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    font-size: 1rem;
  }
  section {
    display: grid;
    align-content: start;
    gap: 0.55rem;
  }
  [role='group'] {
    align-items: center;
  }
  small,
  .soft {
    color: ${colour.inkSoft};
  }
`;

/** Fields in a row that stand on one line. */
export const FieldRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.85rem;
  min-width: 0;
  > * {
    min-width: 0;
    max-width: 100%;
  }
`;
