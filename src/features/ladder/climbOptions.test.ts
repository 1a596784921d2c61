/** The picture of a climb: each step at its tempo, and no day before it can be. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { buildLadder, type LadderStep } from '@/core';
import { THEMES } from '@/ui/theme/tokens';
import { climbAhead, stepsOption, timeOption } from './climbOptions';

const STEPS: readonly LadderStep[] = buildLadder({ startBpm: 60, goalBpm: 100 });
const daysBetween = (from: string, to: string) =>
  (Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000;

it('a climb goes on from where it stands, so many sessions a week, and never back in time', () => {
  const climb = fc.record({
    gaps: fc.array(fc.nat(3), { minLength: STEPS.length, maxLength: STEPS.length }),
    begin: fc.nat(STEPS.length - 1),
    aWeek: fc.nat(14),
  });
  fc.assert(
    fc.property(climb, ({ gaps, begin, aWeek }) => {
      const sessions = gaps.map((_, at) => gaps.slice(0, at + 1).reduce((sum, gap) => sum + gap, 0));
      const ahead = climbAhead(STEPS, sessions, begin, '2026-11-28', aWeek);
      expect(ahead.map(([, bpm]) => bpm)).toEqual(STEPS.slice(begin).map(({ bpm }) => bpm));
      expect(ahead[0]![0]).toBe('2026-11-28');
      ahead.forEach(([day], at) => {
        // A session takes its share of the week; without sessions, a week each.
        const exact = ((sessions[begin + at]! - sessions[begin]!) * 7) / (aWeek || 1);
        expect(Math.abs(daysBetween('2026-11-28', day) - exact)).toBeLessThanOrEqual(0.5);
      });
    }),
    { numRuns: 80 },
  );
});

it('over steps: one point a step, the chosen one larger, the clean tempo where there is one', () => {
  const drawn = (tempo: Parameters<typeof stepsOption>[2]) =>
    stepsOption(STEPS, 2, tempo, THEMES.dark).series[0]!;
  const line = drawn({ bpm: 80.26, low: 75.04, high: 86 }) as ReturnType<typeof drawn> & {
    markLine: { data: unknown; label: { formatter: string } };
    markArea: { data: unknown };
  };
  expect(line.data).toEqual(STEPS.map(({ bpm }) => bpm));
  const sizes: number[] = STEPS.map((_, dataIndex) => line.symbolSize(null, { dataIndex }));
  expect(sizes.indexOf(Math.max(...sizes))).toBe(2);
  expect(line.markLine).toMatchObject({ data: [{ yAxis: 80.3 }], label: { formatter: 'clean 80' } });
  expect(line.markArea).toMatchObject({ data: [[{ yAxis: 75 }, { yAxis: 86 }]] });
  expect(drawn(null)).not.toHaveProperty('markLine');
});

it('over time: what was, and what may come, each named in the legend', () => {
  const ahead = [['2026-11-28', 60] as const];
  const { series, legend } = timeOption([], ahead, THEMES.light);
  const names = (series as readonly { name?: string }[]).flatMap(({ name }) => name ?? []);
  expect(names).toEqual(legend.data);
  expect(series.at(-1)).toMatchObject({ data: ahead });
});
