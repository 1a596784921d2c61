/** Ladders of density, and what a step of a ladder has played. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FRESH_LADDER, passBeats } from '../tempo/climb';
import { newExercise, type Exercise } from '../model/exercise';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { putNote } from '../passage/edits';
import { emptyPassage } from '../passage/empty';
import { isStringChange } from '../picking/changes';
import { ACCENTS, RHYTHMS } from '../rhythm/names';
import { buildLadder } from '../tempo/ladder';
import { stepWords } from '../tempo/stepWords';
import { densityParts } from './density';
import { climbOf } from './stepped';

/** Sixteenths on strings next to each other or not, one a slot. */
const exercise = fc
  .array(fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.integer({ min: 1, max: 12 }) }), {
    minLength: 2,
    maxLength: 24,
  })
  .map((notes): Exercise => {
    const passage = notes.reduce(
      (of, { string, fret }, slot) => putNote(of, slot * 1680, string, fret),
      emptyPassage(),
    );
    return {
      ...newExercise('Some', passage),
      policy: { kind: 'alternateByNote', start: 'down', loop: true },
    };
  });

const densityOf = ({ passage, policy }: Exercise) => {
  const { analysis } = planOf(passage, policy, DEFAULT_SETUP);
  const changes = analysis.transitions.filter(isStringChange).length / analysis.passes;
  return changes / passBeats({ passage, policy });
};

it('a step in another rhythm, or with accents, has the same strokes, at the speed of the notes as written', () => {
  fc.assert(
    fc.property(
      exercise,
      fc.constantFrom(null, ...RHYTHMS),
      fc.constantFrom(null, ...ACCENTS),
      (one, rhythm, accents) => {
        const [step] = buildLadder({ startBpm: 80, goalBpm: 80 });
        const steps = [{ ...step!, rhythm, accents }];
        const climb = climbOf(one, { ...FRESH_LADDER, startBpm: 80, steps }, DEFAULT_SETUP);
        const { plan, exercise: played, subdivision } = climb.stepped(steps[0]!);
        const { assignment } = planOf(one.passage, one.policy, DEFAULT_SETUP);
        expect(plan.assignment.passes).toEqual(assignment.passes);
        expect(subdivision).toBe(one.passage.subdivision);
        if (!rhythm && !accents) expect(played).toBe(one);
        if (accents && accents !== 'none')
          expect(played.passage.notes.some(({ accent }) => accent) || one.passage.notes.length < 2).toBe(
            true,
          );
        if (rhythm === 'with stops')
          expect(climb.times[0]!.passSeconds).toBeCloseTo((2 * one.passage.notes.length * 60) / 80 / 4, 9);
        const words = stepWords(steps[0]!, one.passage.subdivision);
        expect(words.includes(rhythm ?? 'as written')).toBe(rhythm !== null);
        expect(words.some((word) => word.includes('accent'))).toBe(accents !== null);
      },
    ),
  );
});

describe('density', () => {
  it('has more string changes a beat in every part than in the one before, and ends on the whole', () => {
    fc.assert(
      fc.property(exercise, (one) => {
        const parts = densityParts(one, planOf(one.passage, one.policy, DEFAULT_SETUP), DEFAULT_SETUP);
        expect(parts.at(-1)).toMatchObject({ part: 'whole', exercise: one });
        parts.forEach(({ part, exercise: played, changesPerBeat }, at) => {
          expect(changesPerBeat).toBeCloseTo(densityOf(played), 9);
          if (at > 0) expect(changesPerBeat).toBeGreaterThan(parts[at - 1]!.changesPerBeat);
          const strings = new Set(played.passage.notes.map(({ string }) => string)).size;
          if (part === 'cell') expect(played.passage.notes).toHaveLength(2);
          if (part === 'pair') expect(strings).toBe(2);
          if (part === 'two pairs') expect(strings).toBeLessThanOrEqual(3);
        });
      }),
    );
  });

  it('a ladder of density keeps its tempo; a step in another division plays the same notes at its own speed', () => {
    fc.assert(
      fc.property(exercise, fc.integer({ min: 1, max: 8 }), (one, subdivision) => {
        const dense = climbOf(one, { ...FRESH_LADDER, startBpm: 80, kind: 'density' }, DEFAULT_SETUP);
        expect(dense.steps.every(({ bpm }) => bpm === 80)).toBe(true);
        expect(dense.stepped(dense.steps.at(-1)!).exercise).toBe(one);

        const [step] = buildLadder({ startBpm: 80, goalBpm: 80 });
        const steps = [{ ...step!, subdivision }];
        const climb = climbOf(one, { ...FRESH_LADDER, startBpm: 80, steps }, DEFAULT_SETUP);
        const { plan, exercise: played } = climb.stepped(steps[0]!);
        expect(played.passage.notes.map(({ string, fret }) => [string, fret])).toEqual(
          one.passage.notes.map(({ string, fret }) => [string, fret]),
        );
        expect(plan.assignment.passes[0]).toEqual(
          planOf(one.passage, one.policy, DEFAULT_SETUP).assignment.passes[0],
        );
        // Notes a second = bpm × slots a beat / 60: a pass of n slots takes n of them.
        const slots = one.passage.lengthTicks / 1680;
        expect(climb.times[0]!.passSeconds).toBeCloseTo((slots * 60) / (80 * subdivision), 9);
      }),
    );
  });
});
