/** What a figure leads on to, by property: one thing changes, and nothing else. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newExercise } from '../model/exercise';
import { emptyPassage } from '../passage/empty';
import { putNote } from '../passage/edits';
import { pitchOf } from '../passage/passage';
import { variationsOf } from './variations';

it('each variation has the same notes in the same order, on the same strings, with one thing changed', () => {
  const note = fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.integer({ min: 0, max: 30 }) });
  fc.assert(
    fc.property(fc.array(note, { minLength: 1, maxLength: 12 }), (notes) => {
      const passage = notes.reduce(
        (made, { string, fret }, at) => putNote(made, at * 1680, string, fret),
        emptyPassage(),
      );
      const exercise = { ...newExercise('Figure', passage), startBpm: 72 };
      const all = variationsOf(exercise);
      for (const { name, trains, exercise: other } of all) {
        const [here, there] = [passage.notes, other.passage.notes];
        expect(there.map(({ string }) => string)).toEqual(here.map(({ string }) => string));
        expect(trains).not.toBe('');
        expect([other.title, other.policy, other.startBpm]).toEqual([
          `Figure (${name})`,
          exercise.policy,
          72,
        ]);
        const by = there.map((one, at) => pitchOf(other.passage, one) - pitchOf(passage, here[at]!));
        if (name.startsWith('two frets')) {
          expect(new Set(by)).toEqual(new Set([name === 'two frets up' ? 2 : -2]));
          expect(there.map(({ onsetTicks }) => onsetTicks)).toEqual(here.map(({ onsetTicks }) => onsetTicks));
          expect(there.every(({ fret }) => fret > 0 && fret <= 30)).toBe(true);
        } else expect(new Set(by)).toEqual(new Set([0]));
        if (name === 'in threes')
          expect(there.map(({ onsetTicks }) => onsetTicks)).toEqual(here.map((_, at) => at * 2240));
        // Short, long, short, long: by hand, slots 0 1 3 4 6 7 …
        if (name.startsWith('a long note'))
          expect(there.map(({ onsetTicks }) => onsetTicks)).toEqual(
            here.map((_, at) => (Math.floor(at / 2) * 3 + (at % 2)) * 1680),
          );
      }
      // Open strings have no fret to move; a figure over the whole neck neither way.
      const frets = notes.map(({ fret }) => fret);
      const isBound = frets.includes(0) || (Math.max(...frets) > 28 && Math.min(...frets) < 3);
      expect(all).toHaveLength(isBound ? 2 : 3);
    }),
  );
});

it('an empty exercise leads nowhere', () => {
  expect(variationsOf(newExercise('Empty', emptyPassage()))).toEqual([]);
});
