/** What the keys of the lane do to notes and caret. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyPassage, noteAt, putNote, setLock, type Passage } from '@/core';
import {
  caretStops,
  deleteHere,
  digitMemory,
  firstDifference,
  fretBefore,
  lockHere,
  moveCaret,
  moveNoteAcross,
  moveNoteAlong,
  moveNoteTo,
  nextLock,
  putFret,
  restHere,
  stepFret,
  type Change,
  type Edit,
} from './editing';
import { bendHere, deadHere, markHere, stretchHere, techniqueHere } from './sounding';

/** An edit that was made. */
const made = (edit: Edit): Change => {
  if (!edit || 'fault' in edit) throw new Error(edit?.fault ?? 'nothing to change');
  return edit;
};

const SLOT_TICKS = 1680;
const passage: Passage = [5, 5, 4, 3].reduce(
  (one, string, at) => putNote(one, at * SLOT_TICKS, string, 5 + at),
  emptyPassage(),
);
const at = (slot: number, string: number) => ({ ticks: slot * SLOT_TICKS, string });

describe('what an edit is called, and why there is none', () => {
  const told = (edit: Edit) => edit && ('fault' in edit ? edit.fault : edit.label);
  it.each([
    ['a fret', putFret(passage, at(0, 5), 7), 'Fret'],
    ['a fret lower', stepFret(passage, at(0, 5), -1), 'Fret'],
    [
      'below the open string',
      stepFret(putNote(passage, 0, 5, 0), at(0, 5), -1),
      'Lower than the open string there is nothing.',
    ],
    ['the open string', stepFret(putNote(passage, 0, 5, 1), at(0, 5), -1), 'Fret'],
    ['beyond the last fret', stepFret(putNote(passage, 0, 5, 30), at(0, 5), 1), 'Fret 30 is the last.'],
    ['a fret where no note is', stepFret(passage, at(0, 1), 1), null],
    ['a moved note', moveNoteTo(passage, passage.notes[0]!, at(0, 2)), 'Move'],
    [
      'a note moved on to another',
      moveNoteTo(passage, passage.notes[0]!, at(1, 5)),
      'String 5 has a note at this moment already: one string sounds one note. Nothing was moved.',
    ],
    ['a note moved nowhere', moveNoteTo(passage, passage.notes[0]!, at(0, 5)), null],
    ['a note moved off the strings', moveNoteTo(passage, passage.notes[0]!, at(0, 9)), null],
    ['a rest', restHere(passage, at(0, 5)), 'Rest'],
  ])('%s', (_, edit, words) => {
    expect(told(edit)).toBe(words);
  });

  it('a note put by pointer begins with the fret of the one before it, not its own', () => {
    expect([0, 1, 2, 9].map((slot) => fretBefore(passage, at(slot, 3)))).toEqual([5, 5, 6, 8]);
    expect(fretBefore(emptyPassage(), at(3, 3))).toBe(5);
  });
});

