/** Changes with undo and redo: entry and new values in one transaction, one log for each exercise and one for the library. */
import type { Table } from 'dexie';
import type {
  ExerciseRecord,
  LadderRecord,
  PassageRecord,
  PlayerRecord,
  RecordStamp,
  RunRecord,
  Tombstone,
} from '@/core';
import { canonicalJson } from '@/core';
import type { Database, LogEntry, RecordChange } from './database';
import { newId, timestamp } from './sources';

/** Actions that can be undone in one scope; the oldest fall off. */
export const MAX_LOG_ENTRIES = 1000;

/** The revision of a record that was just made. */
export const FIRST_REVISION = 1;

/** The scope of actions on a player's record. */
export const recordScope = (playerId: string) => `record:${playerId}`;

/** The scope of actions on the library itself. */
export const LIBRARY = 'library';

type Tables = {
  exercises: ExerciseRecord;
  players: PlayerRecord;
  ladders: LadderRecord;
  runs: RunRecord;
};
type TableName = Tombstone['table'];
type WithoutStamp<T> = Omit<T, keyof RecordStamp> & { readonly id?: string };

/** A change that is asked for. */
export type Edit =
  | {
      [T in TableName]: {
        readonly table: T;
        readonly id: string;
        readonly set: Partial<Omit<Tables[T], keyof RecordStamp>>;
      };
    }[TableName]
  | { [T in TableName]: { readonly table: T; readonly create: WithoutStamp<Tables[T]> } }[TableName]
  | { readonly table: TableName; readonly remove: string };

/** The browser has no room left for what was to be kept. */
export function isNoRoom(error: unknown): boolean {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(
    (one) => (one as { name?: string } | null)?.name,
  );
  return names.includes('QuotaExceededError');
}

/** A change was based on a record that has changed since; nothing was written. */
export class ConflictError extends Error {
  override readonly name = 'ConflictError';
}

/** Adding up days is loaded with the first run: most pages never need it. */
let days: typeof import('./days') | null = null;

/** Loads what a change of runs needs. Within a transaction nothing else may be waited for, so it comes before. */
export async function readyForRuns(): Promise<void> {
  days ??= await import('./days');
}

interface CommitOptions {
  readonly passages?: readonly PassageRecord[];
  /** Refuse (with a ConflictError) if the record has another revision than this. */
  readonly expect?: { readonly table: TableName; readonly id: string; readonly revision: number };
  readonly mergeKey?: string;
}

export const COMMIT_TABLES = [
  'exercises',
  'passages',
  'players',
  'ladders',
  'runs',
  'days',
  'tombstones',
  'log',
  'meta',
] as const;

function tableOf(db: Database, name: TableName): Table<RecordStamp, string> {
  return db.table(name);
}

async function deviceIdOf(db: Database): Promise<string> {
  return ((await db.meta.get('deviceId'))?.value as string | undefined) ?? 'unknown';
}

function pick(record: object, keys: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(keys.map((key) => [key, (record as Record<string, unknown>)[key]]));
}

/** Writes one record's change and gives back what is needed to undo it; null when nothing changes. */
async function write(db: Database, edit: Edit, deviceId: string): Promise<RecordChange | null> {
  const table = tableOf(db, edit.table);
  const at = timestamp();
  if ('create' in edit) {
    const id = edit.create.id ?? newId();
    const record = { ...edit.create, id, revision: FIRST_REVISION, createdAt: at, updatedAt: at, deviceId };
    await table.add(record);
    await db.tombstones.delete([edit.table, id]);
    return { table: edit.table, id, before: null, after: record };
  }
  const id = 'remove' in edit ? edit.remove : edit.id;
  const record = await table.get(id);
  if (!record) throw new ConflictError('What was to be changed is not there any more.');
  if ('remove' in edit) {
    await table.delete(id);
    await db.tombstones.put({ id, table: edit.table, deletedAt: at, deviceId });
    return { table: edit.table, id, before: { ...record }, after: null };
  }
  const before = pick(record, Object.keys(edit.set));
  const after = { ...edit.set } as Record<string, unknown>;
  if (canonicalJson(before) === canonicalJson(after)) return null;
  await table.update(id, { ...after, revision: record.revision + 1, updatedAt: at, deviceId });
  return { table: edit.table, id, before, after };
}

