/** What the keys of the lane do to notes and caret. */
import { describe, expect, it } from 'vitest';
import { emptyPassage, noteAt, putNote, type Passage } from '@/core';
import {
  caretStops,
  deadHere,
  deleteHere,
  digitMemory,
  firstDifference,
  lockHere,
  moveCaret,
  moveNoteAcross,
  moveNoteTo,
  nextLock,
  putFret,
  restHere,
  techniqueHere,
} from './editing';

const SLOT_TICKS = 1680;
const passage: Passage = [5, 5, 4, 3].reduce(
  (one, string, at) => putNote(one, at * SLOT_TICKS, string, 5 + at),
  emptyPassage(),
);
const at = (slot: number, string: number) => ({ ticks: slot * SLOT_TICKS, string });

describe('the caret', () => {
  it('follows the notes from string to string, keeps its string in empty slots, and jumps beside the last note', () => {
    expect(moveCaret(passage, at(1, 5), 1)).toEqual(at(2, 4));
    expect(moveCaret(passage, at(3, 3), 1)).toEqual(at(4, 3));
    expect(moveCaret(passage, at(4, 6), 1)).toEqual(at(5, 6));
    expect(moveCaret(passage, at(0, 5), Infinity)).toEqual(at(16, 3));
    expect(moveCaret(passage, at(0, 5), -1)).toEqual(at(0, 5));
    expect(caretStops(passage)).toHaveLength(17);
  });

  it('goes where undo changed something', () => {
    const changed = putFret(passage, at(2, 4), 9).passage;
    expect(firstDifference(passage, changed)).toEqual(at(2, 4));
    expect(firstDifference(changed, restHere(changed, at(3, 3))!.passage)).toEqual(at(3, 3));
    expect(firstDifference(passage, passage)).toBeNull();
  });
});

describe('keys', () => {
  it('two quick digits make one fret where the neck has it, and share one step of undo', () => {
    const memory = digitMemory();
    const first = memory.type(1, 0);
    expect(memory.type(2, 400)).toEqual({ fret: 12, group: first.group });
    expect(memory.type(3, 500)).toMatchObject({ fret: 3 });
    expect(memory.type(9, 600)).toMatchObject({ fret: 9 });
    expect(memory.type(1, 5000).fret).toBe(1);
    memory.forget();
    expect(memory.type(4, 5100).fret).toBe(4);
  });

  it('closing up, moving, locking and marking change just that', () => {
    expect(deleteHere(passage, at(1, 5), 'here')!.passage.notes.map((note) => note.fret)).toEqual([5, 7, 8]);
    expect(deleteHere(passage, at(0, 5), 'before')).toBeNull();
    expect(moveNoteAcross(passage, at(0, 5), -1, 'pitch')!.passage.notes[0]).toMatchObject({
      string: 4,
      fret: 0,
    });
    expect(moveNoteAcross(passage, at(2, 4), -1, 'pitch')!.caret).toEqual(at(2, 3));
    expect(moveNoteTo(passage, passage.notes[0]!, at(1, 5))).toBeNull();
    expect(lockHere(passage, at(5, 1), { stroke: 'up' })).toBeNull();
    const hammered = techniqueHere(passage, at(1, 5), 'hammer')!.passage;
    expect(techniqueHere(hammered, at(1, 5), 'hammer')!.passage).toEqual(passage);
    expect(noteAt(deadHere(passage, at(6, 2)).passage, 6 * SLOT_TICKS, 2)).toMatchObject({ dead: true });
  });

  it('a pressed stroke sign goes from the plan to the other stroke, to this one, and back to the plan', () => {
    const [note] = passage.notes;
    expect(nextLock(note!, 'down')).toEqual({ stroke: 'up' });
    expect(nextLock({ ...note!, lock: { stroke: 'up' } }, 'up')).toBeNull();
    expect(nextLock({ ...note!, lock: { stroke: 'up' } }, 'down')).toEqual({ stroke: 'down' });
  });
});
