/** What is said: each failure once, in words, with what was kept; each undo names what it undid. */
import '@/storage/testing';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { emptyPassage, ME, newExercise, putNote } from '@/core';
import {
  addExercise,
  addPlayer,
  ConflictError,
  currentPlayer,
  database,
  deleteExercise,
  keptLadder,
  LIBRARY,
  renameExercise,
  setLadder,
  type ImportSummary,
} from '@/storage';
import { tables } from '@/storage/database';
import { leftOutText } from './givingOut';
import { attempt, failureText, once, perform, setTell, tellRefused, type Offer } from './perform';
import { soon } from './testing';
import { afterStudent, exercisesShown, offerLadders, switchStudent } from './takingAlong';
import { summaryText } from './takingIn';
import { undoText, undoIn, undoOf } from './undoing';

const told: { text: string; offer?: Offer }[] = [];
beforeEach(() => {
  told.length = 0;
  setTell((text, offer) => {
    told.push(offer ? { text, offer } : { text });
  });
});
afterEach(async () => {
  const db = tables(database());
  await Promise.all(
    [db.exercises, db.log, db.shelf, db.tombstones, db.passages, db.ladders].map((table) => table.clear()),
  );
});

const lastTold = async () => {
  await soon(() => expect(told.length).toBeGreaterThan(0));
  return told.at(-1)!;
};

