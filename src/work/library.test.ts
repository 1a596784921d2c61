/** Library actions on the application's database: each says what it did, its offer takes just that back, a failure is told once. */
import '@/storage/testing';
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyPassage, newExercise, putNote, readTabText, type ExerciseRecord } from '@/core';
import { addExercise, database, takeJustBegun } from '@/storage';
import { tables } from '@/storage/database';
import { Asking } from './asking';
import { archive, duplicate, remove, rename } from './library';
import { openTab, prepareReading } from './pasting';
import { listening, soon } from './testing';
import { undoIn } from './undoing';

const db = tables(database());
const all = () => db.exercises.toArray();
let heard: ReturnType<typeof listening>;
let record: ExerciseRecord;
beforeEach(async () => {
  heard = listening();
  await Promise.all(
    [db.exercises, db.log, db.shelf, db.tombstones, db.passages].map((table) => table.clear()),
  );
  const { id } = await addExercise(db, newExercise('Gate', putNote(emptyPassage(), 0, 2, 7)), 'New');
  record = (await db.exercises.get(id))!;
});
/** Until something more was told; gives it. */
const next = async (count: number) => {
  await soon(() => expect(heard.told).toHaveLength(count));
  return heard.told.at(-1)!;
};

describe('each action is said, and its offer takes it back', () => {
  const went: string[] = [];
  const goOn = () => went.push('on');
  it.each([
    ['duplicated', () => duplicate(record), '“Gate” is duplicated.'],
    ['renamed', () => rename(record, 'Ford'), 'Renamed to “Ford”.'],
    ['archived', () => archive(record, true, goOn), '“Gate” is archived.'],
    ['deleted', () => remove(record, goOn), '“Gate” is deleted. It lies on the shelf “deleted” for 30 days.'],
  ])('%s', async (_, act, text) => {
    const before = (await all()).map(({ id, title, archivedAt }) => ({ id, title, archivedAt }));
    act();
    const { text: said, offer } = await next(1);
    expect(said).toBe(text);
    expect((await all()).map(({ id, title, archivedAt }) => ({ id, title, archivedAt }))).not.toEqual(before);
    offer!.run();
    await next(2);
    expect((await all()).map(({ id, title, archivedAt }) => ({ id, title, archivedAt }))).toEqual(before);
    expect(heard.down).toEqual([offer!.about]);
  });

  it('brought back from the archive; the row that goes hands the focus on, after it is done', async () => {
    went.length = 0;
    archive(record, true, goOn);
    await next(1);
    expect(went).toEqual(['on']);
    archive((await db.exercises.get(record.id))!, false, goOn);
    expect((await next(2)).text).toBe('“Gate” is back.');
    expect((await db.exercises.get(record.id))!.archivedAt).toBeNull();
  });

  it('of a record that another tab deleted is refused in words, the focus stays, and nothing is made', async () => {
    await db.exercises.delete(record.id);
    went.length = 0;
    for (const act of [
      () => rename(record, 'Ford'),
      () => archive(record, true, goOn),
      () => remove(record, goOn),
    ]) {
      const { length } = heard.told;
      act();
      expect((await next(length + 1)).text).toMatch(/Nothing was changed\.$/);
    }
    expect([went, await all()]).toEqual([[], []]);
  });
});

it('an undo with which a later change went offers to do it again, and that brings all of it back', async () => {
  duplicate(record);
  const { offer } = await next(1);
  const copy = (await all()).find(({ id }) => id !== record.id)!;
  rename(copy, 'Weir');
  await next(2);
  offer!.run();
  const undone = await next(3);
  expect(undone.text).toMatch(/^Undone: .*With it went “Weir”/);
  expect([undone.offer!.name, undone.offer!.about]).toEqual(['Redo', offer!.about]);
  expect((await all()).map(({ title }) => title)).toEqual(['Gate']);
  undone.offer!.run();
  const again = await next(4);
  expect(again.text).toMatch(/^Done again: /);
  expect(again.offer).toBeUndefined();
  expect((await all()).map(({ title }) => title).sort()).toEqual(['Gate', 'Weir']);
  undoIn('nowhere', 'undo');
  expect((await next(5)).text).toBe('There is nothing to undo.');
  undoIn('nowhere', 'redo');
  expect((await next(6)).text).toBe('There is nothing to redo.');
});

