/** Taking a file back: what came with it goes, here alone and without a trace for others. What later work needs stays, and is named. */
import {
  canonicalJson,
  isUnchanging,
  type LogEntry,
  type RecordChange,
  type RecordStamp,
  type RowChange,
  type TableName,
  titleOf,
  type WeekRecord,
} from '@/core';
import { asSibling, type Stamped } from './beside';
import { tables, type DatabaseHandle } from './database';
import { tableOf } from './log';
import { timestamp } from './sources';

/** What stays of a file that is taken back, and why: it was changed since, or something that did not come with it refers to it. */
export interface Staying {
  readonly table: TableName;
  readonly title: string;
  readonly why: 'changed' | 'used';
}

/** Whether something refers to a record. What came with the same file is gone by then, if it goes. */
async function isUsed(db: DatabaseHandle, table: TableName, id: string): Promise<boolean> {
  const { runs, signs, takes, ladders, lessons, weeks, exercises } = tables(db);
  const from = [id, ''];
  const to = [id, '\uffff'];
  const counts = {
    exercises: async () => [
      await runs.where('exerciseId').equals(id).count(),
      await signs.where('exerciseId').equals(id).count(),
      await takes.where('exerciseId').equals(id).count(),
      await ladders.where('exerciseId').equals(id).count(),
      await exercises.where('drill.parentId').equals(id).count(),
      await weeks.filter((week) => namesExercise(week, id)).count(),
    ],
    players: async () => [
      await runs.where('[playerId+day]').between(from, to).count(),
      await signs.where('[playerId+day]').between(from, to).count(),
      await takes.where('[playerId+day]').between(from, to).count(),
      await lessons.where('[playerId+day]').between(from, to).count(),
      await weeks.where('[playerId+monday]').between(from, to).count(),
      await ladders.where('[playerId+exerciseId]').between(from, to).count(),
    ],
    runs: async () => [
      await runs
        .where('corrects')
        .above('')
        .filter(({ corrects, replaces }) => corrects === id || replaces.includes(id))
        .count(),
    ],
  };
  if (table !== 'exercises' && table !== 'players' && table !== 'runs') return false;
  return (await counts[table]()).some((count) => count > 0);
}

const namesExercise = ({ wishes, sessions }: WeekRecord, exerciseId: string): boolean =>
  [...wishes, ...sessions.flatMap(({ visits }) => visits)].some((one) => one.exerciseId === exerciseId);

const versionsText = (record: object | null | undefined) =>
  canonicalJson((record as Stamped | null)?.versions);

/** In which order records go: first what refers to others. */
const LAST: Readonly<Partial<Record<TableName, number>>> = { runs: -1, exercises: 1, players: 2 };

/** What the file deleted lies on the shelf, as deleted, only while it is gone. */
async function shelveAgain(
  db: DatabaseHandle,
  { table, id, before, after }: RecordChange,
  { id: action, label }: LogEntry,
  isGone: boolean,
): Promise<void> {
  if (before === null || after !== null) return;
  if (!isGone) return tables(db).shelf.delete([table, id, action]);
  await tables(db).shelf.put({
    ...{ table, id, action, label, record: before },
    ...{ shelvedAt: timestamp(), why: 'deleted' },
  });
}

/** Takes one record back to what it was, or says why it stays. */
async function backOne(
  db: DatabaseHandle,
  change: RecordChange,
  entry: LogEntry,
): Promise<{ change: RecordChange } | Staying> {
  const { table, id, before, after } = change;
  const record = await tableOf(db, table).get(id);
  if (before === null) {
    if (!record) return { change };
    const isChanged = !isUnchanging(table) && versionsText(record) !== versionsText(after);
    if (isChanged) return { table, title: titleOf(record), why: 'changed' };
    if (await isUsed(db, table, id)) return { table, title: titleOf(record), why: 'used' };
    await tableOf(db, table).delete(id);
    return { change: { ...change, after: { ...record } } };
  }
  const isAsItCame = after === null ? !record : versionsText(record) === versionsText(after);
  if (!isAsItCame) return { table, title: titleOf(record ?? before), why: 'changed' };
  await tableOf(db, table).put(before as unknown as RecordStamp);
  await shelveAgain(db, change, entry, false);
  return { change };
}

async function setRow(db: DatabaseHandle, row: RowChange, to: 'before' | 'after'): Promise<void> {
  const [from, wanted] = to === 'before' ? [row.after, row.before] : [row.before, row.after];
  const { table, id } = (from ?? wanted)!;
  if (row.list === 'tombstones') {
    const there = await tables(db).tombstones.get([table, id]);
    if (canonicalJson(there ?? null) !== canonicalJson(from)) return;
    if (wanted) await tables(db).tombstones.put(wanted as never);
    else await tables(db).tombstones.delete([table, id]);
    return;
  }
  const key = canonicalJson((from ?? wanted)!.versions);
  const there = await tables(db).siblings.get([table, id, key]);
  if (from !== null && !there) return;
  if (wanted === null) await tables(db).siblings.delete([table, id, key]);
  else {
    const { versions, record } = wanted as Extract<RowChange, { list: 'siblings' }>['after'] & object;
    await tables(db).siblings.put(asSibling(table as never, id, versions, record));
  }
}

/**
 * Takes a file back, or in again; within a transaction.
 * @returns the changes as they are to be kept, so that the other way is possible, and what stayed.
 */
export async function flipTaken(
  db: DatabaseHandle,
  entry: LogEntry,
  way: 'undo' | 'redo',
): Promise<{ changes: RecordChange[]; stays: Staying[] }> {
  const rows = entry.taking!.rows;
  const stays: Staying[] = [];
  const place = new Map(entry.changes.map((change, at) => [change, at]));
  const changes = [...entry.changes];
  if (way === 'redo') {
    for (const change of entry.changes) {
      const there = await tableOf(db, change.table).get(change.id);
      const was = versionsText(there) === versionsText(change.before);
      if (change.after === null && was) {
        await tableOf(db, change.table).delete(change.id);
        await shelveAgain(db, change, entry, true);
      } else if (change.after !== null && (there === undefined || (change.before !== null && was)))
        await tableOf(db, change.table).put(change.after as unknown as RecordStamp);
    }
    for (const row of rows) await setRow(db, row, 'after');
    return { changes, stays };
  }
  const order = ({ table }: RecordChange) => LAST[table] ?? 0;
  let left = [...entry.changes].reverse().sort((a, b) => order(a) - order(b));
  // What refers to something of the same file goes first: what was in use is asked once more when that is gone.
  for (let before = Infinity; left.length < before;) {
    before = left.length;
    stays.length = 0;
    const used: RecordChange[] = [];
    for (const change of left) {
      const done = await backOne(db, change, entry);
      if ('why' in done) {
        stays.push(done);
        used.push(change);
      } else changes[place.get(change)!] = done.change;
    }
    left = used;
  }
  for (const row of [...rows].reverse()) await setRow(db, row, 'before');
  return { changes, stays };
}
