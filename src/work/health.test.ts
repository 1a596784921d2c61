/** Looking after what is kept, on the application's database: found, said in words, mended or laid aside, never thrown away. */
import '@/storage/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise, putNote, type Passage } from '@/core';
import { recordFault } from '@/core/formats';
import { addExercise, addRun, database, newId } from '@/storage';
import { NO_KINDS } from '@/core/record';
import { tables } from '@/storage/database';
import { readAside } from '@/storage/health';
import { checkAll, mendIntegrity, mendOne, readRoom, setOneAside } from './health';

vi.mock('@/workers', () => ({
  faultsInWorker: (list: 'exercises', records: readonly unknown[]) =>
    Promise.resolve(records.map((record) => recordFault(list, record))),
}));

const db = tables(database());
let id: string;
beforeEach(async () => {
  await Promise.all(db.tables.filter(({ name }) => name !== 'players').map((table) => table.clear()));
  ({ id } = await addExercise(db, newExercise('Gate', putNote(emptyPassage(), 0, 2, 7)), 'New'));
});
afterEach(() => vi.unstubAllGlobals());

it('a sound library has nothing to mend', async () => {
  const { damaged, integrity } = await checkAll();
  expect(damaged).toEqual([]);
  expect(integrity).toMatchObject({ wrongDays: 0, wrongHashes: [] });
});

it('a record with one bad field is mended, what was lost of it is named, and it lies aside as it was', async () => {
  await db.exercises.update(id, { title: '', startBpm: 'fast' as never });
  expect(await mendOne((await checkAll()).damaged[0]!)).toMatch(/^Mended: one of the exercises\. /);
  await db.aside.clear();
  await db.exercises.update(id, { title: 'Gate', startBpm: 'fast' as never });
  const [bad, ...others] = (await checkAll()).damaged;
  expect([bad!.title, others]).toEqual(['Gate', []]);
  expect(await mendOne(bad!)).toMatch(
    /^Mended: “Gate”\. Taken as in a new record: .*start tempo.*As it was, it lies aside\.$/,
  );
  expect((await db.exercises.get(id))!.startBpm).toEqual(expect.any(Number));
  expect((await readAside(db)).map(({ raw }) => (raw as { startBpm: unknown }).startBpm)).toEqual(['fast']);
  expect((await checkAll()).damaged).toEqual([]);
});

it('one that is set aside is out of use and kept whole', async () => {
  await db.exercises.update(id, { title: '', startBpm: -1 });
  const [bad] = (await checkAll()).damaged;
  expect(await setOneAside(bad!)).toBe('one of the exercises lies aside, as it was.');
  expect(await db.exercises.count()).toBe(0);
  expect((await readAside(db)).map(({ id: aside }) => aside)).toHaveLength(1);
});

it('days that are not what a recount gives, and passages under a wrong hash, are found and put right', async () => {
  const run = {
    ...{
      exerciseId: id,
      playerId: 'me',
      sessionId: null,
      day: '2026-03-01',
      at: '2026-03-01T10:00:00+00:00',
    },
    ...{ bpm: 80, subdivision: 4, passes: 4, verdict: 'clean', stoppedIn: null, reason: null, place: null },
    ...{ passageHash: (await db.exercises.get(id))!.passageHash, part: null, seconds: 60, strokes: 9 },
    ...{
      exposure: NO_KINDS,
      wideStretches: 0,
      sound: null,
      seen: '',
      byHand: false,
      judgedBy: 'ear',
      corrects: null,
      replaces: [],
    },
  };
  await addRun(db, newId(), run as Parameters<typeof addRun>[2], {});
  await db.days.toCollection().modify({ runs: 7 });
  await db.passages.toCollection().modify((kept: { passage: Passage }) => {
    kept.passage = putNote(kept.passage, 0, 3, 9);
  });
  const { integrity } = await checkAll();
  expect([integrity.wrongDays, integrity.wrongHashes.length]).toEqual([1, 1]);
  await mendIntegrity(integrity);
  expect((await checkAll()).integrity).toMatchObject({ wrongDays: 0, wrongHashes: [] });
  expect((await db.days.toArray()).map(({ runs }) => runs)).toEqual([1]);
});

it('room is told as the browser tells it, and as unknown where it does not', async () => {
  vi.stubGlobal('navigator', {});
  expect(await readRoom()).toEqual({ usedBytes: null, quotaBytes: null, isPersistent: null });
  const estimate = () => Promise.resolve({ usage: 5, quota: 9 });
  vi.stubGlobal('navigator', { storage: { estimate, persisted: () => Promise.resolve(true) } });
  expect(await readRoom()).toEqual({ usedBytes: 5, quotaBytes: 9, isPersistent: true });
});
