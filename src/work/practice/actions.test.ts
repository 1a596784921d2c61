/** What keys and buttons of the runner do: places are named round and round, and nothing begins where the hand needs a rest. */
import '@/storage/testing';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { RunPlace } from '@/core/record';
import { readRuns, readSigns, seededSources, setSources } from '@/storage';
import { Database } from '@/storage/indexed';
import { listening, soon } from '../testing';
import { practiceActions } from './actions';
import { PracticeStore } from './store';
import { givenOn } from './testing';

/** Three string changes a pass, and the one from its end to its beginning. */
const given = givenOn([3, 2, 3, 4]);
const { climb } = given;

let db: Database;
let store: PracticeStore;
let count = 0;
const acting = (also: { goesOn?: boolean; lastPlace?: RunPlace | null } = {}) =>
  practiceActions({
    ...{ store, sound: { place: () => null }, goesOn: true, hasWarmUp: false, lastPlace: null },
    ...also,
  });
const named = () => {
  const { named: change } = store.getSnapshot();
  return change && [change.fromNote, change.toNote];
};

beforeEach(async () => {
  // Two runs of one second have no order: the seeded clock goes on with each look.
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`actions-${count++}`);
  const nothing = () => undefined;
  store = new PracticeStore(db, given, {
    play: nothing,
    stop: nothing,
    stopAtClick: nothing,
    setTempo: nothing,
  });
  store.open(false);
  await soon(() => expect(store.getSnapshot().phase).not.toBe('opening'));
});
afterEach(async () => {
  await store.settled();
  db.close();
});

const played = (verdict: 'clean' | 'not clean') => {
  acting().start();
  store.dispatch({ is: 'finished' });
  acting().judge(verdict);
};

describe('the place where a run fell apart', () => {
  it('is gone to change by change, either way, round and round; all of a pass are met', () => {
    played('not clean');
    const seen = (by: 1 | -1, times: number) =>
      Array.from({ length: times }, () => {
        acting().nextPlace(by);
        return named()!.join('>');
      });
    const round = seen(1, 4);
    expect(new Set(round).size).toBe(4);
    expect(seen(1, 4)).toEqual(round);
    expect(seen(-1, 4)).toEqual([round[2], round[1], round[0], round[3]]);
    // Each follows the one before it.
    round.forEach((one, at) => expect(one.split('>')[1]).toBe(round[(at + 1) % 4]!.split('>')[0]));
  });

  it('is the last of the pass where one goes back first', () => {
    played('not clean');
    acting().nextPlace(-1);
    const last = named();
    acting().nextPlace(1);
    acting().nextPlace(-1);
    expect(named()).toEqual(last);
  });

  it('named once, is named again by one key; where none was, that is said', () => {
    played('not clean');
    const { told } = listening();
    acting().samePlace();
    expect([named(), told.length]).toEqual([null, 1]);
    expect(told[0]!.text).toMatch(/^No place was named in this sitting yet/);
    const [one] = climb.stepped(climb.steps[0]!).plan.analysis.transitions;
    const { fromNote, toNote } = one!;
    const lastPlace: RunPlace = { fromNote, toNote, stringFrom: 3, stringTo: 2, kind: 'outside' };
    acting({ lastPlace }).samePlace();
    expect([named(), told.length]).toEqual([[fromNote, toNote], 1]);
  });

  it('is not asked of a clean run, nor before the first', () => {
    acting().nextPlace(1);
    played('clean');
    acting().nextPlace(1);
    acting().samePlace();
    expect(named()).toBeNull();
  });
});

describe('after a rest', () => {
  it('the next run begins by itself where that is wished and no limit asks for more', () => {
    played('clean');
    acting().restOver(null);
    expect(store.getSnapshot().playing).not.toBeNull();
  });

  it.each([
    [true, 240],
    [false, null],
    [false, 60],
  ])('nothing begins: goes on by itself %s, rest needed %s', (goesOn, needed) => {
    played('clean');
    acting({ goesOn }).restOver(needed);
    expect(store.getSnapshot().phase).not.toBe('playing');
  });
});

it('what the hand says is on record, with runs as they were judged, and taken back one by one', async () => {
  played('clean');
  acting().tight();
  played('not clean');
  acting().nameReason('uneven');
  await store.settled();
  expect((await readRuns(db, 'me')).map(({ verdict, reason }) => [verdict, reason])).toEqual([
    ['not clean', 'uneven'],
    ['clean', null],
  ]);
  expect((await readSigns(db, 'me')).map(({ kind }) => kind)).toEqual(['tight']);
  // Back goes first the reason with its verdict: which run that was, is known.
  const [newest] = await readRuns(db, 'me');
  expect(acting().takeBack()).toBe(newest!.id);
  await store.settled();
  expect(await readRuns(db, 'me')).toHaveLength(1);
  acting().pain();
  await store.settled();
  expect((await readSigns(db, 'me')).map(({ kind }) => kind)).toContain('pain');
  // A sign is no run.
  expect(acting().takeBack()).toBeNull();
});

it('a tap while nothing was asked, or an end in the middle, changes nothing that is kept', async () => {
  // Warm, tap and rest before the first run: none is a verdict.
  acting().see('elbow still');
  acting().rest(30);
  expect(store.getSnapshot()).toMatchObject({ phase: 'rest', seen: 'elbow still' });
  acting().restOver(60);
  expect(store.getSnapshot().phase).toBe('ready');
  acting().start();
  acting().rest(30);
  expect(store.getSnapshot().phase).toBe('playing');
  acting().end();
  await store.settled();
  expect(store.getSnapshot().phase).toBe('done');
  expect(await readRuns(db, 'me')).toEqual([]);
});
