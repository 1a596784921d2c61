/** Runs: added one by one as they are judged, put right by new ones, taken away by tombstones. */
import type { LogEntry, Passage, RunRecord } from '@/core';
import type { DayRecord, Run } from '@/core/record';
import { tables, type DatabaseHandle } from './database';
import { commit, COMMIT_TABLES, readyForRuns, recordScope } from './log';
import { keepSitting } from './practice';
import type { PracticeSitting } from './kept';
import { newId, timestamp } from './sources';

/** A run before it is kept: when it was judged is said here. */
export type NewRun = Omit<Run, 'at' | 'day'> & { readonly at?: string };

const VERDICT_LABELS = { clean: 'Clean run', 'not clean': 'Run that was not clean', stopped: 'Stopped run' };

function dated(run: NewRun): Run {
  const at = run.at ?? timestamp();
  return { ...run, at, day: at.slice(0, 10) };
}

/**
 * Keeps a run the moment it is judged, and with it where the session stands, in one transaction: a crash loses neither.
 * @param sitting where it stands with this run. @param passage what was played, where it is not kept yet.
 */
export async function addRun(
  db: DatabaseHandle,
  id: string,
  run: NewRun,
  { sitting, passage }: { sitting?: PracticeSitting; passage?: Passage } = {},
): Promise<void> {
  const create = { ...dated(run), id };
  await readyForRuns();
  await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const passages = passage ? [{ hash: run.passageHash, passage }] : [];
    await commit(db, recordScope(run.playerId), VERDICT_LABELS[run.verdict], [{ table: 'runs', create }], {
      passages,
    });
    if (sitting) await keepSitting(db, sitting);
  });
}

/** Keeps as many runs alike, typed in from paper: one action. */
export async function addRuns(db: DatabaseHandle, run: NewRun, count: number): Promise<LogEntry | null> {
  const edits = Array.from(
    { length: count },
    () => ({ table: 'runs', create: { ...dated(run), id: newId() } }) as const,
  );
  const label = count === 1 ? 'Log a run' : `Log ${count} runs`;
  return commit(db, recordScope(run.playerId), label, edits);
}

/** Puts a run right: a new record, whose id is given, that names the old one. */
export async function correctRun(
  db: DatabaseHandle,
  old: RunRecord,
  run: NewRun,
  sitting?: (runId: string) => PracticeSitting,
): Promise<{ id: string; entry: LogEntry | null }> {
  const id = newId();
  const create = { ...dated({ ...run, corrects: old.id }), id };
  await readyForRuns();
  const entry = await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const done = await commit(db, recordScope(old.playerId), 'Change run', [{ table: 'runs', create }]);
    if (sitting) await keepSitting(db, sitting(id));
    return done;
  });
  return { id, entry };
}

/** Takes runs away; undo brings them back. What they put right goes with them, so that it does not come back instead. */
export async function removeRuns(db: DatabaseHandle, runs: readonly RunRecord[]): Promise<LogEntry | null> {
  const [first] = runs;
  if (!first) return null;
  const all: string[] = [];
  for (const run of runs)
    for (
      let one: RunRecord | undefined = run;
      one;
      one = one.corrects ? await tables(db).runs.get(one.corrects) : undefined
    )
      all.push(one.id);
  const label = runs.length === 1 ? 'Delete run' : `Delete ${runs.length} runs`;
  const edits = all.map((id) => ({ table: 'runs', remove: id }) as const);
  return commit(db, recordScope(first.playerId), label, edits);
}

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
  const PAGE = Number.isFinite(newest) ? newest + 40 : Infinity;
  for (let read = 0; found.length < newest; read += PAGE) {
    const page = Number.isFinite(PAGE)
      ? await all.clone().reverse().offset(read).limit(PAGE).toArray()
      : await all.toArray();
    const mine = among ? page.filter((run) => among.has(run.exerciseId)) : page;
    found.push(...(await withoutCorrected(db, mine)));
    if (page.length < PAGE || !Number.isFinite(PAGE)) break;
  }
  return found.sort((a, b) => b.at.localeCompare(a.at)).slice(0, newest);
}

async function withoutCorrected(db: DatabaseHandle, runs: readonly RunRecord[]): Promise<RunRecord[]> {
  const corrections = await tables(db)
    .runs.where('corrects')
    .anyOf(runs.map(({ id }) => id))
    .toArray();
  const gone = new Set(corrections.map(({ corrects }) => corrects));
  return runs.filter(({ id }) => !gone.has(id));
}

/** Runs by their ids, in their order; those that are not here are left out. */
export async function readRunsById(db: DatabaseHandle, ids: readonly string[]): Promise<RunRecord[]> {
  return (await tables(db).runs.bulkGet([...ids])).filter((run) => run !== undefined);
}
