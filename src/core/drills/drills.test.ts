/**
 * Drills against the plain rules of alternation: odd numbers of picks on both strings keep the kind of a change at the seam, even
 * ones give one of each (follows from alternating strokes; common practice, no further source).
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise, type Exercise } from '../model/exercise';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import type { Stroke } from '../passage/passage';
import { describeChanges, isStringChange } from '../picking/changes';
import { modulo } from '../time/periods';
import { drillExercises, drillsOf, fittedTo, passesIn } from './group';
import { problemExercise } from './problem';

const strings = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 4, maxLength: 40 });

/** A line on some strings, in some slots a beat, picked by some policy. */
const anyExercise: fc.Arbitrary<Exercise> = fc
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

const opposite = { outside: 'inside', inside: 'outside' } as Record<string, string>;

describe('drills of a change', () => {
  it('keep its kind, its time and its place in the beat, or say that it moves', () => {
    fc.assert(
      fc.property(anyExercise, fc.nat(200), (exercise, number) => {
        const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
        const changes = plan.analysis.transitions.filter(
          (one) => isStringChange(one) && one.pass === 0 && !one.seam,
        );
        if (changes.length === 0) return;
        const change = changes[number % changes.length]!;
        const from = exercise.passage.notes.find(({ id }) => id === change.fromNote)!;
        for (const drill of drillsOf(exercise, plan, change, DEFAULT_SETUP)) {
          if (['section', 'join', 'build-up'].includes(drill.stage)) continue;
          const its = planOf(drill.passage, drill.policy, DEFAULT_SETUP).analysis;
          const there = its.transitions.filter(
            (one) => one.stringFrom === change.stringFrom && one.stringTo === change.stringTo,
          );
          expect(there.length).toBeGreaterThan(0);
          expect(drill.passage.lengthTicks % 6720).toBe(0);
          if (drill.stage === 'twin') {
            expect(there.map(({ kind }) => kind)).toEqual(there.map(() => opposite[change.kind] ?? 'none'));
            continue;
          }
          if (drill.stage === 'round' || drill.stage === 'there and back')
            expect([drill.kinds.there, drill.kinds.back]).toEqual([change.kind, change.kind]);
          expect(there.some(({ kind }) => kind === change.kind)).toBe(true);
          if (drill.stage === 'triplets' || drill.stage === 'stop') continue;
          const place = modulo(from.onsetTicks, 6720);
          const onsets = there
            .filter(({ kind, gapTicks }) => kind === change.kind && gapTicks === change.gapTicks)
            .map(({ fromNote }) => drill.passage.notes.find(({ id }) => id === fromNote)!.onsetTicks);
          if (drill.keepsPlace) expect(onsets.map((ticks) => modulo(ticks, 6720))).toContain(place);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('by odd numbers of picks keep the kind at the seam, by two and two do not', () => {
    const kinds = (a: number, b: number) => {
      const row = Array.from({ length: a + b }, (_, at) => ({
        string: at < a ? 3 : 2,
        stroke: (at % 2 === 0 ? 'down' : 'up') as Stroke,
      }));
      return describeChanges(row, { loop: true })
        .filter(isStringChange)
        .map(({ kind }) => kind);
    };
    for (const [a, b] of [
      [1, 1],
      [3, 3],
      [3, 1],
    ] as const)
      expect(new Set(kinds(a, b)).size).toBe(1);
    expect(kinds(2, 2).sort()).toEqual(['inside', 'outside']);
  });

  it('fit the minutes, become exercises in order, and stand for hands one after the other', () => {
    const parent = problemExercise({ kind: 'inside', from: 3, to: 2 });
    const plan = planOf(parent.passage, parent.policy, DEFAULT_SETUP);
    const change = plan.analysis.transitions.find(
      ({ stringFrom, stringTo }) => stringFrom === 3 && stringTo === 2,
    )!;
    expect(change.kind).toBe('inside');
    const drills = drillsOf(parent, plan, change, DEFAULT_SETUP);
    expect([1, 3, 8, 60].map((minutes) => fittedTo(drills, minutes).length)).toEqual([1, 2, 4, 4]);
    const [first] = fittedTo(drills, 8);
    // Two beats at 60 bpm are two seconds.
    expect(passesIn(2, { ...first!, passage: { ...first!.passage, lengthTicks: 2 * 6720 } }, 60)).toBe(60);
    const made = drillExercises(parent, fittedTo(drills, 8), change, ['picking', 'fretting', 'both'], 'p', 2);
    expect(made.map(({ drill }) => drill!.order)).toEqual(made.map((_, at) => 2 + at));
    expect(made.every(({ drill }) => drill!.parentId === 'p')).toBe(true);
    const picking = made.filter(({ drill }) => drill!.hands === 'picking');
    expect(picking.flatMap(({ passage }) => passage.notes).every(({ dead }) => dead)).toBe(true);
    const fretting = made.filter(({ drill }) => drill!.hands === 'fretting');
    expect(
      fretting.flatMap(({ passage }) => passage.notes).every(({ technique }) => technique !== 'pick'),
    ).toBe(true);
  });

  it('start from a problem of any kind on any two strings', () => {
    for (const kind of ['outside', 'inside', 'sweep'] as const)
      for (const from of [1, 2, 3, 4, 5, 6])
        for (const to of [1, 2, 3, 4, 5, 6]) {
          if (from === to) continue;
          const figure = problemExercise({ kind, from, to });
          const { analysis } = planOf(figure.passage, figure.policy, DEFAULT_SETUP);
          const there = analysis.transitions.filter((one) => one.stringFrom === from && one.stringTo === to);
          expect([kind, from, to, ...there.map((one) => one.kind)]).toEqual([kind, from, to, kind]);
        }
  });

  it('cut where the teacher says have every note in one part, and a join over each cut', () => {
    const cuts = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(anyExercise, cuts, (exercise, asked) => {
        const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
        const count = exercise.passage.notes.length;
        const starts = [...new Set([1, ...asked])].filter((at) => at <= count).sort((a, b) => a - b);
        const made = drillsOf(exercise, plan, null, DEFAULT_SETUP, asked);
        if (starts.length === 1) {
          expect(made).toEqual([]);
          return;
        }
        const of = (stage: string) => made.filter((drill) => drill.stage === stage);
        expect(of('section').map(({ passage }) => passage.notes.length)).toEqual(
          starts.map((start, at) => (starts[at + 1] ?? count + 1) - start),
        );
        expect(of('section').flatMap(({ passage }) => passage.notes.map(({ string }) => string))).toEqual(
          exercise.passage.notes.map(({ string }) => string),
        );
        expect(of('join')).toHaveLength(starts.length - 1);
        of('join').forEach(({ part }, at) => {
          const [from, to] = /notes? (\d+)(?: to (\d+))?/.exec(part)!.slice(1).map(Number);
          const cut = starts[at + 1]!;
          expect([from! < cut, to! >= cut]).toEqual([true, true]);
        });
      }),
      { numRuns: 60 },
    );
  });
});
