/** Recordings with a record: what is offered, what is in the file, and what came of each where it is taken in. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { ME, MOST_RECORDINGS_BYTES, newExercise, emptyPassage, putNote, type TakeRecord } from '@/core';
import type { TakeRecording } from '@/core/formats';
import { addExercise, MOST_RECORDING_BYTES } from '@/storage';
import { tables } from '@/storage/database';
import { Database } from '@/storage/indexed';
import { fakeFolder, type FakeFile } from '@/storage/testing';
import { keepRecordings, recordingsLine, sendable, soundsOf, tooMuch } from './recordings';

let db: Database;
const files = new Map<string, FakeFile>();
const sound = (...bytes: number[]) => Uint8Array.from(bytes);
const recording = (takeId: string, bytes = sound(1, 2)): TakeRecording => ({
  takeId,
  name: '',
  sound: bytes,
});
beforeEach(async () => {
  db = new Database('sent-recordings');
  files.clear();
  vi.stubGlobal(
    'navigator',
    fakeFolder(files, () => false),
  );
  const { id } = await addExercise(db, newExercise('Gate: two/one', putNote(emptyPassage(), 0, 1, 3)), 'New');
  const take = (takeId: string, playerId: string, exerciseId: string, day: string) =>
    ({ id: takeId, playerId, exerciseId, day, at: `${day}T10:00:00+00:00` }) as TakeRecord;
  await tables(db).takes.bulkPut([
    take('early', ME, id, '2026-01-05'),
    take('late', ME, 'gone', '2026-01-07'),
    take('other', 'orrin', id, '2026-01-06'),
    take('silent', ME, id, '2026-01-08'),
  ]);
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await db.delete();
});

it('offers what is kept of the player’s takes, newest first, and hands over what was chosen', async () => {
  expect(
    await keepRecordings(
      ['early', 'late', 'other'].map((id) => recording(id)),
      [],
      db,
    ),
  ).toBe('3 recordings added.');
  const offered = await sendable(ME, db);
  expect(offered).toEqual([
    { takeId: 'late', title: 'An exercise that was deleted', day: '2026-01-07', bytes: 2 },
    { takeId: 'early', title: 'Gate: two/one', day: '2026-01-05', bytes: 2 },
  ]);
  expect(await soundsOf(offered.slice(1))).toEqual([
    { takeId: 'early', name: '2026-01-05 Gate two one', sound: sound(1, 2) },
  ]);
  await expect(soundsOf([{ ...offered[0]!, takeId: 'silent' }])).rejects.toThrow(/not found/);
});

it('says what goes into the file, and when it is too much', () => {
  expect(recordingsLine([])).toBe('No recording is in it.');
  expect(recordingsLine([{ bytes: 1_500_000 }])).toBe('1 recording, 1.5 MB: the file is a zip.');
  expect(tooMuch([{ bytes: MOST_RECORDINGS_BYTES }])).toBeNull();
  expect(tooMuch([{ bytes: MOST_RECORDINGS_BYTES }, { bytes: 1 }])).toMatch(
    /^200 MB of recordings are more .*choose fewer/,
  );
});

it('says of each recording that came what came of it, and overwrites none', async () => {
  await keepRecordings([recording('early')], [], db);
  const text = await keepRecordings(
    [recording('early', sound(9)), recording('silent', sound(3)), recording('nobody')],
    ['letter.txt', 'a', 'b', 'c'],
    db,
  );
  expect(text).toBe(
    '1 recording added. 1 recording already here. 1 recording left out, because the take is not here. Left out of the zip: letter.txt, a, b, ….',
  );
  expect([files.get('early.wav')?.sound, files.get('silent.wav')?.sound]).toEqual([
    sound(1, 2).buffer,
    sound(3).buffer,
  ]);
  expect(files.size).toBe(2);
  expect(await keepRecordings([], [], db)).toBe('');
  expect(await keepRecordings([], ['a', 'b', 'c'], db)).toBe('Left out of the zip: a, b, c.');
});

it('keeps what there is room for, says what not, and takes the rest when there is', async () => {
  files.set('other.wav', { size: MOST_RECORDING_BYTES - 3, lastModified: Date.now() });
  const sent = [recording('early'), recording('late')];
  expect(await keepRecordings(sent, [], db)).toMatch(
    /^1 recording added\. 1 recording could not be kept \(It needs .*delete a recording first\.\); the takes are\./,
  );
  files.delete('other.wav');
  expect(await keepRecordings(sent, [], db)).toBe('1 recording added. 1 recording already here.');
});
