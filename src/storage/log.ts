/** Changes that can be undone: entry and new values in one transaction, one log for each exercise and one for the library. */
import type { Table } from 'dexie';
import {
  type ChangeableStamp,
  type LogEntry,
  type RecordChange,
  type RecordStamp,
  type TableName,
  type Tombstone,
  canonicalJson,
  countedOn,
  isUnchanging,
  joinedVersions,
  TABLE_NAMES,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { noted } from './meta';
import { ConflictError, entryFor, FIRST_REVISION, type CommitOptions, type Edit } from './scopes';
import { newId, nowMs, timestamp } from './sources';

/** Actions that can be undone in one scope; the oldest fall off. */
export const MAX_LOG_ENTRIES = 1000;

/** Edits of one field are one action while less than this lies between them. */
const MERGE_MS = 1000;

/** Adding up days is loaded with the first run: most pages never need it. */
let days: typeof import('./days') | null = null;

/** Loads what a change of runs needs. Within a transaction nothing else may be waited for, so it comes before. */
export async function readyForRuns(): Promise<typeof import('./days')> {
  return (days ??= await import('./days'));
}

export const COMMIT_TABLES = [
  ...TABLE_NAMES,
  'passages',
  'days',
  'tombstones',
  'shelf',
  'log',
  'meta',
] as const;

export function tableOf(db: DatabaseHandle, name: TableName): Table<RecordStamp, string> {
  return tables(db).table(name);
}

export async function deviceIdOf(db: DatabaseHandle): Promise<string> {
  return (await noted(db, 'deviceId')) ?? 'unknown';
}

/** The fields of a record's stamp after a change on this device. */
export function nextStamp(
  table: TableName,
  record: RecordStamp & { versions?: ChangeableStamp['versions'] },
  deviceId: string,
  deleted?: Tombstone,
): Partial<ChangeableStamp> {
  const versions = joinedVersions(record.versions, deleted?.versions);
  return {
    revision: record.revision + 1,
    updatedAt: timestamp(),
    deviceId,
    ...(isUnchanging(table) ? {} : { versions: countedOn(versions, deviceId) }),
  };
}

export function pick(record: object, keys: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(keys.map((key) => [key, (record as Record<string, unknown>)[key]]));
}

/** Takes a record away: it lies on the shelf, and a tombstone says so. */
export async function shelve(
  db: DatabaseHandle,
  table: TableName,
  record: RecordStamp & { versions?: ChangeableStamp['versions'] },
  action: { readonly id: string; readonly label: string },
  deviceId: string,
): Promise<void> {
  const { id } = record;
  const at = timestamp();
  const versions = isUnchanging(table) ? {} : countedOn(record.versions, deviceId);
  await tableOf(db, table).delete(id);
  await tables(db).tombstones.put({ id, table, deletedAt: at, deviceId, versions });
  await tables(db).shelf.put({
    table,
    id,
    record: record as unknown as Record<string, unknown>,
    shelvedAt: at,
    action: action.id,
    label: action.label,
    why: 'deleted',
  });
}

/** Takes what lies on the shelf as deleted off it, for a record that is there again. */
export async function unshelve(db: DatabaseHandle, table: TableName, id: string): Promise<void> {
  await tables(db).tombstones.delete([table, id]);
  await tables(db)
    .shelf.where('[table+id]')
    .equals([table, id])
    .filter(({ why }) => why === 'deleted')
    .delete();
}

/** A record as it is made: with its stamp. */
function made(
  edit: Extract<Edit, { create: unknown }>,
  deviceId: string,
): RecordStamp & Record<string, unknown> {
  const at = timestamp();
  const stamp = { revision: FIRST_REVISION, createdAt: at, updatedAt: at, deviceId };
  const versions = isUnchanging(edit.table) ? {} : { versions: { [deviceId]: 1 } };
  return { ...edit.create, id: edit.create.id ?? newId(), ...stamp, ...versions };
}

type Action = { readonly id: string; readonly label: string };

/** Writes one record's change and gives back what is needed to undo it; null when nothing changes. */
async function write(
  db: DatabaseHandle,
  edit: Edit,
  deviceId: string,
  action: Action,
): Promise<RecordChange | null> {
  const table = tableOf(db, edit.table);
  if ('create' in edit) {
    const record = made(edit, deviceId);
    await table.add(record);
    await unshelve(db, edit.table, record.id);
    return { table: edit.table, id: record.id, before: null, after: record };
  }
  if ('restore' in edit) {
    const record = edit.restore;
    const before = await table.get(record.id);
    await table.put(record);
    await unshelve(db, edit.table, record.id);
    const after = record as unknown as Record<string, unknown>;
    return { table: edit.table, id: record.id, before: before ? { ...before } : null, after };
  }
  const id = 'remove' in edit ? edit.remove : edit.id;
  const record = await table.get(id);
  if (!record) throw new ConflictError('What was to be changed is not there any more; it was deleted.');
  if ('remove' in edit) {
    await shelve(db, edit.table, record, action, deviceId);
    return { table: edit.table, id, before: { ...record }, after: null };
  }
  const before = pick(record, Object.keys(edit.set));
  const after = { ...edit.set } as Record<string, unknown>;
  if (canonicalJson(before) === canonicalJson(after)) return null;
  await table.update(id, { ...after, ...nextStamp(edit.table, record, deviceId) });
  return { table: edit.table, id, before, after };
}

/** The ids of what was deleted from a table. */
export async function deletedIds(db: DatabaseHandle, table: TableName): Promise<string[]> {
  const keys = await tables(db)
    .tombstones.where('[table+id]')
    .between([table, ''], [table, '\uffff'])
    .primaryKeys();
  return keys.map(([, id]) => id);
}

/** So many new records are written table by table. */
const BULK_EDITS = 50;

type NewRecord = Extract<Edit, { create: unknown } | { restore: unknown }>;

const isNew = (edit: Edit): edit is NewRecord => 'create' in edit || 'restore' in edit;

/** Writes many records, each table at once: new ones, and those of a file that may replace what is there. */
async function writeMany(
  db: DatabaseHandle,
  edits: readonly NewRecord[],
  deviceId: string,
): Promise<RecordChange[]> {
  const changes: RecordChange[] = [];
  for (const name of new Set(edits.map((edit) => edit.table))) {
    const table = tableOf(db, name);
    const mine = edits.filter((edit) => edit.table === name);
    const fresh = mine.flatMap((edit) => ('create' in edit ? [made(edit, deviceId)] : []));
    const restored = mine.flatMap((edit): RecordStamp[] => ('restore' in edit ? [edit.restore] : []));
    const there = await table.bulkGet(restored.map(({ id }) => id));
    await table.bulkAdd(fresh);
    await table.bulkPut(restored);
    const before = new Map(there.flatMap((record) => (record ? [[record.id, { ...record }] as const] : [])));
    const deleted = new Set(await deletedIds(db, name));
    for (const record of [...fresh, ...restored]) {
      if (deleted.has(record.id)) await unshelve(db, name, record.id);
      const after = record as unknown as Record<string, unknown>;
      changes.push({ table: name, id: record.id, before: before.get(record.id) ?? null, after });
    }
  }
  return changes;
}

async function nextSeq(db: DatabaseHandle, scope: string): Promise<number> {
  const last = await tables(db)
    .log.where('[scope+seq]')
    .between([scope, -Infinity], [scope, Infinity])
    .last();
  return (last?.seq ?? 0) + 1;
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

/** What the log keeps of a change: what was made is in its table, and is kept whole when it is taken away. */
export const forLog = (change: RecordChange): RecordChange =>
  change.before === null && change.after !== null
    ? { ...change, after: { revision: change.after.revision } }
    : change;

/**
 * Carries out changes as one action. What was undone before can then no longer be redone.
 * @returns the entry, or null when nothing changed.
 * @throws ConflictError when a record is not as expected; QuotaExceededError (Dexie) when there is no room.
 */
export async function commit(
  db: DatabaseHandle,
  scope: string,
  label: string,
  edits: readonly Edit[],
  options: CommitOptions = {},
): Promise<LogEntry | null> {
  // Within a caller's transaction nothing may be waited for that is not the database: it then is loaded already.
  if (!days && edits.some(({ table }) => table === 'runs')) await readyForRuns();
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const { expect, passages = [], mergeKey = null } = options;
    const undone = tables(db)
      .log.where('[scope+undone+seq]')
      .between([scope, 1, -Infinity], [scope, 1, Infinity]);
    // Asked all at once: each question alone costs a turn of the event loop.
    const [expected, deviceId, redoable, last, seq] = await Promise.all([
      expect && tableOf(db, expect.table).get(expect.id),
      deviceIdOf(db),
      undone.primaryKeys(),
      mergeKey === null ? undefined : entryFor(db, scope, 0),
      nextSeq(db, scope),
    ]);
    if (expect && expected?.revision !== expect.revision)
      throw new ConflictError('This was changed in another tab.');
    await tables(db).passages.bulkPut([...passages]);
    const id = newId();
    const changes: RecordChange[] = [];
    if (edits.length > BULK_EDITS && edits.every(isNew))
      changes.push(...(await writeMany(db, edits, deviceId)));
    else
      for (const edit of edits) {
        const change = await write(db, edit, deviceId, { id, label });
        if (change) changes.push(change);
      }
    if (changes.length === 0) return null;
    await days?.refreshDays(db, changes);
    await tables(db).log.bulkDelete(redoable);
    const touchedMs = nowMs();
    const isNear = last && touchedMs - last.touchedMs < MERGE_MS && redoable.length === 0;
    const joined = isNear && last.mergeKey === mergeKey ? merged(last, changes) : null;
    if (last && joined) {
      const entry = { ...last, changes: joined, touchedMs };
      await tables(db).log.put(entry);
      return entry;
    }
    const at = timestamp();
    const entry: LogEntry = { id, scope, seq, label, changes, undone: 0, mergeKey, at, touchedMs };
    await tables(db).log.add({ ...entry, changes: changes.map(forLog) });
    const surplus = tables(db)
      .log.where('[scope+seq]')
      .between([scope, -Infinity], [scope, seq - MAX_LOG_ENTRIES], true, true);
    await surplus.delete();
    return entry;
  });
}
