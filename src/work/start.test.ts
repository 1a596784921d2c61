/** The start: what it does once, what it says, and what it leaves for later. */
import '@/storage/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise, putNote } from '@/core';
import { addExercises, database, newId, openings } from '@/storage';
import { tables } from '@/storage/database';
import { journalEdit, journalOf } from '@/storage/journal';
import { setTell } from './perform';
import { soon } from './testing';
import { escapedText, start } from './start';

const demo = vi.hoisted(() => ({ loads: 0, fails: false }));
vi.mock(import('@/storage'), async (original) => ({
  ...(await original()),
  loadDemo: () => {
    demo.loads++;
    return demo.fails
      ? Promise.reject(new Error('the server is gone'))
      : Promise.resolve({ added: 18, entry: null } as never);
  },
}));

let told: string[] = [];
beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'setTimeout'] });
  told = [];
  setTell((text) => told.push(text));
  Object.assign(demo, { loads: 0, fails: false });
  for (const table of tables(database()).tables) if (table.name !== 'players') await table.clear();
});
afterEach(() => {
  vi.clearAllTimers();
  vi.useRealTimers();
});

it('loads the demo into an empty library, once, and says so', async () => {
  await start(true, null);
  expect(told).toEqual(['The demo library is here: 18 exercises.']);
  await start(true, null);
  expect(demo.loads).toBe(1);
});

it('does not load it where something was written already, nor where it is not asked for', async () => {
  await start(false, null);
  await addExercises(database(), [{ id: 'own', exercise: newExercise('Own', emptyPassage()) }], 'New');
  await start(true, null);
  expect([demo.loads, told]).toEqual([0, []]);
});

it('opens all the same where the demo does not come, and says so', async () => {
  demo.fails = true;
  await start(true, null);
  expect(told).toEqual(['Loading the demo library did not work: the server is gone. Nothing was changed.']);
});

it('gives other identifiers at each opening of a seeded run', async () => {
  await start(false, 5);
  const first = newId();
  await soon(async () => expect(await openings(database())).toBe(1));
  await start(false, 5);
  expect(newId()).not.toBe(first);
});

it('carries out what was typed last, and says of which exercise', async () => {
  const exercise = newExercise('Burst', emptyPassage());
  const id = 'burst';
  await addExercises(database(), [{ id, exercise }], 'New');
  const after = { ...exercise, passage: putNote(exercise.passage, 0, 3, 5) };
  const edit = { exerciseId: id, label: 'Note', mergeKey: null, before: exercise, after };
  await journalEdit(database(), { ...edit, keys: ['passage'] }).written;
  const { edits } = journalOf(database());
  await edits.toCollection().modify((entry: { tabId: string }) => {
    entry.tabId = 'gone';
  });
  await start(false, null);
  await soon(() =>
    expect(told).toEqual(['The last edits before the browser closed were still written: “Burst”.']),
  );
});

it('says what escaped, but not what is no failure', () => {
  expect(escapedText(new Error('odd'), 'odd')).toMatch(/not foreseen \(odd\).*is kept\.$/);
  expect(escapedText(undefined, '')).toMatch(/unknown/);
  expect(escapedText(null, 'ResizeObserver loop completed')).toBeNull();
});

it('says what was lost where the browser has thrown the database away, and how it comes back', async () => {
  const held = JSON.stringify({ exercises: 18, day: '2026-11-02' });
  const notes = new Map([['yardfell-held', held]]);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => notes.get(key) ?? null,
    removeItem: (key: string) => notes.delete(key),
  });
  await start(false, null);
  await soon(() =>
    expect(told).toEqual([
      expect.stringMatching(/thrown away .*18 exercises on 2026-11-02.*Export all.*import it/),
    ]),
  );
  vi.unstubAllGlobals();
});
