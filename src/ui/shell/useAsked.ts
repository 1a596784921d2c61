'use client';
import { useSearchParams } from 'next/navigation';
import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/**
 * What the address asks for under a name; null where it does not, undefined while the page comes up.
 * The document names no record, so that one of each view does for all of them.
 */
export function useAsked(name: string): string | null | undefined {
  const asked = useSearchParams().get(name);
  const isUp = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return isUp ? asked : undefined;
}
