/** The rule of a ladder, and the up-down rules against their published convergence. */
import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, expect, it } from 'vitest';
import { buildLadder } from './ladder';
import {
  FOOT_OF_LADDER,
  goToStep,
  judged,
  probeTempos,
  slower,
  startFromProbe,
  steppedBpm,
  stepSpeed,
} from './practice';
import { VERDICTS } from '../model/run';

describe('the rule of a ladder', () => {
  // Levitt 1971, transformed up-down: n clean in a row up, one that is not down, converges where p^n = 1/2.
  it.each([
    [1, 0.5],
    [2, 0.707],
    [3, 0.794],
    [4, 0.841],
  ])('adaptive with %i clean runs in a row hovers where %f come out clean', (upAfter, published) => {
    const steps = buildLadder({ kind: 'adaptive', startBpm: 60, goalBpm: 160, stepBpm: 1, upAfter });
    const random = xoroshiro128plus(71 + upAfter);
    const p = (bpm: number) => 1 / (1 + Math.exp((bpm - 110) / 12));
    let climb = goToStep(FOOT_OF_LADDER, 50, steps.length);
    let [sum, count] = [0, 0];
    for (let run = 0; run < 60_000; run++) {
      const bpm = steppedBpm(climb, steps);
      const next = judged(climb, steps, (random.next() >>> 0) / 2 ** 32 < p(bpm) ? 'clean' : 'not clean', 4);
      // Levels are averaged over the moves, as up-down estimates are, not over the runs that lie between.
      if (run > 2000 && next.move !== 'stay') {
        sum += (bpm + steppedBpm(next.climb, steps)) / 2;
        count++;
      }
      climb = next.climb;
    }
    expect(Math.abs(p(sum / count) - published)).toBeLessThan(0.02);
  });

  it('never leaves the ladder, moves one step at a time, and counts anew after every move', () => {
    const verdicts = fc.array(fc.constantFrom(...VERDICTS), { maxLength: 60 });
    const rules = fc.record({ upAfter: fc.nat(4), backAfter: fc.nat(3) });
    fc.assert(
      fc.property(verdicts, rules, (some, rule) => {
        const steps = buildLadder({ startBpm: 60, goalBpm: 80, stepBpm: 5, ...rule });
        let climb = FOOT_OF_LADDER;
        for (const verdict of some) {
          const { climb: next, move } = judged(climb, steps, verdict, 4);
          expect(next.at - climb.at).toBe(move === 'back' && climb.at > 0 ? -1 : move === 'up' ? 1 : 0);
          if (move === 'up' || move === 'back') expect(next.cleanInARow + next.uncleanInARow).toBe(0);
          if (move === 'up') expect(rule.upAfter === 0 || climb.cleanInARow + 1 === rule.upAfter).toBe(true);
          climb = next;
        }
      }),
    );
  });

  // Whatever the list's order: two up and one back, bursts, parts, other divisions, steps that climb, steps by hand.
  it('slower is slower: never a faster step, and the nearest of the same notes that is slower', () => {
    const kinds = fc.constantFrom('even', 'ratio', 'twoUpOneBack', 'overshoot', 'density', 'adaptive');
    const byHand = fc.record({
      bpm: fc.integer({ min: 40, max: 300 }),
      toBpm: fc.option(fc.integer({ min: 40, max: 300 })),
      subdivision: fc.option(fc.constantFrom(2, 3, 4, 8)),
      part: fc.constantFrom(null, 'cell' as const),
      isBurst: fc.boolean(),
    });
    const ladder = fc
      .record({
        kind: kinds,
        goalBpm: fc.integer({ min: 70, max: 200 }),
        upAfter: fc.nat(3),
        more: fc.array(byHand),
      })
      .map(({ more, ...ask }) => {
        const steps = buildLadder({ startBpm: 60, backAfter: 1, stepBpm: 7, ...ask });
        return [...steps, ...more.map((one) => ({ ...steps[0]!, ...one }))];
      });
    const where = fc.record({ at: fc.nat(200), easing: fc.constantFrom<number>(1, 0.9, 0.81, 0.5) });
    fc.assert(
      fc.property(ladder, where, (steps, { at, easing }) => {
        const climb = { ...FOOT_OF_LADDER, at: at % steps.length, easing };
        const speed = (one: typeof climb) => stepSpeed(steps[one.at]!, 4, steppedBpm(one, steps));
        const { climb: next, move } = slower(climb, steps, 4);
        if (move === 'rest') expect(next).toEqual(climb);
        else expect(speed(next)).toBeLessThan(speed(climb));
        expect(steps[next.at]!.part).toBe(steps[climb.at]!.part);
        if (next.at === climb.at) return;
        expect(steps[next.at]!.isBurst).toBe(false);
        // Nothing of the same notes lies between the two.
        const between = steps.filter((step, number) => {
          const own = speed({ ...climb, at: number });
          const isSteady = !step.isBurst && step.toBpm === null && step.part === steps[climb.at]!.part;
          return isSteady && own < speed(climb) && own > speed(next);
        });
        expect(between.filter(({ toBpm }) => toBpm === null)).toEqual(
          steps[next.at]!.toBpm === null ? [] : between,
        );
        const verdict = judged({ ...climb, uncleanInARow: 9 }, steps, 'not clean', 4);
        if (verdict.move === 'back') expect(speed(verdict.climb)).toBeLessThan(speed(climb));
      }),
    );
    const steps = buildLadder({ startBpm: 60, goalBpm: 72 });
    const second = { ...FOOT_OF_LADDER, at: 1, cleanInARow: 1 };
    expect(slower(second, steps, 4).climb).toEqual(FOOT_OF_LADDER);
    expect(steppedBpm(slower(FOOT_OF_LADDER, steps, 4).climb, steps)).toBe(54);
  });

  it('a probe rises by marks from slow; the start lies below the last clean tempo', () => {
    expect(probeTempos(60, 100)).toEqual([60, 66, 76, 84, 96, 104]);
    expect(startFromProbe([60, 66, 76], 60)).toBe(66);
    expect(startFromProbe([], 60)).toBe(54);
  });
});
