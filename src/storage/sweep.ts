/** Clearing away what nothing refers to any more. */
import { tables, type DatabaseHandle } from './database';
import { noted } from './meta';
import { refreshAllDays } from './days';
import { COMMIT_TABLES } from './log';
import { LIBRARY, recordScope } from './scopes';
import { clearShelf } from './shelf';

/** Adds days up anew where a version of the database knows more of them than the one before. */
export async function refreshStaleDays(db: DatabaseHandle): Promise<void> {
  await tables(db).transaction('rw', tables(db).runs, tables(db).days, tables(db).meta, async () => {
    // Days of older versions do not know their first run.
    const any = await tables(db).days.toCollection().first();
    const isStale = (await noted(db, 'staleDays')) ?? (any !== undefined && !('cold' in any));
    if (!isStale) return;
    await refreshAllDays(db);
    await tables(db).meta.delete('staleDays');
  });
}

/** Deletes what has lain on the shelf long enough, and passages and logs that nothing refers to. */
export async function sweepUnused(db: DatabaseHandle): Promise<void> {
  await clearShelf(db);
  await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const exercises = await tables(db).exercises.toArray();
    const players = await tables(db).players.toCollection().primaryKeys();
    const scopes = [LIBRARY, ...players.map(recordScope)];
    const ids = new Set<string>([...scopes, ...exercises.map((exercise) => exercise.id)]);
    const used = new Set(exercises.map((exercise) => exercise.passageHash));
    // What was played is kept as it was played.
    for (const played of [tables(db).runs, tables(db).takes])
      for (const hash of await played.orderBy('passageHash').uniqueKeys()) used.add(hash as string);
    await tables(db).siblings.each(({ record }) => {
      if (typeof record?.passageHash === 'string') used.add(record.passageHash);
    });
    await tables(db).shelf.each(({ table, id, record }) => {
      ids.add(table === 'players' ? recordScope(id) : id);
      if (typeof record.passageHash === 'string') used.add(record.passageHash);
    });
    await tables(db)
      .log.where('[scope+seq]')
      .between([LIBRARY, -Infinity], [LIBRARY, Infinity])
      .each((entry) => {
        for (const change of entry.changes) if (change.table === 'exercises') ids.add(change.id);
      });
    const stale: string[] = [];
    await tables(db).log.each((entry) => {
      if (!ids.has(entry.scope)) stale.push(entry.id);
      else
        for (const { before, after } of entry.changes)
          for (const side of [before, after])
            if (typeof side?.passageHash === 'string') used.add(side.passageHash);
      for (const { before, after } of entry.taking?.rows ?? [])
        for (const row of [before, after])
          if (row && 'record' in row && typeof row.record?.passageHash === 'string')
            used.add(row.record.passageHash);
    });
    await tables(db).log.bulkDelete(stale);
    const hashes = await tables(db).passages.toCollection().primaryKeys();
    await tables(db).passages.bulkDelete(hashes.filter((hash) => !used.has(hash)));
  });
  await refreshStaleDays(db);
}
