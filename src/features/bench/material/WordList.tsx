'use client';
import { ListField } from './ListField';

interface WordListProps {
  readonly label: string;
  readonly value: readonly string[];
  readonly onChange: (words: string[]) => void;
  /** Why a word will not do; null if it will. */
  readonly fault: (word: string) => string | null;
  readonly placeholder?: string;
}

const wordsIn = (text: string) => text.split(/[\s,;|]+/).filter((word) => word !== '');

/** A few words in a row; the first that will not do is named. */
export function WordList({ fault, ...props }: WordListProps) {
  return (
    <ListField
      {...props}
      read={wordsIn}
      fault={(words) => words.flatMap((word) => fault(word) ?? [])[0] ?? null}
      width="15rem"
      maxLength={200}
    />
  );
}
