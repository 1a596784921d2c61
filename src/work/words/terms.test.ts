/** The examples of the words show what is said of them. */
import { describe, expect, it } from 'vitest';
import { isStringChange } from '@/core';
import { examplePlan, findTerms, TERMS, type Term, type TermId } from './terms';

const plan = (id: TermId) => examplePlan((TERMS as readonly Term[]).find((term) => term.id === id)!.example!);
const changes = (id: TermId) => plan(id).analysis.transitions.filter(isStringChange);
const kinds = (id: TermId) => plan(id).analysis.transitions.map(({ kind }) => kind);

describe('words', () => {
  it('show changes of the kind that they name, and of no other', () => {
    expect(kinds('outside')).toEqual(['outside', 'outside', 'outside']);
    expect(kinds('inside')).toEqual(['inside', 'inside', 'inside']);
    expect(kinds('sweep')).toEqual(['sweep', 'sweep', 'sweep']);
    expect(kinds('backtrack')).toEqual(['backtrack']);
    expect(plan('repeat').analysis.figures.kinds.repeat).toBe(1);
    expect(plan('sweep').assignment.passes[0]).toEqual(['down', 'down', 'down', 'down']);
  });

  it('show what their sentences count', () => {
    expect(plan('exit').assignment.passes[0]!.slice(2, 4)).toEqual(['down', 'up']);
    expect(
      plan('skip').analysis.transitions.every((one) => Math.abs(one.stringTo - one.stringFrom) === 2),
    ).toBe(true);
    expect(changes('per-string').map(({ fromStroke, kind }) => [fromStroke, kind])).toEqual([
      ['down', 'outside'],
      ['up', 'inside'],
    ]);
    const [first, second, ...more] = plan('seam').assignment.passes;
    expect([first!.every((stroke, at) => stroke !== second![at]), more]).toEqual([true, []]);
    const slant = plan('slant');
    // Whichever slant fits the first stroke is taken; a stroke that is written stays.
    const oneSlant = (notes: string, start: 'down' | 'up') => {
      const { assignment } = examplePlan({ notes, kind: 'oneSlant', start, shows: '' });
      return [assignment.slant, assignment.passes[0]!.join()];
    };
    expect([oneSlant('4.5d 2.5', 'down')[0], oneSlant('4.5u 2.5', 'up')[0]].sort()).toEqual([
      'downward',
      'upward',
    ]);
    expect(oneSlant('4.5 4.7u 4.5u', 'down')[1]).toBe('down,up,up');
    expect(slant.passage.notes.filter(({ technique }) => technique !== 'pick')).toEqual([]);
    expect(changes('slant').map(({ fromStroke }) => fromStroke)).toEqual(['up', 'up']);
  });

  it('are found by any part of what is said, in any order, and each has a name of its own', () => {
    expect(findTerms('')).toEqual(TERMS);
    expect(findTerms('  GAP  between').map(({ id }) => id)).toEqual(['inside']);
    expect(findTerms('upper').map(({ id }) => id)).toContain('sides');
    expect(findTerms('tremolo')).toEqual([]);
    expect(new Set(TERMS.map(({ name }) => name)).size).toBe(TERMS.length);
  });
});
