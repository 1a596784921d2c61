/** What is done to a week by hand: nothing is lost, nothing comes twice a day. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { NEW_WEEK } from '@/core';
import { addVisit, addWish, moveVisit, removeVisit, removeWish, setSession, setVisit, setWish } from './acts';
import type { WeekContent } from './draft';

const IDS = ['a', 'b', 'c', 'd'];
const visit = (exerciseId: string, minutes = 6) => ({
  exerciseId,
  title: exerciseId,
  minutes,
  isLocked: false,
});
const wish = (exerciseId: string) => ({
  ...{ exerciseId, title: exerciseId, isMust: false, days: 3, leastMinutes: 4, mostMinutes: 10 },
  importance: 'usual' as const,
});
const weeks = fc.array(fc.subarray(IDS), { minLength: 7, maxLength: 7 }).map((days): WeekContent => ({
  ...NEW_WEEK,
  wishes: IDS.map(wish),
  sessions: days.map((ids) => ({ minutes: 20, begins: null, visits: ids.map((id) => visit(id)) })),
}));
const day = fc.integer({ min: 0, max: 6 });
const all = (week: WeekContent) =>
  week.sessions.flatMap(({ visits }) => visits.map(({ exerciseId }) => exerciseId)).sort();

it('moving keeps all that comes in the week, and never brings an exercise twice on a day', () => {
  fc.assert(
    fc.property(
      weeks,
      fc.constantFrom(...IDS),
      day,
      day,
      fc.integer({ min: 0, max: 5 }),
      (week, id, from, to, place) => {
        const change = moveVisit(week, id, from, to, place);
        const isThere = (at: number) => week.sessions[at]!.visits.some(({ exerciseId }) => exerciseId === id);
        const stands = week.sessions[to]!.visits.findIndex(({ exerciseId }) => exerciseId === id);
        // On its own day it moves where its place becomes another.
        if (from === to && stands >= 0)
          expect(change === null).toBe(Math.min(place, week.sessions[to]!.visits.length - 1) === stands);
        if (from !== to) expect(change === null).toBe(!isThere(from) || isThere(to));
        if (change === null) return;
        const moved = { ...week, ...change };
        expect(all(moved)).toEqual(all(week));
        const { visits } = moved.sessions[to]!;
        expect(visits.findIndex(({ exerciseId }) => exerciseId === id)).toBe(
          Math.min(place, visits.length - 1),
        );
        for (const one of moved.sessions)
          expect(new Set(one.visits.map(({ exerciseId }) => exerciseId)).size).toBe(one.visits.length);
      },
    ),
  );
});

it('other acts change what they name and nothing else', () => {
  fc.assert(
    fc.property(weeks, fc.constantFrom(...IDS), day, (week, id, at) => {
      const isThere = week.sessions[at]!.visits.some(({ exerciseId }) => exerciseId === id);
      const added = addVisit(week, at, visit(id, 8));
      expect(added === null).toBe(isThere);
      if (added) expect({ ...week, ...removeVisit({ ...week, ...added }, at, id) }).toEqual(week);
      const others = (change: object) => ({ ...week, ...change }).sessions.filter((_, one) => one !== at);
      const same = week.sessions.filter((_, one) => one !== at);
      for (const change of [
        setVisit(week, at, id, { minutes: 12, isLocked: true })!,
        setSession(week, at, { minutes: 5 })!,
        removeVisit(week, at, id)!,
      ])
        expect(others(change)).toEqual(same);
      const left = { ...week, ...removeWish(week, id, at) };
      expect(left.wishes.map(({ exerciseId }) => exerciseId)).toEqual(IDS.filter((one) => one !== id));
      expect(left.sessions.slice(0, at)).toEqual(week.sessions.slice(0, at));
      expect(all({ ...left, sessions: left.sessions.slice(at) })).not.toContain(id);
      expect(addWish(week, wish(id))).toBeNull();
    }),
  );
});

it('the least of a day never lies above the most', () => {
  const week = { ...NEW_WEEK, wishes: [wish('a')] };
  const set = (change: object) => setWish(week, 'a', change)!.wishes![0];
  expect(set({ leastMinutes: 12 })).toMatchObject({ leastMinutes: 12, mostMinutes: 12 });
  expect(set({ mostMinutes: 2 })).toMatchObject({ leastMinutes: 2, mostMinutes: 2 });
  expect(set({ isMust: true })).toMatchObject({ isMust: true, leastMinutes: 4, mostMinutes: 10 });
});
