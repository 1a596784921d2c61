'use client';
import { Popover } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { colour } from '../theme/tokens';

/** The surface of lists and menus that open. */
export const Sheet = styled(Popover)`
  min-width: var(--trigger-width);
  max-height: 60vh;
  overflow: auto;
  padding: 0.25rem;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.card};
  color: ${colour.ink};
  box-shadow: 0 6px 20px #0003;
`;

/** The look of a line in an opened list or menu. */
export const sheetItem = css`
  display: flex;
  align-items: center;
  gap: 0.5rem;
  padding: 0.3rem 0.6rem;
  border-radius: 0.3rem;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: ${colour.accentSoft};
  }
  &[data-selected] {
    font-weight: 650;
  }
`;
