/** Whether the browser may clear what is kept, and how much room is left. */

/** Asks the browser not to clear the database by itself; true when it promised. */
export async function askToPersist(): Promise<boolean> {
  if (!navigator.storage?.persist) return false;
  return (await navigator.storage.persisted()) || navigator.storage.persist();
}

/** Bytes used and bytes allowed, null where the browser does not say. */
export async function storageUse(): Promise<{ used: number; allowed: number } | null> {
  const estimate = await navigator.storage?.estimate?.();
  return estimate?.usage === undefined || estimate.quota === undefined
    ? null
    : { used: estimate.usage, allowed: estimate.quota };
}
