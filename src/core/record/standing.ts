/** Runs that are put right later do not count. */

/** Runs that hold: those that no later one puts right. */
export function standing<R extends { readonly id: string; readonly corrects: string | null }>(
  runs: readonly R[],
): R[] {
  const corrected = new Set(runs.flatMap(({ corrects }) => corrects ?? []));
  return runs.filter(({ id }) => !corrected.has(id));
}
