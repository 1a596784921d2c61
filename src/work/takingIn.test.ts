/** Taking files in: what is asked, what is kept, and what is said of it, also where a part does not work. */
import '@/storage/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { benchAt } from '@/addresses';
import { emptyPassage, newExercise, putNote, writeProject, type Exercise } from '@/core';
import type { FileReading } from '@/core/formats';
import { addExercise, database, exportProject } from '@/storage';
import { tables } from '@/storage/database';
import { listening, soon } from './testing';
import { importFiles, needsQuestion, type Answer, type Question } from './takingIn';

const read = vi.hoisted(() => ({ next: null as unknown }));
vi.mock('@/workers', () => ({
  readFileInWorker: () =>
    read.next instanceof Error ? Promise.reject(read.next) : Promise.resolve(read.next),
}));

let told: ReturnType<typeof listening>['told'] = [];
beforeEach(() => {
  ({ told } = listening());
});
afterEach(async () => {
  const db = tables(database());
  await Promise.all(
    [db.exercises, db.log, db.shelf, db.tombstones, db.passages, db.ladders].map((table) => table.clear()),
  );
});

const file = (name = 'x.mid') => new File([new Uint8Array(3)], name);
const asked: Question[] = [];
const answering = (answer: (question: Question) => Answer) => (question: Question) => {
  asked.push(question);
  return Promise.resolve(answer(question));
};
const exercise = (title: string): Exercise => newExercise(title, putNote(emptyPassage(), 0, 2, 7));

describe('taking in', () => {
  const open = vi.fn();
  beforeEach(() => {
    asked.length = 0;
    open.mockClear();
  });

  it('one exercise alone is kept, said and opened, without a question', async () => {
    const reading: FileReading = {
      kind: 'exercise',
      format: 'a tab',
      exercise: exercise('Reel'),
      remarks: ['One.', 'Two.'],
    };
    read.next = reading;
    await importFiles(
      [file()],
      answering(() => null),
      open,
    );
    expect([asked, told.map(({ text }) => text)]).toEqual([
      [],
      ['“x.mid”, read as a tab: “Reel” is in the library. 2 remarks on it stand under Notes on the Bench.'],
    ]);
    const [kept] = await tables(database()).exercises.toArray();
    expect(kept?.origin).toEqual({ file: 'x.mid', remarks: ['One.', 'Two.'] });
    expect(open).toHaveBeenCalledWith(benchAt(kept!.id));
    told[0]!.offer!.run();
    await soon(async () => expect(await tables(database()).exercises.count()).toBe(0));
  });

  it('several parts are asked about: some are one action, none is none', async () => {
    const parts = ['Lead', 'Low'].map((name) => ({ name, exercise: exercise(name), remarks: [] }));
    read.next = { kind: 'exercise', format: 'a MIDI file', exercise: parts[0]!.exercise, remarks: [], parts };
    await importFiles(
      [file()],
      answering(() => ({ kind: 'parts', parts })),
      open,
    );
    expect(told.at(-1)!.text).toBe('“x.mid”, read as a MIDI file: 2 parts are in the library.');
    expect(await tables(database()).exercises.count()).toBe(2);
    told.at(-1)!.offer!.run();
    await soon(async () => expect(await tables(database()).exercises.count()).toBe(0));
    await importFiles(
      [file()],
      answering(() => null),
      open,
    );
    expect(told.at(-1)!.text).toMatch(/no part was chosen\. Nothing was imported\./);
    expect(open).not.toHaveBeenCalled();
  });

  it('a backup is shown before it is taken; nothing is taken without an answer', async () => {
    const db = tables(database());
    await addExercise(db, exercise('Kept'), 'New');
    const project = await exportProject(db);
    expect(writeProject(project)).toContain('Kept');
    await db.exercises.clear();
    read.next = { kind: 'project', project };
    await importFiles(
      [file('all.json')],
      answering(() => null),
      open,
    );
    expect(asked.map(({ kind, name }) => [kind, name])).toEqual([['project', 'all.json']]);
    expect(told.at(-1)!.text).toBe('“all.json” was not imported. Nothing was changed.');
    expect(await db.exercises.count()).toBe(0);
    await importFiles(
      [file('all.json')],
      answering(() => ({ kind: 'project', choices: new Map(), withSettings: false, becomes: false })),
      open,
    );
    expect((await db.exercises.toArray()).map(({ title }) => title)).toEqual(['Kept']);
  });

  it('where what goes with a file cannot be kept, what was taken is named and can be undone', async () => {
    const db = tables(database());
    await addExercise(db, exercise('Came'), 'New');
    const project = { ...(await exportProject(db)), backup: null };
    await db.exercises.clear();
    read.next = { kind: 'project', project, recordings: [{ takeId: 't', sound: new Uint8Array(1) }] };
    const broken = vi.spyOn(db.takes, 'bulkGet').mockRejectedValue(new Error('the disk is gone'));
    await importFiles(
      [file('sounds.zip')],
      answering(() => null),
      open,
    );
    broken.mockRestore();
    expect(told).toHaveLength(1);
    expect(told[0]!.text).toBe(
      '“sounds.zip”: 1 exercise added. The rest of it did not work: the disk is gone. What is named here is kept.',
    );
    expect((await db.exercises.toArray()).map(({ title }) => title)).toEqual(['Came']);
    told[0]!.offer!.run();
    await soon(async () => expect(await db.exercises.count()).toBe(0));
  });

  it('asks where it is a backup, a parcel, or differs otherwise than by being newer', () => {
    const needs = (orders: readonly string[], more: object = {}) =>
      needsQuestion(
        { differences: orders.map((order) => ({ order })) } as never,
        {
          ...{ backup: null, parcel: null, ...more },
        } as never,
      );
    expect([needs([]), needs(['newer', 'newer']), needs(['newer', 'apart'])]).toEqual([false, false, true]);
    expect([needs([], { backup: {} }), needs([], { parcel: {} })]).toEqual([true, true]);
  });

  it('what is refused, breaks off, or is too large is said for each file, and the others come in', async () => {
    read.next = {
      kind: 'refusedProject',
      problems: [
        { code: 'badField', path: 'runs.3', message: 'Wrong. Nothing was imported.' },
        { code: 'badField', path: '', message: '' },
      ],
    };
    await importFiles(
      [file('bad.json')],
      answering(() => null),
      open,
    );
    expect(told.at(-1)!.text).toBe('“bad.json”: Wrong. Nothing was imported. (runs.3) And 1 more.');
    read.next = {
      kind: 'exercise',
      format: 'a text',
      exercise: null,
      remarks: ['No tab. Nothing was imported.'],
    };
    await importFiles(
      [file('letter.txt')],
      answering(() => null),
      open,
    );
    expect(told.at(-1)!.text).toBe('“letter.txt”: No tab. Nothing was imported.');
    read.next = new Error('It was read for 10 seconds without getting anywhere.');
    await importFiles(
      [file('endless.mid')],
      answering(() => null),
      open,
    );
    expect(told.at(-1)!.text).toBe(
      'Importing “endless.mid” did not work: It was read for 10 seconds without getting anywhere. Nothing was changed.',
    );
  });
});
