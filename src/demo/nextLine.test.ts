/** A line against what fails: it has the change it is made for, lies where the student plays, and is set with its ladder and its twin. */
import '@/storage/testing';
import { beforeAll, describe, expect, it } from 'vitest';
import { isPlayer, database, importProject, keptLadder, readExercise, readLessons } from '@/storage';
import { tables } from '@/storage/database';
import { checkGoal, ME, planOf } from '@/core';
import { searching, type Outcome } from '@/core/brief';
import { demoProject } from './library';
import { bookOf, readBook, type Book } from '@/work/book';
import { briefsAgainst, nextLine, setNextLine, type ComposeOnce } from '@/work/students/nextLine';
import { failingSince } from '@/work/students/tasks';

const db = database();
const TODAY = '2026-01-05';

const compose: ComposeOnce = (brief, setup) => {
  const search = searching(brief, setup, { expansions: 20_000, wanted: 2 });
  for (let next = search.next(); ; next = search.next()) if (next.done) return Promise.resolve(next.value);
};
const nothing: ComposeOnce = () =>
  Promise.resolve({ state: 'none found', candidates: [], bound: null, conflict: null } as Outcome);

async function bookFor(name: string): Promise<Book> {
  const player = (await tables(db).players.toArray()).find((one) => one.name === name)!;
  return bookOf(player, await readBook(db, player.id, TODAY));
}

beforeAll(async () => {
  const kept = tables(db);
  await Promise.all([
    ...[kept.exercises, kept.ladders, kept.runs, kept.signs, kept.lessons].map((table) => table.clear()),
    ...[kept.days, kept.tombstones, kept.log, kept.shelf].map((table) => table.clear()),
    kept.players.where('id').notEqual(ME).delete(),
  ]);
  await importProject(db, demoProject(), 'Demo');
});

describe('a line against a change', () => {
  it.each(['Orrin', 'Tamsel', 'Sorrel', 'Brisa'])(
    'has it four times, in the frets and strings of %s',
    async (name) => {
      const book = await bookFor(name);
      const change = failingSince(book, '2025-12-08', 8).find(({ kind }) => kind !== 'backtrack')!;
      const { exercise } = (await readExercise(db, change.exerciseId))!;
      const line = (await nextLine(book, exercise, change, compose))!;
      const { passage, policy } = line.exercise;
      const { transitions } = planOf(passage, policy, book.player.setup).analysis;
      const those = transitions.filter(
        (one) =>
          one.kind === change.kind &&
          one.stringFrom === change.stringFrom &&
          one.stringTo === change.stringTo,
      );
      expect(those.length).toBeGreaterThanOrEqual(4);
      const frets = exercise.passage.notes.map(({ fret }) => fret);
      for (const { fret } of passage.notes) {
        expect(fret).toBeGreaterThanOrEqual(Math.min(...frets));
        expect(fret).toBeLessThanOrEqual(Math.max(Math.min(...frets) + 4, ...frets));
      }
      expect(line.startBpm).toBeLessThan(line.goalBpm);
      // What it is made for is its goal, and it meets it.
      expect(checkGoal(line.exercise.goal, planOf(passage, policy, book.player.setup).analysis).state).toBe(
        'met',
      );
      expect(line.isComposed).toBe(true);
    },
  );

  it('is kept with its twin and a ladder of the student’s own, and set in the lesson of today', async () => {
    const book = await bookFor('Orrin');
    const [change] = failingSince(book, '2025-12-08', 1);
    const { exercise } = (await readExercise(db, change!.exerciseId))!;
    const line = (await nextLine(book, exercise, change!, compose))!;
    const asked = { today: TODAY, words: 'Slowly.' };
    const { player } = book;
    expect(await isPlayer(db, player.id)).toBe(true);
    const before = await tables(db).exercises.count();
    const id = await setNextLine(line, player, await readLessons(db, player.id), asked, db);
    expect(await tables(db).exercises.count()).toBe(before + 1 + (line.twin ? 1 : 0));
    expect(await keptLadder(db, id, player.id)).toMatchObject({
      startBpm: line.startBpm,
      goalBpm: line.goalBpm,
    });
    // A second goes into the same lesson.
    await setNextLine(line, player, await readLessons(db, player.id), asked, db);
    const [lesson, ...others] = await readLessons(db, player.id);
    expect([lesson!.day, lesson!.set.map(({ words }) => words), others[0]!.day]).toEqual([
      TODAY,
      ['At 88, six clean runs a day, not faster.', 'As a warm-up, slowly.', 'Slowly.', 'Slowly.'],
      '2025-12-29',
    ]);
  });

  it('is a plain figure with the change where no line is found, and nothing for what is no change of string', async () => {
    const book = await bookFor('Orrin');
    const [change] = failingSince(book, '2025-12-08', 1);
    const { exercise } = (await readExercise(db, change!.exerciseId))!;
    const line = (await nextLine(book, exercise, change!, nothing))!;
    expect(line.isComposed).toBe(false);
    const { transitions } = planOf(line.exercise.passage, line.exercise.policy, book.player.setup).analysis;
    expect(
      transitions.some(({ kind, stringFrom }) => kind === change!.kind && stringFrom === change!.stringFrom),
    ).toBe(true);
    expect(briefsAgainst(exercise, { kind: 'alternate', stringFrom: 3, stringTo: 3 })).toEqual([]);
    expect(briefsAgainst(exercise, { kind: 'backtrack', stringFrom: 3, stringTo: 2 })).toEqual([]);
  });
});