/** The ids of what was deleted from a table. */
export async function deletedIds(db: Database, table: TableName): Promise<string[]> {
  const keys = await db.tombstones.where('[table+id]').between([table, ''], [table, '\uffff']).primaryKeys();
  return keys.map(([, id]) => id);
}

/** So many new records are written table by table. */
const BULK_EDITS = 50;

/** Writes many new records, each table at once. */
async function writeMany(db: Database, edits: readonly Edit[], deviceId: string): Promise<RecordChange[]> {
  const at = timestamp();
  const changes = edits.flatMap((edit): RecordChange[] => {
    if (!('create' in edit)) return [];
    const id = edit.create.id ?? newId();
    const record = { ...edit.create, id, revision: FIRST_REVISION, createdAt: at, updatedAt: at, deviceId };
    return [{ table: edit.table, id, before: null, after: record }];
  });
  for (const table of new Set(changes.map((change) => change.table))) {
    const mine = changes.filter((change) => change.table === table);
    await tableOf(db, table).bulkAdd(mine.map(({ after }) => after as unknown as RecordStamp));
    const deleted = new Set(await deletedIds(db, table));
    await db.tombstones.bulkDelete(mine.filter(({ id }) => deleted.has(id)).map(({ id }) => [table, id]));
  }
  return changes;
}

async function nextSeq(db: Database, scope: string): Promise<number> {
  const last = await db.log.where('[scope+seq]').between([scope, -Infinity], [scope, Infinity]).last();
  return (last?.seq ?? 0) + 1;
}

/** The entry that undo (or redo) would take next. */
async function entryFor(db: Database, scope: string, undone: 0 | 1): Promise<LogEntry | undefined> {
  const range = db.log
    .where('[scope+undone+seq]')
    .between([scope, undone, -Infinity], [scope, undone, Infinity]);
  return undone === 0 ? range.last() : range.first();
}

/** Joins a change to the one before it, so that the letters of a word are one action. */
function merged(entry: LogEntry, changes: readonly RecordChange[]): readonly RecordChange[] | null {
  if (entry.changes.length !== 1 || changes.length !== 1) return null;
  const [old, fresh] = [entry.changes[0]!, changes[0]!];
  const sameFields =
    old.before && fresh.before && Object.keys(old.before).join() === Object.keys(fresh.before).join();
  return old.table === fresh.table && old.id === fresh.id && sameFields
    ? [{ ...old, after: fresh.after }]
    : null;
}

/**
 * Carries out changes as one action. What was undone before can then no longer be redone.
 * @returns the entry, or null when nothing changed.
 * @throws ConflictError when a record is not as expected; QuotaExceededError (Dexie) when there is no room.
 */
export async function commit(
  db: Database,
  scope: string,
  label: string,
  edits: readonly Edit[],
  options: CommitOptions = {},
): Promise<LogEntry | null> {
  if (edits.some(({ table }) => table === 'runs') && !days) await readyForRuns();
  return db.transaction('rw', COMMIT_TABLES, async () => {
    const { expect, passages = [], mergeKey = null } = options;
    if (expect) {
      const record = await tableOf(db, expect.table).get(expect.id);
      if (record?.revision !== expect.revision) throw new ConflictError('This was changed in another tab.');
    }
    await db.passages.bulkPut([...passages]);
    const deviceId = await deviceIdOf(db);
    const changes: RecordChange[] = [];
    const isBulk = edits.length > BULK_EDITS && edits.every((edit) => 'create' in edit);
    if (isBulk) changes.push(...(await writeMany(db, edits, deviceId)));
    else
      for (const edit of edits) {
        const change = await write(db, edit, deviceId);
        if (change) changes.push(change);
      }
    if (changes.length === 0) return null;
    await days?.refreshDays(db, changes);
    const redoable = await db.log
      .where('[scope+undone+seq]')
      .between([scope, 1, -Infinity], [scope, 1, Infinity])
      .primaryKeys();
    await db.log.bulkDelete(redoable);
    const last = mergeKey === null || redoable.length > 0 ? undefined : await entryFor(db, scope, 0);
    const joined = last && last.mergeKey === mergeKey ? merged(last, changes) : null;
    if (last && joined) {
      const entry = { ...last, changes: joined };
      await db.log.put(entry);
      return entry;
    }
    const seq = await nextSeq(db, scope);
    const entry: LogEntry = { id: newId(), scope, seq, label, changes, undone: 0, mergeKey, at: timestamp() };
    await db.log.add(entry);
    const surplus = db.log
      .where('[scope+seq]')
      .between([scope, -Infinity], [scope, seq - MAX_LOG_ENTRIES], true, true);
    await surplus.delete();
    return entry;
  });
}

