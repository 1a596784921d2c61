/** Edits of a range: what must hold for any passage. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { slotsOf } from '../time/slots';
import type { Passage } from './passage';
import {
  deleteRange,
  extractRange,
  insertPassage,
  lockRange,
  notesIn,
  rangeBetween,
  reverseRange,
  shiftFrets,
} from './range';
import { passages } from './testing';

const scene = fc.record({ passage: passages, a: fc.nat(), b: fc.nat() }).map(({ passage, a, b }) => {
  const plain: Passage = { ...passage, beatSubdivisions: {} };
  const slots = slotsOf(plain);
  const notes = plain.notes.map((note, at) => ({
    ...note,
    technique: 'pick' as const,
    onsetTicks: slots[at % slots.length]!.ticks,
    durationTicks: slots[at % slots.length]!.durationTicks,
    string: 1 + Math.floor(at / slots.length),
  }));
  const onGrid = { ...plain, notes: notes.filter(({ string }) => string <= plain.tuning.length) };
  onGrid.notes.sort((x, y) => x.onsetTicks - y.onsetTicks || y.string - x.string);
  return {
    passage: onGrid,
    range: rangeBetween(onGrid, slots[a % slots.length]!.ticks, slots[b % slots.length]!.ticks),
  };
});
// Put in again they are a held span of their own.
const bare = ({ notes }: Passage) =>
  notes.map(({ id: _, held, ...note }) => ({ ...note, isHeld: held !== undefined }));

describe('a range', () => {
  it('played backwards twice is as before, and keeps every note with its string and fret', () => {
    fc.assert(
      fc.property(scene, ({ passage, range }) => {
        const once = reverseRange(passage, range);
        expect(once.notes.map(({ id, string, fret }) => [id, string, fret]).sort()).toEqual(
          passage.notes.map(({ id, string, fret }) => [id, string, fret]).sort(),
        );
        expect(reverseRange(once, range)).toEqual(passage);
      }),
    );
  });

  it('cut out and put in again is as before', () => {
    fc.assert(
      fc.property(scene, ({ passage, range }) => {
        const cut = extractRange(passage, range);
        // The last slot of a passage is never taken.
        const isAll = notesIn(passage, range).length === passage.notes.length;
        if (isAll || notesIn(passage, range).length === 0) return;
        const without = deleteRange(passage, range);
        const back = insertPassage(without, range.fromTicks, cut, slotsOf(cut).length)!;
        expect(back.leftOut).toBe(0);
        expect(bare(back.passage)).toEqual(bare(passage));
        expect(back.passage.lengthTicks).toBe(passage.lengthTicks);
      }),
    );
  });

  it('goes along the neck and back, or not at all; locks hold what is given', () => {
    fc.assert(
      fc.property(scene, fc.integer({ min: -12, max: 12 }), ({ passage, range }, by) => {
        const there = shiftFrets(passage, range, by);
        if (there) expect(shiftFrets(there, range, -by)).toEqual(passage);
        const strokes = passage.notes.map((_, at) => (at % 2 === 0 ? ('down' as const) : ('up' as const)));
        const locked = lockRange(passage, range, strokes);
        const inside = new Set(notesIn(passage, range).map(({ id }) => id));
        locked.notes.forEach((note, at) =>
          expect(note.lock?.stroke).toBe(inside.has(note.id) ? strokes[at] : passage.notes[at]!.lock?.stroke),
        );
      }),
    );
  });
});
