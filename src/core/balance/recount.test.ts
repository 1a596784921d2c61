/** Goals, exposure and sentences of the balance against a recount of strings and strokes that shares no code with them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise, NO_GOAL, type Goal } from '../model/exercise';
import { planOf } from '../plan/plan';
import type { PickingPolicy } from '../picking/policy';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { passageOn } from '../picking/testing';
import { missingPairs, pairRows, trainsSentence } from './balance';
import { exposureOf, setVerdict } from './exposure';
import { againstTarget, asksForChanges, checkGoal, goalText, targetOf } from './goal';
import { gapOf, scopedShare } from './mend';

/** A change between two strings: outside where the thicker string is struck down and the other up. */
interface Counted {
  readonly from: number;
  readonly to: number;
  readonly kind: 'outside' | 'inside' | 'swept' | 'against';
  readonly fromTicks: number;
  readonly pass: number;
  readonly isSeam: boolean;
  /** A sweep turns here: it came from a neighbour one way or goes on to one the other way, with one note between. */
  readonly isTurn: boolean;
}

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 16 });
const policies = fc.record({
  kind: fc.constantFrom<PickingPolicy['kind']>('alternateByNote', 'economy'),
  start: fc.constantFrom('down', 'up'),
  loop: fc.boolean(),
});

function setUp(on: readonly number[], policy: PickingPolicy) {
  const exercise = { ...newExercise('', passageOn(on)), policy };
  const plan = planOf(exercise.passage, policy, DEFAULT_SETUP);
  const passes = policy.loop ? plan.assignment.passes : [plan.assignment.passes[0]!];
  const line = passes.flatMap((strokes, pass) =>
    on.map((string, at) => ({
      string,
      stroke: strokes[at],
      pass,
      ticks: at * 1680,
      isLast: at === on.length - 1,
    })),
  );
  const after = (at: number) => line[at + 1] ?? (policy.loop ? line[at + 1 - line.length] : undefined);
  const isSweptBy = (at: number, by: number) => {
    const [a, b] = [line[at] ?? (policy.loop ? line.at(at) : undefined), after(at)];
    return a?.stroke === b?.stroke && a?.string === b!.string + by && (a?.stroke === 'down') === by > 0;
  };
  const changes = line.flatMap((a, at): Counted[] => {
    const b = after(at);
    if (!b || a.string === b.string) return [];
    const isDownTheStrings = a.string > b.string;
    const kind =
      a.stroke === b.stroke
        ? (a.stroke === 'down') === isDownTheStrings
          ? 'swept'
          : 'against'
        : (isDownTheStrings ? a : b).stroke === 'down'
          ? 'outside'
          : 'inside';
    const by = a.string - b.string;
    const before = at > 0 || policy.loop ? at - 1 : null;
    const isTurn =
      Math.abs(by) === 1 &&
      ((kind === 'inside' && before !== null && isSweptBy(before, -by)) ||
        (kind === 'outside' && after(at + 1) !== undefined && isSweptBy(at + 1, -by)));
    return [
      { from: a.string, to: b.string, kind, fromTicks: a.ticks, pass: a.pass, isSeam: a.isLast, isTurn },
    ];
  });
  return { exercise, plan, passes: passes.length, changes };
}
const among = (changes: readonly Counted[], kind: Counted['kind']) =>
  changes.filter((one) => one.kind === kind).length;
const shown = (count: number) => (Number.isInteger(count) ? String(count) : count.toFixed(1));

