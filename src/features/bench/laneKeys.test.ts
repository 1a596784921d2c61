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

describe('every key of the lane does what the key sheet says', () => {
  /** Two notes on string 3 and one on string 2, a slot each, the caret on the second. */
  const start = [
    [3, 5],
    [3, 7],
    [2, 5],
  ].reduce((notes, [string, fret], at) => putNote(notes, at * 1680, string!, fret!), emptyPassage());
  const caretAt = { ticks: 1680, string: 3 };

  function pressed(key: string, thickOnTop = false) {
    let [passage, caret, explains] = [start, { ...caretAt }, false];
    const keys = laneBindings({
      passage: () => passage,
      caret: () => caret,
      place: (place, why = false) => {
        [caret, explains] = [place, why];
      },
      apply: (made) => {
        if (!made || !('passage' in made)) return;
        passage = made.passage;
      },
      digits: digitMemory(),
      thickOnTop,
      changes: () => passage.notes.filter((_, at) => at === 1),
    });
    keys.find((one) => one.keys.includes(key))!.run({ key, timeStamp: 0 } as never);
    const id = start.notes[1]!.id;
    return { passage, caret, explains, note: passage.notes.find((one) => one.id === id) };
  }

  it.each([
    ['ArrowLeft', 0, 3],
    // To the string of the note that is there.
    ['ArrowRight', 3360, 2],
    ['ArrowUp', 1680, 2],
    ['ArrowDown', 1680, 4],
    ['Home', 0, 3],
    ['End', start.lengthTicks, 2],
  ])('%s moves the caret', (key, ticks, string) => {
    const { caret, passage } = pressed(key);
    expect([caret.ticks, caret.string]).toEqual([ticks, string]);
    expect(passage).toBe(start);
  });

  it('up and down go by the page: the other way round where the thickest string hangs on top', () => {
    for (const [key, other] of [
      ['ArrowUp', 'ArrowDown'],
      ['Shift+ArrowUp', 'Shift+ArrowDown'],
      ['Alt+ArrowUp', 'Alt+ArrowDown'],
    ] as const) {
      expect(pressed(key, true).caret).toEqual(pressed(other).caret);
      expect(pressed(key, true).passage.notes).toEqual(pressed(other).passage.notes);
    }
  });

  it('c goes to the change and has it explained, also round from the end', () => {
    for (const key of ['c', 'Shift+c'])
      expect(pressed(key)).toMatchObject({ caret: { ticks: 1680, string: 3 }, explains: true });
  });

  it.each<[string, object]>([
    ['+', { fret: 8 }],
    ['-', { fret: 6 }],
    ['9', { fret: 9 }],
    ['d', { lock: { stroke: 'down' } }],
    ['u', { lock: { stroke: 'up' } }],
    ['h', { technique: 'hammer' }],
    ['s', { technique: 'slide' }],
    ['t', { technique: 'tap' }],
    ['x', { dead: true }],
    ['n', { bend: { semitones: 1 } }],
    ['q', { palmMute: true }],
    ['w', { vibrato: true }],
    ['e', { accent: true }],
    ['f', { finger: 1 }],
    ['Shift+ArrowUp', { string: 2, fret: 7 }],
    ['Shift+ArrowDown', { string: 4, fret: 7 }],
    // Standard tuning: four semitones between the third and second string, five to the fourth (common practice, no source).
    ['Alt+ArrowUp', { string: 2, fret: 3 }],
    ['Alt+ArrowDown', { string: 4, fret: 12 }],
  ])('%s changes the note, and no other', (key, expected) => {
    const { passage, note } = pressed(key);
    expect(note).toMatchObject(expected);
    const others = (notes: readonly { id: string }[]) => notes.filter(({ id }) => id !== note!.id);
    expect(others(passage.notes)).toEqual(others(start.notes));
  });

  it('marks, locks and techniques are taken off by the same key, or by a', () => {
    const twice = (...keys: string[]) => {
      let passage = start;
      for (const key of keys) {
        const all = laneBindings({
          passage: () => passage,
          caret: () => caretAt,
          place: () => undefined,
          apply: (made) => {
            if (made && 'passage' in made) passage = made.passage;
          },
          ...{ digits: digitMemory(), thickOnTop: false, changes: () => [] },
        });
        all.find((one) => one.keys.includes(key))!.run({ key, timeStamp: 0 } as never);
      }
      return passage.notes;
    };
    for (const key of ['h', 's', 't', 'x', 'q', 'w', 'e']) expect(twice(key, key)).toEqual(start.notes);
    expect(twice('d', 'a')).toEqual(start.notes);
    expect(twice('n', 'n', 'n', 'n')).toEqual(start.notes);
  });

  it('r leaves a rest; Delete closes up, Backspace before it; i makes room', () => {
    const onsets = (key: string) => pressed(key).passage.notes.map(({ onsetTicks }) => onsetTicks);
    expect(onsets('r')).toEqual([0, 3360]);
    expect(onsets('Delete')).toEqual([0, 1680]);
    expect(pressed('Delete').note).toBeUndefined();
    expect(onsets('Backspace')).toEqual([0, 1680]);
    expect(pressed('Backspace').note).toMatchObject({ onsetTicks: 0, fret: 7 });
    expect(onsets('i')).toEqual([0, 3360, 5040]);
  });

  it('a note is moved a slot where there is room, and lasts a slot longer or shorter', () => {
    expect(pressed('Shift+ArrowRight').note).toMatchObject({ onsetTicks: 3360 });
    const longer = pressed('>').note!.durationTicks;
    expect(longer - start.notes[1]!.durationTicks).toBe(1680);
    expect(pressed('<').note).toMatchObject({ durationTicks: start.notes[1]!.durationTicks });
  });
});
