/** Runs typed in, and drills made from what the record names: with the application's own database, without a screen. */
import '@/storage/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { readTabText, newExercise, passageHash, setFret, type PlayerRecord } from '@/core';
import type { FailingInExercise } from '@/core/record';
import {
  addExercise,
  addRuns,
  addSign,
  currentPlayer,
  database,
  deleteExercise,
  readExercise,
  readRuns,
  seededSources,
  setSources,
} from '@/storage';
import { tables } from '@/storage/database';
import { figured, placesOf, type TypedRun } from './figured';
import { runRows } from './runsFile';
import { recordedDrill } from './mendDrill';
import { newSitting } from './practice/sitting';

/** Eight notes in two beats, four of each string: two changes of strings in a loop. */
const NOTES = readTabText(
  ['e|-----------------|', 'B|---------5-7-8-7-|', 'G|-5-7-8-7---------|'].join('\n') +
    '\nD|-----------------|\nA|-----------------|\nE|-----------------|',
  { subdivision: 4 },
).passage;

let [exercise, id] = [newExercise('', NOTES), ''];
let player: PlayerRecord;
const typed = (more: Partial<TypedRun> = {}): TypedRun => ({
  ...{ exerciseId: id, day: '2026-03-02', bpm: 60, subdivision: 4, passes: 3 },
  ...{ verdict: 'clean', reason: null, count: 1 },
  ...more,
});

beforeEach(async () => {
  setSources(seededSources(3, Date.UTC(2026, 2, 2)));
  for (const table of tables(database()).tables) if (table.name !== 'players') await table.clear();
  const policy = { kind: 'alternateByNote', start: 'down', loop: true } as const;
  exercise = { ...newExercise('Eight', NOTES), policy };
  id = (await addExercise(database(), exercise, 'New')).id;
  player = (await currentPlayer(database()))!;
});

