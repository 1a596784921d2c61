/** The rule of a ladder, and the up-down rules against their published convergence. */
import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, expect, it } from 'vitest';
import { buildLadder } from './ladder';
import {
  eased,
  FOOT_OF_LADDER,
  goToStep,
  judged,
  probeTempos,
  startFromProbe,
  steppedBpm,
  VERDICTS,
} from './practice';

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
      const next = judged(climb, steps, (random.next() >>> 0) / 2 ** 32 < p(bpm) ? 'clean' : 'not clean');
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
          const { climb: next, move } = judged(climb, steps, verdict);
          expect(next.at - climb.at).toBe({ up: 1, back: -1, stay: 0, top: 0 }[move]);
          if (move === 'up' || move === 'back') expect(next.cleanInARow + next.uncleanInARow).toBe(0);
          if (move === 'up') expect(rule.upAfter === 0 || climb.cleanInARow + 1 === rule.upAfter).toBe(true);
          climb = next;
        }
      }),
    );
  });

  it('a tight hand goes back a step, and on the first one slower', () => {
    const steps = buildLadder({ startBpm: 60, goalBpm: 72 });
    const second = { ...FOOT_OF_LADDER, at: 1, cleanInARow: 1 };
    expect(eased(second)).toEqual(FOOT_OF_LADDER);
    expect(steppedBpm(eased(FOOT_OF_LADDER), steps)).toBe(54);
  });

  it('a probe rises by marks from slow; the start lies below the last clean tempo', () => {
    expect(probeTempos(60, 100)).toEqual([60, 66, 76, 84, 96, 104]);
    expect(startFromProbe([60, 66, 76], 60)).toBe(66);
    expect(startFromProbe([], 60)).toBe(54);
  });
});
