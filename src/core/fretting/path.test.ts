/** The cheapest way through states in a row against trying every way, equal ones in their order, as a line and closed. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cheapestWay } from './path';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

/** Few sizes, so that many ways cost the same. */
const few = fc.nat(4);
const MOST = 4;
const APART = 2;
const chain = fc.record({
  states: fc.array(fc.array(fc.record({ cost: few, group: fc.nat(2) }), { minLength: 1, maxLength: MOST }), {
    minLength: 1,
    maxLength: 6,
  }),
  moves: fc.array(few, { minLength: 97, maxLength: 97 }),
  closes: fc.boolean(),
  // Costs that differ by a constant from first to first are what a second search is spared by.
  isClosedAlike: fc.boolean(),
});

it('is the cheapest of all ways, of equal ones that of the lower state at the first difference', () => {
  fc.assert(
    fc.property(chain, ({ states, moves, closes, isClosedAlike }) => {
      const costs = states.map((some) => some.map(({ cost }) => cost));
      const groups = states.map((some) => some.map(({ group }) => group));
      const move = (i: number, a: number, b: number) =>
        moves[(i * 37 + a * 5 + b) % moves.length]! + (groups[i]![a] === groups[i + 1]![b] ? 0 : APART);
      const close = closes
        ? (a: number, b: number) => (isClosedAlike ? b : moves[(a * 11 + b * 3) % moves.length]!)
        : null;
      let ways: number[][] = [[]];
      for (const some of states) ways = ways.flatMap((way) => some.map((_, state) => [...way, state]));
      const costOf = (way: readonly number[]) =>
        way.reduce((sum, state, at) => sum + costs[at]![state]!, 0) +
        way.slice(1).reduce((sum, state, at) => sum + move(at, way[at]!, state), 0) +
        (close ? close(way.at(-1)!, way[0]!) : 0);
      const least = Math.min(...ways.map(costOf));
      const asked = { costs, move, groups, apart: APART, close };
      // They are in that order already.
      expect(cheapestWay(asked)).toMatchObject({
        cost: least,
        path: ways.find((way) => costOf(way) === least)!,
      });
    }),
    { numRuns: 400 * THOROUGH },
  );
});
