/**
 * What comes back and when, against worked values; and whether it helps: a student who forgets as a published curve says. Order of a
 * session against worked values.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayAfter, dayNumber } from './day';
import { coldRuns, dueOn, RECALL_DAYS, recallOf, recallText } from './recall';

const FIRST = '2026-03-02';
const FAST = 6;

/** A day so many days after the first, on which the first run was clean or not at a speed; the rest of it is clean. */
const day = (after: number, clean: boolean, notesPerSecond = FAST) => ({
  day: dayAfter(FIRST, after),
  cold: { notesPerSecond, clean },
  speeds: [{ notesPerSecond: FAST, passes: 1, clean: true, stoppedIn: null, runs: 1, seconds: 1 }],
});
const dueAfter = (...days: ReturnType<typeof day>[]) => dayNumber(recallOf(days)!.dueDay) - dayNumber(FIRST);

describe('an exercise that was clean', () => {
  it('is due after 1, 3, 7, 14, 30 and 60 days while it is clean when cold, and then every 60', () => {
    const days = [day(0, true)];
    let after = 0;
    for (const interval of [1, 3, 7, 14, 30, 60, 60]) {
      expect(dueAfter(...days)).toBe(after + interval);
      after += interval;
      days.push(day(after, true));
    }
  });

  it('goes two intervals back where it was not clean when cold, due or not; practice before it is due moves nothing', () => {
    // Clean on day 0, 1 and 4: due on 11. Not clean when cold on day 11: from seven days two back, to one.
    expect(dueAfter(day(0, true), day(1, true), day(4, true))).toBe(11);
    expect(dueAfter(day(0, true), day(1, true), day(4, true), day(11, false))).toBe(12);
    expect(dueAfter(day(0, true), day(1, true), day(4, true), day(6, true))).toBe(11);
    expect(dueAfter(day(0, true), day(1, true), day(4, true), day(6, false))).toBe(7);
    // Days late count from the day on which it was checked.
    expect(dueAfter(day(0, true), day(9, true))).toBe(12);
  });

  it('is not checked by a run that is much slower, nor by a day of parts', () => {
    expect(dueAfter(day(0, true), day(1, true, 0.7 * FAST))).toBe(1);
    expect(dueAfter(day(0, true), day(1, false, 0.7 * FAST))).toBe(1);
    expect(dueAfter(day(0, true), { ...day(1, true), cold: null as never, speeds: [] })).toBe(1);
  });

  it('is not due before it was ever clean, and says what the check will make of it', () => {
    const never = { ...day(0, false), speeds: [{ ...day(0, false).speeds[0]!, clean: false }] };
    expect(recallOf([never])).toBeNull();
    expect(recallOf([])).toBeNull();
    expect(recallText({ interval: 2 })).toBe('clean, it comes back in 14 days; not clean, tomorrow');
    expect(recallText({ interval: 5 })).toBe('clean, it comes back in 60 days; not clean, in 14 days');
  });

  it('is listed on its day and after, by how long it waits for its interval', () => {
    const exercises = [
      { exerciseId: 'fresh', days: [day(0, true)] },
      { exerciseId: 'settled', days: [day(0, true), day(1, true), day(4, true)] },
    ];
    const due = (after: number) =>
      dueOn(exercises, dayAfter(FIRST, after)).map(({ exerciseId }) => exerciseId);
    expect(due(0)).toEqual([]);
    expect(due(1)).toEqual(['fresh']);
    // On day 13 ten times its interval late, the other two of seven days.
    expect(due(13)).toEqual(['fresh', 'settled']);
    expect(dueOn(exercises, dayAfter(FIRST, 13)).map(({ lateDays }) => lateDays)).toEqual([12, 2]);
  });
});

/**
 * A student who forgets by the power of time (Wixted & Ebbesen 1991): p = (1 + t/s)^(−0.5), each clean recall widens s (here 2.2 times, not
 * clean 1.1 times: our own figures). Both ways cost as many days of practice.
 */
it('what comes back by expanding intervals is better kept than what is played as often in a row', () => {
  const kept = (days: readonly number[], until: number) => {
    let [strength, last, expected] = [1, 0, 1];
    for (const at of days) {
      const recalled = (1 + (at - last) / strength) ** -0.5;
      // The mean over both outcomes: recalled after a longer rest strengthens more.
      strength *= recalled * (1 + 1.2 * (1 - Math.exp(-(at - last) / strength))) + (1 - recalled) * 1.1;
      last = at;
    }
    expected = (1 + (until - last) / strength) ** -0.5;
    return expected;
  };
  let at = 0;
  const spaced = RECALL_DAYS.slice(0, 5).map((interval) => (at += interval));
  const massed = [1, 2, 3, 4, 5];
  // Two months after the last spaced day, and as long after the last massed one too.
  expect(kept(spaced, at + 60)).toBeGreaterThan(kept(massed, 5 + 60) + 0.05);
});

it('of the runs of a list the first whole one of each exercise and day is cold, as far as the list shows it', () => {
  const run = fc.record({
    exerciseId: fc.constantFrom('a', 'b'),
    day: fc.constantFrom('2026-03-01', '2026-03-02', '2026-03-03'),
    part: fc.constantFrom(null, null, 'pair' as const),
  });
  fc.assert(
    fc.property(fc.array(run, { maxLength: 20 }), fc.nat(20), (some, cut) => {
      // As they were played: oldest first.
      const played = some
        .toSorted((a, b) => a.day.localeCompare(b.day))
        .map((one, at) => ({ ...one, id: `${at}` }));
      const isFirst = played.filter(
        ({ part, exerciseId, day }, at) =>
          part === null &&
          !played
            .slice(0, at)
            .some((other) => other.part === null && other.exerciseId === exerciseId && other.day === day),
      );
      const newest = played.toReversed();
      expect([...coldRuns(newest, true)].sort()).toEqual(isFirst.map(({ id }) => id).sort());
      // Of a list that is cut nothing is called cold that is not.
      for (const id of coldRuns(newest.slice(0, cut), false))
        expect(isFirst.some((one) => one.id === id)).toBe(true);
    }),
  );
});
