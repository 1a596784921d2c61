'use client';
import { ListField } from './ListField';
import { numbersIn } from './recipeFields';

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

/** A few numbers in a row. */
export function NumberList({ fault, digits = false, wide = false, ...props }: NumberListProps) {
  return (
    <ListField
      {...props}
      read={(text) => numbersIn(text, digits)}
      fault={(numbers) => fault?.(numbers) ?? null}
      width={wide ? '11rem' : '8.5rem'}
      maxLength={80}
    />
  );
}
