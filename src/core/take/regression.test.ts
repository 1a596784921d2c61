/** The statistics against statsmodels 0.13 and SciPy 1.10 (values and how they were made: scripts/take-statistics.py), and by simulation. */
import { describe, expect, it } from 'vitest';
import { effectsOf, holm, type Sample } from './regression';
import { chanceOf } from './simulated/chance';
import reference from './statistics.json';

describe('late after a kind', () => {
  it.each(reference.map((one, at) => [at, one] as const))('agrees with statsmodels, case %i', (_, one) => {
    const samples = one.late.map((late, at): Sample => ({ late, kind: one.kinds[at]!, part: 0 }));
    const effects = effectsOf(samples, 5);
    expect(effects.map(({ kind }) => kind)).toEqual(one.asked);
    effects.forEach(({ meanMs, low, high, n, p }, at) => {
      expect(n).toBe(one.kinds.filter((kind) => kind === one.asked[at]).length);
      // The same estimator (Tukey's bisquare, scale by the median absolute deviation).
      expect(meanMs).toBeCloseTo(one.means[at]!, 2);
      expect((high + low) / 2).toBeCloseTo(meanMs, 9);
      const error = (high - low) / 2 / one.quantile;
      // Two estimators of one error: of a robust fit where errors are alike, and HC3 of a plain one where nothing lies far out.
      expect(error / one.errors[at]!).toBeGreaterThan(0.7);
      expect(error / one.errors[at]!).toBeLessThan(1.45);
      if (one.outliers === 0) expect(Math.abs(error / one.hc3[at]! - 1)).toBeLessThan(0.12);
      // Where both are far from the line.
      if (one.holm[at]! < 0.005 || one.holm[at]! > 0.3) expect(p < 0.05).toBe(one.holm[at]! < 0.05);
    });
  });

  it('corrects chances as Holm does', () => {
    for (const { chances, holm: corrected } of reference)
      holm(chances).forEach((chance, at) => expect(chance).toBeCloseTo(corrected[at]!, 12));
  });

  it('finds 6 ms in 40 of 160 notes at 5 ms scatter; intervals cover as they say; parts stand apart', () => {
    const rounds = process.env.THOROUGH ? 2000 : 200;
    let [found, covered, coveredNothing] = [0, 0, 0];
    for (let seed = 1; seed <= rounds; seed++) {
      const chance = chanceOf(seed);
      const late = new Set<number>();
      while (late.size < 40) late.add(Math.floor(chance.part() * 160));
      let drift = 0;
      const samples = Array.from({ length: 160 }, (_, at): Sample => {
        drift += 0.8 * chance.normal();
        const kind = late.has(at) ? 'inside' : at % 5 === 0 ? 'outside' : null;
        // In the second part the player is a quarter of a second behind: no drift, a break.
        const part = at < 70 ? 0 : 1;
        return { late: drift + 250 * part + 5 * chance.normal() + (late.has(at) ? 6 : 0), kind, part };
      });
      const effects = effectsOf(samples, 8);
      const [inside, outside] = ['inside', 'outside'].map((name) =>
        effects.find(({ kind }) => kind === name)!,
      );
      if (inside!.p < 0.05) found++;
      if (inside!.low <= 6 && inside!.high >= 6) covered++;
      if (outside!.low <= 0 && outside!.high >= 0) coveredNothing++;
    }
    expect(found / rounds).toBeGreaterThanOrEqual(0.99);
    // Within three standard errors of 95 % at least; the thorough run asks for 93–97 %.
    const slack = Math.max(0.02, 3 * Math.sqrt((0.95 * 0.05) / rounds));
    for (const part of [covered, coveredNothing])
      expect(Math.abs(part / rounds - 0.95)).toBeLessThanOrEqual(slack);
  });

  it('says nothing of what is too seldom', () => {
    const samples = Array.from({ length: 40 }, (_, at): Sample => ({
      late: at % 3,
      kind: at < 5 ? 'inside' : null,
      part: 0,
    }));
    expect(effectsOf(samples, 8)).toEqual([]);
    // Nor where there is nothing to hold it against.
    const alone = samples.map((sample, at): Sample => ({ ...sample, kind: at < 2 ? null : 'inside' }));
    expect(effectsOf(alone, 8)).toEqual([]);
  });
});
