/** Which change of an exercise is the hardest: in the order of the model, each change once. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise, type Exercise } from '../model/exercise';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import { hardestChanges, hardText } from './hardest';
import { anyExercise } from './testing';

describe('the hardest change', () => {
  const of = (exercise: Exercise, failing: Parameters<typeof hardestChanges>[4] = []) =>
    hardestChanges(
      planOf(exercise.passage, exercise.policy, DEFAULT_SETUP),
      exercise.goal,
      100,
      DEFAULT_SETUP,
      failing,
    );

  it('is each change once: those of the goal before all others, then what the record names by how often, then the rest', () => {
    const kinds = fc.constantFrom(
      'outside' as const,
      'inside' as const,
      'sweep' as const,
      'balanced' as const,
      null,
    );
    fc.assert(
      fc.property(
        anyExercise,
        kinds,
        fc.array(fc.tuple(fc.nat(40), fc.integer({ min: 1, max: 9 }))),
        (line, kind, failed) => {
          const exercise = { ...line, goal: { ...line.goal, kind } };
          const all = of(exercise).map(({ change }) => change);
          const named = failed.flatMap(([at, runs]) => {
            const change = all[at % Math.max(1, all.length)];
            return change ? [{ fromNote: change.fromNote, toNote: change.toNote, runs }] : [];
          });
          const failing = [...new Map(named.map((one) => [one.fromNote, one])).values()];
          const hard = of(exercise, failing);
          expect(new Set(hard.map(({ change }) => change))).toEqual(new Set(all));
          const rank = hard.map(({ change, runs }) => {
            const isAsked = kind !== null && kind !== 'balanced' && change.kind === kind;
            expect(runs).toBe(failing.find(({ fromNote }) => fromNote === change.fromNote)?.runs ?? 0);
            return [isAsked ? 0 : 1, isAsked && kind === 'sweep' ? 0 : -runs] as const;
          });
          rank.slice(1).forEach(([asked, runs], at) => {
            const [before, runsBefore] = rank[at]!;
            expect(before < asked || (before === asked && runsBefore <= runs)).toBe(true);
          });
          for (const one of hard) expect(hardText(one, 'Wren').includes('for Wren')).toBe(one.runs > 0);
        },
      ),
    );
  });

  it('of a sweep is beside its turn, not the inside change that turns it', () => {
    const row = [3, 2, 1, 2, 3];
    const notes = row.map((string, at) => ({
      ...{ id: `n${at}`, string, fret: 7, technique: 'pick' as const },
      ...{ onsetTicks: at * 1680, durationTicks: 1680 },
    }));
    const passage = { ...emptyPassage(), notes, lengthTicks: 6720 * 2 };
    const line = {
      ...newExercise('Sweep', passage),
      policy: { kind: 'sweep' as const, start: 'down' as const },
    };
    const [first] = of({ ...line, goal: { ...line.goal, kind: 'sweep' } });
    expect(first!.change.kind).toBe('sweep');
    expect(first!.why[0]).toBe('turn');
    expect(hardText(first!, '')).toMatch(/^where the sweep turns, what the goal asks for/);
    // Round the seam too: the last sweep comes to the turn with which the round begins.
    const strings = [1, 2, 3, 4, 3, 2];
    const round = strings.map((string, at) => ({
      ...notes[0]!,
      id: `n${at}`,
      string,
      onsetTicks: at * 1680,
    }));
    const looped = {
      ...line,
      passage: { ...passage, notes: round, lengthTicks: 6 * 1680 },
      policy: { ...line.policy, loop: true },
    };
    const turning = of({ ...looped, goal: { ...line.goal, kind: 'sweep' } }).filter(
      ({ why }) => why[0] === 'turn',
    );
    expect(turning.map(({ change }) => change.fromNote).sort()).toEqual(['n1', 'n2', 'n4', 'n5']);
  });
});