/** Sets a record from one side of a change to the other. */
async function flip(db: Database, change: RecordChange, back: boolean, deviceId: string): Promise<void> {
  const from = back ? change.after : change.before;
  const to = back ? change.before : change.after;
  const table = tableOf(db, change.table);
  const record = await table.get(change.id);
  const at = timestamp();
  if (from === null) {
    if (record) throw new ConflictError('What would come back is there already.');
    await table.add(to as unknown as RecordStamp);
    await db.tombstones.delete([change.table, change.id]);
    return;
  }
  if (!record) throw new ConflictError('What was to be changed is not there any more.');
  if (to === null) {
    await table.delete(change.id);
    await db.tombstones.put({ id: change.id, table: change.table, deletedAt: at, deviceId });
    return;
  }
  if (canonicalJson(pick(record, Object.keys(from))) !== canonicalJson(from))
    throw new ConflictError('This was changed elsewhere since, so the step cannot be taken back alone.');
  await table.update(change.id, { ...to, revision: record.revision + 1, updatedAt: at, deviceId });
}

/** Takes back the last action of a scope, or does the next undone one again; returns it, or null when there is none. */
export async function step(db: Database, scope: string, way: 'undo' | 'redo'): Promise<LogEntry | null> {
  if (!days) await readyForRuns();
  return db.transaction('rw', COMMIT_TABLES, async () => {
    const entry = await entryFor(db, scope, way === 'undo' ? 0 : 1);
    if (!entry) return null;
    const deviceId = await deviceIdOf(db);
    const changes = way === 'undo' ? [...entry.changes].reverse() : entry.changes;
    for (const change of changes) await flip(db, change, way === 'undo', deviceId);
    await days?.refreshDays(db, changes);
    await db.log.update(entry.id, { undone: way === 'undo' ? 1 : 0, mergeKey: null });
    return entry;
  });
}

/** What undo and redo would do now, by label. */
export async function steps(
  db: Database,
  scope: string,
): Promise<{ undo: string | null; redo: string | null }> {
  const [undo, redo] = await Promise.all([entryFor(db, scope, 0), entryFor(db, scope, 1)]);
  return { undo: undo?.label ?? null, redo: redo?.label ?? null };
}

/** Deletes passages and logs that nothing refers to any more. */
export async function sweepUnused(db: Database): Promise<void> {
  await db.transaction('rw', COMMIT_TABLES, async () => {
    const exercises = await db.exercises.toArray();
    const players = await db.players.toCollection().primaryKeys();
    const scopes = [LIBRARY, ...players.map(recordScope)];
    const ids = new Set<string>([...scopes, ...exercises.map((exercise) => exercise.id)]);
    const used = new Set(exercises.map((exercise) => exercise.passageHash));
    // What was played is kept as it was played.
    for (const hash of await db.runs.orderBy('passageHash').uniqueKeys()) used.add(String(hash));
    await db.log
      .where('[scope+seq]')
      .between([LIBRARY, -Infinity], [LIBRARY, Infinity])
      .each((entry) => {
        for (const change of entry.changes) if (change.table === 'exercises') ids.add(change.id);
      });
    const stale: string[] = [];
    await db.log.each((entry) => {
      if (!ids.has(entry.scope)) stale.push(entry.id);
      else
        for (const { before, after } of entry.changes)
          for (const side of [before, after])
            if (typeof side?.passageHash === 'string') used.add(side.passageHash);
    });
    await db.log.bulkDelete(stale);
    const hashes = await db.passages.toCollection().primaryKeys();
    await db.passages.bulkDelete(hashes.filter((hash) => !used.has(hash)));
  });
}
