/** What taking a project in would do: what is new, what is there already, what goes, and what differs. */
import { canonicalJson } from '../passage/canonical';
import {
  bareRecord,
  isUnchanging,
  type ChangeableTable,
  type Project,
  type Records,
  type RecordStamp,
  type TableName,
  type Tables,
  type Tombstone,
  type UnchangingTable,
  type Versions,
} from '../model/records';
import { TABLE_NAMES } from '../model/tables';
import { joined, shownOf, type Version } from './beside';
import { recordKey, sayingOf } from './names';
import { isDead, joinedTombstone } from './stones';

/** All versions that are kept of a record. */
export interface Family<Kept> {
  /** The one in its table; null: it is not there. */
  readonly shown: Kept | null;
  /** That one, what lies beside it, and its deletion where there is one. */
  readonly all: readonly Version<Kept>[];
}

/** What is here of the records that a project names. */
export type Here = { readonly [T in ChangeableTable]: ReadonlyMap<string, Family<Records[T]>> } & {
  /** Ids of those that are here. */
  readonly [T in UnchangingTable]: ReadonlySet<string>;
} & {
  /** Deletions of runs and signs, by table and id. */
  readonly tombstones: ReadonlyMap<string, Tombstone>;
};

/** A field that two versions of a record say differently. */
export interface FieldDifference {
  readonly field: string;
  readonly here: unknown;
  readonly there: unknown;
}

/**
 * How the file's version stands to what is here: `older`, `newer` (taken without a question), or each has changes of its own; `deleted`: the
 * version in the file was deleted here; `goes`: the one that is here was deleted there.
 */
export type DifferenceOrder = 'older' | 'newer' | 'apart' | 'deleted' | 'goes';

/** A record that is, or was, here and in the file, with another content. */
export type Difference = {
  [T in ChangeableTable]: {
    readonly table: T;
    readonly id: string;
    /** Null: deleted. */
    readonly here: Records[T] | null;
    readonly there: Records[T] | null;
    readonly order: DifferenceOrder;
    /** Empty where one of them is a deletion. */
    readonly fields: readonly FieldDifference[];
  };
}[ChangeableTable];

/** What becomes of a record when nothing is chosen. */
export interface Merge<Kept = RecordStamp & { readonly versions: Versions }> {
  readonly table: ChangeableTable;
  readonly id: string;
  /** Null: nothing is shown. */
  readonly shown: Version<Kept>;
  /** All that are kept, the shown one among them. */
  readonly kept: readonly Version<Kept>[];
  /** Of devices that counted as one. */
  readonly refused: readonly Version<Kept>[];
}

/** What taking a project in would do, record by record. */
export interface ImportPlan {
  readonly added: Tables;
  /** How many records are here just the same. */
  readonly same: Readonly<Record<TableName, number>>;
  readonly differences: readonly Difference[];
  /** Runs and signs that come, but that they, or what they put right, were deleted here: they are kept on the shelf. */
  readonly deletedHere: { readonly [T in UnchangingTable]: readonly Records[T][] };
  /** Of all that may change. */
  readonly merges: readonly Merge[];
}

type AnyRecord = RecordStamp & { readonly versions: Versions };

/** The fields in which two records differ, but for when and where they were written. */
export function fieldsApart(here: RecordStamp, there: RecordStamp): FieldDifference[] {
  const [ours, theirs] = [bareRecord(here), bareRecord(there)] as unknown as Record<string, unknown>[];
  return [...new Set([...Object.keys(ours!), ...Object.keys(theirs!)])].flatMap((field) => {
    const [a, b] = [ours![field], theirs![field]];
    return canonicalJson(a) === canonicalJson(b) ? [] : [{ field, here: a, there: b }];
  });
}

