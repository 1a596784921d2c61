/** In which order a session takes its exercises: what comes back first, while it is cold, then hard things early and load by turns. */

/** What is known of an exercise before a session. */
export interface ToOrder {
  readonly exerciseId: string;
  /** It comes back today: its first run is the check. */
  readonly isDue: boolean;
  /** Clean runs of a hundred in the last weeks; null: none on record. */
  readonly cleanShare: number | null;
  /** What loads the hand alike. */
  readonly technique: string;
}

/**
 * Exercises in the order of a session (practice model: hard things early, load alternating; both common practice, no source). Without a
 * record an exercise counts as hard. Of equal ones the given order stays.
 */
export function sessionOrder<Item extends ToOrder>(items: readonly Item[]): Item[] {
  const hardness = ({ cleanShare }: Item) => (cleanShare === null ? 101 : 100 - cleanShare);
  const waiting = [...items].sort((a, b) => hardness(b) - hardness(a));
  const ordered: Item[] = waiting.filter(({ isDue }) => isDue);
  const rest = waiting.filter(({ isDue }) => !isDue);
  while (rest.length > 0) {
    const last = ordered.at(-1)?.technique;
    const other = rest.findIndex(({ technique }) => technique !== last);
    ordered.push(...rest.splice(Math.max(0, other), 1));
  }
  return ordered;
}
