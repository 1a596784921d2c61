/** Packed costs against the costs themselves: nothing is lost, sums add up tier by tier, and the order is the order of the tiers. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packed, packingFor, unpack } from './packing';
import { compareCosts } from './paths';

// As on 20,000 notes, many of them crossing eight strings.
const most = fc
  .array(fc.integer({ min: 0, max: 20_000 }), { minLength: 1, maxLength: 5 })
  .chain((tiers) => fc.integer({ min: 0, max: 160_000 }).map((crossings) => [...tiers, crossings]));
const two = most.chain((tops) => {
  const costs = fc.tuple(...tops.map((top) => fc.integer({ min: 0, max: top })));
  return fc.tuple(fc.constant(tops), costs, costs);
});

describe('packed costs', () => {
  it('hold what was packed, add up, and compare heaviest tier first', () => {
    fc.assert(
      fc.property(two, ([tops, a, b]) => {
        const packing = packingFor(tops);
        const words = (costs: readonly number[]) =>
          [packed(packing, costs, 0, 0), packed(packing, costs, 0, 1)] as const;
        const [one, other] = [words(a), words(b)];
        const sum = new Float64Array(tops.length);
        unpack(packing, one[0] + other[0], one[1] + other[1], sum);
        expect([...sum]).toEqual(a.map((cost, t) => cost + b[t]!));
        const order = one[0] - other[0] || one[1] - other[1];
        expect(Math.sign(order)).toBe(Math.sign(compareCosts(a, b)));
      }),
      { numRuns: 2000 },
    );
  });

  it('say when a passage is too long for them', () => {
    expect(() => packingFor(Array.from({ length: 6 }, () => 2 ** 30))).toThrow(RangeError);
  });
});
