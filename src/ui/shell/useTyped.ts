'use client';
import { useState } from 'react';

/**
 * A record as it is typed: shown at once, kept a moment later. What another place or tab wrote comes in as soon as nothing of this one
 * is still on its way, so that no list is written back without it.
 * @param write keeps the fields that were changed; what fails is told by it.
 */
export function useTyped<T extends { readonly revision: number }>(
  record: T,
  write: (fields: Partial<T>) => Promise<unknown>,
): readonly [T, (fields: Partial<T>) => void] {
  const [typed, setTyped] = useState<Partial<T>>({});
  const [onTheWay, setOnTheWay] = useState(0);
  const [seen, setSeen] = useState(record.revision);
  if (record.revision !== seen && onTheWay === 0) {
    setSeen(record.revision);
    setTyped({});
  }
  const set = (fields: Partial<T>) => {
    setTyped((now) => ({ ...now, ...fields }));
    setOnTheWay((count) => count + 1);
    const done = () => setOnTheWay((count) => count - 1);
    write(fields).then(done, done);
  };
  return [{ ...record, ...typed }, set];
}
