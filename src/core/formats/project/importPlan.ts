/** What taking a project in would do: what is new, what is there already, and what differs. */
import { canonicalJson } from '../../passage/canonical';
import {
  bareRecord,
  type ChangeableStamp,
  type ExerciseRecord,
  type LadderRecord,
  type PlayerRecord,
  type Project,
  type RunRecord,
  type SignRecord,
  type UnchangingTable,
} from '../../model/records';
import { compareVersions } from './versions';

/** Lists whose records may change. */
export const CHANGEABLE = ['players', 'exercises', 'ladders'] as const;
/** Tables whose records have versions. */
export type ChangeableTable = (typeof CHANGEABLE)[number];

interface Changeable {
  readonly exercises: ExerciseRecord;
  readonly players: PlayerRecord;
  readonly ladders: LadderRecord;
}

/** What is here of the records that a project names. */
export type Here = { readonly [T in ChangeableTable]: ReadonlyMap<string, Changeable[T]> } & {
  /** Ids of runs and signs that are here, or were deleted here. */
  readonly runs: ReadonlySet<string>;
  readonly signs: ReadonlySet<string>;
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
    readonly here: Changeable[T];
    readonly there: Changeable[T];
    /** The file's version is `older` than what is here, `newer` (taken without a question), or each has changes of its own. */
    readonly order: 'older' | 'newer' | 'apart';
    readonly fields: readonly FieldDifference[];
  };
}[ChangeableTable];

/** What taking a project in would do, record by record. */
export interface ImportPlan {
  readonly added: {
    readonly exercises: readonly ExerciseRecord[];
    readonly players: readonly PlayerRecord[];
    readonly ladders: readonly LadderRecord[];
    readonly runs: readonly RunRecord[];
    readonly signs: readonly SignRecord[];
  };
  /** How many records are here just the same; of runs and signs, those that are or were here. */
  readonly same: Readonly<Record<ChangeableTable | UnchangingTable, number>>;
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
  const same = { players: 0, exercises: 0, ladders: 0, runs: 0, signs: 0 };
  const differences: Difference[] = [];
  const addedOf = <T extends ChangeableTable>(table: T): Changeable[T][] =>
    (project[table] as readonly Changeable[T][]).filter((there) => {
      const ours = (here[table] as ReadonlyMap<string, Changeable[T]>).get(there.id);
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
  const newOf = <T extends { readonly id: string }>(table: UnchangingTable, records: readonly T[]): T[] =>
    records.filter(({ id }) => {
      if (here[table].has(id)) same[table]++;
      return !here[table].has(id);
    });
  const [runs, signs] = [newOf('runs', project.runs), newOf('signs', project.signs)];
  const [players, exercises] = [addedOf('players'), addedOf('exercises')];
  return { added: { players, exercises, ladders: addedOf('ladders'), runs, signs }, same, differences };
}
