/** Runs with their corrections, wherever these lie. */
import {
  isDead,
  isUnchanging,
  namedBy,
  namesOf,
  recordKey,
  type RecordStamp,
  type RunRecord,
  type TableName,
  type Tombstone,
  type UnchangingTable,
} from '@/core';
import { standing } from '@/core/record';
import { tables, type DatabaseHandle } from './database';

/** All corrections there are: they are few. */
export const readCorrections = (db: DatabaseHandle): Promise<RunRecord[]> =>
  tables(db).runs.where('corrects').above('').toArray();

/** Of some runs those that hold, by all corrections there are. */
export function holding(runs: readonly RunRecord[], corrections: readonly RunRecord[]): RunRecord[] {
  if (corrections.length === 0) return [...runs];
  const known = new Set(runs.map(({ id }) => id));
  const all = [...runs, ...corrections.filter(({ id }) => !known.has(id))];
  return standing(all).filter(({ id }) => known.has(id));
}

/** The ids of whatever belongs to one chain with some runs: what they put right, and what puts that right too. */
export function chainIds(runs: readonly RunRecord[], corrections: readonly RunRecord[]): Set<string> {
  const ids = new Set(runs.flatMap((run) => [run.id, ...namedBy(run)]));
  for (let before = -1; before < ids.size;) {
    before = ids.size;
    for (const one of corrections) {
      const names = [one.id, ...namedBy(one)];
      if (names.some((id) => ids.has(id))) for (const id of names) ids.add(id);
    }
  }
  return ids;
}

/** The first run of a chain, as far as it is known here. */
export function rootOf(run: RunRecord, corrections: readonly RunRecord[]): string {
  const byId = new Map(corrections.map((one) => [one.id, one]));
  let root = run.corrects ?? run.id;
  for (let steps = 0; steps < byId.size && byId.get(root)?.corrects; steps++)
    root = byId.get(root)!.corrects!;
  return root;
}

/** Of what belongs to a chain the ids of all but its first: what a correction of it replaces. */
export function replacedBy(root: string, run: RunRecord, corrections: readonly RunRecord[]): string[] {
  return [...chainIds([run], corrections)].filter((id) => id !== root).sort();
}

/** A record of runs or signs, with its table. */
interface Unchanging {
  readonly table: UnchangingTable;
  readonly record: RecordStamp;
}

/** What goes, and what is there again, by deletions that were joined: the runs and signs that they name, and what corrects them. */
export async function chainsNamed(
  db: DatabaseHandle,
  tombstones: readonly Tombstone[],
): Promise<{ gone: Unchanging[]; back: Unchanging[] }> {
  const [gone, back]: [Unchanging[], Unchanging[]] = [[], []];
  if (tombstones.length === 0) return { gone, back };
  const all = new Map((await tables(db).tombstones.toArray()).map((one) => [recordKey(one), one]));
  const touched = new Set(tombstones.map(recordKey));
  const isTouched = (table: TableName, record: RecordStamp) =>
    [record.id, ...namesOf(record)].some((id) => touched.has(recordKey({ table, id })));
  const isLost = (table: TableName, record: RecordStamp) =>
    isDead(record, (id) => all.get(recordKey({ table, id })));
  const corrections = await readCorrections(db);
  for (const table of ['runs', 'signs'] as const) {
    const ids = tombstones.filter((one) => one.table === table).map(({ id }) => id);
    const there: (RecordStamp | undefined)[] = await tables(db).table(table).bulkGet(ids);
    const some = new Map(there.flatMap((one) => (one ? [[one.id, one] as const] : [])));
    if (table === 'runs') for (const one of corrections) if (isTouched(table, one)) some.set(one.id, one);
    for (const record of some.values()) if (isLost(table, record)) gone.push({ table, record });
  }
  const shelved = await tables(db)
    .shelf.filter(({ table, why }) => isUnchanging(table) && why === 'deleted')
    .toArray();
  for (const one of shelved) {
    const { table } = one;
    const record = one.record as unknown as RecordStamp;
    if (!isUnchanging(table) || !isTouched(table, record) || isLost(table, record)) continue;
    if (!(await tables(db).table(table).get(record.id))) back.push({ table, record });
  }
  return { gone, back };
}
