/** Changes that can be undone: entry and new values in one transaction, one log for each exercise and one for the library. */
import type { Table } from 'dexie';
import {
  type LogEntry,
  namesOf,
  newStone,
  withoutStones,
  withStone,
  type RecordChange,
  type RecordStamp,
  type TableName,
  type Tombstone,
  canonicalJson,
  isUnchanging,
  TABLE_NAMES,
} from '@/core';
import {
  besideOf,
  dropOutdated,
  nextStamp,
  readBeside,
  versionsOfChoice,
  type Beside,
  type Stamped,
} from './beside';
import { tables, type DatabaseHandle } from './database';
import type { KeptSibling } from './kept';
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
  'siblings',
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

export function pick(record: object, keys: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(keys.map((key) => [key, (record as Record<string, unknown>)[key]]));
}

/** Whether a deletion is of a whole chain, or of one record alone: undo of what was made takes away no more than that. */
export type Reach = 'chain' | 'one';

/** Deletes a run or a sign once more, by a stone of its own, or takes that back; with what it puts right, known here or not. */
async function layStones(
  db: DatabaseHandle,
  table: TableName,
  record: RecordStamp,
  reach: Reach,
  change: (known: Tombstone | undefined, id: string, isNamed: boolean) => Tombstone | null,
): Promise<void> {
  const ids = [record.id, ...(reach === 'chain' ? namesOf(record) : [])];
  const known = await tables(db).tombstones.bulkGet(ids.map((id) => [table, id]));
  const changed = ids.flatMap((id, at) => change(known[at], id, at > 0) ?? []);
  await tables(db).tombstones.bulkPut(changed);
}

/** Takes a record away: it lies on the shelf, and a tombstone says so. Versions beside it go with it: it is deleted whole. */
export async function shelve(
  db: DatabaseHandle,
  table: TableName,
  record: Stamped,
  action: { readonly id: string; readonly label: string },
  deviceId: string,
  beside: readonly KeptSibling[] = [],
  reach: Reach = 'chain',
): Promise<void> {
  const { id } = record;
  const at = timestamp();
  const { label } = action;
  await tableOf(db, table).delete(id);
  if (isUnchanging(table))
    await layStones(db, table, record, reach, (known, of) => ({
      ...(known ?? newStone(table, of, { deletedAt: at, deviceId })),
      ...withStone(known, action.id, reach === 'chain'),
    }));
  else {
    const versions = versionsOfChoice(record, beside, deviceId);
    await tables(db).tombstones.put({
      ...{ id, table, deletedAt: at, deviceId, versions },
      ...{ stones: [], undone: [] },
    });
    await dropOutdated(db, beside, versions);
  }
  const shelved = { table, id, shelvedAt: at, label };
  await tables(db).shelf.put({
    ...{ ...shelved, record: record as unknown as Record<string, unknown> },
    ...{ action: action.id, why: 'deleted' },
  });
  for (const [nth, { record: other }] of beside.entries())
    if (other)
      await tables(db).shelf.put({
        ...{ ...shelved, record: other },
        ...{ action: `${action.id}~${nth}`, why: 'version' },
      });
}

/** Takes what lies on the shelf as deleted off it, for a record that is there again. That it was deleted is taken back. */
export async function unshelve(
  db: DatabaseHandle,
  table: TableName,
  record: RecordStamp,
  reach: Reach = 'chain',
): Promise<void> {
  const { id } = record;
  if (isUnchanging(table)) {
    const back = (known: Tombstone | undefined, _: string, isNamed: boolean) =>
      known ? { ...known, ...withoutStones(known, isNamed) } : null;
    await layStones(db, table, record, reach, back);
  } else await tables(db).tombstones.delete([table, id]);
  await tables(db)
    .shelf.where('[table+id]')
    .equals([table, id])
    .filter(({ why }) => why === 'deleted')
    .delete();
}

/** A record as it is made: with its stamp. Where one of its id was deleted, it comes after that. */
function made(
  edit: Extract<Edit, { create: unknown }>,
  deviceId: string,
  beside: readonly KeptSibling[],
  deleted?: Tombstone,
): RecordStamp & Record<string, unknown> {
  const at = timestamp();
  const stamp = { revision: FIRST_REVISION, createdAt: at, updatedAt: at, deviceId };
  const record = { ...edit.create, id: edit.create.id ?? newId(), ...stamp };
  if (isUnchanging(edit.table)) return record;
  return { ...record, versions: versionsOfChoice(record as Stamped, beside, deviceId, deleted) };
}

