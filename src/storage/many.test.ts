/** As many records as a school may have in one file: still one step, and all of it is taken back. */
import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import {
  emptyPassage,
  newExercise,
  NO_RECORDS,
  passageHash,
  putNote,
  type ExerciseRecord,
  type Project,
  type Tombstone,
} from '@/core';
import { saidRun } from '@/core/record/testing';
import { importProject } from './importing';
import { Database } from './indexed';
import { addRuns, removeRuns } from './judged';
import { addExercise, addExercises, readLibrary, renameExercise } from './library';
import { readRuns } from './runs';
import { countUnsettled } from './settling';
import { bringBack } from './shelf';
import { undoOrRedo } from './undo';

const STAMP = { revision: 1, createdAt: '2026-01-05T10:00:00+00:00', updatedAt: '2026-01-05T10:00:00+00:00' };
const passage = putNote(emptyPassage(), 0, 1, 5);

/** A file of so many exercises, of which every third was changed since an earlier one. */
function fileOf(count: number, revision: 1 | 2): Project {
  const { passage: _, ...fields } = newExercise('Many', passage);
  const exercises = Array.from({ length: count }, (_one, at): ExerciseRecord => {
    const said = at % 3 === 0 ? revision : 1;
    return {
      ...{ ...STAMP, ...fields, id: `many-${at}`, title: `Exercise ${at} as ${said}` },
      ...{ deviceId: 'there', revision: said, versions: { there: said } },
      ...{ passageHash: passageHash(passage), archivedAt: null },
    };
  });
  const passages = [{ hash: passageHash(passage), passage }];
  return {
    ...{ ...NO_RECORDS, exportedAt: STAMP.createdAt, exercises, passages, tombstones: [], siblings: [] },
    ...{ parcel: null, backup: null },
  };
}

it('a file of many exercises is one step, taken in new and again in a newer version, and taken back', async () => {
  const db = new Database('many');
  await addExercise(db, newExercise('Own', passage), 'New');
  const titles = async () => (await readLibrary(db, 'me')).map(({ exercise }) => exercise.title).sort();
  const states = [await titles()];
  const entries = [];
  for (const revision of [1, 2] as const) {
    const summary = await importProject(db, fileOf(500, revision), 'In');
    expect(summary).toMatchObject(revision === 1 ? { added: 500 } : { replaced: 167, same: 333 });
    entries.push(summary.entry!);
    states.push(await titles());
    expect(states.at(-1)).toHaveLength(501);
  }
  for (const entry of entries.toReversed()) {
    states.pop();
    await undoOrRedo(db, entry.scope, 'undo', entry.id);
    expect(await titles()).toEqual(states.at(-1));
  }
  db.close();
});

it('versions side by side and deletions of many exercises come in one step, and go', async () => {
  const db = new Database('many beside');
  await importProject(db, fileOf(300, 1), 'In');
  const mine = fileOf(300, 1).exercises.map((one) => ({
    ...one,
    deviceId: 'here',
    versions: { there: 1, here: 1 },
  }));
  await importProject(db, { ...fileOf(300, 1), exercises: mine }, 'In');
  const other = fileOf(300, 1).exercises.map((one, at) => ({
    ...{ ...one, revision: 2, versions: { there: 2 }, title: `Another ${at}` },
  }));
  const beside = await importProject(db, { ...fileOf(300, 1), exercises: other }, 'In');
  expect(beside).toMatchObject({ beside: 300 });
  expect(await countUnsettled(db)).toBe(300);
  await undoOrRedo(db, beside.entry!.scope, 'undo', beside.entry!.id);
  expect(await countUnsettled(db)).toBe(0);

  const tombstones = mine.map(({ id }): Tombstone => ({
    ...{ id, table: 'exercises', deletedAt: STAMP.createdAt, deviceId: 'there', stones: [], undone: [] },
    versions: { there: 2, here: 1 },
  }));
  const gone = await importProject(db, { ...fileOf(0, 1), tombstones }, 'In');
  expect(gone).toMatchObject({ gone: 300 });
  expect(await readLibrary(db, 'me')).toEqual([]);
  await undoOrRedo(db, gone.entry!.scope, 'undo', gone.entry!.id);
  expect(await readLibrary(db, 'me')).toHaveLength(300);
  db.close();
});

it('many exercises that were made in one step are taken back in one, and what was done to one of them since is named', async () => {
  const db = new Database('many made');
  const exercises = Array.from({ length: 200 }, (_, at) => ({
    exercise: newExercise(`Made ${at}`, passage),
  }));
  const entry = (await addExercises(db, exercises, 'Made'))!;
  const first = (await readLibrary(db, 'me')).find(({ exercise }) => exercise.title === 'Made 0')!;
  await renameExercise(db, first.record, 'Made mine');
  const came = await undoOrRedo(db, entry.scope, 'undo', entry.id);
  expect(came!.gone).toEqual([{ table: 'exercises', title: 'Made mine', notes: 1, runs: 0 }]);
  expect(await readLibrary(db, 'me')).toEqual([]);
  await undoOrRedo(db, entry.scope, 'redo', entry.id);
  expect(await readLibrary(db, 'me')).toHaveLength(200);
  db.close();
});

it('many runs come in one step, go to the shelf in one, and come back', async () => {
  const db = new Database('many runs');
  await addRuns(db, saidRun({ passageHash: passageHash(passage) }), 300);
  const runs = await readRuns(db, 'me');
  expect(runs).toHaveLength(300);
  const entry = (await removeRuns(db, runs))!;
  expect(await readRuns(db, 'me')).toEqual([]);
  await undoOrRedo(db, entry.scope, 'undo', entry.id);
  expect(await readRuns(db, 'me')).toHaveLength(300);
  const again = (await removeRuns(db, runs))!;
  await bringBack(db, again.id);
  expect(await readRuns(db, 'me')).toHaveLength(300);
  db.close();
});
