/** Students: who is the one of the moment, also where that one is gone; changes of one field in a row are one action. */
import 'fake-indexeddb/auto';
import { beforeEach, expect, it } from 'vitest';
import { ME } from '@/core';
import { Database } from './indexed';
import { addPlayer, changePlayer, choosePlayer, currentPlayer, isPlayer, readPlayers } from './players';
import { LIBRARY, undoable } from './scopes';
import { undoOrRedo } from './undo';

let db: Database;
beforeEach(() => {
  db = new Database(`players-${Math.random()}`);
});
const names = async () => (await readPlayers(db)).map(({ name }) => name).sort();

it('begins with oneself, who is also there where the student of the moment is gone', async () => {
  expect(await names()).toEqual(['Me']);
  expect((await currentPlayer(db))!.id).toBe(ME);
  await choosePlayer(db, 'nobody');
  expect((await currentPlayer(db))!.id).toBe(ME);
  await db.meta.delete('currentPlayer');
  expect((await currentPlayer(db))!.id).toBe(ME);
});

it('one that is added is the one of the moment; undone, oneself is again', async () => {
  await addPlayer(db, 'Wren');
  const wren = (await currentPlayer(db))!;
  expect([wren.name, await isPlayer(db, wren.id), await names()]).toEqual(['Wren', true, ['Me', 'Wren']]);
  expect((await undoable(db, LIBRARY)).undo).toBe('Add student Wren');
  await undoOrRedo(db, LIBRARY, 'undo');
  expect([await isPlayer(db, wren.id), (await currentPlayer(db))!.id]).toEqual([false, ME]);
  await undoOrRedo(db, LIBRARY, 'redo');
  expect((await currentPlayer(db))!.name).toBe('Wren');
});

it('letters of a name typed in a row are taken back together, another field by itself', async () => {
  await addPlayer(db, 'W');
  const { id } = (await currentPlayer(db))!;
  for (const name of ['Wr', 'Wre', 'Wren']) await changePlayer(db, id, { name });
  await changePlayer(db, id, { notes: 'left shoulder' } as never);
  await undoOrRedo(db, LIBRARY, 'undo');
  expect((await currentPlayer(db))!.name).toBe('Wren');
  await undoOrRedo(db, LIBRARY, 'undo');
  expect((await currentPlayer(db))!.name).toBe('W');
});
