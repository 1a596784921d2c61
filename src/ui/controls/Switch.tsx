'use client';
import type { ReactNode } from 'react';
import { Switch as AriaSwitch } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';

const SwitchRoot = styled(AriaSwitch)`
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 2rem;
  cursor: pointer;
  .track {
    flex: none;
    position: relative;
    width: 2.1rem;
    height: 1.2rem;
    border: 1.5px solid ${colour.inkSoft};
    border-radius: 1rem;
  }
  .track::after {
    content: '';
    position: absolute;
    inset: 0.15rem auto 0.15rem 0.15rem;
    aspect-ratio: 1;
    border-radius: 50%;
    background: ${colour.inkSoft};
  }
  &[data-selected] .track {
    border-color: ${colour.accent};
    background: ${colour.accent};
  }
  &[data-selected] .track::after {
    inset: 0.15rem 0.15rem 0.15rem auto;
    background: ${colour.accentInk};
  }
  /* The ring is round the switch, not round its words too. */
  &[data-focus-visible] {
    outline: none;
  }
  &[data-focus-visible] .track {
    outline: 2px solid ${colour.focus};
    outline-offset: 2px;
  }
`;

/** On or off. */
export function Switch(props: {
  isOn: boolean;
  onChange: (isOn: boolean) => void;
  /** Its name, where what is seen is not all of it. */
  label?: string;
  children: ReactNode;
}) {
  return (
    <SwitchRoot
      isSelected={props.isOn}
      onChange={props.onChange}
      {...(props.label ? { 'aria-label': props.label } : {})}
    >
      <span className="track" />
      {props.children}
    </SwitchRoot>
  );
}
