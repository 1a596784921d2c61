/** How a note at the caret sounds, by key: each key goes round and comes back, and what is not there is left alone. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, noteAt, putNote, type Passage } from '@/core';
import type { Edit } from './editing';
import { bendHere, deadHere, fingerHere, fingerTo, markHere, stretchHere, techniqueHere } from './sounding';

const caret = { ticks: 0, string: 3 };
const elsewhere = { ticks: 0, string: 5 };
const one = putNote(emptyPassage(), 0, 3, 7);
const after = (edit: Edit): Passage => {
  if (!edit || 'fault' in edit) throw new Error(edit?.fault ?? 'nothing was done');
  return edit.passage;
};
const note = (passage: Passage) => noteAt(passage, caret.ticks, caret.string)!;

/** What a note has after each of so many presses of a key. */
function pressed<Value>(times: number, press: (passage: Passage) => Edit, read: (passage: Passage) => Value) {
  let passage = one;
  return Array.from({ length: times }, () => read((passage = after(press(passage)))));
}

describe('a key that goes round', () => {
  it('bends by a half tone more each time, then not at all', () => {
    const sizes = pressed(
      5,
      (passage) => bendHere(passage, caret),
      (passage) => note(passage).bend?.semitones,
    );
    expect(sizes).toEqual([1, 2, 3, undefined, 1]);
  });

  it('takes the next finger, then none', () => {
    const fingers = pressed(
      6,
      (passage) => fingerHere(passage, caret),
      (passage) => note(passage).finger,
    );
    expect(fingers).toEqual([1, 2, 3, 4, undefined, 1]);
  });

  it('sets a mark, a way of sounding or a dead note, and takes it off again', () => {
    expect(
      pressed(
        2,
        (passage) => markHere(passage, caret, 'accent'),
        (passage) => note(passage).accent,
      ),
    ).toEqual([true, undefined]);
    expect(
      pressed(
        2,
        (passage) => techniqueHere(passage, caret, 'tap'),
        (passage) => note(passage).technique,
      ),
    ).toEqual(['tap', 'pick']);
    expect(
      pressed(
        2,
        (passage) => deadHere(passage, caret),
        (passage) => note(passage).dead,
      ),
    ).toEqual([true, undefined]);
  });
});

describe('a finger by its number', () => {
  it('is one of four, or none', () => {
    expect([1, 2, 3, 4].map((digit) => note(after(fingerTo(one, caret, digit))).finger)).toEqual([
      1, 2, 3, 4,
    ]);
    const fingered = after(fingerTo(one, caret, 4));
    expect(note(after(fingerTo(fingered, caret, 0))).finger).toBeUndefined();
    expect([fingerTo(one, caret, 5), fingerTo(one, caret, 9)]).toEqual([null, null]);
  });
});

describe('where no note is', () => {
  it('nothing is done, but a dead note is put there', () => {
    expect([
      bendHere(one, elsewhere),
      fingerHere(one, elsewhere),
      fingerTo(one, elsewhere, 2),
      markHere(one, elsewhere, 'accent'),
      techniqueHere(one, elsewhere, 'tap'),
      stretchHere(one, elsewhere, 1),
    ]).toEqual([null, null, null, null, null, null]);
    const made = deadHere(one, elsewhere).passage;
    expect(noteAt(made, elsewhere.ticks, elsewhere.string)).toMatchObject({ dead: true, fret: 0 });
  });
});

describe('longer and shorter', () => {
  it('is a slot at a time, and says where it cannot be', () => {
    const longer = after(stretchHere(one, caret, 1));
    expect(note(longer).durationTicks).toBe(2 * note(one).durationTicks);
    expect(note(after(stretchHere(longer, caret, -1)))).toEqual(note(one));
    expect(stretchHere(one, caret, -1)).toEqual({ fault: 'It is one slot long already.' });
    const beside = putNote(one, note(one).durationTicks, 3, 5);
    expect(stretchHere(beside, caret, 1)).toMatchObject({
      fault: expect.stringMatching(/until the next note/),
    });
    // What stands on other strings does not stop it, and stays as it is.
    const below = putNote(putNote(one, note(one).durationTicks, 4, 5), 0, 4, 3);
    const stretched = after(stretchHere(below, caret, 1));
    expect(note(stretched).durationTicks).toBe(2 * note(one).durationTicks);
    expect(noteAt(stretched, 0, 4)).toEqual(noteAt(below, 0, 4));
  });
});
