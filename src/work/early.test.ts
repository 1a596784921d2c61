/** What is pressed before the database has come: it waits and is done, and where it never comes that is told. */
import 'fake-indexeddb/auto';
import { beforeEach, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise } from '@/core';

const indexed = vi.hoisted(() => ({ isMissing: false, asked: 0 }));
vi.mock('@/storage/indexed', async (original) => {
  const real = await original<typeof import('@/storage/indexed')>();
  return {
    get Database() {
      indexed.asked++;
      if (indexed.isMissing) throw new Error('Loading the chunk failed');
      return real.Database;
    },
  };
});

let heard: string[];
async function fresh() {
  vi.resetModules();
  const [storage, { attempt, perform, setTell }] = await Promise.all([
    import('@/storage'),
    import('./perform'),
  ]);
  heard = [];
  setTell((text) => heard.push(text));
  return { storage, attempt, perform };
}

beforeEach(() => {
  indexed.isMissing = false;
  indexed.asked = 0;
});

it('an exercise that is asked for in the first moment is there', async () => {
  const { storage, perform } = await fresh();
  const db = storage.database();
  expect(storage.reaching()).not.toBeNull();
  const made = await perform('New', () =>
    storage.addExercise(db, newExercise('Early', emptyPassage()), 'New'),
  );
  expect(made?.id).toEqual(expect.any(String));
  expect((await storage.readLibrary(db, 'me')).map(({ record }) => record.title)).toContain('Early');
  expect([storage.reaching(), heard]).toEqual([null, []]);
});

it('many presses load it once', async () => {
  const { storage, perform } = await fresh();
  await Promise.all(Array.from({ length: 5 }, () => perform('Looking', () => Promise.resolve())));
  expect([indexed.asked, storage.reaching()]).toEqual([1, null]);
});

it('what cannot be loaded is told with what was tried, is not done, and is tried again at the next press', async () => {
  const { storage, perform } = await fresh();
  indexed.isMissing = true;
  const work = vi.fn(() => Promise.resolve('done'));
  expect(await perform('Renaming', work)).toBeUndefined();
  expect(work).not.toHaveBeenCalled();
  expect(heard).toEqual(['Renaming did not work: Loading the chunk failed. Nothing was changed.']);
  indexed.isMissing = false;
  expect(await perform('Renaming', work)).toBe('done');
  expect(storage.reaching()).toBeNull();
});

it('what is watched is told once it has come, or why it has not; and not at all where nobody looks any more', async () => {
  const { storage } = await fresh();
  const db = storage.database();
  const seen = await new Promise((resolve, reject) => {
    storage.watch(db, () => storage.readPlayers(db), { next: resolve, error: reject });
  });
  expect(seen).toHaveLength(1);

  const again = await fresh();
  indexed.isMissing = true;
  const why = await new Promise((resolve) => {
    again.storage.watch(again.storage.database(), () => 1, { next: () => resolve('came'), error: resolve });
  });
  expect(String(why)).toContain('Loading the chunk failed');

  const gone = await fresh();
  indexed.isMissing = false;
  const query = vi.fn(() => 1);
  gone.storage.watch(gone.storage.database(), query, { next: () => undefined, error: () => undefined })();
  await gone.storage.reaching();
  expect(query).not.toHaveBeenCalled();
});