type Action = { readonly id: string; readonly label: string };

/** Writes one record's change and gives back what is needed to undo it; null when nothing changes. */
async function write(
  db: DatabaseHandle,
  edit: Edit,
  deviceId: string,
  action: Action,
  beside: Beside,
): Promise<RecordChange | null> {
  const table = tableOf(db, edit.table);
  if ('create' in edit) {
    const known = edit.create.id;
    const others = known === undefined ? [] : besideOf(beside, edit.table, known);
    const deleted = known === undefined ? undefined : await tables(db).tombstones.get([edit.table, known]);
    const record = made(edit, deviceId, others, deleted);
    await table.add(record);
    await dropOutdated(db, others, record.versions as Stamped['versions']);
    await unshelve(db, edit.table, record);
    return { table: edit.table, id: record.id, before: null, after: record };
  }
  if ('restore' in edit) {
    const record = edit.restore;
    const before = await table.get(record.id);
    await table.put(record);
    await dropOutdated(db, besideOf(beside, edit.table, record.id), (record as Stamped).versions);
    await unshelve(db, edit.table, record);
    const after = record as unknown as Record<string, unknown>;
    return { table: edit.table, id: record.id, before: before ? { ...before } : null, after };
  }
  const id = 'remove' in edit ? edit.remove : edit.id;
  const record = await table.get(id);
  if (!record) throw new ConflictError('What was to be changed is not there any more; it was deleted.');
  const others = besideOf(beside, edit.table, id);
  if ('remove' in edit) {
    await shelve(db, edit.table, record, action, deviceId, others);
    return { table: edit.table, id, before: { ...record }, after: null };
  }
  const before = pick(record, Object.keys(edit.set));
  const after = { ...edit.set } as Record<string, unknown>;
  if (canonicalJson(before) === canonicalJson(after)) return null;
  const stamp = nextStamp(edit.table, record, deviceId, beside);
  await table.update(id, { ...after, ...stamp });
  await dropOutdated(db, others, stamp.versions);
  return { table: edit.table, id, before, after };
}

/** So many new records are written table by table. */
const BULK_EDITS = 50;

type NewRecord = Extract<Edit, { create: unknown }>;

const isNew = (edit: Edit): edit is NewRecord =>
  'create' in edit && (edit.create.id === undefined || isUnchanging(edit.table));

/** Writes many new records, each table at once. */
async function writeMany(
  db: DatabaseHandle,
  edits: readonly NewRecord[],
  deviceId: string,
): Promise<RecordChange[]> {
  const changes: RecordChange[] = [];
  for (const name of new Set(edits.map((edit) => edit.table))) {
    const fresh = edits.filter((edit) => edit.table === name).map((edit) => made(edit, deviceId, []));
    await tableOf(db, name).bulkAdd(fresh);
    for (const record of fresh) {
      const after = record as unknown as Record<string, unknown>;
      changes.push({ table: name, id: record.id, before: null, after });
    }
  }
  return changes;
}

export async function nextSeq(db: DatabaseHandle, scope: string): Promise<number> {
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
    ? {
        ...change,
        after: pick(change.after, ['revision', ...('versions' in change.after ? ['versions'] : [])]),
      }
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
    const [expected, deviceId, redoable, last, seq, beside] = await Promise.all([
      expect && tableOf(db, expect.table).get(expect.id),
      deviceIdOf(db),
      undone.primaryKeys(),
      mergeKey === null ? undefined : entryFor(db, scope, 0),
      nextSeq(db, scope),
      readBeside(db),
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
        const change = await write(db, edit, deviceId, { id, label }, beside);
        if (change) changes.push(change);
      }
    if (changes.length === 0) return null;
    await days?.refreshDays(db, changes);
    await tables(db)
      .log.where('id')
      .anyOf(redoable)
      .filter(({ taking }) => !taking)
      .delete();
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
    // A file that was taken in can be taken back for good.
    await surplus.filter(({ taking }) => !taking).delete();
    return entry;
  });
}
