/** What was set, and what came of it: counted anew; the tasks that stand are those of the last lesson that set any. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { LessonRecord } from '@/core';
import type { DayRecord } from '@/core/record';
import type { Book } from '../book';
import { doneSince, monthFrom, standingLesson, tasksDone } from './tasks';

const lesson = (day: string, ...set: string[]) =>
  ({
    id: day,
    day,
    set: set.map((exerciseId) => ({ exerciseId, title: '', words: '' })),
  }) as unknown as LessonRecord;

it('of what stands: the last lesson up to the day in which something was set', () => {
  const lessons = [
    lesson('2026-03-09', 'z'),
    lesson('2026-03-05'),
    lesson('2026-03-02', 'a'),
    lesson('2026-02-20', 'b'),
  ];
  expect(standingLesson(lessons, '2026-03-05')?.day).toBe('2026-03-02');
  expect(standingLesson(lessons, '2026-03-09')?.day).toBe('2026-03-09');
  expect(standingLesson(lessons, '2026-03-01')?.day).toBe('2026-02-20');
  expect(standingLesson(lessons, '2026-02-19')).toBeNull();
});

it('of what was practised: only of the exercise, only from the day on, each count by itself', () => {
  const anyDay = fc.record({
    exerciseId: fc.constantFrom('a', 'b'),
    day: fc.constantFrom('2026-03-01', '2026-03-02', '2026-03-03'),
    seconds: fc.nat(1000),
    runs: fc.nat(20),
    clean: fc.nat(20),
  });
  fc.assert(
    fc.property(fc.array(anyDay, { maxLength: 8 }), (days) => {
      let [count, seconds, runs, clean] = [0, 0, 0, 0];
      for (const one of days)
        if (one.exerciseId === 'a' && one.day !== '2026-03-01') {
          count++;
          seconds += one.seconds;
          runs += one.runs;
          clean += one.clean;
        }
      const some = days as unknown as DayRecord[];
      expect(doneSince(some, 'a', '2026-03-02')).toEqual({ days: count, seconds, runs, clean });
    }),
  );
});

it('what is no exercise has no figures; what was deleted is counted, and not judged', () => {
  const days = [{ exerciseId: 'gone', day: '2026-03-03', seconds: 60, runs: 2, clean: 1 }] as DayRecord[];
  const book = { days, exercises: new Map() } as unknown as Book;
  const set = [
    { exerciseId: null, title: 'Listen', words: '' },
    { exerciseId: 'gone', title: 'Gone', words: '' },
  ];
  const done = tasksDone(book, { ...lesson('2026-03-02'), set } as LessonRecord);
  expect(done.map(({ judged }) => judged)).toEqual([null, null]);
  expect(done[0]!.done).toBeNull();
  expect(done[1]!.done).toEqual({ days: 1, seconds: 60, runs: 2, clean: 1 });
});

it('the last four weeks are 28 days with today', () => {
  expect(monthFrom({ now: '2026-03-28' } as Book)).toBe('2026-03-01');
});
