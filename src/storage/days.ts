/** Days are added up anew, in the same transaction, whenever a run of them comes or goes. */
import type { RecordChange, RunRecord } from '@/core';
import { dayOf, standing, type DayRecord } from '@/core/record';
import { chainIds, holding, readCorrections } from './chains';
import { tables, type DatabaseHandle } from './database';

type DayKey = [playerId: string, exerciseId: string, day: string];

async function refreshDay(db: DatabaseHandle, key: DayKey, corrections: readonly RunRecord[]): Promise<void> {
  const runs = await tables(db).runs.where('[playerId+exerciseId+day]').equals(key).toArray();
  const day = dayOf(holding(runs, corrections));
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
  const touched = changes
    .filter(({ table }) => table === 'runs')
    .map(({ before, after }) => ({ ...before, ...after }) as unknown as RunRecord)
    // Of a run that stayed as it is no more is noted than that it was made.
    .filter((run) => 'day' in run);
  if (touched.length === 0) return;
  touched.forEach(note);
  const corrections = await readCorrections(db);
  // A correction may have moved a run to another day; one beside it may hold no more.
  if (corrections.length > 0 || touched.some(({ corrects }) => corrects !== null)) {
    const known = new Set(touched.map(({ id }) => id));
    const chained = touched.filter((run) => run.corrects !== null || corrections.length > 0);
    const others = [...chainIds(chained, corrections)].filter((id) => !known.has(id));
    for (const run of await tables(db).runs.bulkGet(others)) if (run) note(run);
  }
  if (keys.size > MANY_DAYS) await refreshAllDays(db);
  else for (const key of keys.values()) await refreshDay(db, key, corrections);
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
