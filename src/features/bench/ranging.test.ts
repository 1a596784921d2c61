/** Tab put in at the caret: whatever of it is not taken is said, and a repeat keeps its rests. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, endingWithNotes, putNote, rangeBetween, readTabText, type Passage } from '@/core';
import type { Edit } from './editing';
import { deadMarked, openMarked, pasted as put, twice } from './ranging';

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

describe('eighteen marked slots', () => {
  const line = Array.from({ length: 18 }, (_, at) => at).reduce(
    (of, at) => putNote(of, at * SLOT, 1 + (at % 6), 5),
    emptyPassage(),
  );
  const marked = rangeBetween(line, 0, 17 * SLOT);
  const notesOf = (ranged: Edit) => passageIn(ranged).notes;

  it('are all dead with one press and all sound again with the next; none is added', () => {
    const dead = passageIn(deadMarked(line, marked, caret));
    expect(dead.notes.map((note) => note.dead)).toEqual(Array(18).fill(true));
    expect(notesOf(deadMarked(dead, marked, caret))).toEqual(line.notes);
  });

  it('are all put on the open string', () => {
    expect(notesOf(openMarked(line, marked, caret)).every(({ fret }) => fret === 0)).toBe(true);
    expect(openMarked(passageIn(openMarked(line, marked, caret)), marked, caret)).toHaveProperty('fault');
  });
});

it('six notes typed into an empty exercise come round after the sixth; a length that was given stays', () => {
  const six = [0, 1, 2, 3, 4, 5].reduce((of, at) => putNote(of, at * SLOT, 3, 5), emptyPassage());
  expect(endingWithNotes(six).lengthTicks).toBe(6 * SLOT);
  expect(endingWithNotes({ ...six, lengthTicks: 8 * SLOT }).lengthTicks).toBe(8 * SLOT);
  expect(endingWithNotes(emptyPassage())).toEqual(emptyPassage());
});
