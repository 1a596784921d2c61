/** What goes, and what comes back, when deletions of two libraries are joined. */
import {
  isDead,
  isUnchanging,
  UNCHANGING,
  namesOf,
  recordKey,
  type RecordStamp,
  type TableName,
  type Tombstone,
  type UnchangingTable,
} from '@/core';
import { readCorrections } from './chains';
import { tables, type DatabaseHandle } from './database';

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
  for (const table of UNCHANGING) {
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
