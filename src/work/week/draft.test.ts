/** A week before anything was said about it: what was set comes first, then what is worked on, then what is due; or as the week before. */
import { describe, expect, it } from 'vitest';
import { NEW_PLAYER, NEW_WEEK, type LessonRecord } from '@/core';
import type { DayRecord } from '@/core/record';
import type { Wish } from '@/core/routine';
import type { Book } from '../book';
import { draftedWeek, draftedWishes, usualWish } from './draft';

const TODAY = '2026-03-05';
const day = (exerciseId: string, on: string) =>
  ({ exerciseId, day: on, seconds: 60, runs: 1, clean: 1, results: [] }) as unknown as DayRecord;
/** A student's book with some exercises, those in capitals archived. */
const book = (ids: readonly string[], days: readonly DayRecord[], minutes = NEW_PLAYER.weekMinutes) =>
  ({
    ...{ today: TODAY, now: TODAY, days, practised: [], player: { ...NEW_PLAYER, weekMinutes: minutes } },
    exercises: new Map(ids.map((id) => [id, { id, archivedAt: id === id.toUpperCase() ? TODAY : null }])),
    titleOf: (id: string) => `title of ${id}`,
  }) as unknown as Book;
const lessons = (...set: (string | null)[]) =>
  [{ day: '2026-03-01', set: set.map((exerciseId) => ({ exerciseId })) }] as unknown as LessonRecord[];
const short = (wishes: readonly Wish[]) =>
  wishes.map(({ exerciseId, importance }) => `${exerciseId} ${importance}`);

describe('what is wished for', () => {
  it('is what was set, more, and what was worked on in four weeks; not what is put away, gone or no exercise', () => {
    const days = [
      day('b', '2026-03-04'),
      day('old', '2026-02-05'),
      day('gone', '2026-03-01'),
      day('a', '2026-02-06'),
    ];
    const wishes = draftedWishes({
      book: book(['a', 'b', 'set', 'old', 'X'], days),
      lessons: lessons('set', null, 'X', 'a'),
      before: undefined,
    });
    expect(short(wishes).slice(0, 2)).toEqual(['set more', 'a more']);
    expect(short(wishes).slice(2)).toEqual(['b usual']);
    expect(wishes[0]).toMatchObject({
      title: 'title of set',
      isMust: false,
      days: 3,
      leastMinutes: 4,
      mostMinutes: 10,
    });
  });

  it('is no more than eight, unless more were set', () => {
    const ids = Array.from({ length: 12 }, (_, at) => `e${at}`);
    const of = (set: readonly string[]) =>
      draftedWishes({
        ...{
          book: book(
            ids,
            ids.map((id) => day(id, TODAY)),
          ),
          before: undefined,
        },
        lessons: lessons(...set),
      }).length;
    expect(of([])).toBe(8);
    expect(of(ids.slice(0, 10))).toBe(10);
  });

  it('is as in the week before, with what was set since', () => {
    const kept: Wish = { ...usualWish('a', 'A', 'usual', NEW_PLAYER), days: 5, isMust: true };
    const before = {
      ...NEW_WEEK,
      wishes: [kept, { ...kept, exerciseId: 'gone' }, { ...kept, exerciseId: 'X' }],
    };
    const of = {
      book: book(['a', 'set', 'X'], [day('set', TODAY)]),
      lessons: lessons('set', 'a', 'X'),
      before,
    };
    expect(draftedWishes(of)).toEqual([kept, usualWish('set', 'title of set', 'more', NEW_PLAYER)]);
  });

  it('stays within what an exercise may take a day', () => {
    const most = (exerciseMinutes: number) =>
      usualWish('a', '', 'usual', { limits: { ...NEW_PLAYER.limits, exerciseMinutes } }).mostMinutes;
    expect([most(60), most(7), most(2)]).toEqual([10, 7, 4]);
  });
});

describe('its days', () => {
  it('are those of the student; of whom none are known, five of twenty minutes', () => {
    const minutes = (of: readonly number[]) =>
      draftedWeek({ book: book([], [], of), lessons: [], before: undefined }).sessions.map((one) => {
        expect(one).toMatchObject({ begins: null, visits: [] });
        return one.minutes;
      });
    expect(minutes([0, 15, 0, 0, 0, 0, 30])).toEqual([0, 15, 0, 0, 0, 0, 30]);
    expect(minutes([0, 0, 0, 0, 0, 0, 0])).toEqual([20, 20, 20, 20, 20, 0, 0]);
  });

  it('are as in the week before, with nothing on them yet', () => {
    const sessions = [{ minutes: 25, begins: '17:00', visits: [{ exerciseId: 'a', title: '', minutes: 4 }] }];
    const before = { ...NEW_WEEK, mostExercises: 3, warmUpMinutes: 7, wishes: [], sessions } as never;
    const week = draftedWeek({ book: book([], []), lessons: [], before });
    expect(week).toMatchObject({ mostExercises: 3, warmUpMinutes: 7 });
    expect(week.sessions).toEqual([{ minutes: 25, begins: '17:00', visits: [] }]);
  });
});
