/** The runner's store on a database: what is said is on record, in its order, and what fails is told and waits. */
import '@/storage/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { passageHash } from '@/core';
import { lastSitting, newId, readRuns, readSigns, seededSources, setSources } from '@/storage';
import { Database } from '@/storage/indexed';
import { setTell } from '../perform';
import { soon } from '../testing';
import { PracticeStore, now } from './store';
import { bpmOf, saidOf, standingOf } from './state';
import { givenOn, silent } from './testing';

const given = givenOn([3, 2, 3, 2]);
const { climb } = given;

let db: Database;
let count = 0;
const heard: string[] = [];
const told: string[] = [];
beforeEach(() => {
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`store-${count++}`);
  setTell((text) => told.push(text));
  heard.length = told.length = 0;
});
afterEach(() => {
  vi.restoreAllMocks();
  db.close();
});

async function opened(hasWarmUp = false): Promise<PracticeStore> {
  const store = new PracticeStore(db, given, {
    play: ({ playing }) => heard.push(`play ${playing.bpm}`),
    stop: () => heard.push('stop'),
    stopAtClick: () => heard.push('stop at click'),
    setTempo: (bpm) => heard.push(`tempo ${bpm}`),
  });
  store.open(hasWarmUp);
  await soon(() => expect(store.getSnapshot().phase).not.toBe('opening'));
  return store;
}

const run = (store: PracticeStore, verdict: 'clean' | 'not clean') => {
  store.dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp: false });
  store.dispatch({ is: 'finished' });
  store.dispatch({ is: 'judge', verdict, place: null, id: newId(), now: now() });
};

it('keeps runs, reasons and signs; takes the last back, put right or not; and goes on where it stood', async () => {
  const store = await opened();
  run(store, 'clean');
  run(store, 'not clean');
  // Keys that come before the run is written.
  store.dispatch({ is: 'name reason', reason: 'late' });
  store.dispatch({ is: 'name change', change: climb.stepped(climb.steps[0]!).plan.analysis.transitions[0]! });
  store.dispatch({ is: 'sign', kind: 'tight', id: newId(), now: now() });
  await store.settled();
  const runs = await readRuns(db, 'me');
  expect(runs.map(({ verdict, reason, place }) => [verdict, reason, place?.stringFrom])).toEqual([
    ['not clean', 'late', 3],
    ['clean', null, undefined],
  ]);
  expect(await readSigns(db, 'me')).toMatchObject([{ kind: 'tight', bpm: 60, exerciseId: 'e' }]);
  expect(heard).toEqual(['play 60', 'play 60']);

  const again = await opened();
  expect([again.getSnapshot().isResumed, bpmOf(again.getSnapshot())]).toEqual([true, 54]);
  again.dispatch({ is: 'take back' });
  again.dispatch({ is: 'take back' });
  await again.settled();
  expect([(await readRuns(db, 'me')).length, (await readSigns(db, 'me')).length]).toEqual([1, 0]);
  expect(again.getSnapshot()).toMatchObject({ phase: 'judge', played: { passes: 4, bpm: 60 } });
  again.dispatch({ is: 'judge', verdict: 'clean', place: null, id: newId(), now: now() });
  await again.settled();
  expect((await readRuns(db, 'me')).map(({ verdict }) => verdict)).toEqual(['clean', 'clean']);
  expect((await lastSitting(db, 'me'))?.said).toEqual(again.getSnapshot().sitting!.said);
});

it('says that a run found no room, and has it judged again', async () => {
  const store = await opened();
  const { add } = IDBObjectStore.prototype;
  const full = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (
    this: IDBObjectStore,
    ...put
  ) {
    if (this.name === 'runs') throw new DOMException('No room.', 'QuotaExceededError');
    return add.apply(this, put);
  });
  run(store, 'clean');
  await store.settled();
  expect(told.join()).toContain('no room left');
  expect(store.getSnapshot()).toMatchObject({ phase: 'judge', played: { passes: 4 } });
  expect(saidOf(store.getSnapshot())).toEqual([]);
  full.mockRestore();
  store.dispatch({ is: 'judge', verdict: 'clean', place: null, id: newId(), now: now() });
  await store.settled();
  expect(await db.runs.count()).toBe(1);
});

it('after pain nothing plays; opened again that day it asks once', async () => {
  const store = await opened();
  store.dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp: false });
  store.dispatch({ is: 'sign', kind: 'pain', id: newId(), now: now() });
  store.dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp: false });
  await store.settled();
  expect(heard).toEqual(['play 60', 'stop']);
  const again = await opened();
  expect(again.getSnapshot()).toMatchObject({ phase: 'ask', pain: { bpm: 60 } });
  again.dispatch({ is: 'go on' });
  await again.settled();
  expect((await opened()).getSnapshot().phase).toBe('ready');
});

it('a run waits for its verdict over a closed tab, with the notes it was played with', async () => {
  const store = await opened();
  store.dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp: false });
  store.dispatch({ is: 'finished' });
  await store.settled();
  // The exercise has other notes since.
  const after = new PracticeStore(db, givenOn([1, 2, 1]), silent);
  after.open(false);
  await soon(() => expect(after.getSnapshot().phase).toBe('judge'));
  expect(after.getSnapshot().words!.text).toContain('still waits for its verdict');
  after.dispatch({ is: 'judge', verdict: 'clean', place: null, id: newId(), now: now() });
  await after.settled();
  const [kept] = await readRuns(db, 'me');
  expect(kept).toMatchObject({
    verdict: 'clean',
    passageHash: passageHash(climb.stepped(climb.steps[0]!).exercise.passage),
  });
  const last = await lastSitting(db, 'me');
  expect(Object.values(last!.standings).map(({ waiting }) => waiting)).toEqual([undefined]);
});

it('two tabs on two exercises: each keeps where it stands, and what it said can be taken back', async () => {
  const [one, other] = await Promise.all(
    ['e', 'f'].map(async (exerciseId) => {
      const tab = new PracticeStore(db, { ...given, exerciseId }, silent);
      tab.open(false);
      await soon(() => expect(tab.getSnapshot().phase).toBe('ready'));
      return tab;
    }),
  );
  for (const tab of [one!, other!, one!]) {
    run(tab, 'clean');
    await tab.settled();
  }
  const { standings, said } = (await lastSitting(db, 'me'))!;
  expect(Object.keys(standings).sort()).toEqual(['e ladder', 'f ladder']);
  expect(said.map(({ key }) => key).sort()).toEqual(['e ladder', 'e ladder', 'f ladder']);
  expect(standings).toMatchObject({
    'e ladder': { climb: standingOf(one!.getSnapshot()).climb },
    'f ladder': { climb: standingOf(other!.getSnapshot()).climb },
  });
});
