/** Reading runs, and the days that they add up to. */
import type { RunRecord } from '@/core';
import type { DayRecord, Run } from '@/core/record';
import { byPlayer } from './byPlayer';
import { holding, readCorrections } from './chains';
import { tables, type DatabaseHandle } from './database';

/** A run before it is kept: when it was judged is said here. */
export type NewRun = Omit<Run, 'at' | 'day'> & { readonly at?: string };

/** The days of a player from one to another, in order; all where nothing is said. */
export async function readDays(
  db: DatabaseHandle,
  playerId: string,
  from = '',
  to = '\uffff',
): Promise<DayRecord[]> {
  return tables(db)
    .days.where('[playerId+day]')
    .between([playerId, from], [playerId, to], true, true)
    .toArray();
}

/** The days of all players, by player, in order. */
export const readAllDays = async (db: DatabaseHandle): Promise<Map<string, DayRecord[]>> =>
  byPlayer(await tables(db).days.orderBy('[playerId+day]').toArray());

/** Whether anything of a player's practice is on record. */
export const hasPractised = async (db: DatabaseHandle, playerId: string): Promise<boolean> =>
  (await tables(db)
    .days.where('[playerId+day]')
    .between([playerId, ''], [playerId, '\uffff'])
    .limit(1)
    .count()) > 0;

/** How many runs are kept on some exercises. */
export async function runsOn(db: DatabaseHandle, exerciseIds: readonly string[]): Promise<number> {
  const days = await tables(db)
    .days.where('exerciseId')
    .anyOf([...exerciseIds])
    .toArray();
  return days.reduce((sum, { runs }) => sum + runs, 0);
}

/** The days of a player on one exercise, in order. */
export async function daysOn(db: DatabaseHandle, playerId: string, exerciseId: string): Promise<DayRecord[]> {
  return tables(db)
    .days.where('[playerId+exerciseId+day]')
    .between([playerId, exerciseId, ''], [playerId, exerciseId, '\uffff'])
    .toArray();
}

/** Which runs are wanted. */
export interface RunsWanted {
  /** An exercise's id, or `all`. */
  readonly exerciseId?: string;
  /** Of these exercises only. */
  readonly among?: ReadonlySet<string> | null;
  /** The first day and the last. */
  readonly from?: string;
  readonly to?: string;
  /** So many at most, the newest. */
  readonly newest?: number;
}

/** The runs of a player that hold, newest first. Only as many are read as are wanted. */
export async function readRuns(
  db: DatabaseHandle,
  playerId: string,
  { exerciseId = 'all', among = null, from = '', to = '\uffff', newest = Infinity }: RunsWanted = {},
): Promise<RunRecord[]> {
  const all =
    exerciseId === 'all'
      ? tables(db).runs.where('[playerId+day]').between([playerId, from], [playerId, to], true, true)
      : tables(db)
          .runs.where('[playerId+exerciseId+day]')
          .between([playerId, exerciseId, from], [playerId, exerciseId, to], true, true);
  const found: RunRecord[] = [];
  const corrections = await readCorrections(db);
  const PAGE = Number.isFinite(newest) ? newest + 40 : Infinity;
  for (let read = 0; found.length < newest; read += PAGE) {
    const page = Number.isFinite(PAGE)
      ? await all.clone().reverse().offset(read).limit(PAGE).toArray()
      : await all.toArray();
    const mine = among ? page.filter((run) => among.has(run.exerciseId)) : page;
    found.push(...holding(mine, corrections));
    if (page.length < PAGE || !Number.isFinite(PAGE)) break;
  }
  return found.sort((a, b) => b.at.localeCompare(a.at)).slice(0, newest);
}

/** Runs by their ids, in their order; those that are not here are left out. */
export async function readRunsById(db: DatabaseHandle, ids: readonly string[]): Promise<RunRecord[]> {
  return (await tables(db).runs.bulkGet([...ids])).filter((run) => run !== undefined);
}
