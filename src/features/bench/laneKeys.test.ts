/** The key map: no key does two things in one place, and none is taken from the browser or a screen reader. */
import { describe, expect, it } from 'vitest';
import { emptyPassage } from '@/core';
import { digitMemory } from './editing';
import { laneBindings, laneKeyGroups } from './laneKeys';
import { RANGE_KEYS } from './useRange';

const bindings = laneBindings({
  passage: emptyPassage,
  caret: () => ({ ticks: 0, string: 3 }),
  place: () => undefined,
  apply: () => undefined,
  digits: digitMemory(),
  thickOnTop: false,
  changes: () => [],
});

/** Common practice, no source: what browsers, systems and screen readers use with the focus on a page. */
const TAKEN = /^(Tab|F\d+|Ctrl\+[lntwrpfd0-9+-]|Alt\+(ArrowLeft|ArrowRight|Home|d)|Insert|CapsLock)$/;

describe('keys of the lane', () => {
  const keys = bindings.flatMap((binding) => binding.keys);

  it('do one thing each and leave those of the browser alone', () => {
    expect(new Set(keys).size).toBe(keys.length);
    for (const key of [...keys, ...RANGE_KEYS.bindings.flatMap((binding) => binding.keys)])
      expect(key).not.toMatch(TAKEN);
  });

  it('all stand on the key sheet', () => {
    const shown = laneKeyGroups(bindings).flatMap((group) => group.bindings.map(({ does }) => does));
    expect(shown.sort()).toEqual(bindings.map(({ does }) => does).sort());
  });
});
