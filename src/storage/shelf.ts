/** What was deleted, or left out of an import, lies on a shelf for thirty days and can be brought back whole. */
import {
  countedOn,
  joinedVersions,
  titledAs,
  titleOf,
  type ExerciseRecord,
  type LogEntry,
  type RecordChange,
  type RecordStamp,
  type ShelvedRecord,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { commit, COMMIT_TABLES, deviceIdOf, readyForRuns, tableOf } from './log';
import { ConflictError, LIBRARY, type Edit } from './scopes';
import { runsOn } from './runs';
import { newId, timestamp } from './sources';

/** Then the content goes; that something was deleted stays known. */
export const SHELF_DAYS = 30;

const DAY_MS = 86_400_000;

/** By the clock that what lies there was dated with. */
const nowOfShelf = () => Date.parse(timestamp());

/** What one action put on the shelf. */
export interface ShelvedAction {
  /** The id of the action. */
  readonly id: string;
  readonly label: string;
  readonly shelvedAt: string;
  /** Days until it goes, at least one. */
  readonly daysLeft: number;
  readonly why: ShelvedRecord['why'];
  readonly titles: readonly string[];
  /** The student whose they are, where they are of one; null: of several, or of none. */
  readonly whose: string | null;
  /** The day that they are of, where they are of one. */
  readonly day: string | null;
  /** How many records of each kind. */
  readonly counts: Readonly<Partial<Record<ShelvedRecord['table'], number>>>;
  /** Runs of its exercises, which stay in the logbook. */
  readonly runs: number;
}

/** The one value that records have in a field; null where they have several, or none. */
const oneOf = (shelved: readonly ShelvedRecord[], field: 'playerId' | 'day'): string | null => {
  const [only, another] = new Set(shelved.map(({ record }) => record[field] ?? null));
  return another === undefined && typeof only === 'string' ? only : null;
};

const titlesOf = (shelved: readonly ShelvedRecord[]) =>
  shelved.map(({ record }) => titleOf(record)).filter((title) => title !== '');

/** What lies on the shelf, the latest first. */
export async function readShelf(db: DatabaseHandle): Promise<ShelvedAction[]> {
  const byAction = new Map<string, ShelvedRecord[]>();
  const names = new Map((await tables(db).players.toArray()).map((player) => [player.id, titleOf(player)]));
  for (const one of await tables(db).shelf.toArray()) {
    const some = byAction.get(one.action);
    if (some) some.push(one);
    else byAction.set(one.action, [one]);
  }
  const actions: ShelvedAction[] = [];
  for (const [id, records] of byAction) {
    const { label, shelvedAt, why } = records[0]!;
    const counts: Partial<Record<ShelvedRecord['table'], number>> = {};
    for (const { table } of records) counts[table] = (counts[table] ?? 0) + 1;
    const exercises = new Set(records.filter(({ table }) => table === 'exercises').map((one) => one.id));
    const runs = await runsOn(db, [...exercises]);
    const daysLeft = Math.max(1, Math.ceil(SHELF_DAYS - (nowOfShelf() - Date.parse(shelvedAt)) / DAY_MS));
    const whose = names.get(oneOf(records, 'playerId') ?? '') ?? null;
    const day = oneOf(records, 'day');
    actions.push({
      ...{ id, label, shelvedAt, daysLeft, why, whose, day, counts, runs },
      titles: titlesOf(records),
    });
  }
  return actions.sort((a, b) => b.shelvedAt.localeCompare(a.shelvedAt));
}

/** A version that lies on the shelf, in the place of the one that is there. */
async function swapped(
  db: DatabaseHandle,
  { table, record }: ShelvedRecord,
  deviceId: string,
): Promise<Edit> {
  const there = (await tableOf(db, table).get(String(record.id))) as RecordStamp & {
    versions?: ExerciseRecord['versions'];
  };
  const versions = joinedVersions(record.versions as ExerciseRecord['versions'], there?.versions);
  const counted = countedOn(versions, deviceId);
  const revision = Math.max(there?.revision ?? 0, Number(record.revision)) + 1;
  return { table, restore: { ...record, versions: counted, revision, deviceId } } as unknown as Edit;
}

/**
 * Brings back what an action put on the shelf: what was deleted as it was; of an exercise that is there in another version a copy;
 * of a student or a ladder the other version, the present one taking its place on the shelf.
 * @returns the entry that undoes it.
 * @throws ConflictError where it is not on the shelf any more.
 */
export async function bringBack(db: DatabaseHandle, actionId: string): Promise<LogEntry | null> {
  const shelved = await tables(db).shelf.where('action').equals(actionId).toArray();
  const [first] = shelved;
  if (!first) throw new ConflictError('It does not lie on the shelf any more.');
  const deviceId = await deviceIdOf(db);
  const edits: Edit[] = [];
  const versions: ShelvedRecord[] = [];
  for (const one of shelved) {
    const there = await tableOf(db, one.table).get(one.id);
    if (!there) edits.push(await swapped(db, one, deviceId));
    else if (one.why === 'version' && one.table === 'exercises') {
      const title = titledAs(String(one.record.title), '(other version)');
      edits.push({ table: 'exercises', restore: { ...one.record, id: newId(), title } } as unknown as Edit);
    } else if (one.why === 'version') {
      edits.push(await swapped(db, one, deviceId));
      versions.push({ ...one, record: { ...there } as unknown as Record<string, unknown> });
    }
  }
  const what = titlesOf(shelved)[0];
  const label = what === undefined ? `Bring back: ${first.label}` : `Bring back “${what}”`;
  await readyForRuns();
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const entry = await commit(db, LIBRARY, label, edits);
    await tables(db).shelf.where('action').equals(actionId).delete();
    for (const one of versions) await tables(db).shelf.put({ ...one, action: entry?.id ?? actionId });
    return entry;
  });
}

/** Puts versions of records that are there on the shelf, within a transaction. */
export async function shelveVersions(
  db: DatabaseHandle,
  records: readonly Pick<ShelvedRecord, 'table' | 'record'>[],
  action: { readonly id: string; readonly label: string },
  shelvedAt: string,
): Promise<void> {
  await tables(db).shelf.bulkPut(
    records.map(({ table, record }): ShelvedRecord => ({
      table,
      id: String(record.id),
      record,
      shelvedAt,
      action: action.id,
      label: action.label,
      why: 'version',
    })),
  );
}

/** Takes what has lain there for thirty days off the shelf, and out of the log that could undo its deletion. */
export async function clearShelf(db: DatabaseHandle): Promise<void> {
  const isOver = ({ shelvedAt }: ShelvedRecord) =>
    nowOfShelf() - Date.parse(shelvedAt) >= SHELF_DAYS * DAY_MS;
  await tables(db).transaction('rw', [tables(db).shelf, tables(db).log], async () => {
    const over = await tables(db).shelf.filter(isOver).toArray();
    await tables(db).shelf.bulkDelete(over.map(({ table, id, action }) => [table, id, action]));
    // Steps that hold it whole go too: they could only bring back what is to be gone.
    const deleted = over.filter(({ why }) => why === 'deleted');
    const gone = new Set(deleted.map(({ table, id }) => `${table} ${id}`));
    const holds = ({ table, id, before, after }: RecordChange) =>
      gone.has(`${table} ${id}`) && [before, after].some((side) => side !== null && 'createdAt' in side);
    await tables(db)
      .log.filter(({ changes }) => changes.some(holds))
      .delete();
  });
}
