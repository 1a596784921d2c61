/** Cues against what the strokes do: each names a string that is left so, and the teacher's own words go before. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { PickingPolicy } from '../picking/policy';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { passageOn } from '../picking/testing';
import { cuesFor, cuesOf } from './cues';
import { newExercise } from '../model/exercise';
import { planOf } from './plan';

const cues = (strings: readonly number[], policy: Partial<PickingPolicy> = {}) =>
  cuesOf(
    planOf(passageOn(strings), { kind: 'alternateByNote', start: 'down', ...policy }, DEFAULT_SETUP),
    DEFAULT_SCHOOLS,
  );

describe('cues', () => {
  it('say where the pick comes out', () => {
    expect(cues([3, 3, 2])).toEqual([
      'The last note on string 3 is an upstroke: bring the pick out on the ceiling side.',
    ]);
    expect(cues([6, 6, 5, 5, 4])).toEqual([
      'Every string is left with an upstroke: bring the pick out on the ceiling side each time.',
    ]);
    expect(cues([3, 2, 1], { kind: 'economy' })).toEqual([
      'Every string is left with a downstroke that comes to rest on the next string: one motion.',
    ]);
    expect(cues([4, 4, 4, 3, 3], { loop: true }).at(-1)).toMatch(/^The second time round every stroke turns/);
    expect(cues([4, 3, 2, 1, 1, 2, 3], { kind: 'sweep' })).toEqual([
      'One downstroke carries from string 4 to string 1: it rests on each string before it sounds it.',
      'One upstroke carries from string 1 to string 3: it rests on each string before it sounds it.',
    ]);
    expect(cues([3, 3, 3])).toEqual([]);
  });

  it('are at most three, each about a string that is left so', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 24 }),
        fc.constantFrom<PickingPolicy['kind']>('alternateByNote', 'economy', 'leastTravel'),
        fc.boolean(),
        (strings, kind, loop) => {
          const plan = planOf(passageOn(strings), { kind, start: 'down', loop }, DEFAULT_SETUP);
          const said = cuesOf(plan, DEFAULT_SCHOOLS);
          expect(said.length).toBeLessThanOrEqual(3);
          for (const cue of said) {
            const [, string, stroke] = /note on string (\d) is an? (down|up)stroke/.exec(cue) ?? [];
            if (string === undefined) continue;
            expect(
              plan.analysis.transitions.some(
                (change) => change.stringFrom === Number(string) && change.fromStroke === stroke,
              ),
            ).toBe(true);
          }
        },
      ),
    );
  });

  it('give way to the words of the teacher, line by line', () => {
    const exercise = newExercise('Own', passageOn([3, 3, 2]));
    const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
    expect(cuesFor(exercise, plan, DEFAULT_SCHOOLS)).toEqual(cuesOf(plan, DEFAULT_SCHOOLS));
    expect(cuesFor({ ...exercise, cues: 'Wide.\n\n Slow. ' }, plan, DEFAULT_SCHOOLS)).toEqual([
      'Wide.',
      'Slow.',
    ]);
    expect(cuesFor({ ...exercise, cues: '' }, plan, DEFAULT_SCHOOLS)).toEqual([]);
  });
});
