'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { TextField } from '@/ui/controls/TextField';

const Sized = styled.div<{ $width: string }>`
  width: ${({ $width }) => $width};
`;

interface ListFieldProps<One> {
  readonly label: string;
  readonly value: readonly One[];
  readonly read: (text: string) => One[];
  /** Why some will not do; null if they will. */
  readonly fault: (some: readonly One[]) => string | null;
  readonly onChange: (some: One[]) => void;
  readonly width: string;
  readonly maxLength: number;
  readonly placeholder?: string;
}

/** A few values in a row. What is typed stands until all of it makes sense, also when the field is left; what does not is said and nothing is changed. */
export function ListField<One>(props: ListFieldProps<One>) {
  const { label, value, read, fault, onChange, width, maxLength, placeholder = '' } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed === null ? null : fault(read(typed));
  return (
    <Sized $width={width}>
      <TextField
        label={label}
        value={typed ?? value.join(' ')}
        placeholder={placeholder}
        maxLength={maxLength}
        onChange={(text) => {
          setTyped(text);
          const some = read(text);
          if (fault(some) === null) onChange(some);
        }}
        // What will not do yet stays, with why, rather than vanish.
        onBlur={() => wrong === null && setTyped(null)}
        {...(wrong ? { hint: wrong } : {})}
      />
    </Sized>
  );
}
