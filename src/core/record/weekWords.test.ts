/** What the weeks of a record come to, in words: every figure said is one that a recount finds. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_LIMITS } from '../model/limits';
import type { WeekOfPractice } from './book';
import { NO_KINDS, type DayRecord } from './day';
import { exposureText, loadText, runsText } from './weekWords';

const count = fc.nat(3000);
const week = fc
  .record({ clean: count, others: count, outside: count, inside: count, sweep: count })
  .map(({ clean, others, ...kinds }) => ({
    clean,
    runs: clean + others,
    exposure: { ...NO_KINDS, ...kinds },
  }));
const weeks = fc.array(week, { maxLength: 6 }) as unknown as fc.Arbitrary<WeekOfPractice[]>;
const figures = (text: string) =>
  [...text.matchAll(/\d[\d,]*/g)].map(([one]) => Number(one.replaceAll(',', '')));

describe('weeks in words', () => {
  it('runs: how many, and which share of them was clean', () => {
    fc.assert(
      fc.property(weeks, (some) => {
        let [runs, clean] = [0, 0];
        for (const one of some) [runs, clean] = [runs + one.runs, clean + one.clean];
        const text = runsText(some);
        const [saidRuns, share] = figures(text);
        expect(saidRuns).toBe(runs);
        if (runs > 0) expect(Math.abs(share! - (100 * clean) / runs)).toBeLessThanOrEqual(0.5);
        expect(/\bruns?\b/.exec(text)![0]).toBe(runs === 1 ? 'run' : 'runs');
      }),
    );
  });

  it('changes: shares that make a whole; where there are none, only sweeps are told', () => {
    fc.assert(
      fc.property(weeks, (some) => {
        let [inside, outside, sweeps] = [0, 0, 0];
        for (const { exposure } of some) {
          inside += exposure.inside;
          outside += exposure.outside;
          sweeps += exposure.sweep;
        }
        const said = figures(exposureText(some));
        if (inside + outside === 0) expect(said).toEqual([sweeps]);
        else {
          expect(said[0]! + said[1]!).toBe(100);
          expect(Math.abs(said[0]! - (100 * inside) / (inside + outside))).toBeLessThanOrEqual(0.5);
          expect(said[2]).toBe(inside + outside);
        }
      }),
    );
  });
});

it('of one it says one: change, sweep, minute', () => {
  const one = (exposure: object) =>
    [{ runs: 1, clean: 1, exposure: { ...NO_KINDS, ...exposure } }] as unknown as WeekOfPractice[];
  expect(exposureText(one({ inside: 1 }))).toBe('100 % inside, 0 % outside, in 1 change.');
  expect(exposureText(one({ sweep: 1 }))).toBe('No inside or outside change was played, 1 sweep.');
  const limits = { ...DEFAULT_LIMITS, exerciseMinutes: 1, pickingMinutes: 1, breakMinutes: 1 };
  const text = loadText({ days: [], allDays: [], limits, secondsAtClean: null });
  expect(text).toContain('more than 1 minute of picking without 1 minute off');
  expect(text).toContain('more than 1 minute on one exercise');
});

describe('load in words', () => {
  const day = (name: string, longestSeconds: number, stretches: DayRecord['stretches'] = []) =>
    ({ day: name, longestSeconds, stretches }) as unknown as DayRecord;
  const said = (days: readonly DayRecord[], allDays: readonly DayRecord[] = days) =>
    loadText({ days, allDays, limits: DEFAULT_LIMITS, secondsAtClean: 90 });

  it('counts the days that went over the limit, and names the longest', () => {
    const text = said([day('2026-01-05', 600), day('2026-01-06', 660), day('2026-01-07', 1500)]);
    expect(text).toContain(
      'On 2 days more than 10 minutes on one exercise without a minute’s rest, the longest 25',
    );
    // Just at the limit is within it.
    expect(said([day('2026-01-05', 600)])).toContain('No day with more than 10 minutes on one exercise');
  });

  it('adds up what was picked without a break, whatever the exercise', () => {
    const played = (fromMinute: number, minutes: number) =>
      ({
        exerciseId: 'e',
        from: fromMinute * 60,
        until: (fromMinute + minutes) * 60,
        seconds: minutes * 60,
      }) as const;
    // Eighteen minutes, three off, fourteen of another exercise: no break of five between them.
    const one = day('2026-01-05', 600, [played(0, 18)]);
    const other = day('2026-01-05', 600, [played(21, 14)]);
    expect(said([one], [one, other])).toContain(
      'On 1 day more than 30 minutes of picking without 5 minutes off, all exercises together, the longest 32 minutes.',
    );
    // Six off is a break, and another day is another day.
    const later = day('2026-01-05', 600, [played(24, 14)]);
    const nextDay = day('2026-01-06', 600, [played(21, 14)]);
    for (const all of [
      [one, later],
      [one, nextDay],
    ])
      expect(said([one], all)).toContain('No day with more than 30 minutes of picking');
  });
});
