/**
 * Drills against the plain rules of alternation: odd numbers of picks on both strings keep the kind of a change at the seam, even
 * ones give one of each (follows from alternating strokes; common practice, no further source).
 */
import fc from 'fast-check';
import { Note as Spelled, Scale } from 'tonal';
import { describe, expect, it } from 'vitest';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP, STANDARD_TUNING } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { describeChanges, isStringChange } from '../picking/changes';
import { modulo } from '../time/periods';
import { drillExercises, drillRemarks, drillsOf, fittedTo, passesIn } from './group';
import { problemExercise } from './problem';
import { climbOf } from './stepped';
import { FRESH_LADDER } from '../tempo/climb';
import { sectionsOf } from './sections';
import { anyExercise } from './testing';

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

  it('are run for sixteen beats at least, also where the ladder says fewer passes; their exercise is not', () => {
    const parent = problemExercise({ kind: 'outside', from: 3, to: 2 });
    const plan = planOf(parent.passage, parent.policy, DEFAULT_SETUP);
    const change = plan.analysis.transitions.find(({ stringFrom }) => stringFrom === 3)!;
    const kept = { ...FRESH_LADDER, startBpm: 60, passes: 1 };
    const made = drillExercises(
      parent,
      drillsOf(parent, plan, change, DEFAULT_SETUP),
      change,
      ['both'],
      'p',
      0,
    );
    expect(made.length).toBeGreaterThan(4);
    for (const drill of made.filter((one) => one.drill!.stage !== 'twin')) {
      const climb = climbOf(drill, kept, DEFAULT_SETUP);
      const beats = drill.passage.lengthTicks / 6720;
      expect(climb.passes.every((passes) => passes * beats >= 16 && (passes - 1) * beats < 16)).toBe(true);
      expect(climb.spec.passes).toBe(climb.passes[0]);
    }
    expect(climbOf(parent, kept, DEFAULT_SETUP).passes.every((passes) => passes === 1)).toBe(true);
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
          // In one scale, and each string from a beat or half of one.
          const key = Scale.get('G major').notes.map((note) => Spelled.chroma(note));
          figure.passage.notes.forEach(({ string, fret, onsetTicks }, at, all) => {
            expect(key).toContain((STANDARD_TUNING[string - 1]! + fret) % 12);
            if (string !== all[at - 1]?.string) expect(onsetTicks % (6720 / 2)).toBe(0);
          });
          expect(figure.passage.lengthTicks % 6720).toBe(0);
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
        // Each is played to the note that it lands on: the first of the next, and at the end of a loop its own first.
        const row = exercise.passage.notes.map(({ string }) => string);
        const round = exercise.policy.loop ? [...row, row[0]!] : row;
        expect(of('section').map(({ passage }) => passage.notes.map(({ string }) => string))).toEqual(
          starts.map((start, at) => round.slice(start - 1, starts[at + 1] ?? count + 1)),
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

describe('the parts of a long figure', () => {
  it('are cut at string changes near the even lines, and hold every note once', () => {
    let [cuts, atChanges] = [0, 0];
    fc.assert(
      fc.property(anyExercise, (exercise) => {
        const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
        const sections = sectionsOf(exercise, plan).map((picks) => picks.map(({ note }) => note));
        expect(sections.flat().map(({ id }) => id)).toEqual(exercise.passage.notes.map(({ id }) => id));
        expect(sections.length).toBeLessThanOrEqual(4);
        sections.slice(1).forEach((section, at) => {
          cuts++;
          if (section[0]!.string !== sections[at]!.at(-1)!.string) atChanges++;
        });
      }),
      { numRuns: 100 },
    );
    // All but those with no change in reach.
    expect(atChanges).toBeGreaterThan(0.95 * cuts);
    expect(cuts).toBeGreaterThan(50);
  });
});

describe('the words of the teacher and the names', () => {
  it('go along with the notes they are pinned to, and titles name the notes of the change', () => {
    const parent = problemExercise({ kind: 'outside', from: 3, to: 2 });
    const [, second, third, fourth] = parent.passage.notes;
    const pinned = [
      { id: 's1', text: 'Lift here', pinnedTo: third!.id },
      { id: 's2', text: 'Never in it', pinnedTo: second!.id },
      { id: 's3', text: 'Of the whole', pinnedTo: null },
    ];
    const exercise = { ...parent, studentNotes: pinned };
    const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
    const change = plan.analysis.transitions.find(({ fromNote }) => fromNote === third!.id)!;
    const [made] = drillExercises(
      exercise,
      drillsOf(exercise, plan, change, DEFAULT_SETUP).filter(({ stage }) => stage === 'two notes'),
      change,
      ['both'],
      'p',
      0,
    );
    const own = made!.studentNotes.filter(({ id }) => id.startsWith('s'));
    expect(own.map(({ text }) => text)).toEqual(['Lift here']);
    const at = made!.passage.notes.find(({ id }) => id === own[0]!.pinnedTo)!;
    expect([at.string, at.fret]).toEqual([third!.string, third!.fret]);
    // By another library.
    const name = ({ string, fret }: { string: number; fret: number }) =>
      Spelled.fromMidiSharps(STANDARD_TUNING[string - 1]! + fret);
    expect(made!.title).toContain(`, ${name(third!)} to ${name(fourth!)}`);
  });
});
