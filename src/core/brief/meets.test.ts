/** What tells whether a line grants its brief, on lines laid by hand; and the changes that equality on each pair asks for. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passageOn } from '../picking/testing';
import { PUBLISHED_BRIEFS } from './published/testing';
import type { Brief } from '../model/brief';
import { equalOnPairs, withTurns } from './draft';
import { unmetWishes } from './meets';

const PLAIN = PUBLISHED_BRIEFS[0]!.brief;

const kinds = (strings: readonly number[], changesOn: 'the beat' | 'off the beat', loop = false) =>
  unmetWishes(
    { ...PLAIN, notes: strings.length, changesOn, loop },
    passageOn(strings),
    { kind: 'alternateByNote', start: 'down', loop },
    DEFAULT_SETUP,
  ).map(({ kind }) => kind);

describe('changes on the beat', () => {
  // Four slots a beat: the fifth and ninth notes stand on one.
  it('are those whose second note stands on a beat, whichever beat it is', () => {
    expect(kinds([3, 3, 3, 3, 2, 2, 2, 2, 3], 'the beat')).not.toContain('changesOn');
    expect(kinds([3, 3, 3, 3, 2, 2, 2, 2, 3], 'off the beat')).toContain('changesOn');
    expect(kinds([3, 3, 3, 2, 2, 2, 2, 3], 'off the beat')).not.toContain('changesOn');
    expect(kinds([3, 3, 3, 2, 2, 2, 2, 3], 'the beat')).toContain('changesOn');
  });

  it('hold going round only where the round is whole beats: else it comes in elsewhere each time', () => {
    // The seam changes string on the first beat.
    expect(kinds([3, 3, 3, 3, 2, 2, 2, 2], 'the beat', true)).not.toContain('changesOn');
    expect(kinds([3, 3, 3, 3, 2, 2, 2, 2], 'off the beat', true)).toContain('changesOn');
    // Nine slots: the first time round would be right.
    for (const on of ['the beat', 'off the beat'] as const)
      expect([on, kinds([3, 3, 3, 3, 2, 2, 2, 2, 2], on, true)]).toEqual([
        on,
        expect.arrayContaining(['changesOn']),
      ]);
  });
});

it('equality on each pair asks alike often for both kinds on all neighbours, in whichever order the strings are named', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 6 }),
      fc.integer({ min: 4, max: 64 }),
      (strings, notes) => {
        const targets = equalOnPairs({ ...PLAIN, strings, notes });
        const row = [...strings].sort().reverse();
        const wanted = row
          .slice(0, -1)
          .flatMap((string, at) => ['inside', 'outside'].map((kind) => [kind, string, row[at + 1]]));
        expect(targets.map(({ kind, strings: pair }) => [kind, ...pair!])).toEqual(wanted);
        expect(new Set(targets.flatMap(({ min, max }) => [min, max])).size).toBe(1);
        expect(targets.reduce((sum, { min }) => sum + min, 0)).toBeLessThanOrEqual(
          Math.max(targets.length, notes / 2),
        );
      },
    ),
  );
});

it('of turns the end that was set last holds, and the other gives way', () => {
  const of = (turns: Brief['turns'], ...set: ['min' | 'max', number | null]) =>
    withTurns({ ...PLAIN, turns: turns ?? null }, ...set);
  expect(of(null, 'min', 4)).toEqual({ min: 4, max: null });
  expect(of({ min: 2, max: 3 }, 'min', 5)).toEqual({ min: 5, max: 5 });
  expect(of({ min: 4, max: 6 }, 'max', 1)).toEqual({ min: 1, max: 1 });
  expect(of({ min: 4, max: 6 }, 'max', null)).toEqual({ min: 4, max: null });
  expect(of({ min: 4, max: null }, 'min', null)).toBeNull();
  expect(of(null, 'max', 0)).toEqual({ min: 0, max: 0 });
});
