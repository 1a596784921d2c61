/** The pick in motion against the counts of the analysis: what it crosses, from which side, clear or at rest. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planOf, type Plan } from './plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { loopSpan } from '../passage/passage';
import { poseAt, slantAt, standingPose, standingTicks, strikeLine } from './motion';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { standsText, strikesOf } from './strikes';
import { passageOn } from '../picking/testing';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 10 });
const policies = fc.record({
  kind: fc.constantFrom('alternateByNote' as const, 'economy' as const, 'leastTravel' as const),
  start: fc.constantFrom('down' as const, 'up' as const),
  loop: fc.boolean(),
});
const lineOf = ({ passage, analysis, ...plan }: Plan, pass: number) => {
  const { startTicks, endTicks } = loopSpan(passage);
  return strikeLine(
    strikesOf({ passage, analysis, ...plan }),
    pass,
    analysis.loop ? endTicks - startTicks : null,
  );
};

describe('the pick in motion', () => {
  it('crosses between two strokes as many strings as are counted, lifted where it must come out', () => {
    fc.assert(
      fc.property(strings, policies, (of, policy) => {
        const plan = planOf(passageOn(of), policy, DEFAULT_SETUP);
        for (let pass = 0; pass < plan.assignment.passes.length; pass++) {
          const line = lineOf(plan, pass);
          for (const [at, strike] of line.strikes.entries()) {
            // Struck through its string at its onset.
            expect(poseAt(line, strike.ticks)?.across).toBeCloseTo(strike.exit);
            const next = line.strikes[at + 1];
            if (!next || !strike.leaves) continue;
            const ways = Array.from({ length: 41 }, (_, part) =>
              poseAt(line, strike.ticks + ((next.ticks - strike.ticks) * (part + 0.5)) / 41),
            ).map((pose) => pose!);
            let crossed = 0;
            for (const [step, pose] of ways.slice(1).entries()) {
              const [from, to] = [ways[step]!.across, pose.across].sort((x, y) => x - y);
              for (let string = 1; string <= 6; string++) if (from! < string && to! >= string) crossed++;
            }
            expect(crossed).toBe(strike.leaves.crossings);
            expect(Math.max(...ways.map((pose) => pose.lift)) > 0.9).toBe(strike.leaves.crossings > 0);
          }
        }
      }),
    );
  });

  it('goes round from the last stroke of a loop, not on into its ending', () => {
    const passage = { ...passageOn([3, 3, 2, 1, 5]), loopBounds: { startTicks: 0, endTicks: 4 * 1680 } };
    const line = lineOf(
      planOf(passage, { kind: 'alternateByNote', start: 'down', loop: true }, DEFAULT_SETUP),
      0,
    );
    expect(line.strikes[3]!.leaves).toMatchObject({ seam: true, stringTo: 3 });
    // A hair before the next pass the pick is on its way through string 3.
    expect(Math.abs(poseAt(line, 4 * 1680 - 1)!.across - 3)).toBeLessThan(0.1);
  });

  it('stands after a stroke on the side it was carried to, in the slant that the exit asks for', () => {
    fc.assert(
      fc.property(strings, policies, (of, policy) => {
        const plan = planOf(passageOn(of), policy, DEFAULT_SETUP);
        const line = lineOf(plan, 0);
        for (const [at, strike] of line.strikes.entries()) {
          const across = poseAt(line, standingTicks(line, at))!.across;
          expect(across < strike.exit).toBe(strike.stroke === 'down');
          for (const switching of ['early', 'late'] as const) {
            const slant = slantAt(line, at, { ...DEFAULT_SCHOOLS, switching });
            if (strike.leaves?.slant) expect(slant).toBe(strike.leaves.slant);
            else if (plan.analysis.slants.class === 'free') expect(slant).toBeNull();
          }
        }
      }),
    );
  });

  // rulings.md, Freeze frame: where a good exit has carried the pick, told from strings and strokes alone.
  it('is seen, where the player stops, where a good exit has carried it', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(strings, policies, (of, policy) => {
        const plan = planOf(passageOn(of), policy, DEFAULT_SETUP);
        const line = lineOf(plan, 0);
        for (const [at, { exit, stroke, leaves }] of line.strikes.entries()) {
          const { across, lift } = standingPose(line, at);
          const text = standsText(line.strikes[at]!);
          // Downstrokes go to smaller string numbers.
          const way = stroke === 'down' ? -1 : 1;
          const beyond = (string: number) => (across - string) * way > 0;
          expect(beyond(exit)).toBe(true);
          const to = leaves?.stringTo ?? exit;
          const skips = Math.abs(to - exit) > 1;
          if (to === exit) expect([lift, beyond(exit + way)]).toEqual([0, false]);
          else if (leaves!.kind === 'outside') {
            expect([lift, beyond(to), beyond(to + way)]).toEqual([1, true, false]);
            expect(text).toContain('go out further');
          } else if (leaves!.kind === 'inside' || leaves!.kind === 'backtrack' || skips)
            expect([lift, beyond(exit + way)]).toEqual([1, false]);
          else {
            expect([lift, beyond(to)]).toEqual([0, false]);
            expect(Math.abs(across - to)).toBeLessThan(0.25);
            expect(text).toContain(`lying on string ${to}`);
          }
          seen.add(to === exit ? 'none' : leaves!.kind);
        }
      }),
    );
    expect([...seen].sort()).toEqual(['backtrack', 'inside', 'none', 'outside', 'sweep']);
  });

  it('knows the first stroke after a rest, round the seam too', () => {
    const rests = (of: readonly number[], loop: boolean, drop?: number) => {
      const passage = passageOn(of);
      const notes = passage.notes.filter((_, at) => at !== drop);
      const plan = planOf(
        { ...passage, notes },
        { kind: 'alternateByNote', start: 'down', loop },
        DEFAULT_SETUP,
      );
      return strikesOf(plan)[0]!.map((strike) => strike.afterRest);
    };
    expect(rests([3, 3, 2, 2], false)).toEqual([true, false, false, false]);
    expect(rests([3, 3, 2, 2], true)).toEqual([false, false, false, false]);
    expect(rests([3, 3, 2, 2], true, 3)).toEqual([true, false, false]);
    expect(rests([3, 3, 2, 2], true, 1)).toEqual([false, true, false]);
  });
});
