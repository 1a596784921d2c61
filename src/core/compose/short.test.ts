/** The short form against the whole: its words, followed by hand, give every note of it; its strokes are those of the first place. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise, type Exercise } from '../model/exercise';
import type { Recipe } from '../model/recipe';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import { setFret } from '../passage/edits';
import { planOf } from '../plan/plan';
import { applyRecipe } from './apply';
import { firstRecipe } from './recipe';
import { shortForm } from './short';

function made(recipe: Recipe): Exercise {
  const applied = applyRecipe(newExercise('Weir', emptyPassage()), recipe, DEFAULT_SETUP);
  if ('fault' in applied) throw new Error(applied.fault.code);
  return applied.exercise;
}
const pattern = (order: readonly (1 | 2 | 3 | 4)[], strings: readonly number[], fret: number): Recipe => ({
  ...firstRecipe('fingers'),
  source: { kind: 'fingers', order, rotate: false, fret },
  strings,
});
const strokesOf = ({ passage, policy }: Exercise) =>
  planOf(passage, policy, DEFAULT_SETUP).assignment.passes[0]!;

describe('a moved figure in short', () => {
  it('is its first place; moved as the words say, it is the whole, strokes and all', () => {
    const scene = fc.record({
      order: fc.shuffledSubarray([1, 2, 3, 4] as const, { minLength: 1 }),
      strings: fc.subarray([6, 5, 4, 3, 2, 1], { minLength: 1, maxLength: 3 }).map((some) => some.reverse()),
      fret: fc.integer({ min: 3, max: 6 }),
      by: fc.constantFrom(1, 2, 3),
      times: fc.integer({ min: 1, max: 3 }),
      movesBack: fc.boolean(),
    });
    fc.assert(
      fc.property(scene, ({ order, strings, fret, by, times, movesBack }) => {
        const whole = made({
          ...pattern(order, strings, fret),
          moves: { kind: 'frets', by, times },
          movesBack,
        });
        const { exercise: short, words, notes } = shortForm(whole, DEFAULT_SETUP)!;
        const each = short.passage.notes.length;
        expect(notes).toBe(whole.passage.notes.length);
        expect(strokesOf(short)).toEqual(strokesOf(whole).slice(0, each));
        // By hand: the step and the highest fret that the words name, there and back.
        const step = Number(/every (\d+) fret/.exec(words)?.[1] ?? 1);
        const top = Math.max(...short.passage.notes.map((note) => note.fret));
        const last = Number(/highest note is at fret (\d+)/.exec(words)![1]);
        const there = Array.from({ length: (last - top) / step + 1 }, (_, place) => place * step);
        const places = words.includes('and back') ? [...there, ...there.slice(0, -1).reverse()] : there;
        const byHand = places.flatMap((more) =>
          short.passage.notes.map((note) => [note.string, note.fret + more]),
        );
        expect(whole.passage.notes.map((note) => [note.string, note.fret])).toEqual(byHand);
        // An odd figure in alternation turns at every second place.
        expect(words.includes('begins with the other stroke')).toBe(each % 2 === 1);
      }),
      { numRuns: 200 },
    );
  });

  it('says where it goes through a scale, over strings, by octaves, up to a finger and backward', () => {
    const said = (part: Partial<Recipe>, source = pattern([1, 2, 4], [6, 5], 3)) =>
      shortForm(made({ ...source, ...part }), DEFAULT_SETUP)?.words;
    expect(said({ moves: { kind: 'until', by: 1, finger: 4, fret: 12 }, movesBack: true })).toContain(
      'each fret up the neck, until finger 4 reaches fret 12, and back the same way',
    );
    expect(said({ moves: { kind: 'strings', by: 1, times: 2 } })).toContain('on the next strings, twice');
    expect(said({ moves: { kind: 'frets', by: -1, times: 2 } })).toContain('down the neck');
    expect(said({ moves: { kind: 'frets', by: 1, times: 2 }, alternate: true })).toContain('played backward');
    const scale = { kind: 'scale', by: 1, times: 2, tonic: 'G', scale: 'dorian' } as const;
    expect(said({ ...firstRecipe('scale'), strings: [3, 2], moves: scale })).toContain('next of G dorian');
  });

  it('is not where nothing is moved, or a note was edited since', () => {
    const still = made(pattern([1, 3], [3, 2], 5));
    expect(shortForm(still, DEFAULT_SETUP)).toBeNull();
    const moved = made({ ...pattern([1, 3], [3, 2], 5), moves: { kind: 'frets', by: 1, times: 3 } });
    const edited = { ...moved, passage: setFret(moved.passage, moved.passage.notes[3]!.id, 11) };
    expect(shortForm(edited, DEFAULT_SETUP)).toBeNull();
    expect(shortForm({ ...moved, recipe: null }, DEFAULT_SETUP)).toBeNull();
  });
});
