'use client';
import { useEffect, useImperativeHandle, useRef, type ComponentProps } from 'react';
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
  @media (hover: hover) {
    &:hover {
      border-color: ${colour.inkSoft};
    }
  }
  &:active {
    background: ${colour.accentSoft};
  }
  &[aria-pressed='true'] {
    border-color: ${colour.accent};
    background: ${colour.accentSoft};
    box-shadow: inset 0 0 0 1px ${colour.accent};
  }
  &:disabled {
    border-color: ${colour.line};
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
    &:active:not(:disabled) {
      background: ${colour.accent};
      opacity: 0.85;
    }
  `,
  quiet: css`
    border-color: transparent;
    background: transparent;
  `,
};

const Root = styled.button<Look>`
  ${pressable}
  ${({ $square }) => $square && 'padding: 0.2rem 0.4rem;'}
  ${({ $look = 'plain' }) => LOOKS[$look]}
`;

export interface ButtonProps extends Omit<ComponentProps<'button'>, 'disabled' | 'onClick'> {
  readonly onPress?: () => void;
  readonly isDisabled?: boolean;
  readonly look?: 'primary' | 'plain' | 'quiet';
  /** For a button that is an icon alone; it needs an aria-label. */
  readonly square?: boolean;
}

/** A button: the browser's own, which needs nothing loaded before it can be pressed. */
export function Button({
  look = 'plain',
  square = false,
  onPress,
  isDisabled = false,
  ref,
  ...props
}: ButtonProps) {
  const own = useRef<HTMLButtonElement>(null);
  useImperativeHandle(ref, () => own.current!, []);
  // Browsers leave the focus on a button that can be pressed no more, where no key is heard.
  useEffect(() => {
    if (isDisabled && document.activeElement === own.current) own.current?.blur();
  }, [isDisabled]);
  return (
    <Root
      type="button"
      {...props}
      ref={own}
      disabled={isDisabled}
      onClick={() => onPress?.()}
      $look={look}
      $square={square}
    />
  );
}
