/** Names that are given: only kinds, strings and frets that are there, and no name twice. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passageOn } from '../picking/testing';
import { POLICY_KINDS, type PickingPolicy } from '../picking/policy';
import { nameFor } from './naming';
import { numbered } from './numbered';
import { planOf } from './plan';

const alternate: PickingPolicy = { kind: 'alternateByNote', start: 'down' };
const nameOf = (strings: readonly number[], policy = alternate) => {
  const passage = passageOn(strings);
  return nameFor(passage, planOf(passage, policy, DEFAULT_SETUP));
};

describe('a name', () => {
  // Two strings struck down on the thicker and up on the thinner are changed round the outside (product.md).
  it.each([
    [[3, 2, 3, 2], 'Outside changes, strings 3 and 2, frets 5 to 8'],

    [[3, 3, 2, 2], 'Inside changes, strings 3 and 2, frets 5 to 8'],
    [[3], 'String 3, fret 5'],
    [[4, 4, 4], 'String 4, frets 5 to 7'],
  ])('of %j: %s', (strings, name) => {
    expect(nameOf(strings)).toBe(name);
  });

  it('has the strings that are played, side by side as a row, and every kind of change there is, none other', () => {
    const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(strings, fc.constantFrom(...POLICY_KINDS), (some, kind) => {
        const policy: PickingPolicy = { kind, start: 'down' };
        const name = nameOf(some, policy)!;
        const passage = passageOn(some);
        const { transitions } = planOf(passage, policy, DEFAULT_SETUP).analysis;
        const there = new Set<string>([...transitions].map((change) => change.kind));
        for (const one of ['outside', 'inside', 'sweep'])
          expect(name.toLowerCase().includes(one)).toBe(there.has(one));
        const [, said] = /[Ss]trings? ([\d, and to]+?)(, (?:fret|open).*)?$/.exec(name)!;
        const numbers = said!.match(/\d+/g)!.map(Number);
        const played = [...new Set(some)].sort((a, b) => b - a);
        const row = Array.from({ length: numbers[0]! - numbers.at(-1)! + 1 }, (_, at) => numbers[0]! - at);
        expect(said!.includes(' to ') ? row : numbers).toEqual(played);
        expect(name).not.toMatch(/undefined|, ,| {2}/);
      }),
      { numRuns: 150 },
    );
  });

  it('is none where there is no note', () => {
    expect(nameOf([])).toBeNull();
  });

  it('that is there already gets the first number that is free, and no other does', () => {
    expect(numbered('Gate', new Set(['Gate (2)', 'Stile']))).toBe('Gate');
    expect(numbered('Gate', new Set(['Gate', 'Gate (2)', 'Gate (4)']))).toBe('Gate (3)');
  });
});
