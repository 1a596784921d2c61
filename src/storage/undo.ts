/** Undo and redo. Nothing is destroyed by them: what they take away is kept whole, in their entry and on the shelf. */
import {
  canonicalJson,
  isUnchanging,
  type ExerciseRecord,
  type LogEntry,
  type RecordChange,
  type RecordStamp,
  titleOf,
} from '@/core';
import { besideOf, dropOutdated, nextStamp, readBeside, type Beside, type Stamped } from './beside';
import { tables, type DatabaseHandle } from './database';
import { COMMIT_TABLES, deviceIdOf, forLog, pick, readyForRuns, shelve, tableOf, unshelve } from './log';
import { ConflictError, entryFor } from './scopes';
import { runsOn } from './runs';
import { flipTaken, type Staying } from './takingBack';

/** A record that undo or redo took away although it had been changed since it was made. */
export interface Gone {
  readonly table: RecordChange['table'];
  /** A title or name; empty where there is none. */
  readonly title: string;
  readonly notes: number;
  readonly runs: number;
}

/** What came of undo or redo. */
export interface UndoOutcome {
  readonly entry: LogEntry;
  /** What went with it that had been changed since it was made. */
  readonly gone: readonly Gone[];
  /** What stayed of a file that was taken back. */
  readonly stays: readonly Staying[];
  /** Whether a part of it was so already, by another way. */
  readonly wasSo: boolean;
}

const asRecord = (record: object) => record as unknown as RecordStamp;

/** Ladders go with their exercise and come back with it. */
async function laddersOf(db: DatabaseHandle, change: RecordChange): Promise<RecordChange[]> {
  if (change.table !== 'exercises') return [];
  const ladders = await tables(db).ladders.where('exerciseId').equals(change.id).toArray();
  return ladders.map(({ id }) => ({ table: 'ladders', id, before: null, after: {} }));
}

type Action = { readonly id: string; readonly label: string };

/**
 * Sets a record from one side of a change to the other.
 * @returns the change, which holds what was taken away as it was; null where it was so already.
 */
async function flip(
  db: DatabaseHandle,
  change: RecordChange,
  back: boolean,
  deviceId: string,
  action: Action,
  beside: Beside,
): Promise<RecordChange | null> {
  const from = back ? change.after : change.before;
  const to = back ? change.before : change.after;
  const table = tableOf(db, change.table);
  const record = await table.get(change.id);
  const others = besideOf(beside, change.table, change.id);
  if (from === null) {
    if (record) return null;
    const whole = asRecord(to!);
    const tombstone = await tables(db).tombstones.get([change.table, change.id]);
    const again = isUnchanging(change.table)
      ? whole
      : { ...whole, ...nextStamp(change.table, whole, deviceId, beside, tombstone) };
    await table.add(again);
    await unshelve(db, change.table, whole, back ? 'chain' : 'one');
    await dropOutdated(db, others, (again as Stamped).versions);
    return back ? { ...change, before: { ...again } } : { ...change, after: { ...again } };
  }
  if (to === null) {
    if (!record) return null;
    await shelve(db, change.table, record, action, deviceId, others, back ? 'one' : 'chain');
    const kept = { ...record } as unknown as Record<string, unknown>;
    return back ? { ...change, after: kept } : { ...change, before: kept };
  }
  if (!record)
    throw new ConflictError(`“${action.label}” cannot be taken back: what it changed was deleted since.`);
  if (canonicalJson(pick(record, Object.keys(from))) !== canonicalJson(from))
    throw new ConflictError(
      `“${action.label}” cannot be taken back alone: the same was changed elsewhere since.`,
    );
  const stamp = nextStamp(change.table, record, deviceId, beside);
  // A whole record (one that was replaced by an import) brings back everything but the counts.
  await table.update(change.id, { ...to, ...stamp });
  await dropOutdated(db, others, stamp.versions);
  return change;
}

async function goneOf(
  db: DatabaseHandle,
  { table, after }: RecordChange,
  madeAs: RecordChange,
): Promise<Gone | null> {
  const record = after as unknown as Partial<ExerciseRecord> & RecordStamp;
  const since = madeAs.after?.revision;
  if (isUnchanging(table) || (typeof since === 'number' && record.revision <= since)) return null;
  const passage =
    record.passageHash === undefined ? undefined : await tables(db).passages.get(record.passageHash);
  const runs = table === 'exercises' ? await runsOn(db, [record.id]) : 0;
  return {
    table,
    title: titleOf(record),
    notes: passage?.passage.notes.length ?? 0,
    runs,
  };
}

/**
 * Takes back an action of a scope, or does an undone one again: the last (the next undone) one, or the one that is named.
 * @returns what came of it; null when there is none.
 * @throws ConflictError, with the reason in words, where it cannot be taken back alone; nothing was changed then.
 */
export async function undoOrRedo(
  db: DatabaseHandle,
  scope: string,
  way: 'undo' | 'redo',
  entryId?: string,
): Promise<UndoOutcome | null> {
  const days = await readyForRuns();
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const undone = way === 'undo' ? 0 : 1;
    const entry =
      entryId === undefined ? await entryFor(db, scope, undone) : await tables(db).log.get(entryId);
    if (!entry) {
      if (entryId === undefined) return null;
      throw new ConflictError('This cannot be taken back any more: it is too long ago.');
    }
    if (entry.undone !== undone) throw new ConflictError(`“${entry.label}” is taken back already.`);
    const deviceId = await deviceIdOf(db);
    if (entry.taking) {
      const { changes, stays } = await flipTaken(db, entry, way);
      await days.refreshDays(db, changes);
      const kept = way === 'undo' ? changes : changes.map(forLog);
      await tables(db).log.update(entry.id, { changes: kept, undone: way === 'undo' ? 1 : 0 });
      return { entry, gone: [], stays, wasSo: false };
    }
    const beside = await readBeside(db);
    const isBack = way === 'undo';
    const changes = isBack ? [...entry.changes].reverse() : entry.changes;
    const done: RecordChange[] = [];
    let wasSo = false;
    const one = async (change: RecordChange) => {
      const flipped = await flip(db, change, isBack, deviceId, entry, beside);
      wasSo ||= flipped === null;
      done.push(flipped ?? change);
      return flipped;
    };
    for (const change of changes) {
      const known = new Set(entry.changes.map(({ id }) => id));
      const goes = (isBack ? change.before : change.after) === null;
      const ladders = goes && isBack ? await laddersOf(db, change) : [];
      for (const ladder of ladders) if (!known.has(ladder.id)) await one(ladder);
      await one(change);
    }
    await days.refreshDays(db, done);
    const kept = isBack ? [...done].reverse() : done.map(forLog);
    await tables(db).log.update(entry.id, { changes: kept, undone: isBack ? 1 : 0, mergeKey: null });
    // Asked all at once: most of them ask nothing of the database, and after a hundred such waits a transaction is lost.
    const gone = await Promise.all(
      (isBack ? done : []).flatMap((change) => {
        const madeAs = entry.changes.find(({ table, id }) => table === change.table && id === change.id);
        return change.before === null && madeAs ? [goneOf(db, change, madeAs)] : [];
      }),
    );
    return { entry, gone: gone.filter((some) => some !== null), stays: [], wasSo };
  });
}
