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
import { drillExercises, drillRemarks, drillsOf, fittedTo, passesIn } from './group';
import { hardestChanges, hardText } from './hardest';
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

const OF_THE_WHOLE = ['section', 'join', 'build-up', 'rhythm'];
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
          if (OF_THE_WHOLE.includes(drill.stage)) continue;
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
        const made = drillsOf(exercise, plan, null, DEFAULT_SETUP, asked).filter(
          ({ stage }) => stage !== 'rhythm',
        );
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

  it('of parts and rhythms take the goal of the whole; their figures are a recount without what leads back over a rest', () => {
    fc.assert(
      fc.property(
        anyExercise,
        fc.constantFrom('inside' as const, 'balanced' as const, null),
        (line, kind) => {
          const exercise = { ...line, goal: { ...line.goal, kind, bpm: 100 } };
          const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
          const drills = drillsOf(exercise, plan, null, DEFAULT_SETUP);
          const made = drillExercises(exercise, drills, null, ['both'], 'p', 0);
          drills.forEach((drill, at) => {
            expect(made[at]!.goal).toEqual(exercise.goal);
            const { notes } = drill.passage;
            const row = notes.map(({ string }) => string);
            const within = row.slice(1).filter((string, index) => string !== row[index]).length;
            if (drill.stage === 'rhythm') {
              expect(row).toEqual(exercise.passage.notes.map(({ string }) => string));
              const round = exercise.policy.loop && row[0] !== row.at(-1) ? 1 : 0;
              expect([drill.part, drill.changes]).toEqual([drill.part, within + round]);
              const its = planOf(drill.passage, drill.policy, DEFAULT_SETUP).assignment.passes[0]!;
              const own = plan.assignment.passes[0]!;
              if (drill.part !== 'the other start') expect([drill.part, its]).toEqual([drill.part, own]);
              else if (exercise.policy.kind === 'alternateByNote')
                expect(its).toEqual(own.map((stroke) => (stroke === 'down' ? 'up' : 'down')));
            } else expect([drill.part, drill.changes]).toEqual([drill.part, within]);
            for (const remark of drillRemarks(drill)) {
              expect(remark).toMatch(/^[A-Z].*\.$/);
              expect(remark).not.toContain('Both ways');
            }
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});

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
