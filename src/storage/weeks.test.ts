/** Weeks: presses in a row each build on the one before, and two devices write on one week. */
import 'fake-indexeddb/auto';
import { beforeEach, expect, it } from 'vitest';
import { Database } from './indexed';
import { recordScope, undoable } from './scopes';
import { undoOrRedo } from './undo';
import { changeWeek, readWeek, weekBefore } from './weeks';

const MONDAY = '2026-11-23';
let db: Database;
beforeEach(() => {
  db = new Database(`weeks-${Math.random()}`);
});

const wish = (exerciseId: string) => ({
  exerciseId,
  title: exerciseId,
  isMust: false,
  days: 3,
  leastMinutes: 4,
  mostMinutes: 10,
  importance: 'usual' as const,
});
const wishFor = (exerciseId: string) =>
  changeWeek(db, 'wren', MONDAY, `Wish for ${exerciseId}`, (week) => ({
    wishes: [...(week?.wishes ?? []), wish(exerciseId)],
  }));

it('presses at the same moment are all kept, in one week, each an action of its own', async () => {
  await Promise.all(['a', 'b', 'c', 'd'].map(wishFor));
  expect(await db.weeks.count()).toBe(1);
  const kept = (await readWeek(db, 'wren', MONDAY))!;
  expect(kept.wishes.map(({ exerciseId }) => exerciseId).sort()).toEqual(['a', 'b', 'c', 'd']);
  await undoOrRedo(db, recordScope('wren'), 'undo');
  expect((await readWeek(db, 'wren', MONDAY))!.wishes).toHaveLength(3);
});

it('what changes nothing is no action; what is typed in a row is one', async () => {
  expect(await changeWeek(db, 'wren', MONDAY, 'Nothing', () => null)).toBeNull();
  expect(await readWeek(db, 'wren', MONDAY)).toBeUndefined();
  await wishFor('a');
  for (const minutes of [1, 12]) {
    const one = { minutes, begins: null, visits: [] };
    const sessions = Array.from({ length: 7 }, () => one);
    await changeWeek(db, 'wren', MONDAY, 'Minutes', () => ({ sessions }), 'minutes');
  }
  await undoOrRedo(db, recordScope('wren'), 'undo');
  expect((await undoable(db, recordScope('wren'))).undo).toBe('Wish for a');
});

it('the last week before one is that of the same student', async () => {
  await wishFor('a');
  await changeWeek(db, 'wren', '2026-11-02', 'Older', () => ({ mostExercises: 3 }));
  await changeWeek(db, 'ash', '2026-11-30', 'Of another', () => ({ mostExercises: 4 }));
  expect((await weekBefore(db, 'wren', '2026-12-14'))?.monday).toBe(MONDAY);
  expect((await weekBefore(db, 'wren', MONDAY))?.monday).toBe('2026-11-02');
  expect(await weekBefore(db, 'wren', '2026-11-02')).toBeUndefined();
});

it('another student and another week are others', async () => {
  await wishFor('a');
  expect(await readWeek(db, 'ash', MONDAY)).toBeUndefined();
  expect(await readWeek(db, 'wren', '2026-11-30')).toBeUndefined();
});
