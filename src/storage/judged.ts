/** Runs and signs: added one by one as they are judged or said, put right by new ones, taken away by tombstones. */
import type { LogEntry, Passage, RunRecord, SignRecord } from '@/core';
import type { Run, Sign } from '@/core/record';
import { chainIds, readCorrections, replacedBy, rootOf } from './chains';
import { tables, type DatabaseHandle } from './database';
import { commit, COMMIT_TABLES, readyForRuns } from './log';
import { keepSitting, type SittingAt } from './practice';
import type { NewRun } from './runs';
import { recordScope } from './scopes';
import { newId, timestamp } from './sources';

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
  { sitting, passage }: { sitting?: SittingAt; passage?: Passage } = {},
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

/** Puts a run right: a new record, whose id is given, that names the first of the chain and all that stood for it. */
export async function correctRun(
  db: DatabaseHandle,
  old: RunRecord,
  run: NewRun,
  sitting?: (runId: string) => SittingAt,
): Promise<{ id: string; entry: LogEntry | null }> {
  const id = newId();
  await readyForRuns();
  const entry = await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const corrections = await readCorrections(db);
    const corrects = rootOf(old, corrections);
    const replaces = replacedBy(corrects, old, corrections);
    const create = { ...dated({ ...run, corrects, replaces }), id };
    const done = await commit(db, recordScope(old.playerId), 'Change run', [{ table: 'runs', create }]);
    if (sitting) await keepSitting(db, sitting(id));
    return done;
  });
  return { id, entry };
}

/** Takes runs away; undo brings them back. Their whole chains go, so that nothing comes back that was put right. */
export async function removeRuns(db: DatabaseHandle, runs: readonly RunRecord[]): Promise<LogEntry | null> {
  const [first] = runs;
  if (!first) return null;
  const ids = [...chainIds(runs, await readCorrections(db))];
  const there = (await tables(db).runs.bulkGet(ids)).flatMap((run) => run ?? []);
  const label = runs.length === 1 ? 'Delete run' : `Delete ${runs.length} runs`;
  const edits = there.map(({ id }) => ({ table: 'runs', remove: id }) as const);
  return commit(db, recordScope(first.playerId), label, edits);
}

const SIGN_LABELS = { tight: 'Tight hand', pain: 'It hurts' } as const;

/** Keeps a sign, and with it where the sitting stands, in one transaction. */
export async function addSign(
  db: DatabaseHandle,
  id: string,
  sign: Omit<Sign, 'at' | 'day'>,
  sitting: SittingAt,
): Promise<void> {
  const at = timestamp();
  const create = { ...sign, id, at, day: at.slice(0, 10) };
  await readyForRuns();
  await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    await commit(db, recordScope(sign.playerId), SIGN_LABELS[sign.kind], [{ table: 'signs', create }]);
    await keepSitting(db, sitting);
  });
}

/** Takes a sign back; undo brings it back. */
export async function removeSign(
  db: DatabaseHandle,
  { id, playerId, kind }: Pick<SignRecord, 'id' | 'playerId' | 'kind'>,
) {
  return commit(db, recordScope(playerId), `Delete “${SIGN_LABELS[kind]}”`, [{ table: 'signs', remove: id }]);
}
