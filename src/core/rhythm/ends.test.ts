/** What laying notes does to lengths, holds, rounds and pick-ups; by arithmetic on slots of 1680 ticks (four a beat of 6720). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { putNote } from '../passage/edits';
import type { Passage } from '../passage/passage';
import { passageOn } from '../picking/testing';
import {
  accentNotes,
  groupNotes,
  holdLast,
  lastAgain,
  pickupSlots,
  restAtEnd,
  setBeatSubdivision,
  setPickup,
  slotsInPass,
  slotsNeeded,
} from './lay';
import { ACCENTS } from './names';

const SLOT = 1680;
const BEAT = 6720;
const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 20 });
const sizes = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 3 });
/** A passage whose round is some of its slots. */
const rounded = (on: readonly number[], from: number, to: number): Passage => {
  const passage = passageOn(on);
  const [a, b] = [from % on.length, to % (on.length + 1)].sort((x, y) => x - y) as [number, number];
  return { ...passage, loopBounds: { startTicks: a * SLOT, endTicks: Math.max(b, a + 1) * SLOT } };
};

describe('groups', () => {
  it('hold the last note of each group over the gap, or leave it silent; the length is what is taken', () => {
    fc.assert(
      fc.property(strings, sizes, fc.constantFrom('rest', 'long note'), (on, some, gap) => {
        const made = groupNotes(passageOn(on), some, gap);
        let [slots, left, group] = [0, some[0]!, 0];
        made.notes.forEach(({ onsetTicks, durationTicks }) => {
          left--;
          expect(onsetTicks).toBe(slots * SLOT);
          expect(durationTicks).toBe((left === 0 && gap === 'long note' ? 2 : 1) * SLOT);
          slots += left === 0 ? 2 : 1;
          if (left === 0) left = some[++group % some.length]!;
        });
        expect(made.lengthTicks).toBe(slots * SLOT);
      }),
    );
  });

  it('of no size are none; a pick-up stays one; a beat that was divided otherwise is so no more', () => {
    fc.assert(
      fc.property(strings, sizes, (on, some) => {
        const passage = passageOn(on);
        expect(groupNotes(passage, [0, ...some, -1], 'rest')).toEqual(groupNotes(passage, some, 'rest'));
        expect(groupNotes(passage, [0], 'rest').notes).toEqual(groupNotes(passage, [], 'rest').notes);
        const picked = setPickup(passage, 1);
        const made = groupNotes(picked, some, 'rest');
        expect(made.notes[0]!.onsetTicks).toBe(on.length > 1 ? -SLOT : 0);
        expect(groupNotes({ ...passage, beatSubdivisions: { 0: 3 } }, some, 'rest').beatSubdivisions).toEqual(
          {},
        );
      }),
    );
    expect(groupNotes({ ...passageOn([1]), notes: [] }, [2], 'rest').lengthTicks).toBe(SLOT);
  });

  it('a round begins and ends at the same notes as before', () => {
    fc.assert(
      fc.property(strings, fc.nat(30), fc.nat(30), sizes, (on, from, to, some) => {
        const passage = rounded(on, from, to);
        const made = groupNotes(passage, some, 'rest');
        const inRound = ({ notes, loopBounds }: Passage) =>
          notes
            .filter(
              ({ onsetTicks }) => onsetTicks >= loopBounds!.startTicks && onsetTicks < loopBounds!.endTicks,
            )
            .map(({ id }) => id);
        expect(inRound(made)).toEqual(inRound(passage));
      }),
    );
    expect(groupNotes(passageOn([1, 2]), [1], 'rest').loopBounds ?? null).toBeNull();
  });
});

/** Chords count as one moment, as they are one stroke or one place in the count. */
it('accents stand where their rule says and nowhere else, and a new rule takes the old ones off', () => {
  fc.assert(
    fc.property(strings, fc.constantFrom(...ACCENTS), fc.constantFrom(...ACCENTS), (on, rule, before) => {
      const plain = on.reduce(
        (made, string, at) => (at % 4 === 1 ? putNote(made, at * SLOT, (string % 6) + 1, 3) : made),
        passageOn(on),
      );
      const made = accentNotes(accentNotes(plain, before), rule);
      made.notes.forEach((note, at) => {
        const moment = note.onsetTicks / SLOT;
        const every = { 'every third': 3, 'every fourth': 4, 'every fifth': 5 } as const;
        const wanted =
          rule === 'none'
            ? false
            : rule === 'beats'
              ? note.onsetTicks % BEAT === 0
              : rule === 'after the beats'
                ? note.onsetTicks % BEAT === SLOT
                : rule === 'new strings'
                  ? at === 0 || made.notes[at - 1]!.string !== note.string
                  : moment % every[rule] === 0;
        expect([at, note.accent === true]).toEqual([at, wanted]);
      });
      expect(accentNotes(made, 'none')).toEqual(plain);
    }),
  );
});

