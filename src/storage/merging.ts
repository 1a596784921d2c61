/** Writing what becomes of records when a file is taken in, and noting what it was before. Within a transaction. */
import {
  canonicalJson,
  isUnchanging,
  UNCHANGING,
  joinedTombstone,
  recordKey,
  type ChangeableTable,
  type ExerciseRecord,
  type ImportPlan,
  type Merge,
  type Project,
  type RecordChange,
  type RecordStamp,
  type RowChange,
  type ShelvedRecord,
  type TableName,
  type Tombstone,
  type Version,
  type Versions,
} from '@/core';
import { asSibling, besideOf, readBeside } from './beside';
import { chainsNamed } from './deletions';
import { tables, type DatabaseHandle } from './database';
import { tableOf } from './log';
import { timestamp } from './sources';

/** A record that may change. */
export type AnyRecord = RecordStamp & { readonly versions: Versions };

/** What is to be kept of a record, and what goes on the shelf as another version. */
export interface Outcome {
  readonly merge: Pick<Merge, 'table' | 'id' | 'shown' | 'kept'>;
  readonly shelved: readonly AnyRecord[];
  /** An exercise of its own, made of the file's version. */
  readonly copy: ExerciseRecord | null;
}

/** Where a file that is taken in is written down, so that it can be taken back. */
export interface Written {
  readonly changes: RecordChange[];
  readonly rows: RowChange[];
}

/** The action that it is, before it is written down. */
export interface Entry {
  readonly id: string;
  readonly label: string;
  readonly at: string;
}

export const asFields = (record: object) => record as Readonly<Record<string, unknown>>;

/** What is to be written for the records of one table, all of it at once at the end. */
interface Rows {
  readonly puts: RecordStamp[];
  readonly deletes: string[];
  readonly shelf: ShelvedRecord[];
  readonly stones: Tombstone[];
  readonly stonesGone: [table: TableName, id: string][];
  readonly beside: ReturnType<typeof asSibling>[];
  readonly besideGone: [table: TableName, id: string, key: string][];
}

/**
 * Writes what becomes of the records of one table. What is to be written is found without waiting: a transaction knows its own code no
 * longer after a hundred waits that ask nothing of the database, and a file may have thousands of records.
 */
export async function writeMerges(
  db: DatabaseHandle,
  table: ChangeableTable,
  outcomes: readonly Outcome[],
  { changes, rows }: Written,
  entry: Entry,
  theirs: readonly Tombstone[],
): Promise<void> {
  const beside = await readBeside(db);
  const deleted = new Map(theirs.flatMap((one) => (one.table === table ? [[one.id, one] as const] : [])));
  const ids = outcomes.map(({ merge }) => merge.id);
  const [records, stones] = await Promise.all([
    tableOf(db, table).bulkGet(ids),
    tables(db).tombstones.bulkGet(ids.map((id) => [table, id])),
  ]);
  const to: Rows = {
    puts: [],
    deletes: [],
    shelf: [],
    stones: [],
    stonesGone: [],
    beside: [],
    besideGone: [],
  };
  for (const [at, { merge, shelved }] of outcomes.entries()) {
    const { id, shown, kept } = merge;
    const [was, stone] = [records[at] as AnyRecord | undefined, stones[at]];
    const shelf = (record: object, why: 'deleted' | 'version', nth: number) =>
      to.shelf.push({
        ...{ table, id, record: asFields(record), shelvedAt: entry.at, label: entry.label, why },
        action: nth === 0 ? entry.id : `${entry.id}~${nth}`,
      });
    const { said } = shown;
    if (said && canonicalJson(was) !== canonicalJson(said)) {
      to.puts.push(said);
      changes.push({ table, id, before: was ? { ...was } : null, after: asFields(said) });
    } else if (!said && was) {
      to.deletes.push(id);
      shelf(was, 'deleted', 0);
      changes.push({ table, id, before: { ...was }, after: null });
    }
    for (const [nth, record] of shelved.entries()) shelf(record, 'version', nth);
    noteRows({ table, id }, kept, shown, to, {
      ...{ stone, beside: besideOf(beside, table, id), rows },
      theirs: deleted.get(id),
    });
  }
  await Promise.all([
    tableOf(db, table).bulkPut(to.puts),
    tableOf(db, table).bulkDelete(to.deletes),
    tables(db).shelf.bulkPut(to.shelf),
    tables(db).tombstones.bulkPut(to.stones),
    tables(db).tombstones.bulkDelete(to.stonesGone),
    tables(db).siblings.bulkPut(to.beside),
    tables(db).siblings.bulkDelete(to.besideGone),
  ]);
}

