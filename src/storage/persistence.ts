/** Whether the browser may clear what is kept. */

/** Asks the browser not to clear the database by itself; true when it promised. */
export async function askToPersist(): Promise<boolean> {
  if (!navigator.storage?.persist) return false;
  return (await navigator.storage.persisted()) || navigator.storage.persist();
}
