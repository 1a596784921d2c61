/** Rest strokes as a recipe: where each comes to rest, and that the pattern is the recipe's and not the player's. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { applyRecipe } from './apply';
import { newExercise } from '../model/exercise';
import { planOf } from '../plan/plan';
import { spokenNote } from '../plan/spoken';
import { setLock } from '../passage/edits';
import { DEFAULT_SCHOOLS, exitText } from '../picking/schools';
import { emptyPassage } from '../passage/empty';
import { firstRecipe } from './recipe';
import { type Recipe } from '../model/recipe';

describe('rest strokes', () => {
  it('come to rest on the next string, all but those that have none', () => {
    const written = (strings: number[]) => {
      const recipe: Recipe = { ...firstRecipe('restStrokes'), strings };
      const applied = applyRecipe(newExercise('', emptyPassage()), recipe, DEFAULT_SETUP);
      if ('fault' in applied) throw new Error(applied.fault.code);
      return planOf(applied.exercise.passage, applied.exercise.policy, DEFAULT_SETUP).analysis.transitions;
    };
    const floorward = written([6, 5, 4, 3, 2, 1]);
    expect(floorward.map(({ kind, contact }) => `${kind} ${contact}`)).toEqual(Array(5).fill('sweep rest'));
    const ceilingward = written([1, 2, 3, 4, 5, 6]);
    expect(ceilingward.map(({ fromStroke, contact }) => `${fromStroke} ${contact}`)).toEqual(
      Array(5).fill('up rest'),
    );
    const twice = {
      ...firstRecipe('restStrokes'),
      strings: [1],
      source: { kind: 'restStrokes', each: 3, placed: false },
    } as Recipe;
    const applied = applyRecipe(newExercise('', emptyPassage()), twice, DEFAULT_SETUP);
    const passage = 'exercise' in applied ? applied.exercise.passage : emptyPassage();
    const { transitions } = planOf(passage, newExercise('', passage).policy, DEFAULT_SETUP).analysis;
    expect(transitions.every(({ contact }) => contact === 'clear')).toBe(true);
  });
});

// rulings.md, A recipe's own strokes: the pattern is obeyed and is no breach; a rest stroke rests on the next string in its direction.
it('the strokes of a recipe of rest strokes are its pattern: no rule is broken, nothing is locked by the player', () => {
  const recipe: Recipe = {
    ...firstRecipe('restStrokes'),
    source: { kind: 'restStrokes', each: 3, placed: false },
  };
  const applied = applyRecipe(newExercise('', emptyPassage()), recipe, DEFAULT_SETUP);
  if ('fault' in applied) throw new Error(applied.fault.code);
  const { passage, policy } = applied.exercise;
  const plan = planOf(passage, policy, DEFAULT_SETUP);
  expect(plan.assignment.unmet).toEqual([]);
  expect(new Set(plan.assignment.reasons[0]!.map(({ code }) => code))).toEqual(new Set(['pattern']));
  expect(new Set(plan.assignment.passes[0])).toEqual(new Set(['down']));
  expect(spokenNote(passage, plan, passage.notes[0]!)).not.toContain('locked');
  const [first] = plan.analysis.transitions;
  expect([first!.stringFrom, first!.stringTo]).toEqual([6, 6]);
  expect(exitText(first!, { ...DEFAULT_SCHOOLS, wording: 'exit' })).toContain('rest on string 5');
  // A lock of the player's takes its place, and then the rule is asked for again.
  const own = setLock(passage, [passage.notes[1]!.id], { stroke: 'up' });
  const locked = planOf(own, policy, DEFAULT_SETUP).assignment;
  expect(locked.reasons[0]![1]!.code).toBe('locked');
  const again = applyRecipe({ ...applied.exercise, passage: own }, recipe, DEFAULT_SETUP);
  expect('exercise' in again && again.exercise.passage.notes[1]!.lock).toEqual({ stroke: 'up' });
});
