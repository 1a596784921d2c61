/** Clearing away what nothing refers to any more. */
import { STALE_DAYS, type Database } from './database';
import { refreshAllDays } from './days';
import { COMMIT_TABLES, LIBRARY, recordScope } from './log';
import { clearShelf } from './shelf';

/** Adds days up anew where a version of the database knows more of them than the one before. */
export async function refreshStaleDays(db: Database): Promise<void> {
  await db.transaction('rw', db.runs, db.days, db.meta, async () => {
    if (!(await db.meta.get(STALE_DAYS))) return;
    await refreshAllDays(db);
    await db.meta.delete(STALE_DAYS);
  });
}

/** Deletes what has lain on the shelf long enough, and passages and logs that nothing refers to. */
export async function sweepUnused(db: Database): Promise<void> {
  await clearShelf(db);
  await db.transaction('rw', COMMIT_TABLES, async () => {
    const exercises = await db.exercises.toArray();
    const players = await db.players.toCollection().primaryKeys();
    const scopes = [LIBRARY, ...players.map(recordScope)];
    const ids = new Set<string>([...scopes, ...exercises.map((exercise) => exercise.id)]);
    const used = new Set(exercises.map((exercise) => exercise.passageHash));
    // What was played is kept as it was played.
    for (const hash of await db.runs.orderBy('passageHash').uniqueKeys()) used.add(String(hash));
    await db.shelf.each(({ table, id, record }) => {
      ids.add(table === 'players' ? recordScope(id) : id);
      if (typeof record.passageHash === 'string') used.add(record.passageHash);
    });
    await db.log
      .where('[scope+seq]')
      .between([LIBRARY, -Infinity], [LIBRARY, Infinity])
      .each((entry) => {
        for (const change of entry.changes) if (change.table === 'exercises') ids.add(change.id);
      });
    const stale: string[] = [];
    await db.log.each((entry) => {
      if (!ids.has(entry.scope)) stale.push(entry.id);
      else
        for (const { before, after } of entry.changes)
          for (const side of [before, after])
            if (typeof side?.passageHash === 'string') used.add(side.passageHash);
    });
    await db.log.bulkDelete(stale);
    const hashes = await db.passages.toCollection().primaryKeys();
    await db.passages.bulkDelete(hashes.filter((hash) => !used.has(hash)));
  });
  await refreshStaleDays(db);
}
