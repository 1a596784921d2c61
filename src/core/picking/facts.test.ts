/** Facts of the trade (common practice, no source) and what follows from the definitions. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { analyseStrokes } from './analysis';
import type { PickingPolicy } from './policy';
import { assignStrokes } from './strokes';
import { passageOn } from './testing';

function plan(strings: readonly number[], policy: Partial<PickingPolicy> = {}) {
  const passage = passageOn(strings);
  const full: PickingPolicy = { kind: 'alternateByNote', start: 'down', ...policy };
  const assignment = assignStrokes(passage, full);
  const analysis = analyseStrokes(passage, assignment, full.loop === true, DEFAULT_SETUP);
  const kinds = analysis.transitions.filter((change) => change.travel).map((change) => change.kind);
  return { ...analysis, kinds, strokes: assignment.passes, figures: analysis.figures };
}

const perString = (count: number, order: readonly number[]) =>
  order.flatMap((s) => Array<number>(count).fill(s));
const FLOORWARD = [6, 5, 4, 3, 2, 1];
const CEILINGWARD = [...FLOORWARD].reverse();
const [O, I, S] = ['outside', 'inside', 'sweep'] as const;

describe('strict alternation', () => {
  it.each([
    ['three a string, 6 to 1, down', 3, FLOORWARD, 'down', [O, I, O, I, O], 'both slants'],
    ['three a string, 6 to 1, up', 3, FLOORWARD, 'up', [I, O, I, O, I], 'both slants'],
    ['three a string, 1 to 6, down', 3, CEILINGWARD, 'down', [I, O, I, O, I], 'both slants'],
    ['two a string, 6 to 1, down', 2, FLOORWARD, 'down', [I, I, I, I, I], 'one slant'],
    ['two a string, 6 to 1, up', 2, FLOORWARD, 'up', [O, O, O, O, O], 'one slant'],
    ['two a string, 1 to 6, down', 2, CEILINGWARD, 'down', [O, O, O, O, O], 'one slant'],
  ] as const)('%s', (_, count, order, start, kinds, slants) => {
    const result = plan(perString(count, order), { start });
    expect(result.kinds).toEqual(kinds);
    expect(result.slants.class).toBe(slants);
  });

  it('two a string, 6 to 1: started down every exit is an upstroke with a downward slant, started up the reverse', () => {
    expect(plan(perString(2, FLOORWARD)).slants.slants).toEqual(['downward']);
    expect(plan(perString(2, FLOORWARD), { start: 'up' }).slants.slants).toEqual(['upward']);
  });

  it.each([
    [
      'three + three, thicker first, down: outside both ways',
      [4, 4, 4, 3, 3, 3],
      'down',
      { outside: 2, inside: 0 },
    ],
    ['the same, up: inside both ways', [4, 4, 4, 3, 3, 3], 'up', { outside: 0, inside: 2 }],
    [
      'two on 2, one on 1, one back on 2, down: inside both ways',
      [2, 2, 1, 2],
      'down',
      { outside: 0, inside: 2 },
    ],
    ['the same, up: outside both ways', [2, 2, 1, 2], 'up', { outside: 2, inside: 0 }],
    ['five on two strings: two and two over two passes', [4, 4, 4, 3, 3], 'down', { outside: 1, inside: 1 }],
    [
      'three a string up and back, top note twice: five outside, five inside',
      [...perString(3, FLOORWARD), ...perString(3, CEILINGWARD)],
      'down',
      { outside: 5, inside: 5 },
    ],
  ] as const)('round and round: %s', (_, strings, start, figures) => {
    expect(plan(strings, { start, loop: true }).figures.kinds).toMatchObject(figures);
  });

  it('three, four, three toward string 1 and back: outside, outside, outside over a skip; exits down, down, up', () => {
    const result = plan([3, 3, 3, 2, 2, 2, 2, 1, 1, 1], { loop: true });
    const changes = result.transitions.filter((change) => change.travel);
    expect(changes.map(({ kind, skipped }) => [kind, skipped])).toEqual([
      [O, 0],
      [O, 0],
      [O, 1],
    ]);
    expect(changes.map((change) => change.fromStroke)).toEqual(['down', 'down', 'up']);
    expect(result.slants.class).toBe('both slants');
  });

  it('three + three over a skipped string: outside, two crossings each', () => {
    const changes = plan([4, 4, 4, 2, 2, 2], { loop: true }).transitions.filter((change) => change.travel);
    expect(changes.map(({ kind, skipped, crossings }) => [kind, skipped, crossings])).toEqual([
      [O, 1, 2],
      [O, 1, 2],
    ]);
  });

  it('strings 5 3 4 2 3 1: five outside changes, three skips, eight crossings', () => {
    const { figures } = plan([5, 3, 4, 2, 3, 1]);
    expect(figures).toMatchObject({ kinds: { outside: 5 }, skips: 3, crossings: 8 });
  });
});

describe('a chord', () => {
  // A downstroke runs from the thickest string to the thinnest, an upstroke back (common practice, no source).
  const locked = (strings: readonly (number | number[])[], strokes: readonly ('down' | 'up')[]) => {
    const locks = Object.fromEntries(strokes.map((stroke, at) => [at, { lock: { stroke } }]));
    const passage = passageOn(strings, locks);
    const assignment = assignStrokes(passage, { kind: 'leastTravel', start: 'auto' });
    return analyseStrokes(passage, assignment, false, DEFAULT_SETUP).transitions.map(
      ({ stringFrom, stringTo, kind, skipped, crossings }) => [
        stringFrom,
        stringTo,
        kind,
        skipped,
        crossings,
      ],
    );
  };

  it('is left from the string that its stroke sounds last, and entered on the one that it sounds first', () => {
    expect(locked([[4, 3, 2], 1], ['down', 'down'])).toEqual([[2, 1, 'sweep', 0, 0]]);
    expect(locked([[4, 3, 2], 1], ['up', 'up'])).toEqual([[4, 1, 'backtrack', 2, 4]]);
    expect(locked([1, [4, 3, 2]], ['up', 'up'])).toEqual([[1, 2, 'sweep', 0, 0]]);
    expect(locked([1, [4, 3, 2]], ['down', 'down'])).toEqual([[1, 4, 'backtrack', 2, 4]]);
    expect(locked([5, [4, 3]], ['up', 'down'])).toEqual([[5, 4, 'inside', 0, 1]]);
  });
});

describe('economy', () => {
  it('three a string, 6 to 1, down: five sweeps, no crossing, 13 motions instead of 18, downward slant', () => {
    const result = plan(perString(3, FLOORWARD), { kind: 'economy' });
    expect(result.figures).toMatchObject({ kinds: { sweep: 5 }, crossings: 0, motions: 13, reversals: 12 });
    expect(result.slants).toMatchObject({ class: 'one slant', slants: ['downward'] });
    expect(plan(perString(3, FLOORWARD)).figures.motions).toBe(18);
  });

  it.each([
    ['three a string, 1 to 6, up: five sweeps', perString(3, CEILINGWARD), 'up', [S, S, S, S, S]],
    ['the same, down: one inside, then four sweeps', perString(3, CEILINGWARD), 'down', [I, S, S, S, S]],
    ['two a string, 6 to 1, down: five inside', perString(2, FLOORWARD), 'down', [I, I, I, I, I]],
  ] as const)('%s', (_, strings, start, kinds) => {
    expect(plan(strings, { kind: 'economy', start }).kinds).toEqual(kinds);
  });

  it('strings 4 3 3 4 looped: D D U U, two sweeps a pass', () => {
    const result = plan([4, 3, 3, 4], { kind: 'economy', loop: true });
    expect(result.strokes).toEqual([['down', 'down', 'up', 'up']]);
    expect(result.figures).toMatchObject({ kinds: { sweep: 2 }, crossings: 0 });
  });

  it('an automatic start takes the side from which the second note of a two-note string sweeps on', () => {
    expect(plan([6, 6, 5, 5], { kind: 'economy', start: 'auto' }).strokes[0]).toEqual([
      'up',
      'down',
      'down',
      'up',
    ]);
  });

  it('over a skipped string it alternates, with the switch it travels on', () => {
    expect(plan([6, 6, 4], { kind: 'economy' }).strokes[0]).toEqual(['down', 'up', 'down']);
    expect(plan([6, 6, 6, 4], { kind: 'economy' }).strokes[0]!.at(-1)).toBe('up');
    expect(plan([6, 6, 6, 4], { kind: 'economy', travelOverSkips: true }).strokes[0]!.at(-1)).toBe('down');
  });
});

// rulings.md, Slant switches.
it('slant switches lie early right after the pick that asked last, late at the next that asks otherwise', () => {
  const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 14 });
  fc.assert(
    fc.property(strings, fc.boolean(), (of, loop) => {
      const { transitions, slants } = plan(of, { loop });
      const count = transitions.length + (loop ? 0 : 1);
      const asks = Array.from(
        { length: count },
        (_, pick) => transitions.find(({ from }) => from === pick)?.slant,
      );
      const expected: { early: number; late: number; towards: unknown }[] = [];
      asks.forEach((slant, pick) => {
        if (!slant) return;
        for (let on = 1; on <= count; on++) {
          if (!loop && pick + on >= count) return;
          const next = asks[(pick + on) % count];
          if (!next) continue;
          if (next !== slant)
            expected.push({ early: (pick + 1) % count, late: (pick + on) % count, towards: next });
          return;
        }
      });
      expect(slants.switches).toEqual(expected);
    }),
  );
});
