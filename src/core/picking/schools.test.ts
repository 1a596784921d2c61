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

  it('say which strokes come out and where, which come to rest, and where the slant turns', () => {
    const number = (pick: number) => pick + 1;
    // Three a string toward string 4: outside from a downstroke, then inside from an upstroke.
    const both = planned([6, 6, 6, 5, 5, 5, 4]).analysis;
    expect(slantsText(both, number, DEFAULT_SCHOOLS)).toBe(
      'Exits of both kinds: downstrokes come out on the floor side (upward (grip end up)); upstrokes come out on the ceiling side (downward (grip end down)). The slant turns, 1 switch: early at note 4 (late: note 6).',
    );
    const swept = planOf(passageOn([6, 5, 4]), { kind: 'sweep', start: 'down' }, DEFAULT_SETUP).analysis;
    expect(slantsText(swept, number, DEFAULT_SCHOOLS)).toBe(
      'All exits are of one kind: downstrokes come to rest on the next string. One slant helps them, downward (grip end down).',
    );
    const slant = { ...DEFAULT_SCHOOLS, wording: 'slant' } as const;
    expect(slantsText(swept, number, slant)).toBe(
      'All exits are helped by one slant: downward (grip end down).',
    );
    const still = planned([3, 3, 3]).analysis;
    expect([DEFAULT_SCHOOLS, slant].map((school) => slantsText(still, number, school))).toEqual([
      'No stroke has to come out of the strings.',
      'No exit asks for a slant.',
    ]);
    expect(exitText(both.transitions[2]!, DEFAULT_SCHOOLS)).toBe(
      'The downstroke on string 6 must come out on the floor side.',
    );
    expect(exitText(both.transitions[5]!, slant)).toMatch(
      /^A slant downward.* lets the upstroke on string 5 out\.$/,
    );
    // A downstroke rests on the thinner string beside, an upstroke on the thicker one.
    expect(exitText(swept.transitions[0]!, DEFAULT_SCHOOLS)).toBe(
      'The downstroke comes to rest on string 5.',
    );
    const up = planOf(passageOn([4, 5, 6]), { kind: 'sweep', start: 'up' }, DEFAULT_SETUP).analysis;
    expect(exitText(up.transitions[0]!, DEFAULT_SCHOOLS)).toBe('The upstroke comes to rest on string 5.');
    expect(exitText(up.transitions[0]!, slant)).toMatch(/^A slant upward.* to rest on string 5\.$/);
  });

  it('give cues in their words', () => {
    const plan = planned([3, 3, 2, 2]);
    expect(cuesOf(plan, DEFAULT_SCHOOLS)[0]).toContain('bring the pick out on the ceiling side');
    expect(cuesOf(plan, { ...DEFAULT_SCHOOLS, wording: 'slant' })[0]).toContain('downward (grip end down)');
  });
});
