'use client';
import { useState } from 'react';
import { landed, reading, typing, untyped, type Typing } from '@/work/typed';

/**
 * A record as it is typed: shown at once, kept a moment later. What another place or tab wrote comes in as soon as nothing of this one
 * is still on its way and all of it is read again, so that no list is written back without it.
 * @param write keeps the fields that were changed and gives the record's revision then; what fails is told by it, and gives null.
 */
export function useTyped<T extends { readonly revision: number }>(
  record: T,
  write: (fields: Partial<T>) => Promise<number | null>,
): readonly [T, (fields: Partial<T>) => void] {
  const [state, setState] = useState<Typing<T>>(() => untyped(record.revision));
  const now = reading(state, record.revision);
  if (now !== state) setState(now);
  const set = (fields: Partial<T>) => {
    setState((before) => typing(before, fields));
    const over = (revision: number | null) => setState((before) => landed(before, revision));
    write(fields).then(over, () => over(null));
  };
  return [{ ...record, ...now.typed }, set];
}
