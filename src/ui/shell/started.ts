/** Whether the start of the application is over. */
import { useSyncExternalStore } from 'react';

let hasStarted = false;
const waiting = new Set<() => void>();

/** Whether the start is over, the demo loaded where it was asked for; until then an empty library is no empty library. */
export function useHasStarted(): boolean {
  return useSyncExternalStore(
    (changed) => {
      waiting.add(changed);
      return () => waiting.delete(changed);
    },
    () => hasStarted,
    () => false,
  );
}

/** Says that it is, whether it went well or not. */
export function startOver(): void {
  hasStarted = true;
  for (const changed of waiting) changed();
}