describe('pasting', () => {
  const opened: string[] = [];
  const open = (place: string) => opened.push(place.replace('/bench/', ''));
  const TAB = 'e|--5-7-8--|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|';

  it('opens what was read and begins it; should the Bench not come, it is kept all the same', async () => {
    await prepareReading();
    opened.length = 0;
    expect(await openTab(TAB, open)).toBeNull();
    await soon(async () => expect(await all()).toHaveLength(2));
    const kept = (await db.exercises.get(opened[0]!))!;
    const passage = (await db.passages.get(kept.passageHash))!.passage;
    expect(passage.notes.map(({ string, fret }) => [string, fret])).toEqual([
      [1, 5],
      [1, 7],
      [1, 8],
    ]);
    expect(heard.told).toEqual([]);
  });

  it('is named by what it trains, the second of its kind with a number', async () => {
    for (const title of ['String 1, frets 5 to 8', 'String 1, frets 5 to 8 (2)']) {
      opened.length = 0;
      await openTab(TAB, open);
      await soon(async () => expect((await db.exercises.get(opened[0]!))?.title).toBe(title));
    }
  });

  it('takes note names and degrees for tab, said with what was guessed; a name that is none is named', async () => {
    opened.length = 0;
    expect(await openTab('A: 1 b3 4 5', open)).toBeNull();
    expect(heard.told.at(-1)!.text).toMatch(/^Read as a phrase: .*nearest.*least of the hand\.$/);
    await soon(async () => expect(await db.exercises.get(opened[0]!)).toBeDefined());
    const { passageHash } = (await db.exercises.get(opened[0]!))!;
    const { passage } = (await db.passages.get(passageHash))!;
    expect(passage.notes.map(({ string, fret }) => passage.tuning[string - 1]! + fret)).toEqual([
      57, 60, 62, 64,
    ]);
    expect(await openTab('A4 C5 E5', open)).toBeNull();
    expect(heard.told.at(-1)!.text).toMatch(/^Read as a phrase(: [a-z].*|)\. Its places/);
    expect(await openTab('A4 C5 H5', open)).toBe('“H5”: not read as note names.');
    // A string's letter with frets after it is a line of tab.
    opened.length = 0;
    expect(await openTab('e 5 7 8', open)).toBeNull();
    await soon(async () => expect((await db.exercises.get(opened[0]!))?.title).toMatch(/^String 1/));
  });

  it('keeps the title that stands over it', async () => {
    opened.length = 0;
    await openTab(`Gate steps\n${TAB}`, open);
    await soon(async () => expect((await db.exercises.get(opened[0]!))?.title).toBe('Gate steps'));
  });

  it('leaves the writing to the Bench where that takes it up', async () => {
    opened.length = 0;
    await openTab(TAB, open);
    const begun = takeJustBegun(opened[0]!)!;
    expect(begun.exercise.passage.notes).toHaveLength(3);
    await new Promise((resolve) => setTimeout(resolve, 1_200));
    expect(await all()).toHaveLength(1);
  });

  it('says why it cannot be read, and then begins nothing', async () => {
    opened.length = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.string({ unit: fc.constantFrom(...'see you soon, mon dieu\n '), maxLength: 40 }),
        async (text) => {
          const fault = await openTab(text, open);
          expect(fault).toMatch(/\S.*[.!]$/s);
          expect(readTabText(text).passage.notes).toEqual([]);
        },
      ),
      { numRuns: 30 },
    );
    expect([opened, (await all()).length]).toEqual([[], 1]);
  });
});

it('a question is shown until it is answered, and each asker gets its own answer', async () => {
  const asking = new Asking<string, number>();
  const seen: (string | null)[] = [];
  const end = asking.subscribe(() => seen.push(asking.getSnapshot()));
  const one = asking.ask('which part?');
  expect(asking.getSnapshot()).toBe('which part?');
  asking.answer(2);
  const two = asking.ask('which version?');
  asking.answer(3);
  asking.answer(4);
  expect([await one, await two]).toEqual([2, 3]);
  end();
  expect(seen).toEqual(['which part?', null, 'which version?', null]);
});
