/** In which order a session takes its exercises: what comes back first, while it is cold, then load by turns and hard things early. */

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

/** So many are ordered exactly; of more the rest is ordered after them in the same way. */
const MOST_AT_ONCE = 12;

/** More than hard things late can come to: one pair of neighbours more weighs more. */
const PAIR = 1_000_000;

const hardness = ({ cleanShare }: ToOrder) => (cleanShare === null ? 101 : 100 - Math.round(cleanShare));

/** The best order of some, after an exercise of a technique: exactly, by the best of what is left after each (Held & Karp 1962). */
function bestOrder<Item extends ToOrder>(items: readonly Item[], after: string | null): Item[] {
  const count = items.length;
  const dueMask = items.reduce((mask, { isDue }, at) => (isDue ? mask | (1 << at) : mask), 0);
  const known = new Map<number, { readonly cost: number; readonly next: number }>();
  const bestFrom = (mask: number, last: number): { readonly cost: number; readonly next: number } => {
    const key = mask * (count + 1) + last + 1;
    const found = known.get(key);
    if (found) return found;
    let best = { cost: mask === (1 << count) - 1 ? 0 : Infinity, next: -1 };
    const lastTechnique = last < 0 ? after : items[last]!.technique;
    let place = 0;
    for (let at = 0; at < count; at++) if (mask & (1 << at)) place++;
    for (let at = 0; at < count; at++) {
      const isReady = items[at]!.isDue || (mask & dueMask) === dueMask;
      if (mask & (1 << at) || !isReady) continue;
      const alike = items[at]!.technique === lastTechnique ? PAIR : 0;
      const cost = alike + place * hardness(items[at]!) + bestFrom(mask | (1 << at), at).cost;
      // Of equal ones the first in the given order.
      if (cost < best.cost) best = { cost, next: at };
    }
    known.set(key, best);
    return best;
  };
  const ordered: Item[] = [];
  for (let [mask, last] = [0, -1]; ordered.length < count;) {
    last = bestFrom(mask, last).next;
    mask |= 1 << last;
    ordered.push(items[last]!);
  }
  return ordered;
}

/**
 * Exercises in the order of a session: those that come back first, then as few neighbours that load the hand alike as there can be, then hard
 * things early (practice model; both common practice, no source). Without a record an exercise counts as hard. Of equal orders the one
 * nearest to the given order. Exact for up to twelve exercises.
 */
export function sessionOrder<Item extends ToOrder>(items: readonly Item[]): Item[] {
  const waiting = [...items].sort((a, b) => Number(b.isDue) - Number(a.isDue) || hardness(b) - hardness(a));
  const byGiven = (some: readonly Item[]) => items.filter((one) => some.includes(one));
  const ordered: Item[] = [];
  for (let at = 0; at < waiting.length; at += MOST_AT_ONCE) {
    const some = byGiven(waiting.slice(at, at + MOST_AT_ONCE));
    ordered.push(...bestOrder(some, ordered.at(-1)?.technique ?? null));
  }
  return ordered;
}
