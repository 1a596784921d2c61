'use client';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import { Label, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { pressable } from './Button';

const Title = styled(Label)`
  display: block;
  margin-bottom: 0.15rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

const Row = styled(ToggleButtonGroup)`
  display: inline-flex;
  flex-wrap: wrap;
`;

const One = styled(ToggleButton)`
  ${pressable}
  border-color: ${colour.inkSoft};
  border-radius: 0;
  margin-left: -1px;
  &:first-child {
    border-radius: 0.4rem 0 0 0.4rem;
    margin-left: 0;
  }
  &:last-child {
    border-radius: 0 0.4rem 0.4rem 0;
  }
  &[data-selected] {
    background: ${colour.accent};
    border-color: ${colour.accent};
    color: ${colour.accentInk};
  }
`;

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly { readonly id: T; readonly name: ReactNode; readonly spoken?: string }[];
}

/** One of two or three, all in sight. Arrow keys choose, as in every group of choices. */
export function Choice<T extends string>({
  label,
  hideLabel = false,
  value,
  onChange,
  options,
}: ChoiceProps<T>) {
  // The group moves the focus with the arrow keys; what gets it by them is chosen.
  const byArrow = useRef(false);
  const onKey = ({ key }: KeyboardEvent) => {
    byArrow.current = key.startsWith('Arrow');
  };
  return (
    <div onKeyDownCapture={onKey} onKeyUp={() => (byArrow.current = false)}>
      {hideLabel ? null : <Title elementType="span">{label}</Title>}
      <Row
        aria-label={label}
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[value]}
        onSelectionChange={(keys) => {
          const [key] = keys;
          if (key !== undefined) onChange(String(key) as T);
        }}
      >
        {options.map(({ id, name, spoken }) => (
          <One
            key={id}
            id={id}
            onFocus={() => byArrow.current && id !== value && onChange(id)}
            {...(spoken ? { 'aria-label': spoken } : {})}
          >
            {name}
          </One>
        ))}
      </Row>
    </div>
  );
}
