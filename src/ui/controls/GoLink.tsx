'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { pressable } from './Button';

/** A link that is the thing to do next, with the look of the primary button. */
export const GoLink = styled(Link)`
  ${pressable}
  border-color: ${colour.accent};
  &,
  &:active {
    background: ${colour.accent};
  }
  color: ${colour.accentInk};
  font-weight: 600;
  text-decoration: none;
`;
