'use client';
import { useEffect, useRef } from 'react';
import styled, { css } from 'styled-components';
import type { Beat } from '@/core';
import { colour } from '../theme/tokens';

const Light = styled.span<{ $large: boolean }>`
  display: inline-grid;
  place-items: center;
  width: 1.6rem;
  height: 1.6rem;
  margin: -0.2rem 0 -0.2rem -0.3rem;
  border: 2px solid currentColor;
  border-radius: 50%;
  font-weight: 700;
  line-height: 1;
  font-variant-numeric: tabular-nums;
  ${({ $large }) =>
    $large &&
    css`
      width: 5rem;
      height: 5rem;
      margin: 0;
      border-width: 5px;
      font-size: 2.6rem;
    `}
  &[data-bar] {
    ${({ $large }) =>
      $large
        ? css`
            background: ${colour.accent};
            border-color: ${colour.accent};
            color: ${colour.accentInk};
          `
        : css`
            background: ${colour.accentInk};
            color: ${colour.accent};
          `}
  }
  &[data-count-in] {
    border-style: dotted;
  }
`;

/** The beat to be seen, for those who do not hear the click; dotted while it is counted in. It moves without React. */
export function BeatLight({ beat, isLarge = false }: { beat: () => Beat | null; isLarge?: boolean }) {
  const ref = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let frame = 0;
    let shown = '';
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = beat();
      const next = now ? `${now.number}${now.countIn}` : '';
      if (!ref.current || next === shown) return;
      shown = next;
      ref.current.textContent = now ? String(now.number) : '';
      ref.current.toggleAttribute('data-bar', now?.number === 1);
      ref.current.toggleAttribute('data-count-in', now?.countIn ?? false);
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [beat]);
  return <Light ref={ref} $large={isLarge} aria-hidden data-beat />;
}
