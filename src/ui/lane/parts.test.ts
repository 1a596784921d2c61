/** What a key costs in drawing: parts that only moved stay the same, systems that nothing touched are kept, and nothing stale is. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  insertSlot,
  planOf,
  putNote,
  setFret,
  setLock,
  type Passage,
} from '@/core';
import { VIEW_AT_FIRST } from '@/storage';
import { rowsFor, type DrawingProps } from './drawing';
import { FULL_LANE, layoutLane, type LaneLayout } from './layout';
import { isSamePart, partsOf } from './parts';
import { systemMemory } from './reuse';

const SLOT_TICKS = 1680;
const WIDTH = 900;

const passages = fc
  .array(fc.integer({ min: 1, max: 6 }), { minLength: 4, maxLength: 90 })
  .map((strings) =>
    strings.reduce(
      (passage, string, at) => putNote(passage, at * SLOT_TICKS, string, at % 20),
      emptyPassage(),
    ),
  );

function laidOut(passage: Passage): LaneLayout {
  const plan = planOf(passage, { kind: 'alternateByNote', start: 'down' }, DEFAULT_SETUP);
  return layoutLane({ ...plan, pass: 0 }, WIDTH, FULL_LANE);
}

function propsOf(layout: LaneLayout, index: number): DrawingProps {
  return {
    system: layout.system(index),
    rows: rowsFor(6, FULL_LANE, false),
    size: FULL_LANE,
    strings: 6,
    slotWidth: layout.slotWidth,
    view: VIEW_AT_FIRST,
    pinned: new Map(),
  };
}

const allParts = (layout: LaneLayout) =>
  Array.from({ length: layout.count }, (_, at) => partsOf(propsOf(layout, at)));

describe('parts of the lane', () => {
  it('say each note, stroke and change once, where the layout has them', () => {
    fc.assert(
      fc.property(passages, (passage) => {
        const parts = allParts(laidOut(passage));
        expect(
          parts.flatMap(({ columns }) => columns.flatMap(({ part }) => part.notes.map(({ id }) => id))),
        ).toEqual(passage.notes.map(({ id }) => id));
        expect(parts.flatMap(({ columns }) => columns.filter(({ part }) => part.sign))).toHaveLength(
          passage.notes.length,
        );
        for (const { paths, columns } of parts)
          for (const placed of [paths, columns])
            expect(new Set(placed.map(({ key }) => key)).size).toBe(placed.length);
      }),
    );
  });

  it('stay the same when notes only move on: an empty slot at the front moves them and draws nothing anew', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 12 }), (strings) => {
        const passage = strings.reduce(
          (some, string, at) => putNote(some, at * SLOT_TICKS, string, at),
          emptyPassage(),
        );
        const [before, after] = [passage, insertSlot(passage, 0)].map((one) =>
          partsOf(propsOf(laidOut(one), 0)),
        );
        const byKey = new Map(after!.columns.map((placed) => [placed.key, placed]));
        const widths = [passage, insertSlot(passage, 0)].map((one) => laidOut(one).slotWidth);
        // Where the lane had to close up, everything is drawn anew.
        if (widths[0] !== widths[1]) return;
        for (const { key, x, part } of before!.columns.filter(({ part: one }) => one.notes.length > 0)) {
          const moved = byKey.get(key)!;
          expect(moved.x - x).toBeCloseTo(widths[0]!);
          expect(isSamePart(moved.part, part)).toBe(true);
        }
      }),
    );
  });
});

describe('the memory for systems', () => {
  it('keeps a system exactly where it is drawn as before', () => {
    const edits = fc.constantFrom(
      (passage: Passage, at: number) => setFret(passage, passage.notes[at]!.id, 21),
      (passage: Passage, at: number) => setLock(passage, [passage.notes[at]!.id], { stroke: 'up' }),
      (passage: Passage, at: number) => insertSlot(passage, passage.notes[at]!.onsetTicks),
      (passage: Passage) => passage,
    );
    fc.assert(
      fc.property(passages, fc.nat(), edits, (passage, pick, edit) => {
        const memory = systemMemory();
        const before = memory.keep(laidOut(passage));
        const drawn = Array.from({ length: before.count }, (_, at) => before.system(at));
        const edited = edit(passage, pick % passage.notes.length);
        const fresh = laidOut(edited);
        const after = memory.keep(fresh);
        for (let index = 0; index < after.count; index++) {
          const system = after.system(index);
          const isAlike =
            index < before.count &&
            before.slotWidth === fresh.slotWidth &&
            isSamePart(partsOf(propsOf(before, index)), partsOf(propsOf(fresh, index)));
          if (system === drawn[index]) expect(isAlike).toBe(true);
          else if (edited === passage) expect.fail('a system that nothing touched was made anew');
          expect(
            isSamePart(partsOf({ ...propsOf(fresh, index), system }), partsOf(propsOf(fresh, index))),
          ).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});
