/** Starting points: whatever stands in their blanks they give notes or say why, and come back from file and score. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { readMusicXml, writeMusicXml } from '../formats';
import type { Exercise } from '../model/exercise';
import { keptRecipeSchema } from '../formats/project/recipe';
import { planOf } from '../plan/plan';
import { composeFaultText } from './faults';
import { compose } from './compose';
import { blankFault, firstFilled, STARTING_POINTS, startingExercise } from './starting';

const THOROUGH = Number(process.env.THOROUGH ?? 1);

const points = fc
  .constantFrom(...STARTING_POINTS)
  .chain((point) =>
    fc
      .record(
        Object.fromEntries(
          Object.entries(point.blanks).map(([name, { choices }]) => [
            name,
            choices === 'chords'
              ? fc.constantFrom('Am7 D7 Gmaj7', 'C/E', ' F#m  B7 ')
              : fc.constantFrom(...choices.map(({ id }) => id)),
          ]),
        ),
      )
      .map((filled) => ({ point, filled })),
  );

describe('a starting point', () => {
  it('gives notes as it is first offered, and names its blanks in its sentence', () => {
    for (const point of STARTING_POINTS) {
      const inSentence = [...point.sentence.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
      expect(inSentence.sort()).toEqual(Object.keys(point.blanks).sort());
      for (const { choices, first } of Object.values(point.blanks))
        if (choices !== 'chords') expect(choices.map(({ id }) => id)).toContain(first);
      const made = startingExercise(point.id, firstFilled(point), DEFAULT_SETUP);
      expect(Object.keys(made), point.id).toEqual(['exercise']);
    }
  });

  it('gives notes for nearly all that its blanks can hold, else why; and what it gives is a recipe that can be kept', () => {
    let [given, tried] = [0, 0];
    fc.assert(
      fc.property(points, ({ point, filled }) => {
        for (const [name, blank] of Object.entries(point.blanks))
          expect(blankFault(blank, filled[name]!)).toBeNull();
        tried++;
        const made = startingExercise(point.id, filled, DEFAULT_SETUP);
        if ('fault' in made) {
          expect(composeFaultText(made.fault, 128)).toMatch(/^[A-Z].*\.$/);
          return;
        }
        given++;
        const { exercise } = made;
        expect(exercise.title).not.toMatch(/undefined|NaN/);
        expect(keptRecipeSchema.validate(exercise.recipe).error).toBeUndefined();
        const again = compose(exercise.recipe!.recipe, DEFAULT_SETUP);
        expect('cells' in again && again.cells.flat().length).toBe(exercise.passage.notes.length);
      }),
      { numRuns: 150 * THOROUGH },
    );
    expect(given).toBeGreaterThan(0.85 * tried);
  });

  it('comes back from a score with its strings, frets, techniques and moments, and is stroked alike', () => {
    for (const point of STARTING_POINTS) {
      const made = startingExercise(point.id, firstFilled(point), DEFAULT_SETUP);
      if ('fault' in made) throw new Error(point.id);
      const { exercise } = made;
      const back = readMusicXml(writeMusicXml(exercise)).exercise;
      const played = ({ passage }: Exercise) =>
        passage.notes.map(({ string, fret, technique, onsetTicks, held, accent }) => ({
          ...{ string, fret, technique, onsetTicks, held, accent },
        }));
      expect(played(back!), point.id).toEqual(played(exercise));
      const strokes = ({ passage, policy }: Exercise) =>
        planOf(passage, policy, DEFAULT_SETUP).assignment.passes;
      expect(strokes(back!), point.id).toEqual(strokes(exercise));
    }
  });

  it('takes no chord that is none', () => {
    const chords = STARTING_POINTS.find(({ id }) => id === 'progression')!.blanks.chords!;
    expect(blankFault(chords, 'Am7 Xb9')).toContain('“Xb9”');
    expect(blankFault(chords, '  ')).toMatch(/^Name a chord/);
  });
});
