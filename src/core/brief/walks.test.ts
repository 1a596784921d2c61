/** Whether a line can go over the strings so often: never denied where a note less has one, and by trying every line. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise } from '../model/exercise';
import type { Brief, Target } from '../model/brief';
import { emptyPassage } from '../passage/empty';
import { draftBrief } from './draft';
import { mannersOf, STROKES } from './pickRules';
import { bestAlong, placesByNode } from './along';
import { chanceOf } from './chance';
import { latticeOf, type Lattice } from './lattice';
import { possible } from './possible';
import { findFlow, skeletonOf, trailOf, type Flow, type Skeleton } from './skeleton';
import { anyBrief, cheapestOn, exhaustive, recount, within } from './testing';
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

/** What a flow is: every note of the brief, what goes in comes out, and as many changes as are asked for. */
function expectFlow(brief: Brief, { rules }: Lattice, { arcs, nodes, starts, ends }: Skeleton, flow: Flow) {
  const { counts, start, end } = flow;
  expect(counts.reduce((sum, count) => sum + count, 0)).toBe(brief.notes - (brief.loop ? 0 : 1));
  if (!brief.loop) expect([starts.includes(start), ends.includes(end)]).toEqual([true, true]);
  nodes.forEach((_node, at) => {
    const net = arcs.reduce(
      (sum, { from, to }, arc) => sum + counts[arc]! * ((to === at ? 1 : 0) - (from === at ? 1 : 0)),
      0,
    );
    expect(net).toBe((at === end ? 1 : 0) - (at === start ? 1 : 0));
  });
  brief.targets.forEach(({ min, max }, target) => {
    const gained = arcs.reduce((sum, { gains }, arc) => sum + counts[arc]! * gains[target]!, 0);
    expect(gained).toBeGreaterThanOrEqual(min * rules.unit);
    expect(gained).toBeLessThanOrEqual(max === null ? Infinity : max * rules.unit);
  });
}

const moves = (min: number): Target => ({
  ...{ kind: null, strings: [2, 1], direction: 'floorward', skipped: null },
  ...{ min, max: null },
});

it('the cheapest places on some strings are those that trying all of them finds', () => {
  let found = 0;
  fc.assert(
    fc.property(
      // Where strings change, and whether a round ends with its rhythm, is settled before places are.
      fc.oneof(anyBrief([2, 5], [3, 2], [6, 8]), anyBrief([2, 3], [4, 3, 2], [6, 7])).map((one) => ({
        ...one,
        ...{ changesOn: null, rhythm: one.loop ? '' : one.rhythm! },
      })),
      fc.array(fc.nat(99), { minLength: 5, maxLength: 5 }),
      (brief, picks) => {
        const lattice = latticeOf(brief, DEFAULT_SETUP, mannersOf(brief)[0]!);
        const { nodes } = skeletonOf(lattice);
        const trail = picks.slice(0, brief.notes).map((pick) => pick % nodes.length);
        const best = bestAlong(lattice, placesByNode(lattice, nodes), trail);
        const strings = trail.map((node) => nodes[node]!.string);
        expect(best?.cost ?? null).toBe(cheapestOn(brief, strings));
        if (!best) return;
        found++;
        expect(best.places.map((at) => lattice.places[at]!.string)).toEqual(strings);
      },
    ),
    { numRuns: 500 * THOROUGH },
  );
  expect(found).toBeGreaterThan(30 * THOROUGH);
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
          expectFlow(brief, walk.lattice, walk.skeleton, walk.flow);
        }
      }),
      { numRuns: 200 * THOROUGH },
    );
    expect(denied).toBeGreaterThan(10);
    expect(flows).toBeGreaterThan(30);
  });

  it('is what the solver leans by costs too: in one piece, with the changes of fingers and notes spread over the strings', () => {
    let found = 0;
    fc.assert(
      fc.property(anyBrief([6, 12], [4, 3, 2], [5, 8]), fc.nat(), (brief, seed) => {
        const lattice = latticeOf(brief, DEFAULT_SETUP, mannersOf(brief)[0]!);
        const skeleton = skeletonOf(lattice);
        const { arcs, nodes } = skeleton;
        const costs = arcs.map((_, at) => 1 + ((at * 7 + seed) % 6));
        for (const options of [{}, { costs }, { costs, spread: true }]) {
          const flow = findFlow(brief, lattice.rules, skeleton, options);
          if (!flow) continue;
          found++;
          expectFlow(brief, lattice, skeleton, flow);
          const changes = arcs.reduce(
            (sum, { from, to }, at) =>
              sum + (nodes[from]!.string === nodes[to]!.string ? 0 : flow.counts[at]!),
            0,
          );
          expect(changes).toBeGreaterThanOrEqual(brief.fingerChanges.length);
          // One trail goes through all of it: each arc as often as the flow says.
          const trail = trailOf(skeleton, flow, chanceOf(seed));
          const gone = new Map<string, number>();
          trail.slice(1).forEach((to, at) => {
            const key = `${trail[at]} ${to}`;
            gone.set(key, (gone.get(key) ?? 0) + 1);
          });
          const asked = new Map<string, number>();
          arcs.forEach(({ from, to }, at) => {
            const key = `${from} ${to}`;
            if (flow.counts[at]! > 0) asked.set(key, (asked.get(key) ?? 0) + flow.counts[at]!);
          });
          expect([trail[0], trail.at(-1)]).toEqual([flow.start, flow.end]);
          expect(gone).toEqual(asked);
          const strings = trail.map((node) => nodes[node]!.string);
          if ('spread' in options && !brief.loop)
            for (const string of new Set(strings)) {
              const entered = strings.filter((one, at) => one === string && strings[at - 1] !== one).length;
              // Three for each time it is entered; two more where the line does not begin there.
              expect(strings.filter((one) => one === string).length).toBeLessThanOrEqual(
                3 * entered + (string === strings[0] ? 0 : 2),
              );
            }
          // Counted from the picks: a slur is none, so only without one.
          if (brief.loop || brief.rhythm) continue;
          const strokes = trail.map(
            (node) => STROKES[Math.floor(nodes[node]!.stroke / lattice.rules.slots)]!,
          );
          for (const target of brief.targets)
            expect(within(target, recount(target, strings, strokes, 1, false))).toBe(true);
        }
      }),
      { numRuns: 80 * THOROUGH },
    );
    expect(found).toBeGreaterThan(20 * THOROUGH);
  });
});
