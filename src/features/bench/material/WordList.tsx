'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { TextField } from '@/ui/controls/TextField';

const Wide = styled.div`
  width: 15rem;
`;

interface WordListProps {
  readonly label: string;
  readonly value: readonly string[];
  readonly onChange: (words: string[]) => void;
  /** Why a word will not do; null if it will. */
  readonly fault: (word: string) => string | null;
  readonly placeholder?: string;
}

/** A few words in a row. What is typed stands until all of it makes sense; what does not is named and nothing is changed. */
export function WordList({ label, value, onChange, fault, placeholder = '' }: WordListProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const wordsIn = (text: string) => text.split(/[\s,;|]+/).filter((word) => word !== '');
  const wrong = typed === null ? null : (wordsIn(typed).flatMap((word) => fault(word) ?? [])[0] ?? null);
  return (
    <Wide>
      <TextField
        label={label}
        value={typed ?? value.join(' ')}
        placeholder={placeholder}
        maxLength={200}
        onChange={(text) => {
          setTyped(text);
          const words = wordsIn(text);
          if (words.every((word) => fault(word) === null)) onChange(words);
        }}
        onBlur={() => setTyped(null)}
        {...(wrong ? { hint: wrong } : {})}
      />
    </Wide>
  );
}
