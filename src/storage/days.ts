/** Days are added up anew, in the same transaction, whenever a run of them comes or goes. */
import type { RecordChange, RunRecord } from '@/core';
import { dayOf, standing, type DayRecord } from '@/core/record';
import { tables, type DatabaseHandle } from './database';

type DayKey = [playerId: string, exerciseId: string, day: string];

async function refreshDay(db: DatabaseHandle, key: DayKey): Promise<void> {
  const runs = await tables(db).runs.where('[playerId+exerciseId+day]').equals(key).toArray();
  // A correction may have moved a run to another day.
  const corrections = await tables(db)
    .runs.where('corrects')
    .anyOf(runs.map(({ id }) => id))
    .toArray();
  const here = new Set(runs.map(({ id }) => id));
  const elsewhere = corrections.filter(({ id }) => !here.has(id));
  const day = dayOf(standing([...runs, ...elsewhere]).filter(({ id }) => here.has(id)));
  if (day) await tables(db).days.put(day);
  else await tables(db).days.delete(key);
}

/** From so many days on it is faster to go through all runs once. */
const MANY_DAYS = 100;

/** Adds up the days that some changes touch; within a transaction. */
export async function refreshDays(db: DatabaseHandle, changes: readonly RecordChange[]): Promise<void> {
  const keys = new Map<string, DayKey>();
  const note = (run: RunRecord) => {
    const key: DayKey = [run.playerId, run.exerciseId, run.day];
    keys.set(key.join(' '), key);
  };
  for (const change of changes) {
    if (change.table !== 'runs') continue;
    const run = (change.after ?? change.before) as unknown as RunRecord;
    note(run);
    const old = run.corrects === null ? undefined : await tables(db).runs.get(run.corrects);
    if (old) note(old);
  }
  if (keys.size > MANY_DAYS) await refreshAllDays(db);
  else for (const key of keys.values()) await refreshDay(db, key);
}

/** The days that some runs add up to. */
export function daysOfRuns(runs: readonly RunRecord[]): DayRecord[] {
  const byDay = new Map<string, RunRecord[]>();
  for (const run of standing([...runs])) {
    const key = `${run.playerId} ${run.exerciseId} ${run.day}`;
    const some = byDay.get(key);
    if (some) some.push(run);
    else byDay.set(key, [run]);
  }
  return [...byDay.values()].map((some) => dayOf(some)!);
}

/** Adds up every day from the runs that are there; for runs that come in bulk. */
export async function refreshAllDays(db: DatabaseHandle): Promise<void> {
  const days = daysOfRuns(await tables(db).runs.toArray());
  await tables(db).days.clear();
  await tables(db).days.bulkPut(days);
}
