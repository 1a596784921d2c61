/** Exposure against a recount stroke by stroke, and the mending of sets against trying all passes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise } from '../model/exercise';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import type { Stroke } from '../passage/passage';
import { describeChanges } from '../picking/changes';
import { exposureOf, setVerdict, type Played } from './exposure';
import { balancedPasses, setMendings, type SetMember } from './mendSet';

function played(row: readonly number[], loop: boolean, start: Stroke, passes: number): Played {
  const notes = row.map((string, at) => ({
    id: `n${at + 1}`,
    string,
    fret: 5 + (at % 3),
    onsetTicks: at * 1680,
    durationTicks: 1680,
    technique: 'pick' as const,
  }));
  const passage = {
    ...emptyPassage(),
    lengthTicks: row.length * 1680,
    notes,
    nextNoteNumber: row.length + 1,
  };
  const policy = { kind: 'alternateByNote' as const, start, loop };
  const exercise = { ...newExercise('Set', passage), policy };
  return { exercise, plan: planOf(passage, policy, DEFAULT_SETUP), passes, bpm: 60 };
}

const row = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 12 });
const some = fc
  .record({
    row,
    loop: fc.boolean(),
    start: fc.constantFrom<Stroke>('down', 'up'),
    passes: fc.integer({ min: 1, max: 6 }),
  })
  .map((one) => ({ ...one, played: played(one.row, one.loop, one.start, one.passes) }));

describe('exposure', () => {
  it('counts what is really played: all passes in a row, seams between them only', () => {
    fc.assert(
      fc.property(fc.array(some, { minLength: 1, maxLength: 4 }), (set) => {
        const counts = { outside: 0, inside: 0 };
        let seconds = 0;
        for (const { row: strings, loop, start, passes } of set) {
          const lines = loop
            ? [Array.from({ length: passes }, () => strings).flat()]
            : Array.from({ length: passes }, () => strings);
          seconds += (passes * strings.length) / 4;
          for (const line of lines) {
            const up = start === 'up' ? 1 : 0;
            const picks = line.map((string, at) => ({
              string,
              stroke: ((at + up) % 2 === 0 ? 'down' : 'up') as Stroke,
            }));
            for (const { kind } of describeChanges(picks))
              if (kind === 'outside' || kind === 'inside') counts[kind]++;
          }
        }
        const exposure = exposureOf(set.map((one) => one.played));
        expect(exposure.kinds).toMatchObject({ ...counts, sweep: 0, backtrack: 0 });
        expect(exposure.seconds).toBeCloseTo(seconds, 9);
        const sum = exposure.places.reduce((total, { outside, inside }) => total + outside + inside, 0);
        expect(sum).toBe(counts.outside + counts.inside);
      }),
    );
  });

  it('of three passes of an odd loop is not balanced, of two it is but for the last seam', () => {
    const odd = (passes: number) => exposureOf([played([3, 3, 2], true, 'down', passes)]).kinds;
    expect([odd(2).outside + odd(2).inside, odd(3).outside + odd(3).inside]).toEqual([3, 5]);
    expect(odd(3).outside).not.toBe(odd(3).inside);
  });

  it('names one-sided directions even where the total is even', () => {
    // Outside floorward, inside ceilingward: even in all, one-sided in each direction.
    const exposure = exposureOf([played([3, 2, 2, 3], false, 'down', 1)]);
    expect(setVerdict(exposure).oneSided.length).toBe(exposure.pairs.length);
  });
});

describe('mending a set', () => {
  it('chooses passes as good as the best of all choices within the same time', () => {
    fc.assert(
      fc.property(
        row,
        row,
        fc.integer({ min: 2, max: 10 }),
        fc.integer({ min: 2, max: 10 }),
        (one, other, m, n) => {
          const members: SetMember[] = [
            { ...played(one, false, 'down', m), id: 'a' },
            { ...played(other, false, 'up', n), id: 'b' },
          ];
          const cost = (passes: Record<string, number>) => {
            const sums = new Map<string, number>();
            for (const { id, plan } of members)
              for (const { stringFrom, stringTo, inside, outside } of plan.analysis.figures.pairs)
                for (const key of ['all', `${stringFrom} ${stringTo}`])
                  sums.set(key, (sums.get(key) ?? 0) + passes[id]! * (inside - outside));
            return [...sums].reduce(
              (sum, [key, value]) => sum + Math.abs(value) * (key === 'all' ? 3 : 1),
              0,
            );
          };
          const time = (a: number, b: number) => a * one.length + b * other.length;
          let best = Infinity;
          // As many as there are up to four, then half of them at least.
          const least = (passes: number) => (passes < 4 ? passes : Math.max(4, Math.ceil(passes / 2)));
          for (let a = least(m); a <= Math.max(4, 3 * m); a++)
            for (let b = least(n); b <= Math.max(4, 3 * n); b++)
              if (Math.abs(time(a, b) / time(m, n) - 1) <= 0.15 + 1e-9) best = Math.min(best, cost({ a, b }));
          const found = balancedPasses(members);
          expect(found).not.toBeNull();
          expect(cost(found!)).toBeLessThanOrEqual(best * 1.03 + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('adds the exercise that has the other kind', () => {
    const outside = { ...played([3, 2, 3, 2], false, 'down', 4), id: 'out' };
    const inside = { ...played([3, 2, 3, 2], false, 'up', 4), id: 'in' };
    const same = { ...outside, id: 'same' };
    const [first] = setMendings([outside], [same, inside], DEFAULT_SETUP);
    expect([first!.kind, first!.id, setVerdict(first!.after).gap]).toEqual(['add', 'in', 0]);
  });
});

it('counts the time of a last pass that was broken off only as far as it was played', () => {
  const whole = played([3, 2, 3, 2], true, 'down', 3);
  const beats = 4 / 4;
  expect(exposureOf([whole]).seconds).toBeCloseTo(3 * beats, 9);
  expect(exposureOf([{ ...whole, untilTicks: 1680 }]).seconds).toBeCloseTo(2.25 * beats, 9);
});
