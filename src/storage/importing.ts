/** A project into the library: what it would do, and doing it as one step. Taking a file in makes no new ids, and stamps nothing anew. */
import {
  bareRecord,
  canonicalJson,
  chosenFrom,
  compareVersions,
  isUnchanging,
  ME,
  planImport,
  recordKey,
  TABLE_NAMES,
  titledAs,
  type Backup,
  type ChangeableTable,
  type Difference,
  type ExerciseRecord,
  type Family,
  type Here,
  type ImportPlan,
  type LogEntry,
  type Merge,
  type Project,
  type TableName,
  type Tombstone,
  type Version,
} from '@/core';
import { standing } from '@/core/record';
import { asSibling, besideOf, readBeside, type Beside } from './beside';
import { tables, type DatabaseHandle } from './database';
import { refreshAllDays } from './days';
import { COMMIT_TABLES, deviceIdOf, forLog, nextSeq, readyForRuns, tableOf } from './log';
import { keepBackedSettings } from './meta';
import {
  asFields,
  writeAdded,
  writeMerges,
  type AnyRecord,
  type Entry,
  type Outcome,
  type Written,
} from './merging';
import { LIBRARY } from './scopes';
import { newId, nowMs, timestamp } from './sources';

/** Whether nothing was ever made in a library: a backup then comes back just as it was. */
export async function isEmptyLibrary(db: DatabaseHandle): Promise<boolean> {
  const counts = await Promise.all(
    [
      ...TABLE_NAMES.filter((name) => name !== 'players').map((name) => tableOf(db, name)),
      tables(db).tombstones,
      tables(db).shelf,
      tables(db).log,
    ].map((table) => table.count()),
  );
  const players = await tables(db).players.toArray();
  return (
    counts.every((count) => count === 0) && players.every(({ id, revision }) => id === ME && revision === 1)
  );
}

/** All that is kept of the records of a table that a project names. */
async function familiesHere(
  db: DatabaseHandle,
  project: Project,
  table: ChangeableTable,
  beside: Beside,
  stones: ReadonlyMap<string, Tombstone>,
): Promise<Map<string, Family<AnyRecord>>> {
  const named = [...project.tombstones, ...project.siblings].filter((one) => one.table === table);
  const ids = [...new Set([...project[table], ...named].map(({ id }) => id))];
  const kept = await tableOf(db, table).bulkGet(ids);
  const families = new Map<string, Family<AnyRecord>>();
  ids.forEach((id, at) => {
    const shown = (kept[at] as AnyRecord | undefined) ?? null;
    const stone = stones.get(recordKey({ table, id }));
    const all: Version<AnyRecord>[] = [
      ...(shown ? [{ versions: shown.versions, said: shown }] : []),
      ...(stone ? [{ versions: stone.versions, said: null }] : []),
      ...besideOf(beside, table, id).map(({ versions, record }) => ({
        ...{ versions, said: record as AnyRecord | null },
      })),
    ];
    if (all.length > 0) families.set(id, { shown, all });
  });
  return families;
}

/** What taking a project in would do here. */
export async function readImportPlan(db: DatabaseHandle, project: Project): Promise<ImportPlan> {
  const [beside, tombstones] = await Promise.all([readBeside(db), tables(db).tombstones.toArray()]);
  const stones = new Map(tombstones.map((one) => [recordKey(one), one]));
  const here = await Promise.all(
    TABLE_NAMES.map(async (name) => {
      if (!isUnchanging(name)) return [name, await familiesHere(db, project, name, beside, stones)] as const;
      // All keys at once: asking for thousands one by one takes seconds.
      return [name, new Set(await tableOf(db, name).toCollection().primaryKeys())] as const;
    }),
  );
  return planImport(project, { ...Object.fromEntries(here), tombstones: stones } as unknown as Here);
}

/** What becomes of a record that is here in another version. `later`: both stay, side by side. */
export type ImportChoice = 'mine' | 'theirs' | 'copy' | 'later';

/** The key of a difference among the choices. */
export const choiceKey = recordKey;

/** Whether both count the same changes and yet say something else: a file changed by hand, or a copied device. They cannot stand side by side. */
export const isCountedAsOne = ({ here, there }: Difference): boolean =>
  here !== null && there !== null && compareVersions(here.versions, there.versions) === 'same';

/** What happens where nothing is chosen: newer versions are taken, of versions side by side both stay. */
export function usualChoice(difference: Difference): ImportChoice {
  const { order } = difference;
  if (order === 'newer' || order === 'goes') return 'theirs';
  return order === 'apart' && !isCountedAsOne(difference) ? 'later' : 'mine';
}

