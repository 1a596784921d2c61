/** All students at a glance: what a row holds is counted anew from the days; who is waited for and from when; which are listed, in which order. */
import '@/storage/testing';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ME, NEW_PLAYER, type PlayerRecord } from '@/core';
import type { Attention, DayRecord } from '@/core/record';
import { attentionCounts, FIRST_ROSTER, listed, type RosterColumn } from './listing';
import { addLesson, addPlayer } from '@/storage';
import { Database } from '@/storage/indexed';
import {
  attending,
  nextLessonOf,
  readRoster,
  rosterOf,
  withAttention,
  type ReadRoster,
  type RosterRow,
} from './roster';

const TODAY = '2026-03-05'; // A Thursday.
const MONDAY = '2026-03-02';
const player = (id: string, more: Partial<PlayerRecord> = {}): PlayerRecord =>
  ({ id, createdAt: '2026-01-05T09:00:00Z', ...NEW_PLAYER, name: id, ...more }) as PlayerRecord;
const day = (on: string, seconds = 60): DayRecord =>
  ({ day: on, seconds, exerciseId: 'e', stretches: [], longestSeconds: 60 }) as unknown as DayRecord;
const read = (more: Partial<ReadRoster>): ReadRoster => ({
  ...{ today: TODAY, halfLifeDays: 'auto' as never, players: [], days: new Map(), signs: new Map() },
  ...{ lessons: new Map(), ladders: new Map(), exercises: new Map(), subdivisions: new Map() },
  ...more,
});
const dates = fc
  .integer({ min: 0, max: 40 })
  .map((on) => new Date(Date.UTC(2026, 1, 1 + on)).toISOString().slice(0, 10));

it('reads of each student’s lessons the first, and the last up to today', async () => {
  const db = new Database('roster');
  for (const id of ['ash', 'rowan', 'elm']) await addPlayer(db, id, id);
  for (const on of ['2026-03-12', '2026-02-05', '2026-03-05', '2026-01-08']) await addLesson(db, 'ash', on);
  await addLesson(db, 'rowan', '2026-03-06');
  const { lessons, players } = await readRoster(db, TODAY);
  expect(lessons.get('ash')).toEqual({ first: '2026-01-08', last: '2026-03-05' });
  // What lies ahead was not held yet.
  expect([lessons.has('rowan'), lessons.has('elm')]).toEqual([false, false]);
  expect(players.map(({ id }) => id).sort()).toEqual(['ash', 'elm', 'me', 'rowan']);
  db.close();
});

describe('a row', () => {
  it('has the last day, the seconds since Monday, and the minutes that are planned', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(dates, fc.integer({ min: 1, max: 3000 })), { maxLength: 12 }),
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 7, maxLength: 7 }),
        (practised, weekMinutes) => {
          const days = practised
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([on, seconds]) => day(on, seconds));
          const [row] = rosterOf(
            read({ players: [player('a', { weekMinutes })], days: new Map([['a', days]]) }),
          );
          expect(row!.lastDay).toBe(practised.length > 0 ? practised.at(-1)![0] : null);
          expect(row!.weekSeconds).toBe(
            practised
              .filter(([on]) => Date.parse(on) >= Date.parse(MONDAY))
              .reduce((sum, [, one]) => sum + one, 0),
          );
          expect(row!.weekMinutes).toBe(weekMinutes.reduce((sum, one) => sum + one, 0));
        },
      ),
    );
  });

  it('has the next lesson: as it was said while it lies ahead, then so many days after the last, then as it was said', () => {
    const next = (nextLesson: string | null, lessonEvery: number | null, last: string | null) =>
      nextLessonOf({ nextLesson, lessonEvery }, last, TODAY);
    expect(next('2026-03-05', 7, '2026-03-01')).toBe('2026-03-05');
    expect(next('2026-03-04', 7, '2026-03-01')).toBe('2026-03-08');
    expect(next(null, 7, '2026-03-01')).toBe('2026-03-08');
    expect(next('2026-03-04', null, '2026-03-01')).toBe('2026-03-04');
    expect(next('2026-03-04', 7, null)).toBe('2026-03-04');
    expect(next(null, null, '2026-03-01')).toBeNull();
    const players = [player('a', { lessonEvery: 14 })];
    const lessons = new Map([['a', { first: '2026-02-01', last: '2026-03-01' }]]);
    expect(rosterOf(read({ players, lessons }))[0]!.nextLesson).toBe('2026-03-15');
  });
});

