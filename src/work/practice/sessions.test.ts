/** Sessions as they are kept: planned from the record, counted by the runner of the exercise that is on, resumed on another day. */
import '@/storage/testing';
import { beforeEach, expect, it } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, FRESH_LADDER, newExercise, putNote, type PlayPlace } from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart, NO_KINDS } from '@/core/record';
import {
  addExercise,
  addRun,
  database,
  deleteExercise,
  newId,
  openSession,
  readExerciseRecords,
  readRuns,
  seededSources,
  setSources,
} from '@/storage';
import { listening, soon } from '../testing';
import {
  beginSession,
  countInSession,
  draftSession,
  endSession,
  leaveInSession,
  nextInSession,
} from './sessions';
import { now, PracticeStore } from './store';

const START_MS = Date.UTC(2026, 2, 2, 9);
const DAY_MS = 86_400_000;
const db = database();
const passage = [0, 1, 2, 3].reduce(
  (notes, at) => putNote(notes, at * 1680, 3 - (at % 2), 5),
  emptyPassage(),
);
const exercise = (title: string) => newExercise(title, passage);
let seed = 1;
const clockAt = (ms: number) => setSources({ ...seededSources(seed++, ms), nowMs: () => ms });

beforeEach(() => clockAt(START_MS));

/** A run on record, so many days before the start. */
async function ran(exerciseId: string, playerId: string, daysAgo: number, verdict: 'clean' | 'not clean') {
  const at = new Date(START_MS - daysAgo * DAY_MS).toISOString().replace('Z', '+00:00');
  await addRun(
    db,
    newId(),
    {
      ...{
        playerId,
        exerciseId,
        sessionId: 's',
        at,
        bpm: 80,
        subdivision: 4,
        passes: 2,
        verdict,
        stoppedIn: null,
      },
      ...{
        reason: null,
        place: null,
        passageHash: 'h',
        part: null,
        seconds: 30,
        strokes: 8,
        exposure: NO_KINDS,
      },
      ...{
        wideStretches: 0,
        sound: null,
        seen: '',
        byHand: false,
        judgedBy: 'ear',
        corrects: null,
        replaces: [],
      },
    },
    {},
  );
}

it('what comes back joins by itself, first and for two runs; the chosen ones go from hard to easy', async () => {
  const [easy, hard, old] = await Promise.all(
    ['Easy', 'Hard', 'Old'].map(async (title) => (await addExercise(db, exercise(title), 'New')).id),
  );
  await ran(old!, 'ash', 40, 'clean');
  for (const verdict of ['clean', 'clean', 'not clean'] as const) await ran(easy!, 'ash', 0, verdict);
  await ran(hard!, 'ash', 0, 'not clean');
  const { items, titles } = await draftSession(db, 'ash', [easy!, hard!]);
  expect(items.map(({ exerciseId }) => titles.get(exerciseId))).toEqual(['Old', 'Hard', 'Easy']);
  expect(items.map(({ isDue, box }) => [isDue, box])).toEqual([
    [true, { runs: 2 }],
    [false, { minutes: 8 }],
    [false, { minutes: 8 }],
  ]);
  // Drills keep their order, and nothing joins them.
  const drills = await draftSession(db, 'ash', [easy!, hard!], true);
  expect(drills.items.map(({ exerciseId }) => exerciseId)).toEqual([easy, hard]);
});

it('the runner of the exercise that is on counts its runs, others do not; taken back is one less; it is there the next day', async () => {
  listening();
  const [a, b, c] = await Promise.all(
    ['A', 'B', 'C'].map(async (title) => (await addExercise(db, exercise(title), 'New')).id),
  );
  const wanted = [a!, b!, c!].map((exerciseId) => ({ exerciseId, box: { runs: 3 }, isDue: false }));
  await beginSession(db, 'ash', wanted, 'by turns');
  const climb = climbOf(exercise('A'), { ...FRESH_LADDER, startBpm: 60, goalBpm: 100 }, DEFAULT_SETUP);
  const silent = {
    play: () => undefined,
    stop: () => undefined,
    stopAtClick: () => undefined,
    setTempo: () => undefined,
  };
  const runner = async (exerciseId: string) => {
    const store = new PracticeStore(
      db,
      {
        ...{ exerciseId, playerId: 'ash', mode: 'ladder', setup: DEFAULT_SETUP, climb, steps: climb.steps },
        ...{ subdivision: 4, next: nextStart(null, null, climb.steps, 4) },
      },
      silent,
    );
    store.open(false);
    await soon(() => expect(store.getSnapshot().phase).not.toBe('opening'));
    return store;
  };
  const judge = async (store: PracticeStore) => {
    store.dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp: false });
    const place = { pass: 1, ticks: 0, beat: 0 } as unknown as PlayPlace;
    store.dispatch({ is: 'judge', verdict: 'clean', place, id: newId(), now: now() });
    await store.settled();
    await store.settled();
  };
  const done = async () => (await openSession(db, 'ash'))!.items.map(({ doneRuns }) => doneRuns);
  const first = await runner(a!);
  await judge(first);
  expect(await done()).toEqual([1, 0, 0]);
  first.dispatch({ is: 'take back' });
  await first.settled();
  await first.settled();
  expect(await done()).toEqual([0, 0, 0]);
  first.dispatch({ is: 'judge', verdict: 'clean', place: null, id: newId(), now: now() });
  await first.settled();
  await first.settled();
  // Another exercise of it, played out of turn, is on record but not in its box.
  await judge(await runner(c!));
  expect(await done()).toEqual([1, 0, 0]);
  expect(await readRuns(db, 'ash')).toHaveLength(
    2 + (await readRuns(db, 'ash')).filter(({ sessionId }) => sessionId === 's').length,
  );
  expect(await nextInSession(db, 'ash')).toBe(b);
  // The next day it stands where it stood.
  clockAt(START_MS + DAY_MS);
  await judge(await runner(b!));
  expect(await done()).toEqual([1, 1, 0]);
  // What was deleted is passed over; what is left, is left; the end is told.
  const gone = (await readExerciseRecords(db)).find(({ id }) => id === c)!;
  await deleteExercise(db, gone);
  expect(await nextInSession(db, 'ash')).toBe(a);
  expect(await leaveInSession(db, 'ash')).toBe(b);
  expect(await leaveInSession(db, 'ash')).toBeNull();
  // Over, it counts nothing more.
  const over = await openSession(db, 'ash');
  await countInSession(db, 'ash', a!, 5_000, 1);
  expect(await openSession(db, 'ash')).toEqual(over);
  await endSession(db, 'ash');
  expect([await openSession(db, 'ash'), await nextInSession(db, 'ash')]).toEqual([null, null]);
});
