/** The sheet in one press: twin and ladder are made where they are missing, and what is there stays as it is. */
import '@/storage/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  newExercise,
  passageHash,
  planOf,
  putNote,
  type Exercise,
  type PlayerRecord,
} from '@/core';
import { problemExercise, temposFor } from '@/core/drills';
import {
  addExercise,
  addRuns,
  currentPlayer,
  database,
  drillsCutFrom,
  keptLadder,
  readExercise,
  seededSources,
  setLadder,
  setSources,
  undoOrRedo,
} from '@/storage';
import { tables } from '@/storage/database';
import { figured } from './figured';
import { makeSheet } from './sheet';

let player: PlayerRecord;
let id = '';
let exercise: Exercise;

async function keep(of: Exercise): Promise<void> {
  exercise = of;
  id = (await addExercise(database(), of, 'New')).id;
}
const kindsOf = ({ passage, policy }: Exercise) =>
  planOf(passage, policy, DEFAULT_SETUP).analysis.figures.kinds;

/** So many runs at a tempo, typed in as from paper. */
async function played(
  bpm: number,
  verdict: 'clean' | 'not clean',
  count: number,
  day: string,
): Promise<void> {
  const run = await figured(
    { exerciseId: id, day, bpm, subdivision: 3, passes: 2, verdict, reason: null, count: 1 },
    player,
  );
  await addRuns(database(), run!, count);
}

beforeEach(async () => {
  setSources(seededSources(5, Date.UTC(2026, 2, 9)));
  for (const table of tables(database()).tables) if (table.name !== 'players') await table.clear();
  player = (await currentPlayer(database()))!;
  await keep(problemExercise({ kind: 'outside', from: 3, to: 2 }));
});

describe('a sheet for a student', () => {
  it('has the exercise and its twin of the other kind, made once and again where the notes changed', async () => {
    const first = await makeSheet(id, exercise, player);
    expect(first).toMatchObject({ madeTwin: true });
    expect(first.ids[0]).toBe(id);
    const twin = (await readExercise(database(), first.ids[1]!))!.exercise;
    expect([kindsOf(twin).inside, kindsOf(twin).outside]).toEqual([kindsOf(exercise).outside, 0]);
    expect(await makeSheet(id, exercise, player)).toEqual({ ids: first.ids, madeTwin: false });
    const other = { ...exercise, passage: putNote(exercise.passage, 0, 3, 9) };
    const second = await makeSheet(id, other, player);
    expect(second.madeTwin).toBe(true);
    const again = (await readExercise(database(), second.ids[1]!))!.exercise;
    expect(passageHash(again.passage)).not.toBe(passageHash(twin.passage));
    expect(await drillsCutFrom(database(), id)).toHaveLength(2);
  });

  it('has no twin where the line sweeps or has as many of both', async () => {
    await keep(problemExercise({ kind: 'sweep', from: 3, to: 2 }));
    expect(await makeSheet(id, exercise, player)).toEqual({ ids: [id], madeTwin: false });
  });

  it('the twin of a drill stands in the group of the drill', async () => {
    const parentId = id;
    await keep({ ...exercise, drill: { parentId, order: 0, stage: 'round', hands: 'both' } });
    const { ids } = await makeSheet(id, exercise, player);
    expect((await readExercise(database(), ids[1]!))!.exercise.drill).toMatchObject({ parentId, order: 1 });
  });

  it('has a ladder from a fifth below where the record says it falls apart, toward the goal', async () => {
    for (const [bpm, verdict] of [
      [60, 'clean'],
      [70, 'clean'],
      [80, 'clean'],
      [90, 'not clean'],
      [100, 'not clean'],
    ] as const)
      await played(bpm, verdict, 4, '2026-03-06');
    await makeSheet(id, exercise, player);
    const ladder = (await keptLadder(database(), id, player.id))!;
    // Between the last clean and the first unclean tempo it falls apart.
    expect(ladder.startBpm).toBeGreaterThanOrEqual(80 * 0.75);
    expect(ladder.startBpm).toBeLessThanOrEqual(90 * 0.8);
    expect(ladder.goalBpm).toBeGreaterThan(80);
  });

  it('without a record, or where a ladder is there, leaves the ladder alone', async () => {
    await makeSheet(id, exercise, player);
    expect(await keptLadder(database(), id, player.id)).toBeUndefined();
    await setLadder(database(), id, player.id, 66, { startBpm: 66, goalBpm: 120 });
    await played(60, 'clean', 5, '2026-03-06');
    await played(90, 'not clean', 5, '2026-03-07');
    await makeSheet(id, exercise, player);
    expect(await keptLadder(database(), id, player.id)).toMatchObject({ startBpm: 66, goalBpm: 120 });
  });

  it('is taken back by undo', async () => {
    await makeSheet(id, exercise, player);
    await undoOrRedo(database(), 'library', 'undo');
    expect(await drillsCutFrom(database(), id)).toEqual([]);
  });
});

it('a ladder of a problem begins a fifth below the tempo at which it falls apart', () => {
  expect(temposFor(100)).toEqual({ startBpm: 80, goalBpm: 110 });
  expect(newExercise('x', exercise.passage).goal.bpm).toBeNull();
});
