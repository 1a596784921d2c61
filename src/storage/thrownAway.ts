/** Whether the browser has thrown the database away: how much was in it is noted in another store of the browser's. */
import { tables, type DatabaseHandle } from './database';
import { timestamp } from './sources';

const KEY = 'yardfell-held';

/** How much there was, and when that was noted. */
export interface Held {
  readonly exercises: number;
  /** A local day. */
  readonly day: string;
}

/** The browser's other store; null where it is shut. */
function store(): Storage | null {
  try {
    return typeof localStorage === 'undefined' ? null : localStorage;
  } catch {
    return null;
  }
}

/** Notes how much there is now. */
export async function noteHeld(db: DatabaseHandle): Promise<void> {
  const exercises = await tables(db).exercises.count();
  const held: Held = { exercises, day: timestamp().slice(0, 10) };
  if (exercises > 0) store()?.setItem(KEY, JSON.stringify(held));
  else store()?.removeItem(KEY);
}

/** What was in the database that the browser has thrown away; null where it has not. It is told once. */
export async function thrownAway(db: DatabaseHandle): Promise<Held | null> {
  const text = store()?.getItem(KEY);
  if (!text) return null;
  // Whoever deletes all there is leaves traces: what can be undone, and tombstones.
  const traces = await Promise.all(
    [tables(db).exercises, tables(db).log, tables(db).tombstones].map((table) => table.count()),
  );
  if (traces.some((count) => count > 0)) return null;
  store()?.removeItem(KEY);
  try {
    const { exercises, day } = JSON.parse(text) as Held;
    return { exercises, day };
  } catch {
    return null;
  }
}
