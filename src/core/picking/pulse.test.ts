/** Alternation by the pulse weighed anew: breaks first, then crossings, of either start and with any one stroke locked otherwise. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Note, Passage, Stroke } from '../passage/passage';
import { describeChanges } from './changes';
import { otherStroke, type PickingPolicy } from './policy';
import { assignStrokes, otherCosts } from './strokes';
import { passageOn } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);
const stroke = fc.constantFrom<Stroke>('down', 'up');
const locks = fc.dictionary(fc.integer({ min: 0, max: 7 }).map(String), stroke, { maxKeys: 3 });
const string = fc.integer({ min: 1, max: 6 });

const withLocks = (passage: Passage, given: Readonly<Record<string, Stroke>>): Passage => ({
  ...passage,
  notes: passage.notes.map((note, at): Note => (given[at] ? { ...note, lock: { stroke: given[at] } } : note)),
});

type Weight = readonly [breaks: number, crossings: number];
const least = (some: readonly Weight[]): Weight =>
  some.reduce((best, one) => (one[0] < best[0] || (one[0] === best[0] && one[1] < best[1]) ? one : best));

describe('strokes by the pulse', () => {
  it('of either start cost as much as counted, and so does any other stroke', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(string, fc.boolean()), { minLength: 1, maxLength: 8 }),
        locks,
        fc.constantFrom<Stroke | 'auto'>('down', 'up', 'auto'),
        fc.boolean(),
        (places, given, start, loop) => {
          // A note on every slot, or a slot further on.
          let slot = 0;
          const slots = places.map(([, isLate]) => (slot += isLate ? 2 : 1) - 1);
          const length = slot;
          const bare = passageOn(places.map(([on]) => on));
          const passage: Passage = {
            ...bare,
            lengthTicks: length * 1680,
            notes: bare.notes.map((note, at) => ({ ...note, onsetTicks: slots[at]! * 1680 })),
          };
          const policy: PickingPolicy = { kind: 'alternateByPulse', start, loop };
          const result = assignStrokes(withLocks(passage, given), policy);
          const costOf = otherCosts(withLocks(passage, given), policy);
          const passes = loop && length % 2 === 1 ? 2 : 1;
          expect(result.passes.length).toBe(passes);
          const weigh = (all: Readonly<Record<string, Stroke>>, from: Stroke): Weight => {
            let breaks = 0;
            const picks = Array.from({ length: passes }, (_, pass) =>
              slots.map((of, at) => {
                const swung = (of + pass * length) % 2 === 0 ? from : otherStroke(from);
                if (all[at] && all[at] !== swung) breaks++;
                return { string: places[at]![0], stroke: all[at] ?? swung };
              }),
            ).flat();
            const crossings = describeChanges(picks, { loop }).reduce((sum, one) => sum + one.crossings, 0);
            return [breaks / passes, crossings / passes];
          };
          const best = (all: Readonly<Record<string, Stroke>>) =>
            least((start === 'auto' ? (['down', 'up'] as const) : [start]).map((from) => weigh(all, from)));
          const mine = best(given);
          expect(result.unmet.filter(({ code }) => code === 'ruleBroken').length / passes).toBe(mine[0]);
          result.passes.forEach((strokes, pass) =>
            strokes.forEach((one, at) => {
              const turned = best({ ...given, [at]: otherStroke(one!) });
              const claimed = costOf(pass, at)!;
              expect([claimed.breaks, claimed.crossings]).toEqual([
                expect.closeTo(turned[0] - mine[0], 9),
                expect.closeTo(turned[1] - mine[1], 9),
              ]);
            }),
          );
          if (start !== 'auto' || given['0']) return;
          const [reason] = result.reasons[0]!;
          // The start is the stroke of the first slot, whether a note stands there or not.
          const first = result.passes[0]![0]!;
          const rival = weigh(given, slots[0]! % 2 === 0 ? otherStroke(first) : first);
          expect(reason).toMatchObject({
            ...{ code: 'autoStart', breaks: expect.closeTo(rival[0] - mine[0], 9) as number },
            crossings: expect.closeTo(rival[1] - mine[1], 9) as number,
          });
        },
      ),
      { numRuns: 200 * THOROUGH },
    );
  });

  it('before and after the loop cost otherwise what they touch', () => {
    let asked = 0;
    fc.assert(
      fc.property(
        fc.array(string, { minLength: 3, maxLength: 8 }),
        locks,
        fc.nat({ max: 7 }),
        fc.nat({ max: 7 }),
        (on, given, from, more) => {
          const start = from % on.length;
          const end = Math.min(on.length, start + more + 1);
          const loopBounds = { startTicks: start * 1680, endTicks: end * 1680 };
          const passage = { ...withLocks(passageOn(on), given), loopBounds };
          const policy: PickingPolicy = { kind: 'alternateByPulse', start: 'down', loop: true };
          const result = assignStrokes(passage, policy);
          const costOf = otherCosts(passage, policy);
          result.passes.forEach((strokes, pass) =>
            strokes.forEach((one, at) => {
              expect(costOf(pass, at) === null).toBe(one === null);
              if (one === null || (at >= start && at < end)) return;
              asked++;
              const crossed = (turned: Stroke) => {
                const played = strokes.flatMap((its, note) =>
                  its === null ? [] : [{ string: on[note]!, stroke: note === at ? turned : its }],
                );
                return describeChanges(played, { loop: false }).reduce(
                  (sum, { crossings }) => sum + crossings,
                  0,
                );
              };
              const isOff = result.unmet.some(
                ({ code, note, pass: of }) => code === 'ruleBroken' && note === at && of === pass,
              );
              expect(costOf(pass, at)).toEqual({
                ...{ breaks: isOff ? -1 : 1, start: 0 },
                crossings: crossed(otherStroke(one)) - crossed(one),
              });
            }),
          );
        },
      ),
      { numRuns: 100 * THOROUGH },
    );
    expect(asked).toBeGreaterThan(50);
  });
});
