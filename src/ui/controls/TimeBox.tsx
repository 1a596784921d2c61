'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { colour } from '../theme/tokens';

const Box = styled.input`
  && {
    width: auto;
    min-height: 1.75rem;
    padding: 0 0.25rem;
    border: 1px solid ${colour.inkSoft};
    border-radius: 0.3rem;
    background: ${colour.card};
    color: ${colour.ink};
    font: inherit;
  }
`;

interface TimeBoxProps {
  readonly label: string;
  /** “17:30”; null: none is set. */
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}

/** A time of day. What is typed stays while it is being kept. */
export function TimeBox({ label, value, onChange }: TimeBoxProps) {
  const [typed, setTyped] = useState(value);
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    setTyped(value);
  }
  return (
    <Box
      type="time"
      aria-label={label}
      value={typed ?? ''}
      onChange={({ target }) => {
        const next = target.value === '' ? null : target.value;
        setTyped(next);
        onChange(next);
      }}
    />
  );
}
