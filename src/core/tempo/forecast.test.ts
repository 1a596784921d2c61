/** The forecast against known power laws, and against a table of Student's t. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitPowerLaw, forecast, type TempoPoint } from './forecast';

const curve = (scale: number, exponent: number, sessions: number, every = 3, seOctaves = 0): TempoPoint[] =>
  Array.from({ length: sessions }, (_, at) => ({
    day: at * every,
    practice: 10 * (at + 1),
    bpm: scale * (10 * (at + 1)) ** exponent,
    seOctaves,
  }));

describe('the forecast', () => {
  it('finds a known curve and the day on which it reaches the goal', () => {
    const law = fc.record({
      scale: fc.double({ min: 30, max: 90, noNaN: true }),
      exponent: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      sessions: fc.integer({ min: 11, max: 60 }),
      more: fc.integer({ min: 1, max: 200 }),
    });
    fc.assert(
      fc.property(law, ({ scale, exponent, sessions, more }) => {
        const points = curve(scale, exponent, sessions);
        const found = fitPowerLaw(points);
        expect(found.exponent).toBeCloseTo(exponent, 9);
        expect(2 ** found.logScale / scale).toBeCloseTo(1, 9);
        // Ten minutes every third day: the goal lies `more` days ahead on the curve itself.
        const goal = scale * (10 * sessions + (10 / 3) * more) ** exponent;
        const when = forecast(points, goal);
        if (when.state !== 'band') throw new Error(when.state);
        expect(Math.abs(when.likelyDays! - more)).toBeLessThanOrEqual(1);
        expect(when.earlyDays!).toBeLessThanOrEqual(when.likelyDays!);
      }),
    );
  });

  it('is withheld, or says that nothing rises', () => {
    expect(forecast(curve(60, 0.2, 5), 200).state).toBe('too early');
    expect(forecast(curve(60, 0.2, 9, 1), 200)).toEqual({ state: 'too early', sessions: 9, days: 8 });
    expect(forecast([], 100).state).toBe('too early');
    expect(forecast(curve(60, -0.1, 12), 200).state).toBe('not rising');
    expect(forecast(curve(60, 0.2, 12), 80).state).toBe('reached');
  });

  it('spreads as Student’s t says: t(0.95, 4) = 2.132 in the printed tables', () => {
    const points = curve(60, 0.2, 6, 3, 0.1);
    const [middle] = [2 ** (points.reduce((sum, { practice }) => sum + Math.log2(practice), 0) / 6)];
    expect(fitPowerLaw(points).bandOctaves(middle)).toBeCloseTo(2.132 * 0.1 * Math.sqrt(1 + 1 / 6), 3);
  });
});
