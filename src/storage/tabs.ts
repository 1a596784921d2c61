/** Which tabs live: each holds a lock of its own while it does. */

let ownId: string | null = null;

/** Stands for this tab; others see by its lock that it lives. */
export const tabId = (): string => (ownId ??= crypto.randomUUID());

const lockName = (id: string) => `yardfell-tab:${id}`;

let holdsLock = false;

const hasLocks = () => typeof navigator !== 'undefined' && 'locks' in navigator;

/** Shows other tabs that this one lives, until it is gone. Without locks in this browser nothing is shown. */
export function holdLock(): void {
  if (holdsLock) return;
  holdsLock = true;
  if (!hasLocks()) return;
  navigator.locks.request(lockName(tabId()), () => new Promise<void>(() => undefined)).catch(() => undefined);
}

/** Whether a tab lives; without locks only this one is known to. */
export async function livingTabs(): Promise<(id: string) => boolean> {
  if (!hasLocks()) return (id) => id === tabId();
  const { held = [] } = await navigator.locks.query();
  const names = new Set(held.map(({ name }) => name));
  return (id) => id === tabId() || names.has(lockName(id));
}
