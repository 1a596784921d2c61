/** The filters of the logbook: which days a period holds, and that choices narrow and never widen. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newExercise, emptyPassage, type ExerciseRecord } from '@/core';
import { dayAfter, NO_KINDS, type DayRecord } from '@/core/record';
import { chosen, PERIODS, type Book } from './book';

const TODAY = '2026-03-01';
const { passage: _, ...said } = newExercise('x', emptyPassage());
const stamp = {
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deviceId: 'd',
  versions: {},
  passageHash: '',
  archivedAt: null,
};
const record = (id: string, technique: 'sweep picking' | null): ExerciseRecord => ({
  ...said,
  ...stamp,
  id,
  goal: { ...said.goal, technique },
});
const exercises = new Map([record('a', 'sweep picking'), record('b', null)].map((one) => [one.id, one]));
const dayOn = (exerciseId: string, ago: number): DayRecord => ({
  playerId: 'p',
  exerciseId,
  day: dayAfter(TODAY, -ago),
  runs: 1,
  clean: 1,
  passes: 1,
  seconds: 1,
  strokes: 1,
  exposure: NO_KINDS,
  wideStretches: 0,
  longestSeconds: 1,
  stretches: [],
  cold: null,
  reasons: {},
  speeds: [],
  fails: [],
  lastAt: '',
});

// Common practice, no source: four weeks are 28 days, today among them; a year is 365.
it.each([
  ['4 weeks', 27, 28],
  ['3 months', 90, 91],
  ['a year', 364, 365],
] as const)('%s hold the day %i days ago and not the one before', (period, oldest, tooOld) => {
  const days = [dayOn('a', tooOld), dayOn('a', oldest), dayOn('a', 0)];
  const book = { days, today: TODAY, exercises } as unknown as Book;
  const found = chosen(book, { technique: 'any', period });
  expect(found.days).toEqual(days.slice(1));
  expect(found.from).toBe(days[1]!.day);
});

it('narrows by technique, and takes all where all is wanted', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom('a', 'b', 'deleted'), fc.nat(800))),
      fc.constantFrom(...PERIODS),
      (some, period) => {
        const days = some.map(([id, ago]) => dayOn(id, ago));
        const book = { days, today: TODAY, exercises } as unknown as Book;
        const all = chosen(book, { technique: 'any', period });
        const sweeps = chosen(book, { technique: 'sweep picking', period });
        expect(sweeps.days).toEqual(all.days.filter(({ exerciseId }) => exerciseId === 'a'));
        expect([all.among, sweeps.among]).toEqual([null, new Set(['a'])]);
        if (period === 'all') expect(all.days).toEqual(days);
      },
    ),
  );
});
