/** Whether a line can go over the strings so often: never denied where a note less has one, and by trying every line. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise } from '../model/exercise';
import type { Brief, Target } from '../model/brief';
import { emptyPassage } from '../passage/empty';
import { draftBrief } from './draft';
import { mannersOf } from './pickRules';
import { latticeOf } from './lattice';
import { possible } from './possible';
import { skeletonOf } from './skeleton';
import { anyBrief, exhaustive } from './testing';
import { walkOf } from './walks';

const THOROUGH = Number(process.env.THOROUGH ?? 1);
const { lands: _, ...draft } = draftBrief(newExercise('', emptyPassage()));

const walks = (brief: Brief, wantsFlow = false) =>
  mannersOf(brief).map((manner) => {
    const lattice = latticeOf(brief, DEFAULT_SETUP, manner);
    const skeleton = skeletonOf(lattice);
    return { ...walkOf(brief, lattice.rules, skeleton, undefined, wantsFlow), skeleton, lattice };
  });
const isThere = (brief: Brief) => walks(brief).some(({ state }) => state === 'found');

const moves = (min: number): Target => ({
  ...{ kind: null, strings: [2, 1], direction: 'floorward', skipped: null },
  ...{ min, max: null },
});

describe('a walk over the strings', () => {
  it('is there for a note more wherever it is there, when no wish has an upper end', () => {
    for (const min of [3, 5, 8, 9, 10])
      for (let notes = 2 * min; notes < 2 * min + 14; notes++)
        expect([min, notes, isThere({ ...draft, notes, targets: [moves(min)] })]).toEqual([min, notes, true]);
    expect(isThere({ ...draft, notes: 17, targets: [moves(9)] })).toBe(false);
  });

  it('becomes a line: nine moves from 2 to 1 in 21 notes are not said to be impossible', () => {
    const steps = possible({ ...draft, notes: 21, targets: [moves(9)] }, DEFAULT_SETUP);
    let step = steps.next();
    while (!step.done) step = steps.next();
    expect(step.value).toBe('yes');
  });

  it('is there wherever a line is, by trying every line; its flow is in one piece and grants the targets', () => {
    let [denied, flows] = [0, 0];
    fc.assert(
      fc.property(anyBrief([2, 5], [3, 2], [6, 8]), (brief) => {
        const all = walks(brief, true);
        if (all.every(({ state }) => state === 'none')) {
          denied++;
          expect(exhaustive(brief)).toBeNull();
        }
        for (const walk of all) {
          if (walk.state !== 'found' || !walk.flow) continue;
          flows++;
          const { counts, start, end } = walk.flow;
          const { arcs, nodes } = walk.skeleton;
          expect(counts.reduce((sum, count) => sum + count, 0)).toBe(brief.notes - (brief.loop ? 0 : 1));
          // What goes into a node comes out of it, but for the ends.
          nodes.forEach((_node, at) => {
            const net = arcs.reduce(
              (sum, { from, to }, arc) => sum + counts[arc]! * ((to === at ? 1 : 0) - (from === at ? 1 : 0)),
              0,
            );
            expect(net).toBe((at === end ? 1 : 0) - (at === start ? 1 : 0));
          });
          brief.targets.forEach(({ min, max }, target) => {
            const gained = arcs.reduce((sum, { gains }, arc) => sum + counts[arc]! * gains[target]!, 0);
            expect(gained).toBeGreaterThanOrEqual(min * walk.lattice.rules.unit);
            expect(gained).toBeLessThanOrEqual(max === null ? Infinity : max * walk.lattice.rules.unit);
          });
        }
      }),
      { numRuns: 200 * THOROUGH },
    );
    expect(denied).toBeGreaterThan(10);
    expect(flows).toBeGreaterThan(30);
  });
});
