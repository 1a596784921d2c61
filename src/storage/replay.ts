/** Carrying out the edits that a killed browser left in the journal. */
import {
  canonicalJson,
  emptyPassage,
  newExercise,
  titledAs,
  upToDatePart,
  upToDateRecord,
  type PassageRecord,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { hashOf } from './hashing';
import { journalOf } from './journal';
import type { JournalEntry } from './handle';
import { commit, pick } from './log';
import { ConflictError, LIBRARY } from './scopes';
import { newId } from './sources';
import { livingTabs } from './tabs';

/** An edit as it is carried out: with the hashes of its notes. */
interface Edit extends Omit<JournalEntry, 'notes'> {
  readonly passage: PassageRecord | null;
}

/** An entry may be of an older version than what has opened the database since. */
const upToDate = ({ was, set, begun, ...entry }: JournalEntry): JournalEntry => ({
  ...entry,
  was: upToDatePart('exercises', was),
  set: upToDatePart('exercises', set),
  ...(begun ? { begun: upToDateRecord('exercises', begun) as typeof begun } : {}),
});

function withHashes({ notes, ...entry }: JournalEntry): Edit {
  if (!notes) return { ...entry, passage: null };
  const { before, after } = notes;
  const passage = { hash: hashOf(after), passage: after };
  const hashBefore = 'hash' in before ? before.hash : hashOf(before.passage);
  return {
    ...entry,
    was: { ...entry.was, passageHash: hashBefore },
    set: { ...entry.set, passageHash: passage.hash },
    passage,
  };
}

/** What became of the edits that a tab left behind. */
export interface Replayed {
  /** Titles of exercises whose edits were carried out. */
  readonly kept: readonly string[];
  /** Titles of the copies made where the exercise had been changed, or deleted, since. */
  readonly copied: readonly string[];
}

/**
 * How many of a tab's edits are carried out already, going by what is kept: an edit stays in the journal a moment after that.
 * @returns null where what is kept is none of what the tab went through.
 */
function doneOf(record: object, entries: readonly Edit[]): number | null {
  const fields = [...new Set(entries.flatMap(({ was }) => Object.keys(was)))];
  const kept = canonicalJson(pick(record, fields));
  const state: Record<string, unknown> = {};
  for (const { was } of [...entries].reverse()) Object.assign(state, was);
  let done: number | null = kept === canonicalJson(state) ? 0 : null;
  entries.forEach(({ set }, at) => {
    Object.assign(state, set);
    if (kept === canonicalJson(state)) done = at + 1;
  });
  return done;
}

/** Carries out the edits of one tab on one exercise; false where they no longer fit it. */
async function carryOut(db: DatabaseHandle, entries: readonly Edit[]): Promise<boolean> {
  const { exerciseId: id } = entries[0]!;
  const record = await tables(db).exercises.get(id);
  const done = record ? doneOf(record, entries) : null;
  if (done === null) return false;
  for (const { label, set, passage, mergeKey } of entries.slice(done)) {
    const { revision } = (await tables(db).exercises.get(id))!;
    await commit(db, id, label, [{ table: 'exercises', id, set }], {
      passages: passage ? [passage] : [],
      expect: { table: 'exercises', id, revision },
      ...(mergeKey === null ? {} : { mergeKey }),
    });
  }
  return true;
}

/** What an exercise of which only edits are left was before them: as it was begun, else as a new one is. */
function beforeEdits([first]: readonly Edit[], hash: string): Record<string, unknown> {
  const { passage: _, ...bare } = newExercise('Typed last', emptyPassage());
  return { ...bare, ...first!.begun, passageHash: hash };
}

/**
 * The exercise as the tab that died showed it: beside what it has become, or, where it was never written, as itself.
 * @returns its title; null where its notes are nowhere.
 */
async function keepWhole(
  db: DatabaseHandle,
  entries: readonly Edit[],
): Promise<{ readonly title: string; readonly isCopy: boolean } | null> {
  const { exerciseId } = entries[0]!;
  const shelved = await tables(db).shelf.where('[table+id]').equals(['exercises', exerciseId]).last();
  const there = (await tables(db).exercises.get(exerciseId)) ?? shelved?.record;
  const hash = entries.findLast(({ passage }) => passage)?.passage?.hash;
  if (!there && hash === undefined) return null;
  const base = there ?? beforeEdits(entries, hash!);
  const fields: Record<string, unknown> = Object.assign({}, base, ...entries.map(({ set }) => set));
  for (const key of ['revision', 'createdAt', 'updatedAt', 'deviceId', 'versions']) delete fields[key];
  const title = there ? titledAs(String(fields.title), '(as it was typed last)') : String(fields.title);
  const id = there ? newId() : exerciseId;
  const create = { ...fields, id, title, archivedAt: null } as never;
  const passages = entries.flatMap(({ passage }) => (passage ? [passage] : []));
  await commit(db, LIBRARY, 'Keep what was typed last', [{ table: 'exercises', create }], { passages });
  return { title, isCopy: there !== undefined };
}

/** Carries out the edits of tabs that died before they could. Edits that no longer fit become a copy beside the exercise. */
export async function replayJournal(db: DatabaseHandle): Promise<Replayed> {
  const journal = journalOf(db);
  const [entries, isAlive] = [await journal.edits.toArray(), await livingTabs()];
  const groups = new Map<string, Edit[]>();
  for (const entry of entries.sort((a, b) => a.seq - b.seq)) {
    if (isAlive(entry.tabId)) continue;
    const key = `${entry.exerciseId} ${entry.tabId}`;
    const some = groups.get(key) ?? [];
    groups.set(key, [...some, withHashes(upToDate(entry))]);
  }
  const [kept, copied]: [string[], string[]] = [[], []];
  for (const some of groups.values()) {
    const before = await tables(db).exercises.get(some[0]!.exerciseId);
    const fits = await carryOut(db, some).catch((error: unknown) => {
      if (error instanceof ConflictError) return false;
      throw error;
    });
    const after = await tables(db).exercises.get(some[0]!.exerciseId);
    if (fits && after!.revision > before!.revision) kept.push(after!.title);
    const whole = fits ? null : await keepWhole(db, some);
    if (whole) (whole.isCopy ? copied : kept).push(whole.title);
    await journal.edits.bulkDelete(some.map(({ id }) => id));
  }
  return { kept, copied };
}
