/** What of this browser's own notes a backup carries: settings and sittings. Never the id of the device. */
import type { Database } from './database';

/** Groups of settings, and what was chosen last. */
const BACKED_KEYS: ReadonlySet<string> = new Set([
  'sound',
  'view',
  'handout',
  'practice',
  'judging',
  'currentPlayer',
  'lastExercise',
]);

/** Sittings, one a player. */
const SITTING = 'sitting:';

const isBacked = (key: string) => BACKED_KEYS.has(key) || key.startsWith(SITTING);

/** The settings that go out with a backup. */
export async function backedSettings(db: Database): Promise<Record<string, unknown>> {
  const kept = await db.meta.toArray();
  return Object.fromEntries(kept.filter(({ key }) => isBacked(key)).map(({ key, value }) => [key, value]));
}

/** Takes over the settings of a backup. */
export async function keepBackedSettings(
  db: Database,
  settings: Readonly<Record<string, unknown>>,
): Promise<void> {
  const rows = Object.entries(settings).filter(([key]) => isBacked(key));
  await db.meta.bulkPut(rows.map(([key, value]) => ({ key, value })));
}
