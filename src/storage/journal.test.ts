/** A burst of typing and a browser that dies in it: no more than the edit in flight is lost, and nothing is carried out twice. */
import 'fake-indexeddb/auto';
import { Dexie } from 'dexie';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise, putNote, type Exercise } from '@/core';
import { Database } from './indexed';
import { journalEdit, journalOf } from './journal';
import type { JournalEntry } from './handle';
import { addExercise, beginExercise, deleteExercise, renameExercise } from './library';
import { commit } from './log';
import { undoable } from './scopes';
import { replayJournal } from './replay';
import { ExerciseEditor } from './editor';
import { seededSources, setSources } from './sources';
import { undoOrRedo } from './undo';

let db: Database;
let count = 0;
beforeEach(() => {
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`journal-${count++}`);
});
const closers: (() => void)[] = [];
afterEach(() => {
  for (const close of closers.splice(0)) close();
  vi.unstubAllGlobals();
  db.close();
});

const blank = newExercise('Burst', emptyPassage());

const withNote = (exercise: Exercise, at: number): Exercise => ({
  ...exercise,
  passage: putNote(exercise.passage, at * 1680, 3, 5 + at),
});

/** Edits that a tab put into the journal before it died, each on top of the one before. */
async function leftBehind(id: string, edits: number, from: Exercise): Promise<Exercise> {
  let before = from;
  for (let at = 0; at < edits; at++) {
    const after = withNote(before, at);
    const shown = {
      exerciseId: id,
      label: 'Put a note',
      mergeKey: null,
      before,
      after,
      keys: ['passage'] as const,
    };
    journalEdit(db, shown);
    before = after;
  }
  while ((await journalOf(db).edits.count()) < edits) await new Promise((resolve) => setTimeout(resolve, 1));
  await abandon();
  return before;
}

/** What is in the journal is that of a tab that is gone. */
const abandon = () =>
  journalOf(db)
    .edits.toCollection()
    .modify((entry: { tabId: string }) => {
      entry.tabId = 'a tab that is gone';
    });

const notesOf = async (id: string) => {
  const record = (await db.exercises.get(id))!;
  return (await db.passages.get(record.passageHash))!.passage.notes.length;
};

describe('typing', () => {
  it('is in the journal before it is carried out, and leaves nothing there', async () => {
    const { id } = await addExercise(db, newExercise('Burst', emptyPassage()), 'New');
    const editor = new ExerciseEditor(db, id);
    closers.push(editor.open());
    while (editor.snapshot().status === 'loading') await new Promise((resolve) => setTimeout(resolve, 1));
    const seen: JournalEntry[] = [];
    const { put } = IDBObjectStore.prototype;
    const spy = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
      this: IDBObjectStore,
      ...args
    ) {
      if (this.name === 'edits') seen.push(args[0] as JournalEntry);
      return put.apply(this, args);
    });
    for (let at = 0; at < 8; at++) editor.edit('Put a note', (exercise) => withNote(exercise, at));
    await editor.settled();
    spy.mockRestore();
    expect(seen.map(({ notes }) => notes?.after.notes.length)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    expect([await journalOf(db).edits.count(), await notesOf(id)]).toEqual([0, 8]);
    expect((await undoable(db, id)).undo).toBe('Put a note');
  });

  it('is taken out of the journal when the burst is over, never between two edits that would have to wait for it', async () => {
    const { id } = await addExercise(db, newExercise('Burst', emptyPassage()), 'New');
    const editor = new ExerciseEditor(db, id);
    closers.push(editor.open());
    while (editor.snapshot().status === 'loading') await new Promise((resolve) => setTimeout(resolve, 1));
    const requests: string[] = [];
    const { put, delete: remove } = IDBObjectStore.prototype;
    const spies = [
      vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
        if (this.name === 'edits') requests.push('in');
        if (this.name === 'exercises') requests.push('carried out');
        return put.apply(this, args);
      }),
      vi.spyOn(IDBObjectStore.prototype, 'delete').mockImplementation(function (
        this: IDBObjectStore,
        ...args
      ) {
        if (this.name === 'edits') requests.push('out');
        return remove.apply(this, args);
      }),
    ];
    const carriedOut = () => requests.filter((one) => one === 'carried out').length;
    for (let at = 0; at < 6; at++) {
      editor.edit('Put a note', (exercise) => withNote(exercise, at));
      // The one before is being carried out while the next is typed.
      while (carriedOut() < at - 1) await new Promise((resolve) => setTimeout(resolve, 1));
    }
    await editor.settled();
    for (const spy of spies) spy.mockRestore();
    const journal = requests.filter((one) => one !== 'carried out');
    expect(journal).toEqual([...Array<string>(6).fill('in'), ...Array<string>(6).fill('out')]);
    expect(await journalOf(db).edits.count()).toBe(0);
  });

  it('that was taken back is not done again after a crash', async () => {
    const { id } = await addExercise(db, newExercise('Burst', emptyPassage()), 'New');
    const editor = new ExerciseEditor(db, id);
    closers.push(editor.open());
    while (editor.snapshot().status === 'loading') await new Promise((resolve) => setTimeout(resolve, 1));
    editor.edit('Put a note', (exercise) => withNote(exercise, 0));
    let left = -1;
    editor.undo('undo', () => {
      journalOf(db)
        .edits.count()
        .then((count) => (left = count), console.error);
    });
    await editor.settled();
    while (left < 0) await new Promise((resolve) => setTimeout(resolve, 1));
    expect([left, await notesOf(id)]).toEqual([0, 0]);
  });
});

