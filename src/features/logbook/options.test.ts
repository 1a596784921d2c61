/** What the charts of the logbook are given: every figure of the record, where and as it is. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { dayAfter, NO_KINDS, type TempoOfDay, type WeekOfPractice } from '@/core/record';
import { THEMES } from '@/ui/theme/tokens';
import { EXPOSURE, LOAD, RUNS, tempoOption, weekOption, type WeekSeries } from './options';

const MONDAY = '2026-01-05';
const count = fc.nat(5000);
const weeks = fc
  .array(
    fc.record({
      seconds: count,
      clean: count,
      others: count,
      ...{ outside: count, inside: count, sweep: count },
    }),
    { maxLength: 12 },
  )
  .map((some) =>
    some.map(
      ({ seconds, clean, others, ...exposure }, at) =>
        ({
          ...{ monday: dayAfter(MONDAY, 7 * at), seconds, clean, runs: clean + others },
          exposure: { ...NO_KINDS, ...exposure },
        }) as unknown as WeekOfPractice,
    ),
  );

interface Bars {
  readonly name: string;
  readonly data: readonly number[];
  readonly itemStyle: { readonly color: string; readonly borderColor: string };
}
const barsOf = (some: readonly WeekOfPractice[], series: readonly WeekSeries[]) =>
  weekOption(some, series, 'x', THEMES.dark).series as readonly Bars[];

it('bars stand for the figures of their week, and add up to all of it', () => {
  fc.assert(
    fc.property(weeks, (some) => {
      const [clean, others] = barsOf(some, RUNS);
      const [load] = barsOf(some, LOAD);
      const kinds = barsOf(some, EXPOSURE);
      some.forEach((week, at) => {
        expect(clean!.data[at]).toBe(week.clean);
        expect(clean!.data[at]! + others!.data[at]!).toBe(week.runs);
        expect(Math.abs(load!.data[at]! - week.seconds / 60)).toBeLessThanOrEqual(0.05001);
        for (const { name, data } of kinds)
          expect(data[at]).toBe(week.exposure[name as 'outside' | 'inside' | 'sweep']);
      });
      const { data } = weekOption(some, RUNS, 'x', THEMES.dark).xAxis;
      expect(data).toHaveLength(some.length);
      if (some.length > 1) expect(data.slice(0, 2)).toEqual(['5 Jan', '12 Jan']);
    }),
    { numRuns: 60 },
  );
});

it('parts of a bar are told apart without colour: of two, one is hollow', () => {
  for (const series of [RUNS, EXPOSURE]) {
    const hollow = barsOf([], series).filter(({ itemStyle }) => itemStyle.color === THEMES.dark.card);
    expect(hollow).toHaveLength(1);
    expect(hollow[0]!.itemStyle.borderColor).not.toBe(THEMES.dark.card);
  }
});

it('the goal is drawn from the first day to the last, at its tempo, and not at all where there is none', () => {
  const point = (day: string) => ({ day, bpm: 80, low: 70, high: 90, minutes: 5 }) as TempoOfDay;
  const points = [point('2026-01-05'), point('2026-02-01'), point('2026-03-09')];
  const named = (goal: number | null) =>
    (tempoOption(points, goal, THEMES.light).series as readonly { name?: string; data: unknown }[]).find(
      ({ name }) => name === 'goal',
    );
  expect(named(null)).toBeUndefined();
  expect(named(104.5)).toMatchObject({
    data: [
      ['2026-01-05', 104.5],
      ['2026-03-09', 104.5],
    ],
    markPoint: { data: [{ coord: ['2026-01-05', 104.5] }], label: { formatter: 'goal 104.5' } },
  });
});
