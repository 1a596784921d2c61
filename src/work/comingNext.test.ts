/** What comes next, by records whose story is known; and when a hand must rest first. */
import { describe, expect, it } from 'vitest';
import { NEW_PLAYER } from '@/core';
import { dayAfter, NO_KINDS, restFirst, type DayRecord } from '@/core/record';
import { comingNext } from './comingNext';

const TODAY = '2026-05-04';
const { limits: DEFAULT_LIMITS } = NEW_PLAYER;
const dayOn = (exerciseId: string, ago: number, more: Partial<DayRecord> = {}): DayRecord => ({
  ...{
    playerId: 'p',
    exerciseId,
    day: dayAfter(TODAY, -ago),
    runs: 1,
    clean: 1,
    passes: 1,
    seconds: 1,
    strokes: 1,
  },
  ...{
    exposure: NO_KINDS,
    wideStretches: 0,
    longestSeconds: 1,
    stretches: [],
    reasons: {},
    fails: [],
    lastAt: '',
  },
  cold: { notesPerSecond: 6, clean: true },
  speeds: [{ notesPerSecond: 6, passes: 1, clean: true, stoppedIn: null, runs: 1, seconds: 1 }],
  ...more,
});
const asked = { pain: null, limits: DEFAULT_LIMITS, today: TODAY };

it('knows nothing without a record', () => {
  expect(comingNext([], asked)).toEqual({
    ...{ last: null, next: null, failing: null, rest: null, little: null, due: [], stuckSince: null },
  });
});

it('names what was played last, what rested longest, and what comes back', () => {
  const said = comingNext([dayOn('old', 30), dayOn('b', 5), dayOn('a', 1)], asked);
  expect([said.last?.exerciseId, said.next?.exerciseId, said.rest]).toEqual(['a', 'b', null]);
  // Each after one day: the oldest waits longest.
  expect(said.due.map(({ exerciseId }) => exerciseId)).toEqual(['old', 'b', 'a']);
});

it('names what had too little time to move in weeks, and not what was only just begun', () => {
  const weekly = (exerciseId: string, seconds: number, weeks: number) =>
    Array.from({ length: weeks }, (_, at) => dayOn(exerciseId, 1 + 7 * (weeks - 1 - at), { seconds }));
  expect(comingNext(weekly('a', 27, 8), asked).little).toEqual({ exerciseId: 'a', seconds: 216, weeks: 7 });
  expect(comingNext([...weekly('a', 200, 8), ...weekly('b', 20, 3)], asked).little).toBeNull();
});

it('names the change that fails most of the last four weeks, and none of before', () => {
  const fails = (runs: number) => ({
    ...{ runs: 20, clean: 20 - runs, passes: 40 },
    fails: [
      {
        ...{ fromNote: 'n1', toNote: 'n2', stringFrom: 3, stringTo: 2, kind: 'inside', runs, played: 40 },
        ...{ direction: 'ceilingward', reasons: {} },
      },
    ] as unknown as DayRecord['fails'],
  });
  const failing = (...ago: readonly number[]) =>
    comingNext(
      ago.map((one) => dayOn('a', one, fails(12))),
      asked,
    ).failing;
  expect(failing(27)).toMatchObject({ exerciseId: 'a', fromNote: 'n1', runs: 12 });
  expect(failing(28)).toBeNull();
  expect(failing(40, 3)).toMatchObject({ runs: 12 });
  expect(failing(9, 3)).toMatchObject({ runs: 24 });
});

it('says that it is stuck only of what is still being played', () => {
  const even = (from: number) =>
    Array.from({ length: 20 }, (_, at) =>
      dayOn('a', from - 2 * at, {
        speeds: [5.4, 6, 6.6].flatMap((notesPerSecond) =>
          [true, false].map((clean) => ({
            ...{ notesPerSecond, clean, passes: 1, stoppedIn: null, seconds: 1 },
            runs: clean === notesPerSecond < 6.2 ? 6 : 1,
          })),
        ),
      }),
    );
  expect(comingNext(even(39), asked).stuckSince).not.toBeNull();
  expect(comingNext(even(139), asked).stuckSince).toBeNull();
});

describe('rest comes first', () => {
  const long = (...ago: number[]) => ago.map((one) => ({ day: dayAfter(TODAY, -one), longestSeconds: 601 }));
  it('for two days after pain', () => {
    expect(restFirst([], dayAfter(TODAY, -2), DEFAULT_LIMITS, TODAY)).toContain('Rest before anything else');
    expect(restFirst([], dayAfter(TODAY, -3), DEFAULT_LIMITS, TODAY)).toBeNull();
  });
  it('where the last week had three days or more beyond the limit', () => {
    expect(restFirst(long(1, 2), null, DEFAULT_LIMITS, TODAY)).toBeNull();
    expect(restFirst(long(1, 2, 7), null, DEFAULT_LIMITS, TODAY)).toBeNull();
    expect(restFirst(long(1, 2, 2), null, DEFAULT_LIMITS, TODAY)).toBeNull();
    expect(restFirst(long(1, 2, 6), null, DEFAULT_LIMITS, TODAY)).toContain('on 3 of the last 7 days');
    expect(restFirst(long(1, 2, 6), null, { exerciseMinutes: 11 }, TODAY)).toBeNull();
  });
});