describe('ends', () => {
  it('a pick-up is shorter than a bar and than the passage, and not negative; otherwise nothing changes', () => {
    const long = passageOn(Array.from({ length: 40 }, () => 3));
    const bar = long.meter.beats * 4;
    for (const slots of [0, 1, bar - 1]) expect(pickupSlots(setPickup(long, slots))).toBe(slots);
    for (const slots of [bar, bar + 5, -1]) expect(setPickup(long, slots)).toBe(long);
    const short = passageOn([3, 3, 3]);
    expect(pickupSlots(setPickup(short, 2))).toBe(2);
    expect(setPickup(short, 3)).toBe(short);
    const uneven = { ...long, beatSubdivisions: { 1: 3 } };
    expect(setPickup(uneven, 2)).toBe(uneven);
  });

  it('a silent slot at the end belongs to a round that ended there, and to no other', () => {
    fc.assert(
      fc.property(strings, fc.nat(30), fc.nat(30), (on, from, to) => {
        const passage = rounded(on, from, to);
        const made = restAtEnd(passage);
        const { startTicks, endTicks } = passage.loopBounds!;
        const grows = endTicks === passage.lengthTicks;
        expect(made.loopBounds).toEqual({ startTicks, endTicks: grows ? endTicks + SLOT : endTicks });
        expect(made.notes).toBe(passage.notes);
      }),
    );
  });

  it('the last moment is played once more right after the end, all of its notes', () => {
    const passage = passageOn([3, 2, 1]);
    const chord = putNote(putNote(passage, 2 * SLOT, 4, 9), 2 * SLOT, 6, 7);
    const made = lastAgain(chord);
    const places = (at: number) =>
      made.notes
        .filter(({ onsetTicks }) => onsetTicks === at * SLOT)
        .map(({ string, fret }) => [string, fret]);
    expect(places(3)).toEqual(places(2));
    expect(places(3)).toHaveLength(3);
    expect(made.notes).toHaveLength(chord.notes.length + 3);
    const none = { ...passage, notes: [] };
    expect(lastAgain(none)).toEqual(none);
  });
});

it('the last moment is held until a pass ends on the beat or the bar, no further, and nothing else moves', () => {
  fc.assert(
    fc.property(
      strings,
      fc.nat(3),
      fc.integer({ min: 2, max: 5 }),
      fc.constantFrom('beat', 'bar'),
      (on, pickup, beats, until) => {
        const base = passageOn(on);
        const passage: Passage = {
          ...base,
          meter: { beats, beatTicks: BEAT },
          pickupTicks: Math.min(pickup, on.length - 1) * SLOT,
          loopBounds: { startTicks: 0, endTicks: base.lengthTicks },
        };
        const made = holdLast(passage, until);
        const unit = until === 'beat' ? BEAT : beats * BEAT;
        const grown = made.lengthTicks - passage.lengthTicks;
        expect((made.lengthTicks + passage.pickupTicks) % unit).toBe(0);
        expect(grown >= 0 && grown < unit).toBe(true);
        expect(made.loopBounds!.endTicks).toBe(made.lengthTicks);
        expect(made.notes.slice(0, -1)).toEqual(passage.notes.slice(0, -1));
        expect(made.notes.at(-1)).toEqual({ ...passage.notes.at(-1), durationTicks: SLOT + grown });
        expect(holdLast(made, until)).toBe(made);
      },
    ),
  );
});

describe('a beat', () => {
  it('needs as many slots as its last note stands at', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(15), { maxLength: 8 }), fc.nat(3), (slots, beat) => {
        const empty: Passage = { ...passageOn(Array.from({ length: 16 }, () => 1)), notes: [] };
        const passage = slots.reduce((made, slot) => putNote(made, slot * SLOT, 2, 5), empty);
        const mine = slots.filter((slot) => Math.floor(slot / 4) === beat).map((slot) => (slot % 4) + 1);
        expect(slotsNeeded(passage, beat * BEAT)).toBe(Math.max(1, ...mine));
      }),
    );
  });

  it('divided otherwise holds its notes as many slots as before, within the beat, and moves ends that lie in it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 8 }),
        fc.nat(3),
        fc.nat(3),
        (held, slots, at, end) => {
          const base = { ...passageOn(Array.from({ length: 8 }, () => 1)), notes: [] };
          const note = putNote(base, BEAT + at * SLOT, 2, 5).notes[0]!;
          const ticks = BEAT + end * SLOT;
          const passage = {
            ...base,
            notes: [{ ...note, durationTicks: held * SLOT }],
            lengthTicks: Math.max(ticks, BEAT + (at + 1) * SLOT),
            loopBounds: { startTicks: 0, endTicks: ticks },
          };
          const made = setBeatSubdivision(passage, 1, slots);
          expect(made === null).toBe(at >= slots);
          if (!made) return;
          const slot = BEAT / slots;
          expect(made.notes[0]!.durationTicks).toBeCloseTo(Math.min(held, slots - at) * slot, 9);
          const moved = (was: number) => {
            const index = (was - BEAT) / SLOT;
            return index <= 0 || index >= 4 ? was : BEAT + Math.min(index, slots) * slot;
          };
          expect(made.lengthTicks).toBeCloseTo(moved(passage.lengthTicks), 9);
          expect(made.loopBounds!.endTicks).toBeCloseTo(moved(ticks), 9);
          expect(made.beatSubdivisions).toEqual(slots === 4 ? {} : { 1: slots });
          expect(setBeatSubdivision(made, 1, 4)?.beatSubdivisions ?? {}).toEqual({});
        },
      ),
    );
    const passage = passageOn([1, 2, 3, 4]);
    expect(setBeatSubdivision(passage, 0, 6)!.loopBounds ?? null).toBeNull();
  });
});

it('a pass is a number of slots only in the plain grid, and only where they fit', () => {
  const passage = passageOn([1, 2, 3]);
  expect(slotsInPass(passage, 0, 3 * SLOT)).toBe(3);
  expect(slotsInPass(passage, SLOT, 3 * SLOT)).toBe(2);
  expect(slotsInPass(passage, -SLOT, 3 * SLOT)).toBe(4);
  expect(slotsInPass(passage, 0, SLOT / 2)).toBeNull();
  expect(slotsInPass(passage, SLOT, SLOT)).toBeNull();
  expect(slotsInPass({ ...passage, beatSubdivisions: { 0: 3 } }, 0, 3 * SLOT)).toBeNull();
});
