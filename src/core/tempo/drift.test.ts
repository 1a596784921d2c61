/**
 * The clean tempo of today against values that were worked out outside the project, once with NumPy and once by an independent program at
 * 40 digits (the three tables below), and against what must hold for any record.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimateTempoToday, type RunOfDay } from './drift';
import { lossOf, type Outcome } from './likelihood';

/** "80x2c": two passes at 80, clean; u: not clean; s3: stopped in the third. */
function onDay(day: number, text: string, times = 1): RunOfDay[] {
  const some = text.split(' ').map((one): RunOfDay => {
    const [, bpm, passes, how, pass] = /^(\d+)x(\d+)([cus])(\d*)$/.exec(one)!;
    return {
      ...{ day, bpm: Number(bpm), passes: Number(passes), clean: how === 'c' },
      ...(how === 's' ? { stoppedIn: Number(pass) } : {}),
    };
  });
  return Array.from({ length: times }, () => some).flat();
}

const A = [
  ...onDay(1, '80x2c 88x2u'),
  ...onDay(3, '80x2c 84x2c'),
  ...onDay(6, '88x2c 92x2u'),
  ...onDay(10, '92x2c 96x2c 100x2u'),
  ...onDay(13, '100x4c 104x4s3'),
];
const B = [
  ...[1, 3, 5, 8].flatMap((day) => onDay(day, '100x4c', 4)),
  ...[40, 41, 43].flatMap((day) => onDay(day, '100x4u', 4)),
  ...onDay(43, '84x4c 88x4u'),
];
const C = [...onDay(1, '70x1u', 10), ...onDay(17, '100x1c', 10)];

describe('the clean tempo of today', () => {
  it.each([
    ['A', A, 14, 96.937404, 89.422466, 105.083887, 0.149483],
    ['B', B, 44, 88.331218, 79.910399, 97.639409, 0.485692],
    ['C', C, 18, 113.085518, 84.082389, 152.0929, 0.745429],
  ] as const)('of record %s is what two other programs reckoned', (_, runs, today, bpm, low, high, tau) => {
    const said = estimateTempoToday(runs, { today });
    expect(said.bpm).toBeCloseTo(bpm, 5);
    expect(said.low).toBeCloseTo(low, 5);
    expect(said.high).toBeCloseTo(high, 5);
    expect(said.tau).toBeCloseTo(tau, 5);
  });

  const run = fc.record({
    day: fc.integer({ min: 1, max: 40 }),
    bpm: fc.integer({ min: 70, max: 95 }),
    passes: fc.integer({ min: 1, max: 4 }),
    clean: fc.boolean(),
  });
  const records = fc.array(run, { minLength: 1, maxLength: 25 });

  it('does not ask in which order runs were noted, goes with the unit of tempo, and is told of nothing after today', () => {
    fc.assert(
      fc.property(records, fc.integer({ min: 0, max: 30 }), (runs, since) => {
        const last = Math.max(...runs.map(({ day }) => day));
        const today = last + since;
        const said = estimateTempoToday(runs, { today });
        expect(said.low).toBeLessThanOrEqual(said.bpm);
        expect(said.bpm).toBeLessThanOrEqual(said.high);
        const turned = estimateTempoToday([...runs].reverse(), { today });
        expect(turned.bpm).toBeCloseTo(said.bpm, 6);
        const doubled = estimateTempoToday(
          runs.map((one) => ({ ...one, bpm: 2 * one.bpm })),
          { today },
        );
        expect(doubled.bpm / said.bpm).toBeCloseTo(2, 6);
        const more = [...runs, { ...runs[0]!, day: today + 1 }, { ...runs[0]!, day: today + 9 }];
        expect(estimateTempoToday(more, { today })).toEqual({ ...said, later: 2 });
      }),
      { numRuns: 40 },
    );
  });

  it('is not lowered by an absence, which only widens it', () => {
    fc.assert(
      fc.property(records, fc.integer({ min: 1, max: 60 }), (runs, away) => {
        const last = Math.max(...runs.map(({ day }) => day));
        const [now, then] = [last, last + away].map((today) => estimateTempoToday(runs, { today }));
        expect(then!.bpm).toBeCloseTo(now!.bpm, 6);
        expect(then!.high / then!.low).toBeGreaterThan(now!.high / now!.low - 1e-9);
      }),
      { numRuns: 25 },
    );
  });

  it('leaves out what is much slower than the rest of its day, and says how many', () => {
    const steady = [1, 3, 5].flatMap((day) => onDay(day, '90x2c 96x2u'));
    const slow = [...steady, ...onDay(5, '45x2u')];
    const { slow: left, ...said } = estimateTempoToday(slow, { today: 6 });
    expect(left).toBe(1);
    expect(estimateTempoToday(steady, { today: 6 })).toEqual({ ...said, slow: 0 });
  });

  it('refuses what is no record', () => {
    const [good] = A;
    for (const runs of [[], [{ ...good!, bpm: 0 }], [{ ...good!, day: 1.5 }], [{ ...good!, day: 99 }]])
      expect(() => estimateTempoToday(runs, { today: 14 })).toThrow(RangeError);
  });
});

it('the slope and curve of a run’s likelihood are those of its differences', () => {
  const outcome: fc.Arbitrary<Outcome> = fc.oneof(
    fc.record({ clean: fc.boolean(), passes: fc.integer({ min: 1, max: 6 }) }),
    fc.record({
      clean: fc.constant(false),
      passes: fc.constant(6),
      stoppedIn: fc.integer({ min: 1, max: 6 }),
    }),
  );
  fc.assert(
    fc.property(outcome, fc.double({ min: -6, max: 6, noNaN: true }), (one, eta) => {
      const at = (shift: number) => {
        const out = new Float64Array(3);
        lossOf(one, eta + shift, out);
        return [...out] as [number, number, number];
      };
      const step = 1e-5;
      const [, slope, curve] = at(0);
      expect((at(step)[0] - at(-step)[0]) / (2 * step)).toBeCloseTo(slope, 5);
      expect((at(step)[1] - at(-step)[1]) / (2 * step)).toBeCloseTo(curve, 5);
      // By the definition: the chance of what happened.
      const p = 1 / (1 + Math.exp(-eta));
      const { clean, passes = 1, stoppedIn } = one;
      const chance = clean ? p ** passes : stoppedIn ? p ** (stoppedIn - 1) * (1 - p) : 1 - p ** passes;
      expect(Math.exp(-at(0)[0])).toBeCloseTo(chance, 9);
    }),
  );
});