describe('the caret', () => {
  it('follows the notes from string to string, keeps its string in empty slots, and jumps beside the last note', () => {
    expect(moveCaret(passage, at(1, 5), 1)).toEqual(at(2, 4));
    expect(moveCaret(passage, at(3, 3), 1)).toEqual(at(4, 3));
    expect(moveCaret(passage, at(4, 6), 1)).toEqual(at(5, 6));
    expect(moveCaret(passage, at(0, 5), Infinity)).toEqual(at(16, 3));
    expect(moveCaret(passage, at(0, 5), -1)).toEqual(at(0, 5));
    expect(caretStops(passage)).toHaveLength(17);
  });

  /** Notes on some strings in some slots, one a string and slot. */
  const some = fc
    .uniqueArray(fc.tuple(fc.nat(7), fc.integer({ min: 1, max: 6 })), {
      minLength: 1,
      maxLength: 10,
      selector: (place) => place.join(),
    })
    .map((places) =>
      places.reduce((one, [slot, string]) => putNote(one, slot * SLOT_TICKS, string, 5), emptyPassage()),
    );
  const slot = fc.nat(7);
  const string = fc.integer({ min: 1, max: 6 });

  it('whatever the notes: a step stays on its string where it can, a jump lands beside the note before', () => {
    fc.assert(
      fc.property(some, slot, string, fc.constantFrom(-8, -2, -1, 1, 2, 8), (notes, from, on, by) => {
        const to = moveCaret(notes, at(from, on), by);
        const stops = caretStops(notes);
        expect(to.ticks).toBe(
          stops[Math.max(0, Math.min(stops.length - 1, stops.indexOf(from * SLOT_TICKS) + by))],
        );
        const here = notes.notes
          .filter(({ onsetTicks }) => onsetTicks === to.ticks)
          .map((note) => note.string);
        const before = notes.notes.filter(({ onsetTicks }) => onsetTicks < to.ticks).at(-1)?.string;
        if (here.includes(on)) expect(to.string).toBe(on);
        else if (here.length > 0) expect(here).toContain(to.string);
        else expect(to.string).toBe(Math.abs(by) > 1 ? (before ?? on) : on);
      }),
    );
  });

  it('a note moved along takes the caret with it, and nothing else; where its string is taken that is said', () => {
    fc.assert(
      fc.property(some, slot, string, fc.constantFrom(1 as const, -1 as const), (notes, from, on, by) => {
        const edit = moveNoteAlong(notes, at(from, on), by);
        const mine = noteAt(notes, from * SLOT_TICKS, on);
        const to = (from + by) * SLOT_TICKS;
        const isTaken = mine && to >= 0 && noteAt(notes, to, on) !== undefined;
        if (!mine || to < 0) expect(edit).toBeNull();
        if (isTaken) expect(edit).toHaveProperty('fault');
        if (!mine || to < 0 || isTaken) return;
        const { passage: after, caret } = made(edit);
        expect(caret).toEqual({ ticks: to, string: on });
        expect(noteAt(after, to, on)?.id).toBe(mine.id);
        const others = (one: Passage) => one.notes.filter(({ id }) => id !== mine.id);
        expect(others(after)).toEqual(others(notes));
      }),
    );
  });

  it('goes where undo changed something', () => {
    const changed = putFret(passage, at(2, 4), 9).passage;
    expect(firstDifference(passage, changed)).toEqual(at(2, 4));
    expect(firstDifference(changed, made(restHere(changed, at(3, 3))).passage)).toEqual(at(3, 3));
    expect(firstDifference(passage, passage)).toBeNull();
  });
});

