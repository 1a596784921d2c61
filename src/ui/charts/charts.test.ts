/** What charts are given and say: the figures of the record, in order, and no date that was not reckoned. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TempoOfDay } from '@/core/record';
import { dayAfter } from '@/core/record';
import { THEMES } from '../theme/tokens';
import { daysLater } from './dates';
import { forecastText } from './forecastText';
import { tempoSeries, tenths } from './tempoSeries';

const TODAY = '2026-11-28';
interface Line {
  readonly name?: string;
  readonly data: readonly (readonly [string, number])[];
  readonly stack?: string;
}

it('the band lies from the lower to the upper end of each day’s interval, the line within it', () => {
  const point = fc.record({ low: fc.integer({ min: 40, max: 90 }), up: fc.nat(200), part: fc.nat(100) });
  fc.assert(
    fc.property(fc.array(point, { maxLength: 20 }), (some) => {
      const points = some.map(({ low, up, part }, at): TempoOfDay => {
        const high = low + up / 7;
        return {
          day: dayAfter(TODAY, at),
          minutes: at,
          low,
          high,
          bpm: low + ((high - low) * part) / 100,
          since: null,
        };
      });
      const [edge, band, line] = tempoSeries(points, THEMES.light) as [Line, Line, Line];
      expect([edge.stack, band.stack, line.name]).toEqual(['band', 'band', 'clean tempo']);
      points.forEach(({ day, low, high, bpm }, at) => {
        expect([edge.data[at]![0], band.data[at]![0], line.data[at]![0]]).toEqual([day, day, day]);
        expect(edge.data[at]![1]).toBeCloseTo(low, 1);
        // Stacked upon the lower end it reaches the upper one.
        expect(edge.data[at]![1] + band.data[at]![1]).toBeCloseTo(high, 1);
        expect(Math.abs(line.data[at]![1] - bpm)).toBeLessThanOrEqual(0.05001);
      });
      expect(line.data).toHaveLength(points.length);
      // What is known now takes the line; what could be told then stays as dots.
      const smooth = { low: 300, bpm: 310, high: 330 };
      const [below, upon, now, dots] = tempoSeries(
        points.map((one) => ({ ...one, since: smooth })),
        THEMES.light,
      ) as [Line, Line, Line, Line | undefined];
      points.forEach(({ day, bpm }, at) => {
        const drawn = [below.data[at]![1], upon.data[at]![1], now.data[at]![1]];
        expect(drawn).toEqual([300, 30, 310]);
        expect(dots!.data[at]).toEqual([day, tenths(bpm)]);
      });
    }),
  );
  expect(tenths(12.34999)).toBe(12.3);
});

describe('a forecast', () => {
  const text = (forecast: Parameters<typeof forecastText>[0]) => forecastText(forecast, 120, TODAY);
  it('names dates only where the record gives them', () => {
    expect(text({ state: 'too early', sessions: 1 } as never)).toMatch(
      /^Too early to tell when 120 .*: one day of practice/,
    );
    expect(text({ state: 'too early', sessions: 3 } as never)).toMatch(/: 3 days of practice/);
    expect(text({ state: 'not rising' } as never)).toMatch(/no date is given for 120\.$/);
    expect(text({ state: 'reached' } as never)).toBe('120 is clean by this record.');
    const band = (earlyDays: number | null, lateDays: number | null) =>
      text({ state: 'band', earlyDays, lateDays } as never);
    expect(band(null, null)).toMatch(/more than two years away/);
    expect(band(3, null)).toMatch(/from 1 Dec 2026 on, or not for years/);
    expect(band(3, 34)).toMatch(/between 1 Dec 2026 and 1 Jan 2027, if practice goes on/);
  });

  it('days later are counted by the calendar, over the change of the clocks too', () => {
    fc.assert(
      fc.property(fc.integer({ min: -800, max: 800 }), (days) => {
        const later = Date.parse(`${daysLater('2026-03-28', days, 'iso')}T00:00:00Z`);
        expect(later - Date.parse('2026-03-28T00:00:00Z')).toBe(days * 86_400_000);
      }),
    );
    expect(daysLater('2026-11-28', 4)).toBe('2 Dec 2026');
    expect(daysLater('', 4)).toBe('');
  });
});
