/** The lane's layout against the model it draws: every note once, the pick where geometry says, systems that fit. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  planOf,
  putNote,
  setLoopBounds,
  type Passage,
  type PickingPolicy,
} from '@/core';
import { FULL_LANE, layoutLane, type LaneSystem } from './layout';

const SLOT_TICKS = 1680;

const passages = fc
  .array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 80 })
  .map((strings) =>
    strings.reduce(
      (passage, string, at) => putNote(passage, at * SLOT_TICKS, string, at % 20),
      emptyPassage(),
    ),
  );

function laidOut(passage: Passage, policy: Partial<PickingPolicy>, width: number, pass = 0) {
  const plan = planOf(passage, { kind: 'alternateByNote', start: 'down', ...policy }, DEFAULT_SETUP);
  const layout = layoutLane({ ...plan, pass }, width, FULL_LANE);
  return {
    layout,
    systems: Array.from({ length: layout.count }, (_, at): LaneSystem => layout.system(at)),
    plan,
  };
}

describe('the layout of the lane', () => {
  it('shows every note once, in order, in systems that fit the width', () => {
    fc.assert(
      fc.property(passages, fc.integer({ min: 360, max: 1600 }), fc.boolean(), (passage, width, loop) => {
        const { systems, layout } = laidOut(passage, { loop }, width);
        const shown = systems.flatMap((system) =>
          system.columns.flatMap((column) => column.notes.map((note) => note.id)),
        );
        expect(shown).toEqual(passage.notes.map((note) => note.id));
        for (const system of systems) {
          expect(system.width).toBeLessThanOrEqual(width + 1);
          expect(system.columns[0]!.ticks).toBe(layout.starts[system.index]);
          const xs = system.columns.map((column) => column.x);
          expect(xs).toEqual([...xs].sort((a, b) => a - b));
        }
      }),
    );
  });

  it('draws each pick from gap to gap through its string, and as many crossings between as the analysis counts', () => {
    fc.assert(
      fc.property(
        passages,
        fc.constantFrom<PickingPolicy['kind']>('alternateByNote', 'economy'),
        (passage, kind) => {
          for (const { picks, changes } of laidOut(passage, { kind }, 1240).systems) {
            for (const pick of picks) {
              expect([pick.gapBefore, pick.gapAfter].sort()).toEqual(
                [pick.thinnest - 1, pick.thickest].sort(),
              );
              expect(pick.gapBefore > pick.gapAfter).toBe(pick.stroke === 'down');
            }
            for (const { change, from, to } of changes)
              if (from && to) expect(Math.abs(from.gapAfter - to.gapBefore)).toBe(change.crossings);
          }
        },
      ),
    );
  });

  it('closes a loop with a faint first note, in an odd loop with the other stroke; bounds inside stand at their notes', () => {
    const passage = [3, 3, 2, 2, 1].reduce((one, string, at) => putNote(one, at * SLOT_TICKS, string, 5), {
      ...emptyPassage(),
      lengthTicks: 5 * SLOT_TICKS,
    });
    const [system] = laidOut(passage, { loop: true }, 1240).systems;
    expect(system!.picks.at(-1)).toMatchObject({ isGhost: true, stroke: 'up', thickest: 3 });
    const bounded = setLoopBounds(passage, { startTicks: SLOT_TICKS, endTicks: 4 * SLOT_TICKS });
    const [inside] = laidOut(bounded, { loop: true }, 1240).systems;
    expect(inside).toMatchObject({ seamX: null });
    expect(inside!.loopStartX).toBeLessThan(inside!.columns[1]!.x);
    expect(inside!.loopEndX).toBeGreaterThan(inside!.columns[3]!.x);
  });

  it('breaks a bar of 4/4 in sixteenths only at bars where two fit', () => {
    const passage = Array.from({ length: 64 }).reduce<Passage>(
      (one, _, at) => putNote(one, at * SLOT_TICKS, 3, 5),
      emptyPassage(),
    );
    const { systems } = laidOut(passage, {}, 1240);
    expect(systems.map((system) => system.columns.length)).toEqual([32, 32]);
    expect(systems.every((system) => system.columns[0]!.isBarStart)).toBe(true);
  });
});
