/** Small charts share one scale that holds every point, every interval and every goal. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { TempoOfDay } from '@/core/record';
import { THEMES } from '@/ui/theme/tokens';
import { inSeconds, scaleOf, smallOption, type SmallTempo } from './tempoOption';

const point = fc
  .record({
    day: fc.integer({ min: 1, max: 28 }).map((day) => `2026-02-${String(day).padStart(2, '0')}`),
    bpm: fc.double({ min: 30, max: 900, noNaN: true }),
    wide: fc.double({ min: 0, max: 40, noNaN: true }),
    isKnown: fc.boolean(),
  })
  .map(({ day, bpm, wide, isKnown }): TempoOfDay => {
    const tempo = { bpm, low: bpm - wide, high: bpm + wide };
    return {
      day,
      minutes: 5,
      ...tempo,
      since: isKnown ? { ...tempo, low: tempo.low - 1, high: tempo.high + 1 } : null,
    };
  });
const chart = fc.record({
  points: fc.array(point, { maxLength: 6 }).map(inSeconds),
  goal: fc.option(fc.double({ min: 1, max: 20, noNaN: true })),
});

it('holds everything that is drawn on it, in notes a second', () => {
  fc.assert(
    fc.property(fc.array(chart, { maxLength: 4 }), (charts: SmallTempo[]) => {
      const scale = scaleOf(charts);
      const points = charts.flatMap((one) => one.points);
      if (points.length === 0) {
        expect(scale).toBeNull();
        return;
      }
      for (const { day, low, high, since } of points) {
        expect(day >= scale!.from && day <= scale!.to).toBe(true);
        expect(Math.min(low, since?.low ?? low)).toBeGreaterThanOrEqual(scale!.low);
        expect(Math.max(high, since?.high ?? high)).toBeLessThanOrEqual(scale!.high);
      }
      for (const { goal } of charts)
        if (goal !== null) expect(goal <= scale!.high && goal >= scale!.low).toBe(true);
      for (const one of charts) {
        const { yAxis, series } = smallOption(one, scale!, THEMES.light);
        expect([yAxis.min, yAxis.max]).toEqual([scale!.low, scale!.high]);
        expect(series.some((line) => 'name' in line && line.name === 'goal')).toBe(one.goal !== null);
      }
    }),
  );
});

it('is a sixtieth of notes a minute, whatever was known since', () => {
  const [one] = inSeconds([
    { day: '2026-02-01', minutes: 1, bpm: 120, low: 60, high: 180, since: { bpm: 240, low: 30, high: 300 } },
  ]);
  expect(one).toMatchObject({ bpm: 2, low: 1, high: 3, since: { bpm: 4, low: 0.5, high: 5 } });
});
