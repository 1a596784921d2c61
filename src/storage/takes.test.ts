/** Takes: kept with their notes, read newest first, deleted and back; they travel with the record and go with the student. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { emptyPassage, ME, newExercise, passageHash, putNote, type Take } from '@/core';
import { readProject, writeProject } from '@/core/formats';
import { exportProject } from './exchange';
import { importProject } from './importing';
import { Database } from './indexed';
import { addExercise } from './library';
import { becomeStudent, recordParcel } from './parcels';
import { recordScope } from './scopes';
import { seededSources, setSources } from './sources';
import { sweepUnused } from './sweep';
import { addTake, readTakes, removeTake } from './takes';
import { undoOrRedo } from './undo';

let db: Database;
let count = 0;
beforeEach(() => {
  setSources(seededSources(50 + count, Date.UTC(2026, 0, 5)));
  db = new Database(`takes-${count++}`);
});
afterEach(() => db.close());

const passage = putNote(emptyPassage(), 0, 2, 7);
const TAKE: Omit<Take, 'at' | 'day'> = {
  ...{ playerId: ME, exerciseId: 'a', sessionId: null, bpm: 90, subdivision: 1, passes: 2, runId: null },
  ...{ passageHash: passageHash(passage), source: 'microphone', notJudged: null },
  notes: [
    { id: 'n1@0', lateMs: 4.25, state: 'played' },
    { id: 'n1@1', lateMs: null, state: 'missing' },
  ],
  ...{ extras: 0, breaks: 0, kinds: [{ change: 'inside', n: 12, meanMs: 6, low: 4, high: 8, p: 0.001 }] },
  ...{ groups: [{ by: 'stroke', group: 'upstrokes', n: 12, meanMs: 1, low: -2, high: 4, p: 1 }] },
  ...{ spreadMs: { all: 5, down: null, up: 4 }, slower: -0.01, driven: false, behindClicksMs: 12.5 },
  ringing: { told: 9, on: 2 },
  verdict: { clean: false, noteId: 'n1@1', because: 'missing' },
};

it('are kept with their notes, read newest first, deleted, and brought back', async () => {
  const first = await addTake(db, TAKE, passage);
  const second = await addTake(db, { ...TAKE, bpm: 96 }, passage);
  await addTake(db, { ...TAKE, exerciseId: 'b' }, passage);
  expect((await readTakes(db, ME, 'a')).map(({ id }) => id)).toEqual([second, first]);
  await sweepUnused(db);
  expect(await db.passages.get(TAKE.passageHash)).toMatchObject({ passage });
  await removeTake(db, { id: second, playerId: ME });
  expect((await readTakes(db, ME, 'a')).map(({ id }) => id)).toEqual([first]);
  await undoOrRedo(db, recordScope(ME), 'undo');
  expect(await readTakes(db, ME, 'a')).toHaveLength(2);
});

it('come back from a file equal, go to the student whose browser it becomes, and to the teacher', async () => {
  const { id: exerciseId } = await addExercise(db, newExercise('Over the brook', passage), 'New');
  await addTake(db, { ...TAKE, exerciseId }, passage);
  const project = await exportProject(db);
  expect(readProject(writeProject(project)).project).toEqual(project);
  const other = new Database(`takes-other-${count}`);
  await importProject(other, project, 'In');
  expect(await readTakes(other, ME, exerciseId)).toEqual(await readTakes(db, ME, exerciseId));
  other.close();
  await becomeStudent(db, 'orla');
  expect(await readTakes(db, 'orla', exerciseId)).toHaveLength(1);
  const parcel = await recordParcel(db, 'orla', { words: '', warmUp: [] });
  expect(parcel.takes).toHaveLength(1);
  expect(parcel.passages.map(({ hash }) => hash)).toContain(TAKE.passageHash);
});