describe('keys', () => {
  // Common practice, no source: a nought before a digit makes no number of two, and no neck has more than thirty frets.
  it('a nought begins no number of two digits, nor does a number that has two already', () => {
    const typed = (...keys: number[]) => {
      const memory = digitMemory();
      return keys.map((digit, press) => memory.type(digit, press * 100).fret);
    };
    expect(typed(0, 5)).toEqual([0, 5]);
    expect(typed(1, 2, 3)).toEqual([1, 12, 3]);
    expect(typed(3, 1)).toEqual([3, 1]);
  });

  it('steps to the open string and to the last fret, and says that there is nothing beyond', () => {
    const [first] = passage.notes;
    const on = (fret: number) => ({ ...passage, notes: [{ ...first!, fret }] });
    const stepped = (fret: number, by: 1 | -1) => stepFret(on(fret), at(0, 5), by);
    expect(made(stepped(1, -1)).passage.notes[0]!.fret).toBe(0);
    expect(made(stepped(29, 1)).passage.notes[0]!.fret).toBe(30);
    expect(stepped(0, -1)).toEqual({ fault: 'Lower than the open string there is nothing.' });
    expect(stepped(30, 1)).toEqual({ fault: 'Fret 30 is the last.' });
    expect(stepFret(passage, at(0, 1), 1)).toBeNull();
  });

  it('two quick digits make one fret where the neck has it, and share one step of undo', () => {
    const memory = digitMemory();
    const first = memory.type(1, 0);
    expect(memory.type(2, 400)).toEqual({ fret: 12, group: first.group, beyond: null });
    expect(memory.type(3, 500)).toMatchObject({ fret: 3 });
    expect(memory.type(9, 600)).toMatchObject({ fret: 9, beyond: 39 });
    expect(memory.type(1, 5000).fret).toBe(1);
    memory.forget();
    expect(memory.type(4, 5100).fret).toBe(4);
    // Nine tenths of a second later it is no second digit any more.
    const late = digitMemory();
    expect([late.type(1, 0).fret, late.type(2, 899).fret]).toEqual([1, 12]);
    late.forget();
    expect([late.type(1, 2000).fret, late.type(2, 2900).fret]).toEqual([1, 2]);
    // After an open string the next digit is another fret, and another step.
    const open = memory.type(0, 9000);
    expect(memory.type(5, 9100).group).not.toBe(open.group);
  });

  it('closing up, moving, locking and marking change just that', () => {
    expect(made(deleteHere(passage, at(1, 5), 'here')).passage.notes.map((note) => note.fret)).toEqual([
      5, 7, 8,
    ]);
    expect(deleteHere(passage, at(0, 5), 'before')).toBeNull();
    expect(made(moveNoteAcross(passage, at(0, 5), -1, 'pitch')).passage.notes[0]).toMatchObject({
      string: 4,
      fret: 0,
    });
    expect(made(moveNoteAcross(passage, at(2, 4), -1, 'pitch')).caret).toEqual(at(2, 3));
    expect(lockHere(passage, at(5, 1), { stroke: 'up' })).toBeNull();
    const hammered = made(techniqueHere(passage, at(1, 5), 'hammer')).passage;
    expect(made(techniqueHere(hammered, at(1, 5), 'hammer')).passage).toEqual(passage);
    expect(noteAt(deadHere(passage, at(6, 2)).passage, 6 * SLOT_TICKS, 2)).toMatchObject({ dead: true });
  });

  it('what cannot be is said and changes nothing: taken strings, frets beyond the neck, strokes of slurred notes', () => {
    const hammered = made(techniqueHere(passage, at(1, 5), 'hammer')).passage;
    for (const refused of [
      moveNoteTo(passage, passage.notes[0]!, at(1, 5)),
      moveNoteAlong(passage, at(0, 5), 1),
      moveNoteAcross(passage, at(3, 3), 1, 'pitch') &&
        moveNoteAcross(putFret(passage, at(3, 3), 30).passage, at(3, 3), 1, 'pitch'),
      stepFret(putFret(passage, at(0, 5), 30).passage, at(0, 5), 1),
      stepFret(putFret(passage, at(0, 5), 0).passage, at(0, 5), -1),
      lockHere(hammered, at(1, 5), { stroke: 'up' }),
      stretchHere(passage, at(0, 5), 1),
      stretchHere(passage, at(0, 5), -1),
    ])
      expect(refused).toHaveProperty('fault');
    expect(putFret(passage, at(0, 5), 5, 35)).toMatchObject({
      remark: expect.stringContaining('35') as string,
    });
    const locked = setLock(passage, [passage.notes[1]!.id], { stroke: 'up' });
    const slurred = made(techniqueHere(locked, at(1, 5), 'hammer')).passage;
    expect(noteAt(made(lockHere(slurred, at(1, 5), null)).passage, SLOT_TICKS, 5)).not.toHaveProperty('lock');
  });

  it('bends go up by half tones and off again, marks on and off, lengths to the next note on the string', () => {
    let one = passage;
    const sizes = Array.from({ length: 4 }, () => {
      one = made(bendHere(one, at(2, 4))).passage;
      return noteAt(one, 2 * SLOT_TICKS, 4)?.bend?.semitones;
    });
    expect(sizes).toEqual([1, 2, 3, undefined]);
    const muted = made(markHere(passage, at(2, 4), 'palmMute')).passage;
    expect(made(markHere(muted, at(2, 4), 'palmMute')).passage).toEqual(passage);
    const longer = made(stretchHere(passage, at(2, 4), 1)).passage;
    expect(noteAt(longer, 2 * SLOT_TICKS, 4)?.durationTicks).toBe(2 * SLOT_TICKS);
    expect(made(stretchHere(longer, at(2, 4), -1)).passage).toEqual(passage);
  });

  it('a pressed stroke sign goes from the plan to the other stroke, to this one, and back to the plan', () => {
    const [note] = passage.notes;
    expect(nextLock(note!, 'down')).toEqual({ stroke: 'up' });
    expect(nextLock({ ...note!, lock: { stroke: 'up' } }, 'up')).toBeNull();
    expect(nextLock({ ...note!, lock: { stroke: 'up' } }, 'down')).toEqual({ stroke: 'down' });
  });
});