describe('after a crash', () => {
  it('carries out what was journalled, once, with its undo', async () => {
    const exercise = newExercise('Burst', emptyPassage());
    const { id } = await addExercise(db, exercise, 'New');
    await leftBehind(id, 5, exercise);
    expect(await replayJournal(db)).toEqual({ kept: ['Burst'], copied: [] });
    expect([await notesOf(id), await journalOf(db).edits.count()]).toEqual([5, 0]);
    expect(await replayJournal(db)).toEqual({ kept: [], copied: [] });
    await undoOrRedo(db, id, 'undo');
    expect(await notesOf(id)).toBe(4);
  });

  it('takes up where the tab got to: what was carried out already is not again', async () => {
    const exercise = newExercise('Burst', emptyPassage());
    const { id } = await addExercise(db, exercise, 'New');
    await leftBehind(id, 3, exercise);
    const [first] = (await journalOf(db).edits.toArray()).sort((a, b) => a.seq - b.seq);
    const { fieldsToKeep } = await import('./hashing');
    const { set, passage } = fieldsToKeep({ ...exercise, passage: first!.notes!.after }, ['passage']);
    await commit(db, id, 'Put a note', [{ table: 'exercises', id, set }], { passages: [passage!] });
    await replayJournal(db);
    expect([await notesOf(id), (await db.exercises.get(id))!.revision]).toEqual([3, 4]);
  });

  it('keeps what no longer fits as a copy: changed since, or deleted', async () => {
    const exercise = newExercise('Burst', emptyPassage());
    const { id } = await addExercise(db, exercise, 'New');
    const typed = await leftBehind(id, 2, exercise);
    const other = withNote(exercise, 7).passage;
    const { fieldsToKeep } = await import('./hashing');
    const { set, passage } = fieldsToKeep({ ...exercise, passage: other }, ['passage']);
    await commit(db, id, 'Note', [{ table: 'exercises', id, set }], { passages: [passage!] });
    expect((await replayJournal(db)).copied).toEqual(['Burst (as it was typed last)']);
    const copy = (await db.exercises.toArray()).find(({ title }) => title.includes('typed last'))!;
    expect((await db.passages.get(copy.passageHash))!.passage).toEqual(typed.passage);
    expect(await notesOf(id)).toBe(1);

    await leftBehind(id, 1, { ...exercise, passage: other });
    await deleteExercise(db, (await db.exercises.get(id))!);
    expect((await replayJournal(db)).copied).toEqual(['Burst (as it was typed last)']);
    expect(await journalOf(db).edits.count()).toBe(0);
  });

  it('makes the exercise itself where it was not written yet, and where the database lost it', async () => {
    const { id, exercise } = beginExercise(db, newExercise('Pasted', withNote(blank, 0).passage), 'New');
    const editor = new ExerciseEditor(db, id);
    expect(editor.snapshot()).toMatchObject({ saving: true, exercise: { title: 'Pasted' } });
    // The browser dies before anything of it is written.
    vi.spyOn(db.table('exercises'), 'add').mockImplementation(() => new Promise(() => {}) as never);
    editor.edit('Put a note', (one) => withNote(one, 1));
    while ((await journalOf(db).edits.count()) < 1) await new Promise((resolve) => setTimeout(resolve, 1));
    await abandon();
    expect(await db.exercises.count()).toBe(0);
    db = new Database(db.name);
    expect(await replayJournal(db)).toEqual({ kept: ['Pasted'], copied: [] });
    expect([await notesOf(id), exercise.passage.notes.length]).toEqual([2, 1]);

    await leftBehind('lost', 2, blank);
    expect(await replayJournal(db)).toEqual({ kept: ['Typed last'], copied: [] });
    expect(await notesOf('lost')).toBe(2);
  });

  it('leaves the edits of a tab that lives to that tab', async () => {
    const exercise = newExercise('Burst', emptyPassage());
    const { id } = await addExercise(db, exercise, 'New');
    await leftBehind(id, 1, exercise);
    const held = [{ name: 'yardfell-tab:a tab that is gone' }];
    vi.stubGlobal('navigator', {
      locks: { query: () => Promise.resolve({ held }), request: () => new Promise(() => {}) },
    });
    expect(await replayJournal(db)).toEqual({ kept: [], copied: [] });
    expect(await notesOf(id)).toBe(0);
    held.length = 0;
    expect((await replayJournal(db)).kept).toEqual(['Burst']);
  });
});

it('a rename made elsewhere in the meantime does not stand in the way of a note', async () => {
  const exercise = newExercise('Burst', emptyPassage());
  const { id } = await addExercise(db, exercise, 'New');
  await leftBehind(id, 1, exercise);
  await renameExercise(db, (await db.exercises.get(id))!, 'Renamed');
  expect(await replayJournal(db)).toEqual({ kept: ['Renamed'], copied: [] });
  expect([await notesOf(id), (await db.exercises.get(id))!.title]).toEqual([1, 'Renamed']);
});

it('carries out what the first form of the journal holds: notes with their hash', async () => {
  const exercise = newExercise('Burst', emptyPassage());
  const { id } = await addExercise(db, exercise, 'New');
  const { passageHash: before } = (await db.exercises.get(id))!;
  const { hashOf } = await import('./hashing');
  const { passage } = withNote(exercise, 0);
  const old = new Dexie(`${db.name}-journal`);
  old.version(1).stores({ edits: 'id' });
  await old.table('edits').add({
    ...{ id: 'e', exerciseId: id, tabId: 'a tab that is gone', seq: 1, label: 'Note', mergeKey: null },
    ...{ was: { passageHash: before }, set: { passageHash: hashOf(passage) } },
    passage: { hash: hashOf(passage), passage },
  });
  old.close();
  expect(await replayJournal(db)).toEqual({ kept: ['Burst'], copied: [] });
  expect(await notesOf(id)).toBe(1);
});