/** Notes the deletion of a record and what lies beside it. */
function noteRows(
  { table, id }: { readonly table: ChangeableTable; readonly id: string },
  kept: readonly Version<AnyRecord>[],
  shown: Version<AnyRecord>,
  to: Rows,
  was: {
    stone: Tombstone | undefined;
    theirs: Tombstone | undefined;
    beside: ReturnType<typeof besideOf>;
    rows: RowChange[];
  },
): void {
  const deletions = kept.filter(({ said }) => said === null);
  const [first] = deletions;
  // When and where it was deleted is taken over with the version that says so.
  const known = [was.stone, was.theirs].find(
    (one) => one && canonicalJson(one.versions) === canonicalJson(first?.versions),
  );
  const stone: Tombstone | undefined = first && {
    ...{ id, table, deletedAt: known?.deletedAt ?? timestamp(), deviceId: known?.deviceId ?? 'unknown' },
    ...{ versions: first.versions, stones: [], undone: [] },
  };
  if (canonicalJson(stone?.versions) !== canonicalJson(was.stone?.versions)) {
    if (stone) to.stones.push(stone);
    else to.stonesGone.push([table, id]);
    was.rows.push({ list: 'tombstones', before: was.stone ?? null, after: stone ?? null });
  }
  const others = kept.filter((one) => one !== shown && one !== first);
  const fresh = others.map(({ versions, said }) => asSibling(table, id, versions, said && asFields(said)));
  const [are, were] = [fresh, was.beside].map((some) => new Set(some.map(({ key }) => key)));
  for (const one of fresh)
    if (!were!.has(one.key)) {
      to.beside.push(one);
      was.rows.push({ list: 'siblings', before: null, after: one });
    }
  for (const one of was.beside)
    if (!are!.has(one.key)) {
      to.besideGone.push([table, id, one.key]);
      was.rows.push({ list: 'siblings', before: one, after: null });
    }
}

/** Runs and signs: those that come, those whose deletion comes, and those whose deletion is taken back. */
export async function writeAdded(
  db: DatabaseHandle,
  project: Project,
  plan: ImportPlan,
  { changes, rows }: Written,
  entry: Entry,
): Promise<void> {
  for (const table of UNCHANGING) {
    const added: readonly RecordStamp[] = plan.added[table];
    await tableOf(db, table).bulkPut([...added]);
    for (const record of added) changes.push({ table, id: record.id, before: null, after: asFields(record) });
    const shelved = plan.deletedHere[table].map((record) => ({
      ...{ table, id: record.id, record: asFields(record), shelvedAt: entry.at, label: entry.label },
      ...{ action: entry.id, why: 'deleted' as const },
    }));
    await tables(db).shelf.bulkPut(shelved);
  }
  const touched = new Map<string, Tombstone>();
  const theirs = project.tombstones.filter(({ table }) => isUnchanging(table));
  const ours = await tables(db).tombstones.bulkGet(theirs.map(({ table, id }) => [table, id]));
  for (const [at, one] of theirs.entries()) {
    const known = ours[at];
    const whole = known ? joinedTombstone(known, one) : one;
    if (known && canonicalJson(known) === canonicalJson(whole)) continue;
    await tables(db).tombstones.put(whole);
    rows.push({ list: 'tombstones', before: known ?? null, after: whole });
    touched.set(recordKey(one), whole);
  }
  const { gone, back } = await chainsNamed(db, [...touched.values()]);
  for (const { table, record } of gone) {
    await tableOf(db, table).delete(record.id);
    await tables(db).shelf.put({
      ...{ table, id: record.id, record: asFields(record), shelvedAt: entry.at, label: entry.label },
      ...{ action: entry.id, why: 'deleted' },
    });
    changes.push({ table, id: record.id, before: { ...record }, after: null });
  }
  for (const { table, record } of back) {
    await tableOf(db, table).put(record);
    await tables(db).shelf.where('[table+id]').equals([table, record.id]).delete();
    changes.push({ table, id: record.id, before: null, after: asFields(record) });
  }
}
