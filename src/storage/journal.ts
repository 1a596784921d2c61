/**
 * The journal of edits on screen. An edit is put into it in one request that needs no answer, so that a browser that is killed in a burst
 * of typing has lost no more than the edit in flight. It is a database of its own: there it need not wait for the transactions that
 * carry edits out. What is left in it is carried out at the next start.
 */
import type { Exercise } from '@/core';
import { writing } from './commit';
import { reachingOf, tables } from './database';
import type { DatabaseHandle, JournalEntry, NotesBefore } from './handle';
import type { Journal } from './indexed';
import { knownHash } from './knownHashes';
import { hashing } from './lateHashing';
import { newId } from './sources';
import { holdLock, tabId } from './tabs';

/** The journal of a database. */
export const journalOf = (db: DatabaseHandle): Journal => tables(db).journal();

/** An edit as the editor of an exercise makes it. */
export interface ShownEdit {
  readonly exerciseId: string;
  readonly label: string;
  readonly mergeKey: string | null;
  readonly before: Exercise;
  readonly after: Exercise;
  readonly keys: readonly (keyof Exercise)[];
  /** The exercise was begun in this tab and is not written yet. */
  readonly isBegun?: boolean;
}

/** Changes the journal and says so to the database at once, without waiting for its answer. */
async function request(journal: Journal, change: (store: IDBObjectStore) => void): Promise<void> {
  if (!journal.isOpen()) await journal.open();
  const transaction = journal.backendDB().transaction('edits', 'readwrite');
  const done = new Promise<void>((resolve, reject) => {
    transaction.oncomplete = () => resolve();
    transaction.onabort = () => reject(transaction.error ?? new Error('The journal could not be written.'));
  });
  change(transaction.objectStore('edits'));
  transaction.commit?.();
  return done;
}

let lastSeq = 0;

/** Makes ready what the first edit needs. */
export async function readyForEdits(db: DatabaseHandle): Promise<void> {
  holdLock();
  const waiting = reachingOf(db);
  if (waiting) await waiting;
  await Promise.all([journalOf(db).open(), hashing(), writing()]);
}

/** The fields of an exercise as they are, without the notes. */
const fieldsOf = (exercise: Exercise, keys: readonly (keyof Exercise)[]) =>
  Object.fromEntries(keys.filter((key) => key !== 'passage').map((key) => [key, exercise[key]]));

/** An edit in the journal. */
export interface Journalled {
  readonly id: string;
  /** Settled when it is on the disk, or could not be written. */
  readonly written: Promise<void>;
}

/** Puts an edit into the journal, before anything else happens. Without a journal it is carried out all the same. */
export function journalEdit(db: DatabaseHandle, edit: ShownEdit): Journalled {
  holdLock();
  const { exerciseId, label, mergeKey, before, after, keys, isBegun = false } = edit;
  const [id, seq, journal] = [newId(), ++lastSeq, journalOf(db)];
  const [was, set] = [fieldsOf(before, keys), fieldsOf(after, keys)];
  const hash = knownHash(before.passage);
  const then: NotesBefore = hash === undefined ? { passage: before.passage } : { hash };
  const notes = keys.includes('passage') ? { before: then, after: after.passage } : null;
  const begun = isBegun ? { begun: fieldsOf(before, Object.keys(before) as (keyof Exercise)[]) } : {};
  const entry: JournalEntry = {
    ...{ id, exerciseId, tabId: tabId(), seq, label, mergeKey, was, set, notes },
    ...begun,
  };
  const written = request(journal, (store) => store.put(entry)).catch(() => undefined);
  return { id, written };
}

/**
 * Takes edits out of the journal that are carried out or given up. Many go at once, between bursts of typing: the next edit would
 * have to wait for each. What cannot be taken out is found to be carried out at the next start.
 */
export async function dropEdits(db: DatabaseHandle, edits: readonly Journalled[]): Promise<void> {
  if (edits.length === 0) return;
  const journal = journalOf(db);
  await Promise.all(edits.map(({ written }) => written));
  await request(journal, (store) => {
    for (const { id } of edits) store.delete(id);
  }).catch(() => undefined);
}