/** The versions of a project's records of a table, by id. */
function familiesOf(project: Project, table: ChangeableTable): Map<string, Version<AnyRecord>[]> {
  const found = new Map<string, Version<AnyRecord>[]>();
  const note = (id: string, version: Version<AnyRecord>) => {
    const some = found.get(id);
    if (some) some.push(version);
    else found.set(id, [version]);
  };
  for (const record of project[table] as readonly AnyRecord[])
    note(record.id, { versions: record.versions, said: record });
  for (const one of project.tombstones)
    if (one.table === table) note(one.id, { versions: one.versions, said: null });
  for (const { table: of, id, versions, record } of project.siblings)
    if (of === table) note(id, { versions, said: record as AnyRecord | null });
  return found;
}

const NONE: Family<AnyRecord> = { shown: null, all: [] };

type Weighed = {
  readonly merge: Merge<AnyRecord>;
  readonly order: DifferenceOrder | 'new' | 'same' | 'none';
} & {
  readonly there: AnyRecord | null;
};

/** What becomes of one record. */
function weigh(
  table: ChangeableTable,
  id: string,
  here: Family<AnyRecord>,
  there: readonly Version<AnyRecord>[],
): Weighed {
  const { kept, refused } = joined(here.all, there, sayingOf);
  const shown = shownOf(kept, here.shown?.versions ?? null, sayingOf)!;
  const theirs = shownOf(there, null, sayingOf)?.said ?? null;
  const merge = { table, id, shown, kept, refused };
  const texts = new Set(kept.map(({ said }) => (said === null ? null : sayingOf(said))));
  const was = here.shown && sayingOf(here.shown);
  const comes = theirs && sayingOf(theirs);
  const order = (): Weighed['order'] => {
    if (here.all.length === 0) return shown.said === null ? 'none' : 'new';
    if (refused.length > 0 || texts.size > 1) return comes === was && comes !== null ? 'same' : 'apart';
    if (shown.said === null) return here.shown ? 'goes' : theirs ? 'deleted' : 'none';
    if (comes === was) return 'same';
    return sayingOf(shown.said) === was ? 'older' : 'newer';
  };
  return { merge, order: order(), there: theirs };
}

/**
 * Sets a project beside what is here. Nothing is decided by a clock: which of two versions is the newer is told by their vectors;
 * equal vectors with another content (a copied device) count as apart.
 */
export function planImport(project: Project, here: Here): ImportPlan {
  const same = Object.fromEntries(TABLE_NAMES.map((name) => [name, 0])) as Record<TableName, number>;
  const [differences, merges]: [Difference[], Merge[]] = [[], []];
  const addedOf = (table: ChangeableTable) => {
    const added: AnyRecord[] = [];
    for (const [id, versions] of familiesOf(project, table)) {
      const ours = (here[table].get(id) as Family<AnyRecord> | undefined) ?? NONE;
      const { merge, order, there } = weigh(table, id, ours, versions);
      merges.push(merge);
      if (order === 'same') same[table]++;
      else if (order === 'new') added.push(merge.shown.said!);
      else if (order !== 'none') {
        const fields = ours.shown && there ? fieldsApart(ours.shown, there) : [];
        differences.push({ table, id, here: ours.shown, there, order, fields } as unknown as Difference);
      }
    }
    return added;
  };
  const stones = new Map(here.tombstones);
  for (const one of project.tombstones)
    if (isUnchanging(one.table)) {
      const known = stones.get(recordKey(one));
      stones.set(recordKey(one), known ? joinedTombstone(known, one) : one);
    }
  const deletedHere: { [T in UnchangingTable]: Records[T][] } = {
    runs: [],
    signs: [],
    takes: [],
  };
  const newOf = (table: UnchangingTable) =>
    (project[table] as readonly Records[UnchangingTable][]).filter((record) => {
      if (here[table].has(record.id)) {
        same[table]++;
        return false;
      }
      const dead = isDead(record, (id) => stones.get(recordKey({ table, id })));
      if (dead) (deletedHere[table] as RecordStamp[]).push(record);
      return !dead;
    });
  const added = Object.fromEntries(
    TABLE_NAMES.map((table) => [table, isUnchanging(table) ? newOf(table) : addedOf(table)]),
  ) as unknown as Tables;
  return { added, same, differences, deletedHere, merges };
}
