'use client';
import { css } from 'styled-components';
import { colour } from '@/ui/theme/tokens';

/** The look of a list of small lanes with words and buttons, in two columns where there is room. */
export const cardList = css`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(32rem, 1fr));
  gap: 0 1.5rem;
  margin: 0;
  padding: 0;
  list-style: none;
  li {
    display: grid;
    align-items: center;
    padding: 0.35rem 0;
    border-top: 1px solid ${colour.line};
  }
  small {
    color: ${colour.inkSoft};
  }
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
