'use client';
import { TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { colour } from '@/ui/theme/tokens';

const Line = styled.span`
  display: flex;
  align-items: baseline;
  gap: 0.4rem;
  flex: 1 1 100%;
  color: ${colour.warn};
  font-weight: 600;
  svg {
    flex: none;
    transform: translateY(2px);
  }
`;

/** What could not be done as it was asked, or what no hand can do, said where it was asked. */
export function Remark({ text }: { text: string }) {
  return (
    <Line role="alert">
      <TriangleAlert size={15} aria-hidden /> {text}
    </Line>
  );
}
