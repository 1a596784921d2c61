/**
 * The journal of edits on screen. An edit is put into it in one request that needs no answer, so that a browser that is killed in a burst
 * of typing has lost no more than the edit in flight. It is a database of its own: there it need not wait for the transactions that
 * carry edits out. What is left in it is carried out at the next start.
 */
import { Dexie, type EntityTable } from 'dexie';
import type { Exercise, Passage, PassageRecord } from '@/core';
import { writing } from './commit';
import { tables, type DatabaseHandle } from './database';
import { knownHash } from './knownHashes';
import { hashing } from './lateHashing';
import { newId } from './sources';
import { holdLock, tabId } from './tabs';

/** An edit, until it is carried out. */
export interface JournalEntry {
  readonly id: string;
  readonly exerciseId: string;
  /** The tab that will carry it out while it lives. */
  readonly tabId: string;
  /** Counts up in a tab: edits are carried out in their order. */
  readonly seq: number;
  readonly label: string;
  readonly mergeKey: string | null;
  /** The fields as they were, and as they are to be, without the notes. */
  readonly was: Readonly<Record<string, unknown>>;
  readonly set: Readonly<Record<string, unknown>>;
  /** The notes, where they change. Their hash is reckoned when the edit is carried out: it would hold up the drawing. */
  readonly notes: { readonly before: NotesBefore; readonly after: Passage } | null;
  /** Of an exercise that is not written itself yet: all of it, without the notes, as it was before the edit. */
  readonly begun?: Readonly<Record<string, unknown>>;
}

/** The notes as they were: their hash, where it is known already. */
export type NotesBefore = { readonly hash: string } | { readonly passage: Passage };

/** What an entry of version 1 had instead of `notes`. */
interface FirstForm {
  passage?: PassageRecord | null;
}

const withoutHash = ({ passageHash: _, ...rest }: Readonly<Record<string, unknown>>) => rest;

class Journal extends Dexie {
  edits!: EntityTable<JournalEntry, 'id'>;

  constructor(name: string) {
    super(name);
    this.version(1).stores({ edits: 'id' });
    // Notes were kept with their hash.
    this.version(2)
      .stores({ edits: 'id' })
      .upgrade((transaction) =>
        transaction
          .table('edits')
          .toCollection()
          .modify((entry: JournalEntry & FirstForm) => {
            const { passage, was, set } = entry;
            delete entry.passage;
            const before = { hash: String(was.passageHash) };
            Object.assign(entry, {
              was: withoutHash(was),
              set: withoutHash(set),
              notes: passage ? { before, after: passage.passage } : null,
            });
          }),
      );
  }
}

const journals = new Map<string, Journal>();

/** The journal of a database. */
export function journalOf(db: DatabaseHandle): Journal {
  const name = `${tables(db).name}-journal`;
  const known = journals.get(name);
  if (known) return known;
  const journal = new Journal(name);
  // Another tab may want it gone or newer: it opens again with the next edit.
  journal.on('versionchange', () => {
    journal.close({ disableAutoOpen: false });
  });
  journals.set(name, journal);
  return journal;
}

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
