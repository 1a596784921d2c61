/** Transitions share a block where they are alike, and only there: a block that two unlike ones share would cost one of them wrongly. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { POLICY_KINDS } from './policy';
import { rowOf } from './rows';
import type { WeighedPick } from './tiers';

it('the transitions of a row share a block where all that its costs look at is the same, and only there', () => {
  const span = fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 2 }));
  const pick = fc.record({
    span,
    onBeat: fc.boolean(),
    runsOn: fc.boolean(),
    isTurn: fc.boolean(),
    turn: fc.constantFrom(undefined, 'floorward' as const, 'ceilingward' as const),
  });
  fc.assert(
    fc.property(
      fc.array(pick, { minLength: 2, maxLength: 12 }),
      fc.constantFrom(...POLICY_KINDS),
      (some, kind) => {
        const picks = some.map(({ span: [thinnest, more], onBeat, runsOn, isTurn, turn }): WeighedPick => ({
          ...{ thinnest, thickest: thinnest + more, lock: null, onBeat, runsOn },
          // Only sweeps turn.
          ...(kind === 'sweep' ? { isTurn, ...(turn ? { turn: { way: 'back', travel: turn } } : {}) } : {}),
        }));
        const { blockOf, blocks, states } = rowOf(picks, { kind, start: 'down' });
        expect(states).toBe(2);
        const seen = picks.map((to, at) => {
          const from = picks.at(at - 1)!;
          return JSON.stringify([
            ...[from.thinnest, from.thickest, to.thinnest, to.thickest],
            kind === 'leastTravel' && to.onBeat,
            kind === 'sweep' && [to.runsOn, from.isTurn, to.turn?.travel],
          ]);
        });
        for (const [at, one] of seen.entries())
          for (const [nth, other] of seen.entries())
            expect([at, nth, blockOf[at] === blockOf[nth]]).toEqual([at, nth, one === other]);
        expect(blocks.length).toBe(new Set(seen).size);
        for (const [at, block] of blockOf.entries()) expect(seen[blocks[block]![1]]).toBe(seen[at]);
      },
    ),
    { numRuns: 200 },
  );
});
