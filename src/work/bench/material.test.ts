/** A recipe is written into the exercise as it is, whatever a panel still shows. */
import { expect, it } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, newExercise, setFret, setLock, type Exercise } from '@/core';
import { firstRecipe, withSource } from '@/core/compose';
import type { EditExercise } from './acting';
import { writeRecipe, writesAtOnce } from './material';

/** An exercise that is edited as the Bench edits it. */
function bench() {
  let now: Exercise = newExercise('New exercise', emptyPassage());
  const edit: EditExercise = (_, change) => {
    now = change(now);
  };
  return { now: () => now, edit };
}

const scale = (fret: number) => {
  const recipe = withSource(firstRecipe('scale', emptyPassage().tuning, 0), 'scale');
  return recipe.source.kind === 'scale' ? { ...recipe, source: { ...recipe.source, fret } } : recipe;
};

const write = (on: ReturnType<typeof bench>, fret: number, how: 'once' | 'asked') =>
  writeRecipe(on.edit, scale(fret), DEFAULT_SETUP, [], how);

it('a lock that came a moment before stays', () => {
  const on = bench();
  expect(write(on, 7, 'once')).not.toBeNull();
  const { id } = on.now().passage.notes[1]!;
  on.edit('Lock', (one) => ({ ...one, passage: setLock(one.passage, [id], { stroke: 'down' }) }));
  write(on, 8, 'once');
  expect(on.now().passage.notes[1]!.lock).toEqual({ stroke: 'down' });
});

it('a note written by hand a moment before is not replaced unasked', () => {
  const on = bench();
  write(on, 7, 'once');
  const { id, fret } = on.now().passage.notes[2]!;
  on.edit('Fret', (one) => ({ ...one, passage: setFret(one.passage, id, fret + 1) }));
  expect(writesAtOnce(on.now())).toBe(false);
  const before = on.now();
  expect(write(on, 8, 'once')).toBeNull();
  expect(on.now()).toBe(before);
  expect(write(on, 8, 'asked')).not.toBeNull();
  expect(on.now().passage).not.toEqual(before.passage);
});
