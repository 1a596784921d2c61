/** What taking a project in would do: what is new, what is there already, and what differs. */
import { canonicalJson } from '../../passage/canonical';
import {
  bareRecord,
  isUnchanging,
  TABLE_NAMES,
  type ChangeableStamp,
  type ChangeableTable,
  type Project,
  type Records,
  type TableName,
  type Tables,
  type UnchangingTable,
} from '../../model/records';
import { compareVersions } from './versions';

/** What is here of the records that a project names. */
export type Here = { readonly [T in ChangeableTable]: ReadonlyMap<string, Records[T]> } & {
  /** Ids of those that are here, or were deleted here. */
  readonly [T in UnchangingTable]: ReadonlySet<string>;
};

/** A field that two versions of a record say differently. */
export interface FieldDifference {
  readonly field: string;
  readonly here: unknown;
  readonly there: unknown;
}

/** A record that is here and in the file, with another content. */
export type Difference = {
  [T in ChangeableTable]: {
    readonly table: T;
    readonly id: string;
    readonly here: Records[T];
    readonly there: Records[T];
    /** The file's version is `older` than what is here, `newer` (taken without a question), or each has changes of its own. */
    readonly order: 'older' | 'newer' | 'apart';
    readonly fields: readonly FieldDifference[];
  };
}[ChangeableTable];

/** What taking a project in would do, record by record. */
export interface ImportPlan {
  readonly added: Tables;
  /** How many records are here just the same; of runs and signs, those that are or were here. */
  readonly same: Readonly<Record<TableName, number>>;
  readonly differences: readonly Difference[];
}

/** The fields in which two records differ, but for when and where they were written. */
function fieldsApart(here: ChangeableStamp, there: ChangeableStamp): FieldDifference[] {
  const [ours, theirs] = [bareRecord(here), bareRecord(there)] as unknown as Record<string, unknown>[];
  return [...new Set([...Object.keys(ours!), ...Object.keys(theirs!)])].flatMap((field) => {
    const [a, b] = [ours![field], theirs![field]];
    return canonicalJson(a) === canonicalJson(b) ? [] : [{ field, here: a, there: b }];
  });
}

/**
 * Sets a project beside what is here. Nothing is decided by a clock: which of two versions is the newer is told by their vectors;
 * equal vectors with another content (a copied device) count as apart.
 */
export function planImport(project: Project, here: Here): ImportPlan {
  const same = Object.fromEntries(TABLE_NAMES.map((name) => [name, 0])) as Record<TableName, number>;
  const differences: Difference[] = [];
  const addedOf = (table: ChangeableTable) =>
    (project[table] as readonly Records[ChangeableTable][]).filter((there) => {
      const ours = here[table].get(there.id);
      if (!ours) return true;
      const fields = fieldsApart(ours, there);
      if (fields.length === 0) same[table]++;
      else {
        const order = compareVersions(there.versions, ours.versions);
        const found = {
          table,
          id: there.id,
          here: ours,
          there,
          order: order === 'same' ? 'apart' : order,
          fields,
        };
        differences.push(found as unknown as Difference);
      }
      return false;
    });
  const newOf = (table: UnchangingTable) =>
    (project[table] as readonly Records[UnchangingTable][]).filter(({ id }) => {
      if (here[table].has(id)) same[table]++;
      return !here[table].has(id);
    });
  const added = Object.fromEntries(
    TABLE_NAMES.map((table) => [table, isUnchanging(table) ? newOf(table) : addedOf(table)]),
  ) as unknown as Tables;
  return { added, same, differences };
}
