/** After a browser that was killed a new log is begun; where the browser has thrown all away, that is known. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise } from '@/core';
import { tables } from './database';
import { Database } from './indexed';
import { addExercise } from './library';
import { LIBRARY } from './scopes';
import { tabId } from './tabs';
import { noteHeld, thrownAway } from './thrownAway';
import { enter } from './unclean';
import { undoOrRedo } from './undo';

let db: Database;
let living: string[];
let notes: Map<string, string>;
let opened: string[];
beforeEach(() => {
  db = new Database(`unclean-${Math.random()}`);
  living = [];
  notes = new Map();
  opened = [];
  vi.stubGlobal('navigator', {
    locks: {
      request: (name: string) => {
        living.push(name);
        return new Promise(() => undefined);
      },
      query: () => Promise.resolve({ held: living.map((name) => ({ name })) }),
    },
  });
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => notes.get(key) ?? null,
    setItem: (key: string, value: string) => notes.set(key, value),
    removeItem: (key: string) => notes.delete(key),
  });
  const open = indexedDB.open.bind(indexedDB);
  vi.spyOn(indexedDB, 'open').mockImplementation((name, version) => {
    opened.push(name);
    return open(name, version);
  });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const marks = async () =>
  (await db.meta.toCollection().primaryKeys()).filter((key) => key.startsWith('tab:'));
const mark = (id: string) => db.meta.put({ key: `tab:${id}`, value: true });
const ballast = () => opened.filter((name) => name.endsWith('-ballast'));

it('a tab that was closed, or lives, is no reason; one that was killed is, once', async () => {
  living.push('yardfell-tab:beside');
  await mark('beside');
  expect(await enter(db)).toBe(false);
  expect(ballast()).toEqual([]);
  await mark('killed');
  expect(await enter(db)).toBe(true);
  expect(ballast()).toHaveLength(1);
  expect((await marks()).sort()).toEqual(['tab:beside', `tab:${tabId()}`].sort());
  // Nothing of it stays.
  expect((await indexedDB.databases()).map(({ name }) => name)).not.toContain(ballast()[0]);
  expect(await enter(db)).toBe(false);
  expect(ballast()).toHaveLength(1);
});

it('writes more than the buffer of the log, in pieces that go into it', async () => {
  const sizes: number[] = [];
  const add = IDBObjectStore.prototype.add;
  vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore, value, key) {
    if (value instanceof Uint8Array) sizes.push(value.length);
    return add.call(this, value, key);
  });
  await mark('killed');
  await enter(db);
  // 4 MiB is LevelDB's buffer, 64 KiB what Chromium keeps beside it: from memory of both, and measured.
  expect(sizes.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(4 * 2 ** 20);
  expect(Math.max(...sizes)).toBeLessThan(64 * 2 ** 10);
});

it('an empty database that held something is one that was thrown away; that is told once', async () => {
  await addExercise(db, newExercise('Gate', emptyPassage()), 'New');
  await noteHeld(db);
  expect(await thrownAway(db)).toBeNull();
  await db.delete();
  db = new Database(db.name);
  expect(await thrownAway(db)).toMatchObject({ exercises: 1 });
  expect(await thrownAway(db)).toBeNull();
});

it('whoever empties the library has not lost it, nor has who never had anything; a note that cannot be read says nothing', async () => {
  await noteHeld(db);
  expect(await thrownAway(db)).toBeNull();
  await addExercise(db, newExercise('Gate', emptyPassage()), 'New');
  await noteHeld(db);
  await undoOrRedo(db, LIBRARY, 'undo');
  expect(await tables(db).exercises.count()).toBe(0);
  expect(await thrownAway(db)).toBeNull();
  notes.set('yardfell-held', '{');
  await db.delete();
  db = new Database(db.name);
  expect(await thrownAway(db)).toBeNull();
});
