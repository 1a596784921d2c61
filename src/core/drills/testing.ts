/** Random lines to cut drills out of, for tests. */
import fc from 'fast-check';
import { newExercise, type Exercise } from '../model/exercise';
import { emptyPassage } from '../passage/empty';

const strings = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 4, maxLength: 40 });

/** A line on some strings, in some slots a beat, picked by some policy. */
export const anyExercise: fc.Arbitrary<Exercise> = fc
  .record({
    strings,
    subdivision: fc.constantFrom(2, 3, 4, 6),
    kind: fc.constantFrom('alternateByNote' as const, 'economy' as const),
    start: fc.constantFrom('down' as const, 'up' as const),
    loop: fc.boolean(),
  })
  .map(({ strings: row, subdivision, kind, start, loop }) => {
    const slot = 6720 / subdivision;
    const notes = row.map((string, at) => ({
      id: `n${at + 1}`,
      string,
      fret: 5 + (at % 4),
      onsetTicks: at * slot,
      durationTicks: slot,
      technique: 'pick' as const,
    }));
    const passage = {
      ...emptyPassage(),
      subdivision,
      lengthTicks: Math.ceil((row.length * slot) / 6720) * 6720,
      notes,
      nextNoteNumber: notes.length + 1,
    };
    return { ...newExercise('Line', passage), policy: { kind, start, loop } };
  });
