/** What travels between a teacher and a student: no more than is said, and it comes back as that student's. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { emptyPassage, ME, newExercise, putNote, readProject, writeProject, type Project } from '@/core';
import { Database } from './indexed';
import { saidRun } from '@/core/record/testing';
import { importProject } from './importing';
import { addRun, addSign, correctRun } from './judged';
import { ownLadder, setLadder } from './ladders';
import { addExercise, deleteExercise, renameExercise } from './library';
import { addLesson } from './lessons';
import { becomeStudent, noteGiven, givenFiles, recordParcel, studentParcel, takenFiles } from './parcels';
import { addPlayer, readPlayers, selfOf } from './players';
import { keepSitting } from './practice';
import { readDays, readRuns, type NewRun } from './runs';
import { LIBRARY } from './scopes';
import { countUnsettled, readContested, readUnsettled, settle, settleRun } from './settling';
import { readShelf } from './shelf';
import { newId, seededSources, setSources } from './sources';
import { undoOrRedo } from './undo';
import { changeWeek, readWeek } from './weeks';

const MONDAY = '2026-01-05';
const WORDS = { words: 'Slowly.', warmUp: [{ text: 'Shake', minutes: 1 }] };
let count = 0;
const open: Database[] = [];
let [teacher, student]: [Database, Database] = [null!, null!];
const on = (db: Database) => setSources(sources.get(db)!);
const sources = new Map<Database, ReturnType<typeof seededSources>>();
beforeEach(() => {
  [teacher, student] = [0, 1].map((at) => {
    const db = new Database(`parcels-${count++}`);
    open.push(db);
    sources.set(db, seededSources(count * 10 + at, Date.UTC(2026 - 5 * at, 0, 6)));
    return db;
  }) as [Database, Database];
  on(teacher);
});
afterEach(() => {
  for (const db of open.splice(0)) db.close();
});

const throughAFile = (project: Project): Project => {
  const { project: read, problems } = readProject(writeProject(project));
  expect(problems).toEqual([]);
  return read!;
};
const runOf = (playerId: string, exerciseId: string, hash: string, bpm = 80): NewRun =>
  saidRun({
    ...{ playerId, exerciseId, at: '2026-01-06T10:00:00+01:00', bpm, passageHash: hash, passes: 1 },
    exposure: { outside: 1, inside: 1, sweep: 0, backtrack: 0 },
  });

/** A teacher with a student, an exercise with ladder, week, lesson and a run, and another student. */
async function prepared() {
  const { id } = await addExercise(teacher, newExercise('Gate', putNote(emptyPassage(), 0, 2, 7)), 'New');
  const other = await addExercise(teacher, newExercise('Ford', putNote(emptyPassage(), 0, 3, 7)), 'New');
  const [orrin, tamsel] = [newId(), newId()];
  await addPlayer(teacher, 'Tamsel', tamsel);
  await addPlayer(teacher, 'Orrin', orrin);
  for (const playerId of [orrin, tamsel]) {
    await setLadder(teacher, id, playerId, 60, { startBpm: 72 });
    await changeWeek(teacher, playerId, MONDAY, 'Week', () => ({ mostExercises: 4 }));
  }
  await setLadder(teacher, other.id, orrin, 60, { startBpm: 50 });
  await addLesson(teacher, orrin, '2026-01-05');
  const hash = (await teacher.exercises.get(id))!.passageHash;
  await addRun(teacher, newId(), runOf(orrin, id, hash));
  return { id, orrin, tamsel, hash };
}

const ids = (records: readonly { readonly id: string }[]) => records.map(({ id }) => id);

it('a student is given what was chosen and no more', async () => {
  const { id, orrin } = await prepared();
  const file = throughAFile(await studentParcel(teacher, orrin, [id], MONDAY, WORDS));
  expect(file.parcel).toEqual({ to: 'student', playerId: orrin, ...WORDS });
  expect([ids(file.exercises), ids(file.players), file.ladders.length, file.weeks.length]).toEqual([
    [id],
    [orrin],
    1,
    1,
  ]);
  expect([file.runs, file.signs, file.lessons, file.backup]).toEqual([[], [], [], null]);
  expect(JSON.stringify(file)).not.toMatch(/Tamsel|Ford/);
  expect((await studentParcel(teacher, orrin, [id], '2026-01-12', WORDS)).weeks).toEqual([]);
  await noteGiven(teacher, { name: 'For Orrin', to: 'student', playerId: orrin, what: '1 exercise' });
  expect(await givenFiles(teacher)).toMatchObject([{ name: 'For Orrin', playerId: orrin }]);
});

