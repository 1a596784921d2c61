/** What two libraries say differently and nobody has settled: versions of records side by side, and runs put right twice. */
import {
  chosenFrom,
  fieldsApart,
  isUnchanging,
  sayingOf,
  type ChangeableTable,
  type Difference,
  type LogEntry,
  type RunRecord,
} from '@/core';
import { contested } from '@/core/record';
import { besideOf, readBeside } from './beside';
import { readCorrections } from './chains';
import { commit } from './commit';
import { tables, type DatabaseHandle } from './database';
import { correctRun } from './judged';
import { COMMIT_TABLES, deviceIdOf, readyForRuns, tableOf } from './log';
import type { AnyRecord } from './merging';
import { ConflictError, LIBRARY, type Edit } from './scopes';
import { shelveVersions } from './shelf';

/** A version that lies beside the one that is shown, set beside it. */
export interface Unsettled {
  /** Of the version among all that lie beside. */
  readonly key: string;
  readonly difference: Difference;
}

/** All versions that say something else than what is shown. A deletion of a record that is shown is one of them. */
export async function readUnsettled(db: DatabaseHandle): Promise<Unsettled[]> {
  const [siblings, tombstones] = await Promise.all([
    tables(db).siblings.toArray(),
    tables(db).tombstones.toArray(),
  ]);
  const compared = async (
    table: ChangeableTable,
    id: string,
    key: string,
    there: AnyRecord | null,
  ): Promise<Unsettled[]> => {
    const here = ((await tableOf(db, table).get(id)) as AnyRecord | undefined) ?? null;
    if (!here || (there && sayingOf(here) === sayingOf(there))) return [];
    const fields = there ? fieldsApart(here, there) : [];
    return [{ key, difference: { table, id, here, there, order: 'apart', fields } as unknown as Difference }];
  };
  // Asked all at once: one after the other, many deletions would hold up every view.
  const found = await Promise.all([
    ...siblings.map(({ table, id, key, record }) =>
      record ? compared(table, id, key, record as unknown as AnyRecord) : [],
    ),
    // Of runs and signs a deletion is no version.
    ...tombstones.map(({ table, id }) => (isUnchanging(table) ? [] : compared(table, id, 'deleted', null))),
  ]);
  return found.flat();
}

/**
 * Settles which version holds: that descends from all there are. The others lie on the shelf.
 * @param take the key of a version that lies beside; null: the one that is shown.
 */
export async function settle(
  db: DatabaseHandle,
  table: ChangeableTable,
  id: string,
  take: string | null,
): Promise<LogEntry | null> {
  await readyForRuns();
  const label = 'Settle versions';
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const [record, beside, deviceId, stone] = await Promise.all([
      tableOf(db, table).get(id) as Promise<AnyRecord | undefined>,
      readBeside(db),
      deviceIdOf(db),
      tables(db).tombstones.get([table, id]),
    ]);
    if (!record) throw new ConflictError('It is not there any more.');
    const rows = besideOf(beside, table, id);
    const taken = take === null ? record : rows.find(({ key }) => key === take)?.record;
    if (take === 'deleted') return commit(db, LIBRARY, label, [{ table, remove: id }]);
    if (!taken) throw new ConflictError('This was settled already.');
    const all = [record.versions, stone?.versions ?? {}, ...rows.map(({ versions }) => versions)];
    const versions = chosenFrom(all, deviceId);
    const restore = { ...taken, versions, revision: record.revision + 1, deviceId };
    const entry = await commit(db, LIBRARY, label, [{ table, restore } as unknown as Edit]);
    const left = [record, ...rows.map((one) => one.record)].filter((one) => one !== null && one !== taken);
    const texts = new Map(
      left.map((one) => [sayingOf(one as never), one as unknown as Record<string, unknown>]),
    );
    texts.delete(sayingOf(taken as never));
    if (entry)
      for (const [nth, other] of [...texts.values()].entries())
        await shelveVersions(
          db,
          [{ table, record: other }],
          { id: nth === 0 ? entry.id : `${entry.id}~${nth}`, label },
          entry.at,
        );
    return entry;
  });
}

/** Runs that were put right on two devices, each with all that may hold; the one that counts first. */
export const readContested = async (db: DatabaseHandle): Promise<RunRecord[][]> =>
  contested(await readCorrections(db));

/** Settles which correction holds: one more, that replaces them all. */
export async function settleRun(db: DatabaseHandle, run: RunRecord): Promise<LogEntry | null> {
  const { id: _i, revision: _r, createdAt: _c, updatedAt: _u, deviceId: _d, ...said } = run;
  return (await correctRun(db, run, said)).entry;
}

/** How much is said in two ways. */
export const countUnsettled = async (db: DatabaseHandle): Promise<number> =>
  (await readUnsettled(db)).length + (await readContested(db)).length;