describe('the sentence on what is trained', () => {
  it('has the counts of a pass, and calls it what most of them are', () => {
    fc.assert(
      fc.property(strings, policies, (on, policy) => {
        const { plan, passes, changes } = setUp(on, policy);
        const text = trainsSentence(plan.analysis, DEFAULT_SCHOOLS);
        if (changes.length === 0) {
          expect(text).toBe(
            `No string changes: ${on.length} stroke${on.length === 1 ? '' : 's'} on one string.`,
          );
          return;
        }
        const [outside, inside, swept, against] = (['outside', 'inside', 'swept', 'against'] as const).map(
          (kind) => among(changes, kind) / passes,
        ) as [number, number, number, number];
        const parts = [
          ...(outside + inside > 0 ? [`${shown(outside)} outside, ${shown(inside)} inside`] : []),
          ...(swept > 0 ? [`${shown(swept)} sweep${swept === 1 ? '' : 's'}`] : []),
          ...(against > 0 ? [`${shown(against)} against the grain`] : []),
        ];
        expect(
          text.startsWith(
            `${parts.join(', ')}${passes > 1 ? ' a pass, over two passes that swap every kind' : ''}: `,
          ),
        ).toBe(true);
        const skips = changes.filter(({ from, to }) => Math.abs(from - to) > 1).length / passes;
        expect(/; ([\d.]+) skips?;/.exec(text)?.[1] ?? '0').toBe(shown(skips));
        const all = changes.length / passes;
        const name = text.split(': ').slice(1).join(': ').split(';')[0]!;
        if (outside === all) expect(name).toBe('every change goes round the outside');
        else if (inside === all) expect(name).toBe('every change is struck from the gap between the strings');
        else if (swept === all) expect(name).toBe('every change is carried by one motion');
        else if (outside === inside && outside + inside === all)
          expect(name).toBe('outside and inside alike');
        else if (swept > outside + inside) expect(name).toBe('mostly sweeps');
        else if (outside !== inside) expect(name).toBe(outside > inside ? 'mostly outside' : 'mostly inside');
        else expect(name).toBe('a mixture');
        expect(text.endsWith('.')).toBe(true);
      }),
      { numRuns: 150 },
    );
  });

  it('pairs of neighbours come first, from the thickest on, then the skips; those without a change are named', () => {
    fc.assert(
      fc.property(strings, policies, (on, policy) => {
        const { plan, changes } = setUp(on, policy);
        const rows = pairRows(plan.analysis.figures);
        const order = rows.map(({ thicker, thinner }) => (thicker - thinner) * 10 - thicker);
        expect(order).toEqual([...order].sort((a, b) => a - b));
        const kinds = (thicker: number, thinner: number) =>
          new Set(
            changes
              .filter(({ from, to }) => Math.max(from, to) === thicker && Math.min(from, to) === thinner)
              .map(({ kind }) => kind)
              .filter((kind) => kind === 'outside' || kind === 'inside'),
          );
        for (const { thicker, thinner, oneSided } of rows) {
          const has = [...kinds(thicker, thinner)];
          expect(oneSided).toBe(has.length === 1 ? has[0] : null);
        }
        const wanted = [6, 5, 4, 3, 2]
          .filter((string) => on.includes(string) && on.includes(string - 1))
          .filter(
            (string) =>
              !changes.some(({ from, to }) => from + to === 2 * string - 1 && Math.abs(from - to) === 1),
          )
          .map((string) => `${string} and ${string - 1}`);
        expect(missingPairs(rows, on)).toEqual(wanted);
      }),
    );
  });
});

const goals = fc.record({
  kind: fc.constantFrom<Goal['kind']>(null, 'outside', 'inside', 'balanced', 'sweep'),
  strings: fc.constantFrom<Goal['strings']>(null, [2, 1], [4, 3], [6, 4]),
  direction: fc.constantFrom<Goal['direction']>(null, 'floorward', 'ceilingward'),
  skipped: fc.constantFrom(null, 0, 1),
});