export interface ImportOptions {
  /** The name of the file. */
  readonly name?: string;
  readonly choices?: ReadonlyMap<string, ImportChoice>;
  /** Take over the settings of a backup; left out: only into an empty library. */
  readonly withSettings?: boolean;
}

export interface ImportSummary {
  /** Exercises that are new here. */
  readonly added: number;
  /** Exercises that are here just the same. */
  readonly same: number;
  /** Records that are here but different: the imported exercise was kept as a copy. */
  readonly copied: number;
  /** … the version of the file was taken. */
  readonly replaced: number;
  /** … what is here was kept. */
  readonly kept: number;
  /** … both stay, until somebody settles it. */
  readonly beside: number;
  /** Records that were deleted there, and now here. */
  readonly gone: number;
  /** Runs, signs and takes that came, but were deleted here. */
  readonly deletedHere: number;
  /** Other records that came. */
  readonly others: Readonly<Record<Exclude<TableName, 'exercises'>, number>>;
  /** The action, to be undone; null where nothing was changed, or a backup was restored into an empty library. */
  readonly entry: LogEntry | null;
}

/** The tables that a restored backup writes. */
const RESTORED = [
  ...TABLE_NAMES,
  'passages',
  'tombstones',
  'siblings',
  'shelf',
  'log',
  'meta',
  'days',
] as const;

/** Everything just as it was, but for the device that writes from now on. */
async function restoreAll(db: DatabaseHandle, project: Project): Promise<void> {
  await tables(db).transaction('rw', RESTORED, async () => {
    const { passages, tombstones, siblings, backup } = project;
    const beside = siblings.map((one) => asSibling(one.table, one.id, one.versions, one.record));
    await Promise.all([
      ...TABLE_NAMES.map((name) => tableOf(db, name).bulkPut([...project[name]])),
      tables(db).passages.bulkPut([...passages]),
      tables(db).tombstones.bulkPut([...tombstones]),
      tables(db).siblings.bulkPut(beside),
      tables(db).log.bulkPut([...(backup?.log ?? [])]),
      tables(db).shelf.bulkPut([...(backup?.shelf ?? [])]),
    ]);
    if (backup) await keepBackedSettings(db, backup.settings);
    await refreshAllDays(db);
  });
}

/** What a choice makes of a record. A choice descends from all versions there are. */
function chosen(
  merge: Merge<AnyRecord>,
  difference: Difference | undefined,
  choice: ImportChoice,
  deviceId: string,
): Outcome {
  const shelved = merge.refused.flatMap(({ said }) => said ?? []);
  const usual = { merge, shelved, copy: null };
  if (!difference) return usual;
  const { order } = difference;
  const here = difference.here as AnyRecord | null;
  const there = difference.there as AnyRecord | null;
  const isUsual = choice === 'later' || choice === usualChoice(difference);
  if (isUsual && order !== 'apart') return usual;
  if (choice === 'later') return usual;
  const taken = choice === 'theirs' ? there : here;
  const left = [here, there, ...merge.kept.map(({ said }) => said)].filter(
    (one) => one !== null && one !== taken,
  ) as AnyRecord[];
  const all = [...merge.kept, ...merge.refused].map(({ versions }) => versions);
  const versions = chosenFrom([...all, here?.versions ?? {}, there?.versions ?? {}], deviceId);
  const revision = Math.max(0, ...[here, there].map((one) => one?.revision ?? 0)) + 1;
  const said = taken && { ...taken, versions, revision, deviceId };
  const shown = { versions, said };
  const copies = choice === 'copy' && difference.table === 'exercises' && there !== null;
  const texts = new Map(left.map((one) => [canonicalJson(bareRecord(one)), one]));
  return {
    merge: { ...merge, shown, kept: [shown] },
    shelved: copies ? [] : [...texts.values()],
    copy: copies ? (there as unknown as ExerciseRecord) : null,
  };
}

/** Passages and undo logs of what is new here, and what lies on the file's shelf. */
async function takeBackup(
  db: DatabaseHandle,
  backup: Backup | null,
  added: readonly ExerciseRecord[],
): Promise<void> {
  if (!backup) return;
  const scopes = new Set(added.map(({ id }) => id));
  const known = new Set(await tables(db).log.toCollection().primaryKeys());
  await tables(db).log.bulkPut(backup.log.filter(({ id, scope }) => scopes.has(scope) && !known.has(id)));
  for (const one of backup.shelf) {
    const isThere = await tables(db).table(one.table).get(one.id);
    if (!isThere) await tables(db).shelf.put(one);
  }
}

