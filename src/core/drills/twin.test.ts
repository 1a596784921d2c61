/** Twins: flipping every stroke swaps inside and outside (picking-model.md, invariants), whatever the line and its locks. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newExercise, NO_GOAL } from '../model/exercise';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { passageOn } from '../picking/testing';
import type { PickingPolicy } from '../picking/policy';
import { planOf } from '../plan/plan';
import { twinOf } from './twin';

const stroke = fc.constantFrom<Stroke>('down', 'up');
const scene = fc.record({
  strings: fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 14 }),
  locks: fc.dictionary(fc.integer({ min: 0, max: 13 }).map(String), stroke, { maxKeys: 2 }),
  policy: fc.record({
    kind: fc.constantFrom<PickingPolicy['kind']>(
      'alternateByNote',
      'alternateByPulse',
      'leastTravel',
      'oneSlant',
    ),
    start: fc.constantFrom<Stroke | 'auto'>('down', 'up', 'auto'),
    loop: fc.boolean(),
    slant: fc.constant('either' as const),
  }),
});

it('a twin has the same notes with inside and outside exchanged, pair by pair; where there is none both are alike or it sweeps', () => {
  let twins = 0;
  fc.assert(
    fc.property(scene, ({ strings, locks, policy }) => {
      const locked = Object.fromEntries(
        Object.entries(locks).map(([at, one]) => [at, { lock: { stroke: one } }]),
      );
      const passage = passageOn(strings, locked);
      const exercise = {
        ...newExercise('Weir', passage),
        policy,
        goal: { ...NO_GOAL, kind: 'outside' as const, bpm: 96 },
      };
      const plan = planOf(passage, policy, DEFAULT_SETUP);
      const { kinds, pairs } = plan.analysis.figures;
      const twin = twinOf(exercise, plan, 'p', 4);
      if (twin === null) {
        // The plan of a policy that chooses may answer with other kinds; alternation always has a twin.
        const isPlain = policy.kind === 'alternateByNote' && plan.analysis.passes === 1;
        if (isPlain) expect(kinds.inside === kinds.outside || kinds.sweep + kinds.backtrack > 0).toBe(true);
        return;
      }
      twins++;
      const its = planOf(twin.passage, twin.policy, DEFAULT_SETUP).analysis.figures;
      expect(
        its.pairs.map(({ outside, inside, ...pair }) => ({ ...pair, outside: inside, inside: outside })),
      ).toEqual(pairs);
      expect(twin.passage.notes.map(({ string, fret }) => [string, fret])).toEqual(
        passage.notes.map(({ string, fret }) => [string, fret]),
      );
      expect(twin.goal).toEqual({ ...exercise.goal, kind: 'inside' });
      expect(twin.drill).toEqual({ parentId: 'p', order: 4, stage: 'twin', hands: 'both' });
      expect(twin.title).toContain('Weir');
    }),
    { numRuns: 400 },
  );
  expect(twins).toBeGreaterThan(60);
});