describe('a failure', () => {
  it('is told once, with what was tried, why, and what holds; nothing else is told', async () => {
    expect(await perform('Renaming', () => Promise.reject(new Error('the disk is gone')))).toBeUndefined();
    expect(told).toEqual([{ text: 'Renaming did not work: the disk is gone. Nothing was changed.' }]);
    expect(await perform('Renaming', () => Promise.resolve(7))).toBe(7);
    expect(told).toHaveLength(1);
    attempt('Pasting', () => Promise.reject(new Error('no!')), 'The text is still there.');
    expect((await lastTold()).text).toBe('Pasting did not work: no! The text is still there.');
  });

  it('lets the press be repeated at once; what worked is made once, however often it is pressed', async () => {
    const made: string[] = [];
    let isLate = false;
    const press = (name: string, of?: string) =>
      once(
        'Adding',
        async () => {
          await Promise.resolve();
          made.push(name);
          // It is done, and the page that shows it has not come yet.
          setTimeout(() => {
            if (!isLate) press('Ann');
            isLate = true;
          });
        },
        undefined,
        of,
      );
    ['Ann', 'Ann', 'Ann'].forEach((name) => press(name));
    press('Bea', 'another row');
    await soon(() => expect(isLate).toBe(true));
    expect(made).toEqual(['Ann', 'Bea']);
    const refused = () => once('Pasting', () => Promise.reject(new Error('no!')));
    refused();
    await lastTold();
    refused();
    await soon(() => expect(told).toHaveLength(2));
    await soon(() => {
      press('Cid');
      expect(made).toEqual(['Ann', 'Bea', 'Cid']);
    });
  });

  it('of room says what to do; of a conflict says it in its own words', () => {
    const early = Object.assign(new Error('too early'), { name: 'PrematureCommitError' });
    expect(failureText('Importing', early)).toMatch(/a part of it may be kept/);
    const full = new DOMException('x', 'QuotaExceededError');
    expect(failureText('Importing', full)).toMatch(/no room left\. Nothing was changed\. Export all/);
    expect(failureText('Undo', new ConflictError('It was deleted.'))).toBe(
      'It was deleted. Nothing was changed.',
    );
  });

  it('is a sentence whatever was thrown', () => {
    fc.assert(
      fc.property(fc.anything(), fc.string({ minLength: 1 }), (thrown, message) => {
        for (const error of [thrown, new Error(message), new ConflictError(message)]) {
          const text = failureText('Deleting', error);
          expect(text).toMatch(/[.!?] Nothing was changed\.$/);
          expect(text).not.toMatch(/\[object Object\]\[object|undefined undefined/);
        }
      }),
    );
  });
});

describe('undo in words', () => {
  it('offered with a message takes back that very action', async () => {
    const db = tables(database());
    const { id } = await addExercise(db, newExercise('A', emptyPassage()), 'New');
    const offer = undoOf(await deleteExercise(db, (await db.exercises.get(id))!))!;
    await addExercise(db, newExercise('B', emptyPassage()), 'New');
    const down: string[] = [];
    setTell(
      (text) => {
        told.push({ text });
      },
      (about) => {
        down.push(about);
      },
    );
    offer.run();
    expect((await lastTold()).text).toBe('Undone: Delete “A”.');
    // The message that it is deleted is not true any more.
    expect(down).toEqual([offer.about]);
    expect((await db.exercises.toArray()).map(({ title }) => title).sort()).toEqual(['A', 'B']);
    offer.run();
    await soon(() => expect(told).toHaveLength(2));
    expect(told[1]!.text).toMatch(/taken back already\. Nothing was changed\./);
    expect(undoOf(null)).toBeUndefined();
  });

  it('says what went with a creation that had been changed, and offers to bring it back', async () => {
    const db = tables(database());
    const { id } = await addExercise(db, newExercise('A', putNote(emptyPassage(), 0, 2, 7)), 'New exercise');
    await renameExercise(db, (await db.exercises.get(id))!, 'Gate');
    undoIn(LIBRARY, 'undo');
    await lastTold();
    undoIn(LIBRARY, 'undo');
    await soon(() => expect(told).toHaveLength(2));
    const { text, offer } = told[1]!;
    expect(text).toMatch(
      /^Undone: New exercise\. With it went “A” \(1 note\), changed since it was made; redo/,
    );
    offer!.run();
    await soon(() => expect(told).toHaveLength(3));
    expect(await db.exercises.get(id)).toMatchObject({ title: 'A' });
    expect(undoText(null, 'undo')).toBe('There is nothing to undo.');
    expect(undoText(null, 'redo')).toBe('There is nothing to redo.');
  });

  it('of an exercise is silent but where it is refused', () => {
    tellRefused(null);
    tellRefused({ entry: {} });
    expect(told).toEqual([]);
    tellRefused('It was changed elsewhere.');
    expect(told[0]!.text).toBe('It was changed elsewhere. Nothing was changed.');
  });
});

describe('sentences about files', () => {
  const count = fc.nat(4);
  it('name every count that is not nought, and no other', () => {
    const summary = fc.record({
      added: count,
      same: count,
      copied: count,
      replaced: count,
      kept: count,
      beside: count,
      gone: count,
      deletedHere: count,
      others: fc.record({
        players: count,
        ladders: count,
        runs: count,
        lessons: count,
        weeks: count,
        takes: count,
        signs: count,
      }),
      entry: fc.constant(null),
    });
    fc.assert(
      fc.property(summary, (some: ImportSummary) => {
        const text = summaryText(some);
        const { added, others, ...more } = some;
        const came = [added, ...Object.values(others)].some((one) => one > 0);
        expect(text.startsWith('Nothing new')).toBe(!came);
        expect(text.includes(' added')).toBe(came);
        for (const [words, number] of [
          ['exercise', added],
          ['already here', more.same],
          ['kept as copies', more.copied],
          ['replaced', more.replaced],
          ['kept as they are here', more.kept],
          ['student', others.players],
          ['ladder', others.ladders],
          ['run', others.runs],
          ['lesson', others.lessons],
          ['week', others.weeks],
          ['take', others.takes],
          ['of the hand', others.signs],
          ['in two versions', more.beside],
          ['as where the file', more.gone],
          ['stay deleted', more.deletedHere],
        ] as const)
          expect(text.includes(words)).toBe(number! > 0);
        const above = (counts: readonly number[]) => counts.filter((one) => one > 0).length;
        // What became a copy, was deleted, or is to be settled is said in two.
        const [once, twice] = [
          above([more.same, more.replaced, more.kept]),
          above([more.copied, more.beside, more.gone, more.deletedHere]),
        ];
        expect(text.split(', ')).toHaveLength(
          Math.max(1, above([added, ...Object.values(others)])) + once + 2 * twice,
        );
        expect(text).toMatch(/^[\w ,]+\.$/);
      }),
    );
  });

  it('name what could not go out, and say nothing where all did', () => {
    expect(leftOutText({ leftOut: [], isWithoutLog: false })).toBe('');
    const one = { list: 'exercises', id: 'x', title: 'Weir', why: 'its notes cannot be read' } as const;
    expect(leftOutText({ leftOut: [one], isWithoutLog: false })).toMatch(/One record .*“Weir” \(its notes/);
    expect(leftOutText({ leftOut: [one, one, one], isWithoutLog: true })).toMatch(
      /3 records .* and 2 others\..*undone/,
    );
  });
});

describe('a ladder that was made before the student was chosen', () => {
  it('is offered to the student that is chosen then, taken over as it is, and the offer can be taken back', async () => {
    const db = tables(database());
    const { id } = await addExercise(db, newExercise('Weir', emptyPassage()), 'New');
    await setLadder(db, id, ME, 60, { startBpm: 80, goalBpm: 112 });
    await addPlayer(db, 'Tarn');
    const tarn = (await currentPlayer(db))!;
    const me = { id: ME, name: 'Me' };
    const { id: second } = await addExercise(db, newExercise('Ford', emptyPassage()), 'New');
    await setLadder(db, second, ME, 60, { startBpm: 70 });
    await offerLadders(await exercisesShown(`?ids=${id},${second}`), me, tarn);
    expect(told.at(-1)!.text).toBe('Tarn has no ladder here yet; Me has 2 ladders.');
    await offerLadders(await exercisesShown(`?exercise=${id}`), me, tarn);
    const { text, offer } = told.at(-1)!;
    expect(text).toBe('Tarn has no ladder here yet; Me has the ladder from 80 to 112.');
    offer!.run();
    await soon(async () =>
      expect(await keptLadder(db, id, tarn.id)).toMatchObject({ startBpm: 80, goalBpm: 112 }),
    );
    await soon(() => expect(told.at(-1)!.text).toBe('Tarn has the ladder from 80 to 112 now.'));
    told.at(-1)!.offer!.run();
    await soon(async () => expect(await keptLadder(db, id, tarn.id)).toBeUndefined());
    expect(await keptLadder(db, id, ME)).toMatchObject({ startBpm: 80 });
    // Nothing is offered where there is nothing to take, or one has a ladder of one's own.
    await setLadder(db, id, tarn.id, 60, { startBpm: 50 });
    told.length = 0;
    await switchStudent(me, tarn, `?ids=${id},gone`);
    expect(told).toEqual([]);
    expect((await currentPlayer(db))!.id).toBe(tarn.id);
    // Taken away, the student leaves the ladder to whoever is the one of the moment then.
    await db.ladders.filter(({ playerId }) => playerId === ME).delete();
    await afterStudent(tarn, me, `?exercise=${id}`);
    expect(told).toEqual([]);
    await db.players.delete(tarn.id);
    await afterStudent(tarn, me, `?exercise=${id}`);
    expect(told.map(({ text: said }) => said)).toEqual([
      'Tarn is no student any more; Me is the student of the moment.',
      'Me has no ladder here yet; Tarn has the ladder from 50.',
    ]);
  });
});
