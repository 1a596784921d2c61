/** Tab put in at the caret: whatever of it is not taken is said, and a repeat keeps its rests. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, putNote, rangeBetween, readTabText, type Passage } from '@/core';
import type { Edit } from './editing';
import { pasted as put, twice } from './ranging';

const pasted = (of: Passage, at: typeof caret, text: string): Edit =>
  put(of, at, readTabText(text, { subdivision: of.subdivision }));

const SLOT = 1680;
const caret = { ticks: 0, string: 3 };
const passageIn = (ranged: Edit): Passage => {
  if (!ranged || 'fault' in ranged) throw new Error(ranged?.fault);
  return ranged.passage;
};

describe('tab put in', () => {
  const six = ['e|-5-7-|', 'B|-----|', 'G|-----|', 'D|-----|', 'A|-----|', 'E|-----|'];

  it('goes before the caret, and what was there moves on', () => {
    const there = putNote(emptyPassage(), 0, 4, 9);
    const ranged = pasted(there, caret, six.join('\n'));
    expect(passageIn(ranged).notes.map(({ string, fret, onsetTicks }) => [string, fret, onsetTicks])).toEqual(
      [
        [1, 5, 0],
        [1, 7, SLOT],
        [4, 9, 2 * SLOT],
      ],
    );
    expect(ranged).not.toHaveProperty('remark');
  });

  it('says what it could not take: strings that are not here, signs it does not know', () => {
    const seven = [...six, 'B|-3---|'].join('\n');
    expect(pasted(emptyPassage(), caret, seven)).toMatchObject({
      remark: expect.stringContaining('1 note on strings that are not here left out.') as string,
    });
    expect(pasted(emptyPassage(), caret, six.join('\n').replace('-7-', '-7§'))).toMatchObject({
      remark: expect.stringContaining('not taken, first in line 1') as string,
    });
    expect(pasted(emptyPassage(), caret, 'good morning')).toHaveProperty('fault');
  });
});

it('once more after itself keeps the rest at its end', () => {
  const passage = putNote(putNote(emptyPassage(), 0, 4, 9), 3 * SLOT, 2, 5);
  const range = rangeBetween(passage, 0, 2 * SLOT);
  const onsets = passageIn(twice(passage, range, caret)).notes.map(({ onsetTicks }) => onsetTicks / SLOT);
  expect(onsets).toEqual([0, 3, 6]);
});
