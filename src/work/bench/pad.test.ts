/** Editing by touch: a tap gives the slot the note that was tapped and touches no other; the pad shows what it is about. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyPassage, MAX_FRET, putNote, type Passage } from '@/core';
import { caretStops } from './editing';
import { fretOn, PAD_FRETS, padAtFirst, padFrom, padMoved, tapped } from './pad';

const SLOT = 1680;
const line = (strings: readonly number[]) =>
  strings.reduce((notes, string, at) => putNote(notes, at * SLOT, string, 5), emptyPassage());
const placesAt = ({ notes }: Passage, ticks: number) =>
  notes.filter(({ onsetTicks }) => onsetTicks === ticks).map(({ string, fret }) => `${string}/${fret}`);
const anyTap = fc.record({
  slot: fc.nat(4),
  string: fc.integer({ min: 1, max: 6 }),
  fret: fc.integer({ min: 0, max: MAX_FRET }),
  adds: fc.boolean(),
});

describe('a tap', () => {
  it('leaves all other slots as they were; a single note moves with its id, a chord grows', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 5, maxLength: 5 }),
        fc.array(anyTap, { minLength: 1, maxLength: 6 }),
        (strings, taps) => {
          let passage = line(strings);
          for (const { slot, string, fret, adds } of taps) {
            const ticks = slot * SLOT;
            const before = passage;
            const had = placesAt(before, ticks);
            const {
              passage: after,
              caret,
              label,
            } = tapped(before, { ticks, string: strings[slot]! }, { string, fret, adds });
            for (const other of caretStops(before))
              if (other !== ticks) expect(placesAt(after, other)).toEqual(placesAt(before, other));
            expect(label).toBe('Fret');
            const has = placesAt(after, ticks);
            expect(has).toContain(`${string}/${fret}`);
            const alone = had.length === 1;
            const isOn = had.some((place) => place.startsWith(`${string}/`));
            expect(has.length).toBe(isOn || (alone && !adds) ? had.length : had.length + 1);
            const idsAt = (of: Passage) =>
              of.notes.filter((note) => note.onsetTicks === ticks).map(({ id }) => id);
            if (alone && !adds) expect(idsAt(after)).toEqual(idsAt(before));
            // A chord is gone on with where it is; a line with its next slot.
            expect(caret.ticks).toBe(adds ? ticks : ticks + SLOT);
            passage = after;
          }
        },
      ),
    );
  });

  it('writes a line from nothing, slot after slot, on the strings that are tapped', () => {
    let [passage, caret] = [emptyPassage(), { ticks: 0, string: 3 }];
    for (const [string, fret] of [
      [4, 5],
      [4, 7],
      [3, 4],
      [3, 0],
    ] as const)
      ({ passage, caret } = tapped(passage, caret, { string, fret, adds: false }));
    expect(passage.notes.map(({ string, fret }) => [string, fret])).toEqual([
      [4, 5],
      [4, 7],
      [3, 4],
      [3, 0],
    ]);
    expect(caret).toEqual({ ticks: 4 * SLOT, string: 3 });
    // Where the next slot has its note the caret goes to that string.
    const next = line([3, 5]);
    expect(tapped(next, { ticks: 0, string: 3 }, { string: 3, fret: 7, adds: false }).caret).toEqual({
      ticks: SLOT,
      string: 5,
    });
    expect([fretOn(passage, { ticks: 2 * SLOT, string: 1 }, 3), fretOn(passage, caret, 3)]).toEqual([
      4,
      null,
    ]);
  });
});

describe('the pad', () => {
  it('has the fret that is looked for, stays where it has it, and never leaves the neck', () => {
    const at = fc.integer({ min: 1, max: MAX_FRET - PAD_FRETS + 1 });
    fc.assert(
      fc.property(at, fc.integer({ min: 0, max: MAX_FRET }), fc.constantFrom(-3, 3), (from, fret, by) => {
        const next = padFrom(from, fret);
        const has = (first: number) => fret === 0 || (fret >= first && fret < first + PAD_FRETS);
        expect(has(next)).toBe(true);
        if (has(from)) expect(next).toBe(from);
        for (const first of [next, padMoved(from, by)]) {
          expect(first).toBeGreaterThanOrEqual(1);
          expect(first + PAD_FRETS - 1).toBeLessThanOrEqual(MAX_FRET);
        }
        expect(Math.abs(padMoved(from, by) - from)).toBeLessThanOrEqual(3);
      }),
    );
    // At first it begins at the lowest fret that is stopped; of no notes in the middle of the neck.
    expect([padAtFirst(line([3, 2])), padAtFirst(emptyPassage())]).toEqual([5, 5]);
    expect(padAtFirst(putNote(putNote(emptyPassage(), 0, 3, 0), SLOT, 3, 9))).toBe(9);
    expect(padAtFirst(putNote(emptyPassage(), 0, 3, MAX_FRET))).toBe(MAX_FRET - PAD_FRETS + 1);
    // One fret lower is there too.
    expect(padFrom(1, 9)).toBe(8);
  });
});
