/** Clean tempo against values from an outside statistics package, and runs of several passes against simulation. */
import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, expect, it } from 'vitest';
import { cleanChance, estimateCleanTempo, type JudgedRun } from './cleanTempo';

const TWELVE = [84, 88, 92, 96, 100, 104, 108, 112, 116, 120, 126, 132];
const VERDICTS = [1, 1, 1, 1, 1, 0, 1, 1, 0, 1, 0, 0];
const WEIGHTS = [0.25, 0.25, 0.5, 0.5, 0.5, 0.5, 1, 1, 1, 1, 1, 1];

const runsOf = (
  bpms: readonly number[],
  clean: readonly number[],
  weights?: readonly number[],
): JudgedRun[] =>
  bpms.map((bpm, at) => ({ bpm, clean: clean[at] === 1, ...(weights ? { weight: weights[at]! } : {}) }));

describe('clean tempo', () => {
  // SciPy 1.10 (BFGS, then Newton to convergence) on the same penalised likelihood: `clean-tempo.md` of the agreed design.
  it.each([
    ['twelve runs', runsOf(TWELVE, VERDICTS), 100, [2.1129335, -10.9299573, 104.71597, 95.57858, 114.7269]],
    [
      'all clean',
      runsOf([72, 76, 80, 84], [1, 1, 1, 1]),
      80,
      [2.9977696, -11.8380572, 87.91606, 72.27295, 106.94502],
    ],
    [
      'none clean',
      runsOf([144, 144, 152], [0, 0, 0]),
      144,
      [-1.7753144, -12.1727664, 120.27533, 97.53482, 148.31786],
    ],
    [
      'separable',
      runsOf([60, 63, 66, 69, 72, 76, 80, 84], [1, 1, 1, 1, 0, 0, 0, 0]),
      66,
      [1.500863, -15.317747, 66.34306, 61.33424, 71.76092],
    ],
    [
      'weighted',
      runsOf(TWELVE, VERDICTS, WEIGHTS),
      100,
      [2.4077182, -11.4118141, 106.40057, 96.65977, 117.12298],
    ],
  ] as const)('%s: as the outside package finds it, to 1e-6', (_, runs, b0, expected) => {
    const { beta0, beta1, bpm, low, high } = estimateCleanTempo(runs, { b0 });
    [beta0, beta1, bpm!, low!, high!].forEach((value, at) =>
      expect(Math.abs(value / expected[at]! - 1)).toBeLessThan(1e-6),
    );
  });

  it('does not depend on b0 where the priors say nothing, nor on how equal runs are put together', () => {
    const flat = { beta0: { mean: 0, sd: 1e4 }, beta1: { mean: 0, sd: 1e4 } };
    const runs = runsOf(TWELVE, VERDICTS);
    const [a, b] = [90, 130].map((b0) => estimateCleanTempo(runs, { b0, prior: flat }).bpm!);
    expect(a).toBeCloseTo(b!, 3);
    const twice = estimateCleanTempo([...runs, ...runs]);
    const weighted = estimateCleanTempo(runs.map((run) => ({ ...run, weight: 2 })));
    expect(weighted.bpm).toBeCloseTo(twice.bpm!, 7);
    // k clean passes are one clean run of k; a stop in pass j is j − 1 clean passes and one that is not.
    const whole = estimateCleanTempo(
      [
        { bpm: 90, clean: true, passes: 5 },
        { bpm: 100, clean: false, passes: 9, stoppedIn: 4 },
      ],
      { b0: 95 },
    );
    const single = [
      ...Array(5).fill({ bpm: 90, clean: true }),
      ...Array(3).fill({ bpm: 100, clean: true }),
      { bpm: 100, clean: false },
    ] as JudgedRun[];
    expect(whole.bpm).toBeCloseTo(estimateCleanTempo(single, { b0: 95 }).bpm!, 9);
  });

  it('finds the tempo that runs of several passes were made with, by simulation', () => {
    const random = xoroshiro128plus(20_261_125);
    const chance = () => (random.next() >>> 0) / 2 ** 32;
    const [beta0, beta1, b0] = [1.2, -14, 100];
    const truth = b0 * 2 ** ((Math.log(4) - beta0) / beta1);
    const runs = Array.from({ length: 6000 }, (): JudgedRun => {
      const bpm = 70 + 60 * chance();
      const passes = 1 + Math.floor(6 * chance());
      const p = 1 / (1 + Math.exp(-(beta0 + beta1 * Math.log2(bpm / b0))));
      const failed = Array.from({ length: passes }, () => chance() >= p).indexOf(true);
      if (failed < 0) return { bpm, clean: true, passes };
      // Some stop where it fails, others play on and only say so.
      return chance() < 0.5
        ? { bpm, clean: false, passes }
        : { bpm, clean: false, passes, stoppedIn: failed + 1 };
    });
    const found = estimateCleanTempo(runs);
    expect(found.bpm! / truth).toBeGreaterThan(0.985);
    expect(found.bpm! / truth).toBeLessThan(1.015);
    expect(found.low! < truth && truth < found.high!).toBe(true);
    expect(cleanChance(found, found.bpm!)).toBeCloseTo(0.8, 12);
    // Taken for single passes they would say a slower tempo: one pass and sixteen do not count alike.
    expect(estimateCleanTempo(runs.map(({ bpm, clean }) => ({ bpm, clean }))).bpm! / truth).toBeLessThan(
      0.95,
    );
  });

  it('is the one minimum, with slopes that agree with small differences, whatever the runs', () => {
    const run = fc.record({
      bpm: fc.integer({ min: 40, max: 208 }),
      clean: fc.boolean(),
      passes: fc.integer({ min: 1, max: 30 }),
      weight: fc.double({ min: 0.01, max: 1, noNaN: true }),
    });
    const valueAt = (runs: readonly JudgedRun[], b0: number, beta0: number, beta1: number) =>
      runs.reduce(
        (sum, { bpm, clean, passes = 1, weight = 1 }) => {
          // Of a pass that hardly ever fails, 1 − p^k must not be had by subtracting.
          const logAll = -passes * Math.log1p(Math.exp(-(beta0 + beta1 * Math.log2(bpm / b0))));
          return sum - weight * (clean ? logAll : Math.log(-Math.expm1(logAll)));
        },
        (beta0 - Math.log(4)) ** 2 / 18 + (beta1 + 12) ** 2 / 72,
      );
    fc.assert(
      fc.property(fc.array(run, { minLength: 1, maxLength: 25 }), (runs) => {
        const { beta0, beta1, b0 } = estimateCleanTempo(runs);
        const least = valueAt(runs, b0, beta0, beta1);
        for (const [d0, d1] of [
          [1e-3, 0],
          [-1e-3, 0],
          [0, 1e-3],
          [0, -1e-3],
          [0.5, -3],
          [-1, 5],
        ] as const)
          expect(valueAt(runs, b0, beta0 + d0, beta1 + d1)).toBeGreaterThanOrEqual(least - 1e-9);
      }),
    );
  });

  it('is wide with few runs, none where faster is cleaner, refused without runs', () => {
    const one = estimateCleanTempo([{ bpm: 80, clean: true }]);
    expect(one.high! / one.low!).toBeGreaterThan(1.4);
    const upside = runsOf(
      [...Array<number>(40).fill(60), ...Array<number>(40).fill(120)],
      [...Array<number>(40).fill(0), ...Array<number>(40).fill(1)],
    );
    expect(estimateCleanTempo(upside).bpm).toBeNull();
    expect(() => estimateCleanTempo([])).toThrow(RangeError);
    expect(() => estimateCleanTempo([{ bpm: 0, clean: true }])).toThrow(RangeError);
  });
});
