/** The key map: no key does two things in one place, and none is taken from the browser or a screen reader. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, putNote } from '@/core';
import { digitMemory } from '@/work/bench/editing';
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

it('after f a digit gives the finger; a digit on its own, or after another key, gives a fret', () => {
  let passage = putNote(emptyPassage(), 0, 3, 5);
  const actions = laneBindings({
    passage: () => passage,
    caret: () => ({ ticks: 0, string: 3 }),
    place: () => undefined,
    apply: (made) => {
      if (made && 'passage' in made) passage = made.passage;
    },
    digits: digitMemory(),
    thickOnTop: false,
    changes: () => [],
  });
  const press = (key: string, timeStamp: number) => {
    actions.find(({ keys }) => keys.includes(key))!.run({ key, timeStamp } as never);
    const { fret, finger } = passage.notes[0]!;
    return [fret, finger];
  };
  expect(press('f', 0)).toEqual([5, 1]);
  expect(press('3', 5000)).toEqual([5, 3]);
  expect(press('7', 10_000)).toEqual([7, 3]);
  press('f', 15_000);
  press('e', 16_000);
  expect(press('2', 20_000)[0]).toBe(2);
});
