/** The editor beside what is kept: whenever an edit comes, both say the same in the end. */
import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { expect, it } from 'vitest';
import { emptyPassage, newExercise, putNote } from '@/core';
import { ExerciseEditor } from './editor';
import { Database } from './indexed';
import { addEmptyExercise, beginExercise, exerciseOf, renameExercise } from './library';

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

it('what is edited while the editor reads what another wrote is on screen and kept, or given up with a word', async () => {
  let places = 0;
  // The edit comes as the database gives the so-manieth record after the other's writing, until no more are given.
  for (let nth = 1, wasGiven = true; wasGiven; nth++) {
    wasGiven = false;
    const db = new Database(`editor-${nth}`);
    const id = await addEmptyExercise(db, emptyPassage());
    const editor = new ExerciseEditor(db, id);
    const close = editor.open();
    while (editor.snapshot().status !== 'ready') await pause(1);
    // So that there is something to undo, which is read too.
    editor.edit('Start slower', (one) => ({ ...one, startBpm: 50 }));
    await editor.settled();
    await renameExercise(db, (await db.exercises.get(id))!, 'By another');
    let given = 0;
    const onReading = (record: unknown) => {
      if (++given === nth) {
        wasGiven = true;
        // As from outside: not part of the reading.
        Dexie.ignoreTransaction(() =>
          editor.edit('Put a note', (one) => ({ ...one, passage: putNote(one.passage, 0, 3, 5) })),
        );
      }
      return record;
    };
    for (const table of [db.exercises, db.passages, db.log]) table.hook('reading', onReading as never);
    // However slow the machine: read anew, and the edit that came is written or given up.
    const isQuiet = ({ exercise, saving } = editor.snapshot()) => !saving && exercise?.title === 'By another';
    while (!isQuiet()) await pause(1);
    given = Infinity;
    const record = (await db.exercises.get(id))!;
    const { passage } = (await db.passages.get(record.passageHash))!;
    const { exercise, problem } = editor.snapshot();
    expect([nth, exercise]).toEqual([nth, exerciseOf(record, passage)]);
    expect(record.title).toBe('By another');
    if (wasGiven) {
      const isKept = passage.notes.length > 0;
      expect([nth, problem]).toEqual([nth, isKept ? null : 'conflict']);
      places = nth;
    }
    close();
    db.close();
  }
  // Record, notes and what can be undone, each read by the watch and by the editor.
  expect(places).toBeGreaterThan(3);
});

it('an edit is written, and the failure told, after what is read for the screen has failed', async () => {
  const db = new Database('editor-unread');
  const editor = new ExerciseEditor(db, await addEmptyExercise(db, emptyPassage()));
  const close = editor.open();
  while (editor.snapshot().status !== 'ready') await pause(1);
  let isBroken = true;
  db.log.hook('reading', (entry) => {
    if (isBroken) throw new Error('The disk cannot be read');
    return entry;
  });
  editor.edit('Start slower', (one) => ({ ...one, startBpm: 50 }));
  await editor.settled();
  expect(editor.snapshot()).toMatchObject({ saving: false, problem: 'unread' });
  isBroken = false;
  editor.edit('Renamed', (one) => ({ ...one, title: 'Slower' }));
  await editor.settled();
  expect(await db.exercises.get(editor.id)).toMatchObject({ startBpm: 50, title: 'Slower' });
  expect(editor.snapshot()).toMatchObject({ saving: false, problem: null, undo: 'Renamed' });
  close();
});

it('an exercise that was just begun is shown and written by the session that opens, though a picture of it was thrown away before', async () => {
  const db = new Database('editor-begun');
  const { id } = beginExercise(db, newExercise('Begun', emptyPassage()), 'New exercise');
  // As where a view is drawn and given up before it stands.
  new ExerciseEditor(db, id).snapshot();
  const editor = new ExerciseEditor(db, id);
  expect(editor.snapshot()).toMatchObject({ status: 'ready', exercise: { title: 'Begun' } });
  const close = editor.open();
  await editor.settled();
  expect((await db.exercises.get(id))?.title).toBe('Begun');
  expect(editor.snapshot()).toMatchObject({ status: 'ready', saving: false });
  // It is begun once: who opens it later reads what is kept.
  expect(new ExerciseEditor(db, id).snapshot().status).toBe('loading');
  close();
});
