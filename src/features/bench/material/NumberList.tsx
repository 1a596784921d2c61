'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { TextField } from '@/ui/controls/TextField';
import { numbersIn } from './recipeFields';

const Narrow = styled.div<{ $wide: boolean }>`
  width: ${({ $wide }) => ($wide ? '11rem' : '8.5rem')};
`;

interface NumberListProps {
  readonly label: string;
  readonly value: readonly number[];
  readonly onChange: (numbers: number[]) => void;
  /** Why some numbers will not do; null if they will. */
  readonly fault?: (numbers: readonly number[]) => string | null;
  /** Numbers may be typed without spaces: all have one digit. */
  readonly digits?: boolean;
  readonly placeholder?: string;
  readonly wide?: boolean;
}

/** A few numbers in a row. What is typed stands until it makes sense; what does not is said and nothing is changed. */
export function NumberList(props: NumberListProps) {
  const { label, value, onChange, fault, digits = false, placeholder = '', wide = false } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed === null ? null : (fault?.(numbersIn(typed, digits)) ?? null);
  return (
    <Narrow $wide={wide}>
      <TextField
        label={label}
        value={typed ?? value.join(' ')}
        placeholder={placeholder}
        maxLength={80}
        onChange={(text) => {
          setTyped(text);
          const numbers = numbersIn(text, digits);
          if (!fault?.(numbers)) onChange(numbers);
        }}
        onBlur={() => setTyped(null)}
        {...(wrong ? { hint: wrong } : {})}
      />
    </Narrow>
  );
}
