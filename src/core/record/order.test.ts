/** The order of a session against every order there is. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { sessionOrder, type ToOrder } from './order';

const ITEM = fc.record({
  isDue: fc.boolean(),
  cleanShare: fc.option(fc.integer({ min: 0, max: 100 }), { nil: null }),
  technique: fc.constantFrom('alternate', 'sweep', 'skipping'),
});

function* ordersOf<T>(some: readonly T[]): Generator<T[]> {
  if (some.length === 0) yield [];
  for (const [at, one] of some.entries())
    for (const rest of ordersOf([...some.slice(0, at), ...some.slice(at + 1)])) yield [one, ...rest];
}

/** What an order is judged by, the first that differs deciding: due ones after others, neighbours alike, how late hard ones come. */
function worth(order: readonly ToOrder[]): number[] {
  let [late, alike, wait] = [0, 0, 0];
  order.forEach((one, at) => {
    const before = order[at - 1];
    if (before && one.isDue && !before.isDue) late++;
    if (before?.technique === one.technique) alike++;
    wait += at * (one.cleanShare === null ? 101 : 100 - one.cleanShare);
  });
  return [late, alike, wait];
}
const isLess = (one: readonly number[], other: readonly number[]) => {
  const at = one.findIndex((value, place) => value !== other[place]);
  return at >= 0 && one[at]! < other[at]!;
};

it('is the best of all orders, and of equal ones the nearest to the given one', () => {
  fc.assert(
    fc.property(fc.array(ITEM, { maxLength: 6 }), (some) => {
      const items = some.map((one, at): ToOrder => ({ ...one, exerciseId: String(at) }));
      // Orders come by the given order, so the first of the best is the nearest.
      let best: ToOrder[] | null = null;
      for (const order of ordersOf(items)) if (!best || isLess(worth(order), worth(best))) best = order;
      expect(sessionOrder(items)).toEqual(best);
    }),
    { numRuns: process.env.THOROUGH ? 1000 : 100 },
  );
});

it('keeps all of a long session', () => {
  const items = Array.from({ length: 30 }, (_, at): ToOrder => ({
    ...{
      exerciseId: String(at),
      isDue: at === 20,
      cleanShare: at * 3,
      technique: at % 2 ? 'sweep' : 'skipping',
    },
  }));
  const ordered = sessionOrder(items);
  expect([...ordered].sort((a, b) => Number(a.exerciseId) - Number(b.exerciseId))).toEqual(items);
  expect(ordered[0]!.exerciseId).toBe('20');
});
