/** What this browser notes for itself: each key, typed, and which of them a backup carries. */
import { tables, type DatabaseHandle } from './database';
import type { MeasuredDelay, MetaKey, MetaValues } from './kept';

/** What is noted under a key; undefined: nothing yet. */
export async function noted<Key extends MetaKey>(
  db: DatabaseHandle,
  key: Key,
): Promise<MetaValues[Key] | undefined> {
  return (await tables(db).meta.get(key))?.value as MetaValues[Key] | undefined;
}

/** Notes something under its key. */
export async function note<Key extends MetaKey>(
  db: DatabaseHandle,
  key: Key,
  value: MetaValues[Key],
): Promise<void> {
  await tables(db).meta.put({ key, value });
}

/**
 * Notes something else under a key, by what is noted there: no other tab comes between.
 * @param to null in, where nothing is noted. @returns what is noted then.
 */
export function renoted<Key extends MetaKey>(
  db: DatabaseHandle,
  key: Key,
  to: (value: MetaValues[Key] | null) => MetaValues[Key] | null,
): Promise<MetaValues[Key] | null> {
  const { meta } = tables(db);
  return meta.db.transaction('rw', meta, async () => {
    const before = (await noted(db, key)) ?? null;
    const value = to(before);
    if (value !== null && value !== before) await meta.put({ key, value });
    return value;
  });
}

/** The exercise that was open last, where it is still here. */
export async function lastExercise(db: DatabaseHandle): Promise<string | null> {
  const id = await noted(db, 'lastExercise');
  return id !== undefined && (await tables(db).exercises.get(id)) ? id : null;
}

/** Notes which exercise is open. */
export const keepLastExercise = (db: DatabaseHandle, id: string): Promise<void> =>
  note(db, 'lastExercise', id);

/** Whether nobody has taken the first steps here, or said no to them. */
export const firstStepsOpen = async (db: DatabaseHandle): Promise<boolean> =>
  (await noted(db, 'firstStepsAnswered')) === undefined;

/** Notes that the first steps need not be offered any more. */
export const answerFirstSteps = (db: DatabaseHandle): Promise<void> => note(db, 'firstStepsAnswered', true);

/** How often it was opened, where identifiers are seeded. */
export const openings = async (db: DatabaseHandle): Promise<number> => (await noted(db, 'openings')) ?? 0;

/** Notes how often it was opened. */
export const keepOpenings = (db: DatabaseHandle, count: number): Promise<void> => note(db, 'openings', count);

/** The delay of the sound that was measured last; null: none was. */
export const soundDelay = async (db: DatabaseHandle): Promise<MeasuredDelay | null> =>
  (await noted(db, 'delay')) ?? null;

/** Notes the delay of the sound. */
export const keepSoundDelay = (db: DatabaseHandle, delay: MeasuredDelay): Promise<void> =>
  note(db, 'delay', delay);

/** Groups of settings, and what was chosen last. Never the id of the device. */
const BACKED_KEYS: ReadonlySet<MetaKey> = new Set<MetaKey>([
  'sound',
  'view',
  'handout',
  'practice',
  'judging',
  'currentPlayer',
  'lastExercise',
  'self',
  'given',
]);

const isBacked = (key: string): key is MetaKey =>
  BACKED_KEYS.has(key as MetaKey) || /^(sitting|session|calendar):/.test(key);

/** The settings that go out with a backup. */
export async function backedSettings(db: DatabaseHandle): Promise<Record<string, unknown>> {
  const kept = await tables(db).meta.toArray();
  return Object.fromEntries(kept.filter(({ key }) => isBacked(key)).map(({ key, value }) => [key, value]));
}

/** Takes over the settings of a backup. */
export async function keepBackedSettings(
  db: DatabaseHandle,
  settings: Readonly<Record<string, unknown>>,
): Promise<void> {
  const rows = Object.entries(settings).flatMap(([key, value]) => (isBacked(key) ? [{ key, value }] : []));
  await tables(db).meta.bulkPut(rows);
}