describe('a goal', () => {
  it('is checked against the changes that it is about, and says their figures', () => {
    fc.assert(
      fc.property(strings, policies, goals, (on, policy, parts) => {
        const goal: Goal = { ...NO_GOAL, ...parts };
        const { plan, passes, changes } = setUp(on, policy);
        const check = checkGoal(goal, plan.analysis);
        const isAny = Object.values(parts).some((part) => part !== null);
        expect(asksForChanges(goal)).toBe(isAny);
        if (!isAny) {
          expect(check.state).toBe('nothing to check');
          return;
        }
        const mine = changes.filter(
          ({ from, to }) =>
            (!parts.strings ||
              (Math.max(from, to) === parts.strings[0] && Math.min(from, to) === parts.strings[1])) &&
            (!parts.direction || from > to === (parts.direction === 'floorward')) &&
            (parts.skipped === null || Math.abs(from - to) - 1 === parts.skipped),
        );
        const share = scopedShare(goal, plan.analysis);
        const [outside, inside, swept] = [
          among(mine, 'outside'),
          among(mine, 'inside'),
          among(mine, 'swept'),
        ];
        expect(share).toEqual({
          outside: outside / passes,
          inside: inside / passes,
          sweep: swept / passes,
          changes: mine.length / passes,
        });
        if (mine.length === 0) {
          expect(check.text).toBe(`wants ${goalText(goal)}: there is no such change yet`);
          return;
        }
        if (parts.kind === 'balanced') {
          // 40 to 60 %: common practice, no source. Counted in whole numbers.
          const both = outside + inside;
          const isEven = both > 0 && inside * 10 >= both * 4 && inside * 10 <= both * 6;
          expect(check.state).toBe(isEven ? 'met' : 'partly');
          expect(check.met).toBeCloseTo((2 * Math.min(outside, inside)) / passes);
          expect(check.text).toContain(
            `: ${shown(inside / passes)} inside, ${shown(outside / passes)} outside`,
          );
          expect(gapOf(goal, share)! === 0).toBe(isEven);
          return;
        }
        const names = { outside: 'outside', inside: 'inside', sweep: 'swept' } as const;
        const [met, of] =
          parts.kind === null ? [mine.length, changes.length] : [among(mine, names[parts.kind]), mine.length];
        // Of a sweep its turns are not asked to be sweeps.
        const turns = parts.kind === 'sweep' ? mine.filter(({ isTurn }) => isTurn).length : 0;
        const asked = of - turns;
        expect(check.text).toContain(`: ${shown(met / passes)} of ${shown(asked / passes)}`);
        expect(check.text.endsWith(' apart')).toBe(turns > 0);
        expect(check.state).toBe(met === asked && asked > 0 ? 'met' : met === 0 ? 'missed' : 'partly');
      }),
      { numRuns: 200 },
    );
  });

  it('is said with its strings, its direction and its skip', () => {
    fc.assert(
      fc.property(goals, (parts) => {
        const text = goalText({ ...NO_GOAL, ...parts });
        expect(
          text.startsWith(
            parts.kind === 'balanced' ? 'inside and outside alike' : (parts.kind ?? 'string changes'),
          ),
        ).toBe(true);
        const [thick, thin] = parts.strings ?? [];
        const way =
          thick === undefined
            ? parts.direction && ` going ${parts.direction}`
            : {
                floorward: ` from ${thick} to ${thin}`,
                ceilingward: ` from ${thin} to ${thick}`,
                any: ` between ${thick} and ${thin}`,
              }[parts.direction ?? 'any'];
        if (way) expect(text).toContain(way);
        else expect(text).not.toMatch(/ (going|from|between) /);
        expect(/over 1 string$/.test(text)).toBe(parts.skipped === 1);
        expect(/no string skipped$/.test(text)).toBe(parts.skipped === 0);
      }),
    );
  });

  it('is on target within its tolerance and nowhere else', () => {
    const figures = (insideShare: number | null) => ({ insideShare }) as never;
    const state = (kind: Goal['kind'], share: number | null) =>
      againstTarget({ ...NO_GOAL, kind }, figures(share));
    for (const share of [0.4, 0.5, 0.6]) expect(state('balanced', share).state).toBe('on target');
    for (const share of [0.39, 0.61, 0, 1, null]) expect(state('balanced', share).state).toBe('off target');
    expect([state('inside', 1).state, state('inside', 0.99).state]).toEqual(['on target', 'off target']);
    expect([state('outside', 0).state, state('outside', 0.01).state]).toEqual(['on target', 'off target']);
    expect(state('outside', 0.25).text).toBe('25 % inside; the goal wants all outside.');
    expect(state('inside', 1).text).toBe('100 % inside, as the goal wants (all inside).');
    expect(state('balanced', null).text).toMatch(/50 % inside, give or take 10; there are no such changes\./);
    expect(state('sweep', 0.5)).toEqual({ state: 'no target', text: 'The goal asks for no balance.' });
    expect(targetOf({ ...NO_GOAL, kind: 'sweep' })).toBeNull();
  });
});

describe('exposure', () => {
  it('is what was played, pass for pass: seams between passes only, a broken pass as far as it went', () => {
    fc.assert(
      fc.property(
        strings,
        policies,
        fc.integer({ min: 1, max: 5 }),
        fc.option(fc.nat(17)),
        (on, policy, passes, cut) => {
          const { exercise, plan, passes: period, changes } = setUp(on, policy);
          const untilTicks = cut === null ? undefined : cut * 1680;
          const got = exposureOf([
            { exercise, plan, passes, bpm: 60, ...(untilTicks === undefined ? {} : { untilTicks }) },
          ]);
          const played = Array.from({ length: passes }, (_, pass) =>
            changes.filter(
              (one) =>
                one.pass === pass % period &&
                !(one.isSeam && pass === passes - 1) &&
                !(untilTicks !== undefined && pass === passes - 1 && one.fromTicks >= untilTicks),
            ),
          ).flat();
          expect(got.kinds).toEqual({
            outside: among(played, 'outside'),
            inside: among(played, 'inside'),
            sweep: among(played, 'swept'),
            backtrack: among(played, 'against'),
          });
          const either = among(played, 'outside') + among(played, 'inside');
          expect(got.insideShare).toBe(either === 0 ? null : among(played, 'inside') / either);
          expect(got.skips).toBe(played.filter(({ from, to }) => Math.abs(from - to) > 1).length);
          expect(got.starts.down + got.starts.up).toBe(passes);
          for (const { stringFrom, stringTo, outside } of got.pairs)
            expect(outside).toBe(
              among(
                played.filter(({ from, to }) => from === stringFrom && to === stringTo),
                'outside',
              ),
            );
          // At 60 a beat is a second, and a slot a quarter of it; without a loop a pass is filled up to the bar by nothing.
          const whole = on.length / 4;
          const last = cut === null ? whole : Math.min(whole, cut / 4);
          expect(got.seconds).toBeCloseTo((passes - 1) * whole + last, 6);
          const sides = setVerdict(got).oneSided.length;
          expect(sides).toBe(
            got.pairs.filter((one) => one.outside + one.inside > 0 && one.outside * one.inside === 0).length,
          );
        },
      ),
      { numRuns: 150 },
    );
  });
});
