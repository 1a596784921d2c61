/** Edits: what each keeps, on random passages. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pitchAt } from '../instrument/instrument';
import { METERS, slotsOf } from '../time/slots';
import {
  deleteSlot,
  insertSlot,
  moveNote,
  moveToString,
  putNote,
  restNotes,
  setLock,
  setMeter,
  setSubdivision,
} from './edits';
import { emptyPassage } from './empty';
import { passageHash } from './hash';
import type { Passage } from './passage';

const SLOT_TICKS = 1680;

const passages = fc
  .array(fc.record({ slot: fc.nat(15), string: fc.integer({ min: 1, max: 6 }), fret: fc.nat(22) }), {
    minLength: 1,
    maxLength: 24,
  })
  .map((notes) =>
    notes.reduce(
      (passage, { slot, string, fret }) => putNote(passage, slot * SLOT_TICKS, string, fret),
      emptyPassage(),
    ),
  );

/** What every passage is, whatever was done to it. */
function expectSound(passage: Passage): void {
  const places = passage.notes.map((note) => `${note.onsetTicks}/${note.string}`);
  expect(new Set(places).size).toBe(places.length);
  expect(new Set(passage.notes.map((note) => note.id)).size).toBe(passage.notes.length);
  for (const [at, note] of passage.notes.entries()) {
    expect(note.onsetTicks).toBeGreaterThanOrEqual(-passage.pickupTicks);
    expect(note.onsetTicks).toBeLessThan(passage.lengthTicks);
    const next = passage.notes[at + 1];
    if (next) expect(next.onsetTicks > note.onsetTicks || next.string < note.string).toBe(true);
  }
}

describe('edits', () => {
  it('keep a passage sound, and ids with their notes', () => {
    fc.assert(
      fc.property(
        passages,
        fc.nat(30),
        fc.nat(15),
        fc.integer({ min: 1, max: 6 }),
        (passage, which, slot, string) => {
          const note = passage.notes[which % passage.notes.length]!;
          const ticks = slot * SLOT_TICKS;
          for (const edited of [
            moveToString(passage, note.id, string, 'fret'),
            moveToString(passage, note.id, string, 'pitch'),
            moveNote(passage, note.id, ticks, string),
            insertSlot(passage, ticks),
            deleteSlot(passage, ticks),
            restNotes(passage, [note.id]),
            putNote(passage, 16 * SLOT_TICKS, string, 5),
            setLock(passage, [note.id], { stroke: 'up' }),
          ]) {
            expectSound(edited);
            const same = edited.notes.find((one) => one.id === note.id);
            if (same) expect(pitchAt(edited.tuning, same.string, same.fret)).toBeGreaterThanOrEqual(40);
          }
        },
      ),
    );
  });

  it('at the same pitch moves to the neighbour string and back to the very same passage', () => {
    fc.assert(
      fc.property(passages, fc.integer({ min: 1, max: 6 }), (passage, string) => {
        const note = passage.notes[0]!;
        const moved = moveToString(passage, note.id, string, 'pitch');
        const there = moved.notes.find((one) => one.id === note.id)!;
        expect(pitchAt(moved.tuning, there.string, there.fret)).toBe(
          pitchAt(passage.tuning, note.string, note.fret),
        );
        expect(passageHash(moveToString(moved, note.id, note.string, 'pitch'))).toBe(passageHash(passage));
      }),
    );
  });

  it('an inserted slot that is deleted again leaves everything as it was', () => {
    fc.assert(
      fc.property(passages, fc.nat(15), (passage, slot) => {
        const ticks = slot * SLOT_TICKS;
        expect(deleteSlot(insertSlot(passage, ticks), ticks)).toEqual(passage);
      }),
    );
  });

  it('another subdivision or meter keeps notes on their slots, in order, and comes back exactly', () => {
    fc.assert(
      fc.property(
        passages,
        fc.integer({ min: 1, max: 8 }),
        fc.constantFrom(...Object.keys(METERS)),
        (passage, slots, name) => {
          const indexIn = (one: Passage) => {
            const index = new Map(slotsOf(one).map((slot, at) => [slot.ticks, at]));
            return one.notes.map((note) => index.get(note.onsetTicks));
          };
          for (const changed of [setSubdivision(passage, slots), setMeter(passage, METERS[name]!)]) {
            expectSound(changed);
            expect(indexIn(changed)).toEqual(indexIn(passage));
          }
          expect(setSubdivision(setSubdivision(passage, slots), 4).notes).toEqual(passage.notes);
        },
      ),
    );
  });
});
