/** Recordings: kept beside the records, never more than there is room for; those without a take go. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { ME } from '@/core';
import { Database } from './indexed';
import {
  keepRecording,
  MOST_RECORDING_BYTES,
  readRecordings,
  recordingOf,
  removeRecording,
} from './recordings';
import { tables } from './database';
import { fakeFolder, type FakeFile } from './testing';

let db: Database;
const files = new Map<string, FakeFile>();
let isBroken = false;
beforeEach(async () => {
  db = new Database('recordings');
  files.clear();
  isBroken = false;
  vi.stubGlobal(
    'navigator',
    fakeFolder(files, () => isBroken),
  );
  await tables(db).takes.bulkPut([{ id: 'a', playerId: ME } as never, { id: 'b', playerId: ME } as never]);
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await db.delete();
});

const sound = (size: number) => ({ byteLength: size }) as ArrayBuffer;
const DAY_MS = 86_400_000;

it('are kept, read with their size, and deleted', async () => {
  await keepRecording(db, 'a', sound(1000));
  await keepRecording(db, 'b', sound(2000));
  await keepRecording(db, 'b', sound(3000));
  expect(await readRecordings(db)).toEqual([
    { takeId: 'a', bytes: 1000 },
    { takeId: 'b', bytes: 3000 },
  ]);
  expect((await recordingOf('b')).size).toBe(3000);
  await removeRecording('b');
  await expect(recordingOf('b')).rejects.toThrow(/not found/);
});

it('have a limit, which says what is taken; what no take belongs to makes room first, or goes after a month', async () => {
  files.set('gone.wav', { size: 0.5 * MOST_RECORDING_BYTES, lastModified: Date.now() });
  files.set('long gone.wav', { size: 10, lastModified: Date.now() - 31 * DAY_MS });
  expect((await readRecordings(db)).map(({ takeId }) => takeId)).toEqual(['gone']);
  await keepRecording(db, 'a', sound(0.6 * MOST_RECORDING_BYTES));
  expect([...files.keys()]).toEqual(['a.wav']);
  await expect(keepRecording(db, 'b', sound(0.6 * MOST_RECORDING_BYTES))).rejects.toThrow(
    'It needs 300 MB, and 300 MB of 500 MB are taken: delete a recording first.',
  );
  expect([...files.keys()]).toEqual(['a.wav']);
});

it('that cannot be written leave nothing half behind', async () => {
  isBroken = true;
  await expect(keepRecording(db, 'a', sound(5))).rejects.toThrow(/disk is full/);
  expect(files.size).toBe(0);
});
