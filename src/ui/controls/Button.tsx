'use client';
import type { Ref } from 'react';
import { Button as AriaButton, type ButtonProps as AriaButtonProps } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { colour } from '../theme/tokens';

interface Look {
  /** `primary` is for the one thing to do next, `quiet` for what stands by. */
  readonly $look?: 'primary' | 'plain' | 'quiet';
  readonly $square?: boolean;
}

/** The common look of everything that is pressed. */
export const pressable = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.4rem;
  min-height: 2rem;
  padding: 0.2rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  background: ${colour.card};
  color: ${colour.ink};
  cursor: pointer;
  white-space: nowrap;
  &[data-hovered] {
    border-color: ${colour.inkSoft};
  }
  &[data-pressed] {
    background: ${colour.accentSoft};
  }
  &[aria-pressed='true'] {
    border-color: ${colour.accent};
    background: ${colour.accentSoft};
    box-shadow: inset 0 0 0 1px ${colour.accent};
  }
  &[data-disabled] {
    border-style: dashed;
    background: transparent;
    color: ${colour.inkSoft};
    cursor: default;
  }
`;

const LOOKS = {
  plain: css``,
  primary: css`
    border-color: ${colour.accent};
    background: ${colour.accent};
    color: ${colour.accentInk};
    font-weight: 600;
    &[data-pressed] {
      background: ${colour.accent};
      opacity: 0.85;
    }
  `,
  quiet: css`
    border-color: transparent;
    background: transparent;
  `,
};

const Root = styled(AriaButton)<Look>`
  ${pressable}
  ${({ $square }) => $square && 'padding: 0.2rem 0.4rem;'}
  ${({ $look = 'plain' }) => LOOKS[$look]}
`;

export interface ButtonProps extends AriaButtonProps {
  readonly ref?: Ref<HTMLButtonElement>;
  readonly look?: 'primary' | 'plain' | 'quiet';
  /** For a button that is an icon alone; it needs an aria-label. */
  readonly square?: boolean;
}

/** A button. */
export function Button({ look = 'plain', square = false, ...props }: ButtonProps) {
  return <Root {...props} $look={look} $square={square} />;
}
