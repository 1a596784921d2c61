'use client';
import type { ComponentProps } from 'react';
import styled from 'styled-components';
import { pressable } from './Button';

const Root = styled.button`
  ${pressable}
  min-height: 1.75rem;
  &[data-quiet]:not(:hover) {
    border-color: transparent;
    background: transparent;
  }
`;

/** A button in the rows of a long table: the browser's own, for dozens of the other kind take longer than all else in the table. */
export function RowButton({ isQuiet, ...props }: ComponentProps<'button'> & { readonly isQuiet?: boolean }) {
  return <Root type="button" {...(isQuiet ? { 'data-quiet': '' } : {})} {...props} />;
}
