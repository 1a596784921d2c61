/** The logbook's record of a student, read from a database: what was practised, in which measure, and what may be said of it. */
import '@/storage/testing';
import { beforeEach, expect, it } from 'vitest';
import { emptyPassage, newExercise, type Exercise, type PlayerRecord } from '@/core';
import { dayAfter, NO_KINDS } from '@/core/record';
import { addExercise, addRun, database, deleteExercise, newId, setLadder } from '@/storage';
import { tables } from '@/storage/database';
import { bookOf, chosen, judgedOn, judging, readBook, type Book } from './book';

const db = tables(database());
const TODAY = '2026-03-10';
const player = { id: 'ash', name: 'Ash' } as PlayerRecord;
beforeEach(async () => {
  await Promise.all(
    [db.exercises, db.runs, db.days, db.ladders, db.log, db.shelf].map((table) => table.clear()),
  );
});

const exercise = (title: string, change: Partial<Exercise> = {}): Exercise => ({
  ...newExercise(title, { ...emptyPassage(), subdivision: 3 }),
  ...change,
});

async function practised(
  exerciseId: string,
  ago: number,
  bpm: number,
  verdict: 'clean' | 'not clean',
): Promise<void> {
  const day = dayAfter(TODAY, -ago);
  await addRun(
    db,
    newId(),
    {
      ...{
        exerciseId,
        playerId: 'ash',
        sessionId: null,
        day,
        at: `${day}T10:00:00+00:00`,
        bpm,
        subdivision: 3,
      },
      ...{ passes: 4, verdict, stoppedIn: null, reason: null, place: null, passageHash: 'h', part: null },
      ...{
        seconds: 60,
        strokes: 12,
        exposure: NO_KINDS,
        wideStretches: 0,
        sound: null,
        seen: '',
        byHand: false,
        judgedBy: 'ear',
      },
      corrects: null,
      replaces: [],
    } as Parameters<typeof addRun>[2],
    {},
  );
}

/** All judged, one at a time; each as it is judged by itself. */
function allJudged(book: Book) {
  const steps = judging(book);
  let count = 0;
  for (let next = steps.next(); ; next = steps.next()) {
    if (next.done) {
      expect(count).toBe(book.practised.length);
      for (const [id, one] of next.value) expect(judgedOn(book, id)).toEqual(one);
      return next.value;
    }
    count++;
  }
}

it('is empty before it is read, and for a student without runs', async () => {
  const before = bookOf(player, undefined);
  expect([before.isRead, before.days, before.practised, before.today]).toEqual([false, [], [], '']);
  await addExercise(db, exercise('Gate'), 'New');
  const read = bookOf(player, await readBook(db, 'ash', TODAY));
  expect([read.isRead, read.practised, read.exercises.size, read.now]).toEqual([true, [], 1, TODAY]);
});

it('holds what was practised, last first, with its measure and clean tempo; other students’ runs are not in it', async () => {
  const { id: gate } = await addExercise(db, exercise('Gate'), 'New');
  const { id: ford } = await addExercise(db, exercise('Ford', { startBpm: 70 }), 'New');
  await setLadder(db, ford, 'ash', 70, { goalBpm: 99 });
  for (let ago = 6; ago >= 1; ago--)
    await practised(gate, ago, ago > 3 ? 80 : 84, ago > 3 ? 'clean' : 'not clean');
  await practised(ford, 0, 70, 'clean');
  const book = bookOf(player, await readBook(db, 'ash', TODAY));
  expect(book.practised.map(({ exerciseId }) => book.titleOf(exerciseId))).toEqual(['Ford', 'Gate']);
  expect(book.measures.get(ford)).toEqual({ subdivision: 3, goalBpm: 99 });
  const judged = allJudged(book);
  expect(judged.get(ford)!.stated).toEqual({ says: 'at least', bpm: 70 });
  // Between what was clean and what was not, in the same measure as the tempos.
  const gateTempo = judged.get(gate)!.tempo!;
  expect(gateTempo.bpm).toBeGreaterThan(70);
  expect(gateTempo.bpm).toBeLessThan(106);
  expect(judged.get(gate)!.stated).toEqual({ says: 'estimate', ...gateTempo });
  expect(bookOf(player, await readBook(db, 'rowan', TODAY)).practised).toEqual([]);
});

it('an exercise that was deleted is named as such, and its runs stay; a clock that was set back loses no day', async () => {
  const { id } = await addExercise(db, exercise('Gate'), 'New');
  await practised(id, -3, 80, 'clean');
  await deleteExercise(db, (await db.exercises.get(id))!);
  const book = bookOf(player, await readBook(db, 'ash', TODAY));
  expect(book.practised).toHaveLength(1);
  expect(book.titleOf(id)).toBe('an exercise that was deleted');
  expect(allJudged(book).get(id)).toEqual({ tempo: null, stated: null });
  expect([book.now, book.today]).toEqual([dayAfter(TODAY, 3), TODAY]);
  expect(book.techniques).toEqual([]);
});

it('names each technique once, and filters by it', async () => {
  const goal = newExercise('', emptyPassage()).goal;
  const ids: string[] = [];
  for (const [title, technique] of [
    ['Gate', 'sweep picking'],
    ['Ford', 'string skipping'],
    ['Reed', 'sweep picking'],
  ] as const)
    ids.push((await addExercise(db, exercise(title, { goal: { ...goal, technique } }), 'New')).id);
  for (const id of ids) await practised(id, 1, 80, 'clean');
  const book = bookOf(player, await readBook(db, 'ash', TODAY));
  expect(book.techniques).toEqual(['string skipping', 'sweep picking']);
  const found = chosen(book, { technique: 'sweep picking', period: '4 weeks' });
  expect(found.days.map(({ exerciseId }) => book.titleOf(exerciseId)).sort()).toEqual(['Gate', 'Reed']);
});
