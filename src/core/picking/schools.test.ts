/** Schools change words and nothing else (product.md: both schools are supported). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cuesOf } from '../plan/cues';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { DEFAULT_SCHOOLS, exitText, NAMINGS, slantsText, slantText, SWITCHINGS, WORDINGS } from './schools';
import { passageOn } from './testing';
import { changeText } from './words';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 12 });
const planned = (of: readonly number[], loop = false) =>
  planOf(passageOn(of), { kind: 'alternateByNote', start: 'down', loop }, DEFAULT_SETUP);

describe('schools', () => {
  it('name one slant by the two ends of the pick: the words swap', () => {
    const tip = { ...DEFAULT_SCHOOLS, naming: 'tip' } as const;
    expect(slantText('upward', DEFAULT_SCHOOLS)).toBe('upward (grip end up)');
    expect(slantText('upward', tip)).toBe('downward (tip down)');
    expect(slantText('downward', tip)).toBe('upward (tip up)');
  });

  it('explain every change that asks for something, by the exit without naming a slant, by the slant with it', () => {
    fc.assert(
      fc.property(strings, fc.boolean(), (of, loop) => {
        for (const change of planned(of, loop).analysis.transitions) {
          const exit = exitText(change, DEFAULT_SCHOOLS);
          const slant = exitText(change, { ...DEFAULT_SCHOOLS, wording: 'slant' });
          expect(exit === '').toBe(change.contact === null);
          expect(exit).not.toContain('slant');
          if (change.slant) expect(slant).toContain(slantText(change.slant, DEFAULT_SCHOOLS));
          expect(changeText(change, DEFAULT_SCHOOLS)).toContain(exit);
        }
      }),
    );
  });

  it('keep every figure in the sentence on slants, whichever switch is named first', () => {
    const numbers = (text: string) => (text.match(/\d+/g) ?? []).sort();
    fc.assert(
      fc.property(strings, fc.boolean(), (of, loop) => {
        const { analysis } = planned(of, loop);
        for (const naming of NAMINGS)
          for (const wording of WORDINGS) {
            const [early, late] = SWITCHINGS.map((switching) =>
              slantsText(analysis, (pick) => pick + 1, { naming, switching, wording }),
            );
            expect(numbers(early!)).toEqual(numbers(late!));
          }
      }),
    );
  });

  it('give cues in their words', () => {
    const plan = planned([3, 3, 2, 2]);
    expect(cuesOf(plan, DEFAULT_SCHOOLS)[0]).toContain('bring the pick out on the ceiling side');
    expect(cuesOf(plan, { ...DEFAULT_SCHOOLS, wording: 'slant' })[0]).toContain('downward (grip end down)');
  });
});
