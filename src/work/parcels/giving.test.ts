/** What is told of a file before it is given is what is in it; “me” is given a name before anything leaves. */
import 'fake-indexeddb/auto';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { emptyPassage, ME, newExercise, putNote, type RunRecord } from '@/core';
import { addExercise, addLesson, addPlayer, changeLesson, readPlayer, readWeek, setLadder } from '@/storage';
import { changePlayer, seededSources, setSources } from '@/storage';
import { Database } from '@/storage/indexed';
import { readLessons } from '@/storage/lessons';
import { forStudent, forTeacher, givable, nameMe, parcelLines, previewForStudent } from './giving';
import { runText } from './listing';
import { isOwn } from './own';

const TODAY = '2026-01-14';
const db = new Database('giving');
const ids: string[] = [];
beforeAll(async () => {
  setSources(seededSources(5, Date.UTC(2026, 0, 14)));
  for (const title of ['Gate', 'Ford', 'Weir', 'Ash'])
    ids.push((await addExercise(db, newExercise(title, putNote(emptyPassage(), 0, 2, 5)), 'New')).id);
  await addPlayer(db, 'Orrin', 'orrin');
  await changePlayer(db, 'orrin', { weekMinutes: [20, 0, 20, 0, 20, 0, 0] });
  await setLadder(db, ids[0]!, 'orrin', 60, { startBpm: 72 });
  await addLesson(db, 'orrin', '2026-01-12');
  const [lesson] = await readLessons(db, 'orrin');
  await changeLesson(db, lesson!, { set: [{ exerciseId: ids[1]!, title: 'Ford', words: '' }] });
});
afterAll(() => db.close());

it('what is set or has a ladder is offered first and ticked', async () => {
  const player = (await readPlayer(db, 'orrin'))!;
  expect((await givable(player, TODAY, db)).map(({ title, isTheirs }) => [title, isTheirs])).toEqual([
    ['Ford', true],
    ['Gate', true],
    ['Ash', false],
    ['Weir', false],
  ]);
});

it('is told line by line; a week that is only drafted is written when it is given, not before', async () => {
  const player = (await readPlayer(db, 'orrin'))!;
  const { project, weeks } = await previewForStudent(player, [ids[0]!, ids[1]!], TODAY, db);
  expect([await readWeek(db, 'orrin', '2026-01-12'), weeks]).toEqual([undefined, 1]);
  expect(parcelLines(project, ' Slowly. ', weeks)).toEqual([
    'Named in it: Orrin, with hand, goals, what to watch, and limits.',
    'It holds 2 exercises, 1 ladder and 1 week.',
    'No record of practice is in it.',
    'The lesson book is not in it.',
    'The warm-up: 3 parts, 3 minutes.',
    'Your words: “Slowly.”',
  ]);
  const isWarm = (warmUp: readonly unknown[]) =>
    parcelLines({ ...project, parcel: { ...project.parcel!, warmUp: warmUp as never } }, '').some((line) =>
      line.startsWith('The warm-up'),
    );
  expect([isWarm([]), isWarm([{ minutes: 4 }])]).toEqual([false, true]);
  const given = await forStudent(player, [ids[0]!, ids[1]!], 'Slowly.', TODAY, db);
  expect([given.weeks.length, given.parcel?.words]).toEqual([1, 'Slowly.']);
  expect((await readWeek(db, 'orrin', '2026-01-12'))?.wishes.map(({ title }) => title)).toEqual(['Ford']);
});

it('“me” gets a name of its own, and is this browser’s from then on', async () => {
  await changePlayer(db, ME, { goals: 'even', lessonEvery: 14, nextLesson: '2026-01-20' });
  expect([await isOwn(ME, db), await isOwn('orrin', db)]).toEqual([true, false]);
  const id = await nameMe((await readPlayer(db, ME))!, 'Heron', db);
  expect(await isOwn(id, db)).toBe(true);
  expect(await readPlayer(db, id)).toMatchObject({
    goals: 'even',
    lessonEvery: 14,
    nextLesson: '2026-01-20',
  });
  const back = await forTeacher((await readPlayer(db, id))!, 'Here.', db);
  expect(back.players.map(({ name }) => name)).toEqual(['Heron']);
  expect(parcelLines(back, '')).toContain('No words from you.');
});

it('sets corrections of a run beside each other by day, tempo and verdict', () => {
  const run = { day: '2026-01-12', bpm: 92, passes: 4, verdict: 'clean', reason: null } as never as RunRecord;
  expect(runText(run)).toBe('2026-01-12, at 92, 4 passes: clean');
  expect(runText({ ...run, passes: 1, verdict: 'not clean', reason: 'late' })).toMatch(
    /, 1 pass: not clean \(late\)$/,
  );
});

it('names all of the record that goes: runs, signs of the hand, takes', async () => {
  const project = await forTeacher((await readPlayer(db, 'orrin'))!, '', db);
  const [one] = [{ id: 'a', corrects: null, replaces: [] }];
  const record = (runs: number, signs: number, takes: number) =>
    parcelLines(
      {
        ...project,
        runs: Array.from({ length: runs }, (_, at) => ({ ...one, id: `r${at}` }) as never),
        ...{ signs: Array(signs).fill({}) as never, takes: Array(takes).fill({}) as never },
      },
      '',
    )[2];
  expect([record(2, 1, 3), record(1, 0, 0), record(0, 0, 1), record(0, 0, 0)]).toEqual([
    'The record: 2 runs, 1 sign of the hand and 3 takes.',
    'The record: 1 run.',
    'The record: 1 take.',
    'No record of practice is in it.',
  ]);
});
