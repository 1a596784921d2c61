/** What may be typed in of a run: days that are whole and have come, figures within their ranges, and words where one is not. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { TypedRun } from './figured';
import { typedRunSchema } from './typedRun';

const RUN: TypedRun = {
  ...{ exerciseId: 'e', day: '2026-03-05', bpm: 72.5, subdivision: 4, passes: 8 },
  ...{ verdict: 'not clean', reason: null, count: 1 },
};
/** The fault of each field that the form shows: its first. */
const faults = (change: Partial<Record<keyof TypedRun, unknown>>, today = '2026-03-05') => {
  const { error } = typedRunSchema(today).validate({ ...RUN, ...change }, { abortEarly: false });
  const all = error?.details.map(({ path, message }) => [path.join('.'), message] as const) ?? [];
  return all.filter(([name], at) => all.findIndex(([other]) => other === name) === at);
};

it('takes a run as it is written down, with a place and without', () => {
  expect(faults({})).toEqual([]);
  const place = { fromNote: 'a', toNote: 'b', kind: 'inside', stringFrom: 3, stringTo: 2 };
  expect(faults({ place, reason: 'late' })).toEqual([]);
  expect(faults({ place: null, verdict: 'clean' })).toEqual([]);
});

it('asks for a day that is whole and has come, in words', () => {
  for (const day of ['', '2026-03', '2026-3-5', 'yesterday'])
    expect(faults({ day })).toEqual([['day', 'The day is not whole yet.']]);
  fc.assert(
    fc.property(fc.integer({ min: -400, max: 400 }), (days) => {
      const day = new Date(Date.UTC(2026, 2, 5 + days)).toISOString().slice(0, 10);
      expect(faults({ day }).length).toBe(days > 0 ? 1 : 0);
    }),
  );
  expect(faults({ day: '2026-03-06' })[0]![1]).toMatch(/^That day has not come yet\. .* clock/);
});

it('holds each figure within its range', () => {
  const RANGES = [
    ['bpm', 20, 400],
    // As many as a record may have: a long run can be put right.
    ['passes', 1, 10_000],
    ['count', 1, 50],
  ] as const;
  for (const [name, low, high] of RANGES) {
    for (const value of [low, high])
      expect([name, value, faults({ [name]: value })]).toEqual([name, value, []]);
    for (const value of [low - 1, high + 1, null]) expect(faults({ [name]: value }).length, name).toBe(1);
  }
  for (const name of ['passes', 'count', 'subdivision'] as const)
    expect(faults({ [name]: 1.5 }).length).toBe(1);
});
