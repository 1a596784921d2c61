/** Version vectors against the order that counts have. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { compareVersions } from './versions';

it('version vectors: an order without a clock', () => {
  const vector = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.nat(3));
  fc.assert(
    fc.property(vector, vector, (one, other) => {
      const order = compareVersions(one, other);
      const back = { same: 'same', newer: 'older', older: 'newer', apart: 'apart' } as const;
      expect(compareVersions(other, one)).toBe(back[order]);
      const devices = ['a', 'b', 'c'];
      const atLeast = devices.every((device) => (one[device] ?? 0) >= (other[device] ?? 0));
      expect(order === 'same' || order === 'newer').toBe(atLeast);
    }),
  );
});
