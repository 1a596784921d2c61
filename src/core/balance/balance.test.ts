/** Counts against an independent recount, goals against worked cases. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_GOAL, type Goal } from '../model/exercise';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { PickingPolicy } from '../picking/policy';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { passageOn } from '../picking/testing';
import { pairRows, trainsSentence } from './balance';
import { againstTarget, checkGoal } from './goal';

const plan = (strings: readonly number[], policy: Partial<PickingPolicy> = {}) =>
  planOf(passageOn(strings), { kind: 'alternateByNote', start: 'down', ...policy }, DEFAULT_SETUP);
const goal = (parts: Partial<Goal>): Goal => ({ ...NO_GOAL, ...parts });

describe('balance', () => {
  it('pair rows add up to what a recount from strings and strokes gives', () => {
    const string = fc.integer({ min: 1, max: 6 });
    fc.assert(
      fc.property(
        fc.array(string, { minLength: 1, maxLength: 30 }),
        fc.boolean(),
        fc.constantFrom('alternateByNote', 'economy'),
        (strings, loop, kind) => {
          const { assignment, analysis } = plan(strings, { loop, kind: kind as PickingPolicy['kind'] });
          const passes = loop ? assignment.passes : [assignment.passes[0]!];
          const line = passes.flatMap((strokes) =>
            strings.map((one, at) => ({ string: one, down: strokes[at] === 'down' })),
          );
          let [outside, inside] = [0, 0];
          line.forEach((a, at) => {
            const b = line[at + 1] ?? (loop ? line[0] : undefined);
            if (!b || a.string === b.string || a.down === b.down) return;
            // Outside: the thicker string is struck down, from its ceiling side.
            const thicker = a.string > b.string ? a : b;
            if (thicker.down) outside++;
            else inside++;
          });
          const rows = pairRows(analysis.figures).flatMap((row) => [row.floorward, row.ceilingward]);
          const sum = (pick: 'outside' | 'inside') =>
            rows.reduce((total, pair) => total + (pair?.[pick] ?? 0), 0);
          expect(sum('outside') * passes.length).toBeCloseTo(outside);
          expect(sum('inside') * passes.length).toBeCloseTo(inside);
        },
      ),
    );
  });

  it('a run of threes in one direction is nearly even in total and wholly one-sided in every pair', () => {
    const { figures } = plan([6, 6, 6, 5, 5, 5, 4, 4, 4, 3, 3, 3, 2, 2, 2, 1, 1, 1]).analysis;
    expect(figures.kinds).toMatchObject({ outside: 3, inside: 2 });
    expect(pairRows(figures).every((row) => row.oneSided !== null)).toBe(true);
  });

  it('one sentence says what is trained', () => {
    expect(trainsSentence(plan([6, 6, 5, 5, 4, 4], { start: 'up' }).analysis, DEFAULT_SCHOOLS)).toBe(
      '2 outside, 0 inside: every change goes round the outside; one slant: upward (grip end up).',
    );
    expect(trainsSentence(plan([3, 3, 3]).analysis, DEFAULT_SCHOOLS)).toContain('No string changes');
  });
});

describe('goals', () => {
  const cell = plan([2, 2, 1, 2], { start: 'up', loop: true }).analysis;

  it.each([
    [
      { kind: 'outside', strings: [2, 1], direction: 'floorward' },
      'met',
      'wants outside from 2 to 1: 1 of 1',
    ],
    [{ kind: 'inside', strings: [2, 1] }, 'missed', 'wants inside between 2 and 1: 0 of 2'],
    [{ kind: 'balanced' }, 'partly', 'wants inside and outside alike: 0 inside, 2 outside'],
    [{ kind: 'outside', skipped: 1 }, 'missed', 'wants outside, over 1 string: there is no such change yet'],
    [{}, 'nothing to check', 'No goal yet that the notes can be checked against.'],
  ] as const)('%o: %s', (parts, state, text) => {
    expect(checkGoal(goal(parts as Partial<Goal>), cell)).toMatchObject({ state, text });
  });

  it.each([
    ['outside', 'on target'],
    ['inside', 'off target'],
    ['balanced', 'off target'],
    ['sweep', 'no target'],
  ] as const)('a target of %s is %s', (kind, state) => {
    expect(againstTarget(goal({ kind }), cell.figures).state).toBe(state);
  });
});