/** The file's version as an exercise of its own, with what belongs to it. */
function copyOf(record: ExerciseRecord, deviceId: string): ExerciseRecord {
  const at = timestamp();
  return {
    ...record,
    ...{ id: newId(), title: titledAs(record.title, '(from file)') },
    ...{ revision: 1, createdAt: at, updatedAt: at, deviceId, versions: { [deviceId]: 1 } },
  };
}

/**
 * Takes a checked project in as one action that can be taken back. Records keep their own stamps; of a record that is here in
 * another version both stay reachable. Into an empty library a backup comes back just as it was.
 */
export async function importProject(
  db: DatabaseHandle,
  project: Project,
  label: string,
  { name = '', choices = new Map(), withSettings }: ImportOptions = {},
): Promise<ImportSummary> {
  if (project.backup && (await isEmptyLibrary(db))) {
    const { added, same } = await readImportPlan(db, project);
    await restoreAll(db, project);
    return summaryOf(
      { added, same, deletedHere: { runs: [], signs: [], takes: [] }, differences: [] },
      [],
      null,
    );
  }
  const days = await readyForRuns();
  const deviceId = await deviceIdOf(db);
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const plan = await readImportPlan(db, project);
    const byKey = new Map(plan.differences.map((one) => [recordKey(one), one]));
    const made = plan.differences.map((one) => choices.get(choiceKey(one)) ?? usualChoice(one));
    const outcomes = plan.merges.map((merge) => {
      const difference = byKey.get(recordKey(merge));
      const choice = choices.get(recordKey(merge)) ?? (difference ? usualChoice(difference) : 'later');
      return chosen(merge as Merge<AnyRecord>, difference, choice, deviceId);
    });
    const entry = { id: newId(), label, at: timestamp() };
    const written: Written = { changes: [], rows: [] };
    await tables(db).passages.bulkPut([...project.passages]);
    for (const table of TABLE_NAMES)
      if (!isUnchanging(table))
        await writeMerges(
          db,
          table,
          outcomes.filter(({ merge }) => merge.table === table),
          written,
          entry,
          project.tombstones,
        );
    for (const { copy } of outcomes) {
      if (!copy) continue;
      const record = copyOf(copy, deviceId);
      await tables(db).exercises.add(record);
      written.changes.push({ table: 'exercises', id: record.id, before: null, after: asFields(record) });
    }
    await writeAdded(db, project, plan, written, entry);
    await days.refreshDays(db, written.changes);
    await takeBackup(db, project.backup, plan.added.exercises);
    if (withSettings && project.backup) await keepBackedSettings(db, project.backup.settings);
    const isNothing = written.changes.length === 0 && written.rows.length === 0;
    const done = isNothing ? null : await noteTaken(db, entry, written, { name, parcel: project.parcel });
    return summaryOf(plan, made, done);
  });
}

/** Writes down what a file brought, as an action of the library. */
async function noteTaken(
  db: DatabaseHandle,
  { id, label, at }: Entry,
  { changes, rows }: Written,
  { name, parcel }: Pick<NonNullable<LogEntry['taking']>, 'name' | 'parcel'>,
): Promise<LogEntry> {
  const scope = LIBRARY;
  const undone = tables(db)
    .log.where('[scope+undone+seq]')
    .between([scope, 1, -Infinity], [scope, 1, Infinity]);
  await undone.filter(({ taking }) => !taking).delete();
  const entry: LogEntry = {
    ...{ id, scope, seq: await nextSeq(db, scope), label, changes, undone: 0, mergeKey: null },
    ...{ at, touchedMs: nowMs(), taking: { name, parcel, rows } },
  };
  await tables(db).log.add({ ...entry, changes: changes.map(forLog) });
  return entry;
}

function summaryOf(
  { added, same, deletedHere, differences }: Omit<ImportPlan, 'merges'>,
  made: readonly ImportChoice[],
  entry: LogEntry | null,
): ImportSummary {
  const count = (choice: ImportChoice) => made.filter((one) => one === choice).length;
  const gone = differences.filter(({ order }, at) => order === 'goes' && made[at] === 'theirs').length;
  return {
    ...{ added: added.exercises.length, same: same.exercises, entry, gone },
    ...{
      copied: count('copy'),
      replaced: count('theirs') - gone,
      kept: count('mine'),
      beside: count('later'),
    },
    deletedHere: deletedHere.runs.length + deletedHere.signs.length + deletedHere.takes.length,
    others: {
      ...{ players: added.players.length, ladders: added.ladders.length, runs: standing(added.runs).length },
      ...{ lessons: added.lessons.length, weeks: added.weeks.length },
      ...{ signs: added.signs.length, takes: added.takes.length },
    },
  };
}