it('what “me” had becomes the student’s, goes back and is merged as theirs', async () => {
  const { id, orrin, hash } = await prepared();
  const file = throughAFile(await studentParcel(teacher, orrin, [id], MONDAY, WORDS));
  on(student);
  const own = await addExercise(student, newExercise('Own', putNote(emptyPassage(), 0, 1, 3)), 'New');
  const ownHash = (await student.exercises.get(own.id))!.passageHash;
  const first = newId();
  await addRun(student, first, runOf(ME, own.id, ownHash));
  await correctRun(student, (await student.runs.get(first))!, runOf(ME, own.id, ownHash, 90));
  await setLadder(student, own.id, ME, 60, { startBpm: 44 });
  const sitting = {
    ...{ id: 's', playerId: ME, startedAt: '', day: '2026-01-06', lastMs: 1, isWarm: true, tights: 0 },
    ...{ standings: {}, said: [], open: null, painSeen: [] },
  };
  await addSign(
    student,
    newId(),
    { kind: 'tight', playerId: ME, exerciseId: own.id, sessionId: null, bpm: 80, subdivision: 4 },
    { sitting, key: 'e ladder' },
  );
  await keepSitting(student, { sitting, key: 'e ladder' });
  await changeWeek(student, ME, '2025-12-29', 'Week', () => ({ mostExercises: 3 }));
  await importProject(student, file, 'In', { name: 'For Orrin' });
  expect(await becomeStudent(student, orrin)).toEqual({ runs: 2, others: 3, left: 0 });
  expect([await selfOf(student), ids(await readPlayers(student))]).toEqual([orrin, [orrin]]);
  expect((await readRuns(student, orrin)).map(({ bpm }) => bpm)).toEqual([90]);
  expect((await readDays(student, orrin)).map(({ runs }) => runs)).toEqual([1]);
  expect((await ownLadder(student, own.id, orrin))?.startBpm).toBe(44);
  expect((await readWeek(student, orrin, '2025-12-29'))?.mostExercises).toBe(3);
  expect([
    await student.meta.get(`sitting:${ME}`),
    (await student.meta.get(`sitting:${orrin}`))?.value,
  ]).toMatchObject([undefined, { playerId: orrin }]);
  await addRun(student, newId(), runOf(orrin, id, hash, 76));
  const back = throughAFile(await recordParcel(student, orrin, { words: 'Hard.', warmUp: [] }));
  expect(JSON.stringify(back)).not.toContain(`"playerId":"${ME}"`);
  on(teacher);
  const { entry } = await importProject(teacher, back, 'In', { name: 'From Orrin' });
  expect((await readRuns(teacher, orrin)).map(({ bpm }) => bpm).sort()).toEqual([76, 80, 90]);
  expect((await teacher.players.toArray()).map(({ name }) => name).sort()).toEqual(['Me', 'Orrin', 'Tamsel']);
  expect(await takenFiles(teacher)).toMatchObject([
    { name: 'From Orrin', parcel: { words: 'Hard.' }, isTakenBack: false, counts: { runs: 2, exercises: 1 } },
  ]);
  await undoOrRedo(teacher, LIBRARY, 'undo', entry!.id);
  expect((await readRuns(teacher, orrin)).map(({ bpm }) => bpm)).toEqual([80]);
  expect(await takenFiles(teacher)).toMatchObject([{ isTakenBack: true, counts: { runs: 2 } }]);
});

it('what both changed stays in both versions until it is settled, and settling reaches the other', async () => {
  const { id, orrin, hash } = await prepared();
  const run = newId();
  await addRun(teacher, run, runOf(orrin, id, hash));
  const file = throughAFile(await recordParcel(teacher, orrin, WORDS));
  on(student);
  await importProject(student, file, 'In');
  await renameExercise(student, (await student.exercises.get(id))!, 'Theirs');
  await correctRun(student, (await student.runs.get(run))!, runOf(orrin, id, hash, 70));
  on(teacher);
  await renameExercise(teacher, (await teacher.exercises.get(id))!, 'Mine');
  await correctRun(teacher, (await teacher.runs.get(run))!, runOf(orrin, id, hash, 75));
  on(student);
  const back = throughAFile(await recordParcel(student, orrin, WORDS));
  on(teacher);
  await importProject(teacher, back, 'In');
  const [one] = await readUnsettled(teacher);
  expect([await countUnsettled(teacher), one?.difference]).toMatchObject([
    2,
    { table: 'exercises', id, fields: [{ field: 'title', here: 'Mine', there: 'Theirs' }] },
  ]);
  const [corrections] = await readContested(teacher);
  const holds = [...corrections!].sort((a, b) => (a.id < b.id ? 1 : -1))[0]!;
  expect((await readRuns(teacher, orrin)).map(({ id: of }) => of)).toContain(holds.id);
  // The other one is to hold: the title that came, the correction that does not count now.
  await settle(teacher, 'exercises', id, one!.key);
  await settleRun(teacher, corrections![1]!);
  expect([(await teacher.exercises.get(id))?.title, await countUnsettled(teacher)]).toEqual(['Theirs', 0]);
  expect(JSON.stringify(await teacher.shelf.toArray())).toContain('"Mine"');
  expect((await readShelf(teacher))[0]?.why).toBe('version');
  const settled = throughAFile(await recordParcel(teacher, orrin, WORDS));
  on(student);
  await importProject(student, settled, 'In');
  expect([await countUnsettled(student), (await student.exercises.get(id))?.title]).toEqual([0, 'Theirs']);
  const bpms = (await readRuns(student, orrin)).map(({ bpm }) => bpm).sort();
  expect(bpms).toEqual([corrections![1]!.bpm, 80].sort());
  // Deleted here, changed there: it is there, with its deletion beside it, and may go.
  await deleteExercise(student, (await student.exercises.get(id))!);
  const gone = throughAFile(await recordParcel(student, orrin, WORDS));
  on(teacher);
  await renameExercise(teacher, (await teacher.exercises.get(id))!, 'Once more');
  await importProject(teacher, gone, 'In');
  const [beside] = await readUnsettled(teacher);
  expect(beside).toMatchObject({ key: 'deleted', difference: { here: { title: 'Once more' }, there: null } });
  await settle(teacher, 'exercises', id, 'deleted');
  expect([await teacher.exercises.get(id), await countUnsettled(teacher)]).toEqual([undefined, 0]);
});