describe('a run that is typed in', () => {
  it('has the figures that a played one has: strokes, changes, seconds', async () => {
    // By hand: 3 passes of 8 strokes; a change up in each pass and one back between passes; 2 beats a pass, a second each.
    const run = (await figured(typed(), player))!;
    expect(run).toMatchObject({ strokes: 24, seconds: 6, byHand: true, passageHash: passageHash(NOTES) });
    const { outside, inside, sweep, backtrack } = run.exposure;
    expect([outside + inside, sweep, backtrack]).toEqual([5, 0, 0]);
  });

  it('names its place among the changes of the exercise; a clean one has none; one that is put right keeps its own', async () => {
    const places = await placesOf(id, player);
    // By hand: up after the fourth note, and round after the eighth.
    expect(places.map(({ place }) => [place.stringFrom, place.stringTo])).toEqual([
      [3, 2],
      [2, 3],
    ]);
    expect(places[0]!.name).toMatch(/^notes 4 to 5: /);
    const { place } = places[0]!;
    const run = (await figured(typed({ verdict: 'not clean', reason: 'late', place }), player))!;
    expect([run.place, run.reason]).toEqual([place, 'late']);
    expect((await figured(typed({ place }), player))!.place).toBeNull();
    await addRuns(database(), run, 1);
    const [old] = await readRuns(database(), player.id, { from: '2000-01-01' });
    expect((await figured(typed({ verdict: 'not clean' }), player, old))!.place).toEqual(place);
    expect((await figured(typed({ verdict: 'not clean', place: null }), player, old))!.place).toBeNull();
    expect(await placesOf('gone', player)).toEqual([]);
    // An odd number of strokes turns every second pass round: each change is named once all the same.
    const odd = newExercise('Odd', { ...NOTES, notes: NOTES.notes.slice(0, 7) });
    const { id: oddId } = await addExercise(database(), { ...odd, policy: exercise.policy }, 'New');
    expect((await placesOf(oddId, player)).map(({ name }) => name.split(':')[0])).toEqual([
      'notes 4 to 5',
      'notes 7 to 1, round',
    ]);

    // All of it goes out as a table, with what the hand said.
    await addSign(
      database(),
      'sign',
      { playerId: player.id, exerciseId: id, sessionId: 's', bpm: 60, subdivision: 4, kind: 'tight' },
      {
        sitting: newSitting('s', player.id, { ms: 0, at: '2026-03-02T09:00:00+00:00' }),
        key: `${id} ladder`,
      },
    );
    const [heads, ...rows] = await runRows(player.id, {}, () => 'Eight');
    const table = rows.map((row) => Object.fromEntries(row.map((cell, at) => [heads![at], cell])));
    expect(rows.every((row) => row.length === heads!.length)).toBe(true);
    expect(table.find((row) => row.Hand === 'tight')).toMatchObject({
      Exercise: 'Eight',
      bpm: '60',
      Verdict: '',
    });
    expect(table.find((row) => row.Verdict === 'not clean')).toMatchObject({
      ...{
        Day: '2026-03-02',
        Reason: 'late',
        'From string': '3',
        'To string': '2',
        Passes: '3',
        'By hand': 'yes',
      },
    });
  });

  it('goes by faster at a finer division of the beat', async () => {
    expect((await figured(typed({ subdivision: 8 }), player))!.seconds).toBe(3);
  });

  it('is of the notes that were played, where an old one is put right', async () => {
    await addRuns(database(), (await figured(typed(), player))!, 1);
    const [old] = await readRuns(database(), player.id, { from: '2000-01-01' });
    const now = setFret(NOTES, NOTES.notes[0]!.id, 9);
    const { fieldsToKeep } = await import('@/storage/hashing');
    const { set, passage } = fieldsToKeep({ ...exercise, passage: now }, ['passage']);
    await tables(database()).passages.put(passage!);
    await tables(database()).exercises.update(id, set);
    expect((await figured(typed(), player))!.passageHash).toBe(passageHash(now));
    expect((await figured(typed(), player, old))!.passageHash).toBe(passageHash(NOTES));
  });

  it('is none where its exercise is gone', async () => {
    await deleteExercise(database(), (await readExercise(database(), id))!.record);
    expect(await figured(typed(), player)).toBeNull();
  });
});

describe('the drill for a change that fails', () => {
  const failing = (more: Partial<FailingInExercise> = {}): FailingInExercise => ({
    ...{ exerciseId: id, passageHash: passageHash(NOTES), kind: 'inside', runs: 3, played: 9 },
    ...{ fromNote: NOTES.notes[3]!.id, toNote: NOTES.notes[4]!.id, stringFrom: 3, stringTo: 2 },
    ...{ lastDay: '2026-03-02', rate: { percent: 33, low: 10, high: 60 }, reasons: { late: 3 } },
    ...more,
  });

  it('has the stage that its reason asks for, under its exercise, and is made once', async () => {
    // Pressed twice, the second finds what the first makes.
    const [drill, twin] = await Promise.all([1, 2].map(() => recordedDrill(failing(), player.setup)));
    expect(twin).toBe(drill);
    const { record, exercise: made } = (await readExercise(database(), drill!))!;
    expect(record.drill).toMatchObject({ parentId: id, stage: 'round' });
    expect(made.passage.notes.map(({ string }) => string)).toEqual(expect.arrayContaining([3, 2]));
    expect(await recordedDrill(failing(), player.setup)).toBe(drill);
    const other = await recordedDrill(failing({ reasons: { early: 1 } }), player.setup);
    expect((await readExercise(database(), other!))!.record.drill).toMatchObject({ stage: 'stop', order: 1 });
  });

  it('is none where the change, its notes or the exercise are not here', async () => {
    expect(await recordedDrill(failing({ toNote: 'n1' }), player.setup)).toBeNull();
    expect(await recordedDrill(failing({ passageHash: 'gone' }), player.setup)).toBeNull();
    expect(await recordedDrill(failing({ exerciseId: 'gone' }), player.setup)).toBeNull();
  });
});