describe('what needs attention', () => {
  const kinds = (players: readonly PlayerRecord[], more: Partial<ReadRoster> = {}) => {
    const steps = attending(read({ players, ...more }), (on) => on);
    for (let yields = 0; ; yields++) {
      const next = steps.next();
      if (!next.done) continue;
      // One at a time, so that the page goes on between two.
      expect(yields).toBe(players.length);
      return Object.fromEntries([...next.value].map(([id, all]) => [id, all.map(({ kind }) => kind)]));
    }
  };

  it('is silence, from when a student could have practised; nobody waits for “me” or for who is put away', () => {
    const old = { lessonEvery: 7 };
    expect(
      kinds([
        player('waited for', old),
        player('new', { ...old, createdAt: '2026-03-03T09:00:00Z' }),
        player('of later', { ...old, createdAt: '2026-04-03T09:00:00Z' }),
        player(ME, old),
        player('away', { ...old, archivedOn: '2026-02-01' }),
      ]),
    ).toEqual({ 'waited for': ['nothing heard'], new: [], 'of later': [], [ME]: [] });
    // Entered long ago, but the first lesson was this week.
    const lessons = new Map([['a', { first: '2026-03-02', last: '2026-03-02' }]]);
    expect(kinds([player('a', old)], { lessons })).toEqual({ a: [] });
  });

  it('is not silence where what was practised is deleted since: it was practised all the same', () => {
    const days = new Map([['a', [day('2026-03-04')]]]);
    expect(kinds([player('a', { lessonEvery: 7 })], { days })).toEqual({ a: [] });
  });
});

describe('the list', () => {
  const attention = (kind: Attention['kind']) =>
    ({ kind, exerciseId: null, why: '' }) as unknown as Attention;
  const row = (name: string, more: Partial<RosterRow> = {}, of: Partial<PlayerRecord> = {}): RosterRow => ({
    player: player(name, of),
    ...{ attention: [], lastDay: null, weekSeconds: 0, weekMinutes: 0, nextLesson: null },
    ...more,
  });
  const names = (rows: readonly RosterRow[], by: RosterColumn, isReversed = false) =>
    listed(rows, { ...FIRST_ROSTER, order: { by, isReversed } }).map(({ player: { name } }) => name);

  it('is in the order that was asked for, what is not known last, equal ones by name', () => {
    const rows = [
      row('Dell', { lastDay: '2026-03-01', nextLesson: '2026-03-09', weekSeconds: 600, weekMinutes: 100 }),
      row('Ash', { lastDay: '2026-03-04', nextLesson: '2026-03-20', weekSeconds: 600, weekMinutes: 20 }),
      row('Fen', {}),
      row('Brook', {}),
    ];
    expect(names(rows, 'name')).toEqual(['Ash', 'Brook', 'Dell', 'Fen']);
    expect(names(rows, 'name', true)).toEqual(['Fen', 'Dell', 'Brook', 'Ash']);
    expect(names(rows, 'last')).toEqual(['Ash', 'Dell', 'Brook', 'Fen']);
    expect(names(rows, 'lesson')).toEqual(['Dell', 'Ash', 'Brook', 'Fen']);
    // A tenth of the plan before half of it; without a plan after all.
    expect(names(rows, 'week')).toEqual(['Dell', 'Ash', 'Brook', 'Fen']);
    // Turned round, what is not known is last all the same.
    expect(names(rows, 'last', true)).toEqual(['Dell', 'Ash', 'Brook', 'Fen']);
    expect(names(rows, 'lesson', true)).toEqual(['Ash', 'Dell', 'Brook', 'Fen']);
    expect(names(rows, 'week', true)).toEqual(['Ash', 'Dell', 'Brook', 'Fen']);
    expect(names([row('B', { weekSeconds: 9 }), row('A', { weekSeconds: 10 })], 'week')).toEqual(['B', 'A']);
  });

  it('has the most urgent on top, and of the same urgency who has more', () => {
    const rows = [
      row('None'),
      row('Easy', { attention: [attention('too easy')] }),
      row('Over', { attention: [attention('overdoing')] }),
      row('Over twice', { attention: [attention('overdoing'), attention('stuck')] }),
    ];
    expect(names(rows, 'attention')).toEqual(['Over twice', 'Over', 'Easy', 'None']);
    expect(attentionCounts(rows)).toEqual([
      ['overdoing', 2],
      ['stuck', 1],
      ['too easy', 1],
    ]);
    const found = new Map([['None', [attention('nothing heard')]]]);
    expect(withAttention(rows, found).map((one) => one.attention.length)).toEqual([1, 0, 0, 0]);
  });

  it('finds each word wherever it stands, on the shelf that is looked at', () => {
    const aims = [{ words: 'sweep' }] as unknown as PlayerRecord['aims'];
    const rows = [
      row('Ash Alder', {}, { goals: 'faster crosspicking' }),
      row('Brook', {}, { cautions: 'left wrist', instrument: 'acoustic', shapesKnown: 'box one', aims }),
      row('Cope', {}, { archivedOn: '2026-02-01' }),
    ];
    const found = (search: string, shelf: 'current' | 'archived' = 'current') =>
      listed(rows, { ...FIRST_ROSTER, search, shelf }).map(({ player: { name } }) => name);
    expect(found('')).toEqual(['Ash Alder', 'Brook']);
    expect(found('', 'archived')).toEqual(['Cope']);
    expect(found('  ALD   crossp ')).toEqual(['Ash Alder']);
    for (const word of ['wrist', 'acoustic', 'box', 'sweep']) expect(found(word)).toEqual(['Brook']);
    expect(found('ash wrist')).toEqual([]);
    expect(found('cope')).toEqual([]);
  });
});
