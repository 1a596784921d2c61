/** Strokes in words: why a note has its stroke and what the other would cost, held against strings and strokes themselves. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Passage, Stroke } from '../passage/passage';
import { planOf } from '../plan/plan';
import { withStrokes } from './keepStrokes';
import type { CostOfOtherChoice } from './otherChoice';
import { POLICY_KINDS, type PickingPolicy } from './policy';
import { DEFAULT_SCHOOLS } from './schools';
import { assignStrokes } from './strokes';
import { passageOn } from './testing';
import { changeText, otherCostText, policyText, reasonText, techniqueText, unmetText } from './words';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 10 });
const stroke = fc.constantFrom<Stroke>('down', 'up');
const policies = fc
  .record({
    kind: fc.constantFrom(...POLICY_KINDS),
    start: fc.constantFrom('down', 'up', 'auto'),
    loop: fc.boolean(),
  })
  .map((some) => some as PickingPolicy);
const why = (passage: Passage, policy: PickingPolicy) =>
  assignStrokes(passage, policy).reasons.map((pass) =>
    pass.map((reason) => reasonText(reason, DEFAULT_SCHOOLS)),
  );

describe('why a note has its stroke', () => {
  it('alternating from a start: the start, then the rule, and coming round from the last note', () => {
    const policy = { kind: 'alternateByNote', start: 'up' } as const;
    const [once] = why(passageOn([3, 3, 2, 2]), policy);
    expect(once).toEqual(['the start you asked for', 'alternates', 'alternates', 'alternates']);
    const [first] = why(passageOn([3, 3, 2, 2]), { ...policy, loop: true });
    expect(first!.slice(1)).toEqual(['alternates', 'alternates', 'alternates']);
  });

  it('by pulse every stroke belongs to its place, also the first', () => {
    const [reasons] = why(passageOn([3, 2, 3]), { kind: 'alternateByPulse', start: 'down' });
    expect(new Set(reasons)).toEqual(new Set(['belongs to its place in the beat']));
  });

  it('economy names the string that is entered and the way, and over a skip alternates', () => {
    const [reasons] = why(passageOn([3, 2, 4]), { kind: 'economy', start: 'down' });
    expect(reasons).toEqual([
      'the start you asked for',
      // Toward the thinner string the hand goes to the floor (common practice, no source).
      'enters string 2 going floorward',
      'alternates over the skipped string',
    ]);
  });

  it('a start that was chosen says what the other would cost', () => {
    const auto = { kind: 'alternateByNote', start: 'auto' } as const;
    const chosen = (passage: Passage) => why(passage, auto)[0]![0]!;
    expect(chosen(passageOn([3, 3]))).toBe('start chosen: both starts cost the same, so down');
    // Struck down the pick lies in the gap to string 2 already; struck up it lies behind string 3, and has to cross that.
    expect(why(passageOn([3, 2]), { kind: 'leastTravel', start: 'auto' })[0]![0]).toBe(
      'start chosen: 1 crossing fewer than the other start',
    );
    const locked = passageOn([3, 3, 3], { 1: { lock: { stroke: 'down' } } });
    expect(why(locked, auto)[0]![0]).toBe('start chosen: the other would break the rule once more');
  });

  it('a lock says whose it is, and what departs because of it says so', () => {
    const lock = { stroke: 'down' as const };
    const [reasons] = why(
      passageOn([3, 3, 3, 3], {
        1: { lock: { ...lock, reason: 'as sung' } },
        3: { lock: { ...lock, by: 'recipe' } },
      }),
      { kind: 'alternateByNote', start: 'down' },
    );
    expect(reasons![1]).toBe('locked by you: as sung');
    expect(reasons![3]).toBe('the pattern of the recipe');
    expect(reasons!.join()).not.toMatch(/undefined|null/);
    // What a recipe asks for is not told as broken; what somebody locked is.
    const broken = (by: 'recipe' | undefined) =>
      assignStrokes(passageOn([3, 3, 3], { 1: { lock: { stroke: 'down', ...(by ? { by } : {}) } } }), {
        kind: 'alternateByNote',
        start: 'down',
      }).unmet.map(({ code, note }) => `${code} ${note}`);
    expect(broken(undefined)).toEqual(['ruleBroken 1']);
    expect(broken('recipe')).toEqual([]);
    // Over a skip alternate picking does what it does anyway.
    const [over] = why(passageOn([3, 1]), { kind: 'alternateByNote', start: 'down' });
    expect(over![1]).toBe('alternates');
    const [least] = why(passageOn([3, 2]), { kind: 'leastTravel', start: 'down' });
    expect(least![1]).toBe('lies on the way with the least travel');
  });

  it('is none where it is not picked, and a lock that does nothing is told', () => {
    const lock = { lock: { stroke: 'down' } } as const;
    const passage = passageOn([3, 3, [3, 2]], { 1: { technique: 'hammer', ...lock }, 2: lock });
    const notes = passage.notes.map((note) =>
      note.string === 2 ? { ...note, lock: { stroke: 'up' as const } } : note,
    );
    const { reasons, unmet } = assignStrokes({ ...passage, notes }, { kind: 'alternateByNote', start: 'up' });
    expect(reasonText(reasons[0]![1]!, DEFAULT_SCHOOLS)).toBe('not picked: slurred or tapped');
    expect(unmet.map((one) => unmetText(one, `note ${one.note + 1}`))).toEqual([
      'The lock at note 2 has no effect: the note is not picked. It is kept.',
      'Two locks on one stroke differ; the one on the thicker string holds, not that at note 4.',
    ]);
    const inside = passageOn([3, 2], { 0: lock, 1: { lock: { stroke: 'up' } } });
    const [exit] = assignStrokes(inside, { kind: 'sweep', start: 'down' }).unmet.filter(
      ({ code }) => code === 'unfitExit',
    );
    expect(unmetText(exit!, 'note 1')).toBe(
      'The exit at note 1 cannot be swept: it leaves against the way on.',
    );
  });

  it('where there is no note has nothing to say, by any policy', () => {
    for (const kind of POLICY_KINDS)
      for (const loop of [false, true])
        expect(assignStrokes(passageOn([]), { kind, start: 'auto', loop })).toMatchObject({
          ...{ passes: [[]], reasons: [[]], unmet: [], slurred: [] },
        });
  });

  it('has words for every reason that any policy gives', () => {
    fc.assert(
      fc.property(strings, policies, fc.nat(9), stroke, (some, policy, at, locked) => {
        const passage = passageOn(some, { [at % some.length]: { lock: { stroke: locked } } });
        const { reasons, unmet } = assignStrokes(passage, policy);
        for (const reason of reasons.flat())
          expect(reasonText(reason, DEFAULT_SCHOOLS)).toMatch(/^[a-z][^A-Z]*[a-z0-9)]$/);
        for (const one of unmet) expect(unmetText(one, 'note 5')).toMatch(/^[A-Z].*note 5.*\.$/);
      }),
      { numRuns: 150 },
    );
  });
});

describe('the other choice in words', () => {
  const NOUNS = {
    breaks: 'break',
    unfitExits: 'exit',
    wrongExits: 'exit',
    backtracks: 'change',
    slurs: 'slur',
    picks: 'picked note',
    crossings: 'crossing',
    repeats: 'repeated stroke',
    upsOnBeat: 'upstroke',
  } as const;
  const count = fc.constantFrom(-2, -1, -0.5, 0, 0, 0.5, 1, 3);
  const costs = fc.record({
    ...(Object.fromEntries(Object.keys(NOUNS).map((tier) => [tier, count])) as Record<
      keyof typeof NOUNS,
      typeof count
    >),
    start: fc.constantFrom(-1, 0, 1),
  });

  it('says each figure that is not nought, more or fewer, one or many', () => {
    fc.assert(
      fc.property(costs, stroke, (cost, given) => {
        const text = otherCostText(given, cost as CostOfOtherChoice);
        expect(text.startsWith(`${given === 'down' ? 'Up' : 'Down'} here instead: `)).toBe(true);
        const said = text.slice(text.indexOf(': ') + 2).split(', ');
        const nonzero = Object.keys(NOUNS).filter((tier) => cost[tier as 'breaks'] !== 0);
        const parts = nonzero.length + (cost.start === 0 ? 0 : 1);
        if (parts === 0) expect(said).toEqual(['costs the same']);
        else expect(said).toHaveLength(parts);
        expect(text.includes('gives up the start')).toBe(cost.start > 0);
        expect(text.includes('keeps the start')).toBe(cost.start < 0);
        const figures = cost.start === 0 ? said : said.slice(1);
        nonzero.forEach((tier, at) => {
          const number = cost[tier as 'breaks'];
          const part = figures[at]!;
          expect(Number(/^[\d.]+/.exec(part)![0])).toBe(Math.abs(number));
          expect(part.includes(' more ')).toBe(number > 0);
          const noun = NOUNS[tier as 'breaks'];
          expect(new RegExp(`${noun}s( |$)`).test(part)).toBe(Math.abs(number) !== 1);
        });
      }),
    );
  });
});

describe('a change in words', () => {
  it('has the strings, strokes and figures of the change, and one kind', () => {
    fc.assert(
      fc.property(strings, policies, (some, policy) => {
        for (const change of planOf(passageOn(some), policy, DEFAULT_SETUP).analysis.transitions) {
          const text = changeText(change, DEFAULT_SCHOOLS);
          const { kind, stringFrom, stringTo, fromStroke, toStroke, skipped, crossings } = change;
          if (kind === 'alternate' || kind === 'repeat')
            expect(text).toContain(`Stays on string ${stringFrom}:`);
          else {
            const names = {
              outside: 'Outside',
              inside: 'Inside',
              sweep: 'Sweep',
              backtrack: 'Against the grain',
            };
            expect(text.startsWith(`${names[kind]} from string ${stringFrom} to string ${stringTo}`)).toBe(
              true,
            );
            expect(text).toContain(`${fromStroke}stroke, then ${toStroke}stroke`);
            expect(text.includes('not played')).toBe(skipped > 0);
            expect(text.includes(' silently.')).toBe(crossings > 0);
            if (crossings > 0) expect(text).toContain(`It passes ${crossings} string line`);
            // The outside goes round; inside both are struck from the gap (product.md).
            expect(text.includes('round the outside')).toBe(kind === 'outside');
            expect(text.includes('from the gap between')).toBe(kind === 'inside');
            expect(text.includes('the sweep turns')).toBe(change.turn);
            // A sweep over a string is one direction still, and lifted.
            expect(text.includes('one motion carries')).toBe(kind === 'sweep' && skipped === 0);
            expect(text.includes('one direction, lifted over')).toBe(kind === 'sweep' && skipped > 0);
          }
          expect(text).toMatch(/\.$/);
          expect(text).not.toMatch(/undefined|null|\.\.|  /);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('the way that is crossed silently is so many gaps of the player’s strings', () => {
    fc.assert(
      fc.property(
        strings,
        policies,
        fc.double({ min: 5, max: 20, noNaN: true }),
        (some, policy, stringSpacingMm) => {
          const { figures } = planOf(passageOn(some), policy, { ...DEFAULT_SETUP, stringSpacingMm }).analysis;
          expect(figures.travelMm).toBeCloseTo(figures.crossings * stringSpacingMm, 6);
        },
      ),
      { numRuns: 60 },
    );
  });
});

it('a technique that the goal names is said, else how the strokes are decided; one slant with its slant', () => {
  const policy = { kind: 'oneSlant', start: 'down', slant: 'upward' } as const;
  expect(policyText(policy, DEFAULT_SCHOOLS)).toBe('one slant, upward (grip end up)');
  // Of all others there is no slant to name.
  for (const kind of POLICY_KINDS.filter((one) => one !== 'oneSlant'))
    expect(policyText({ kind, start: 'down' }, DEFAULT_SCHOOLS)).not.toContain(',');
  expect(policyText({ kind: 'economy', start: 'down' }, DEFAULT_SCHOOLS)).toBe('economy picking');
  const goal = { technique: 'sweep picking' };
  expect(techniqueText({ goal, policy }, DEFAULT_SCHOOLS)).toBe('sweep picking');
  expect(techniqueText({ goal: { technique: null }, policy }, DEFAULT_SCHOOLS)).toBe(
    policyText(policy, DEFAULT_SCHOOLS),
  );
  expect(new Set(POLICY_KINDS.map((kind) => policyText({ kind, start: 'down' }, DEFAULT_SCHOOLS))).size).toBe(
    POLICY_KINDS.length,
  );
});

describe('strokes that are kept', () => {
  it('come out as they were wanted, and where the policy gives them by itself nothing is locked', () => {
    fc.assert(
      fc.property(
        strings,
        policies,
        fc.array(fc.constantFrom<Stroke | null>('down', 'up', null)),
        (some, policy, want) => {
          const passage = passageOn(some);
          const wanted = some.map((_, at) => want[at] ?? null);
          const kept = withStrokes(passage, policy, wanted);
          for (const pass of assignStrokes(kept, policy).passes)
            pass.forEach((given, at) => {
              if (wanted[at] !== null) expect(given).toBe(wanted[at]);
            });
          kept.notes.forEach(({ lock }, at) => {
            if (lock) expect(lock.stroke).toBe(wanted[at]);
          });
          const own = assignStrokes(passage, policy).passes;
          if (own.length === 1) expect(withStrokes(passage, policy, own[0]!)).toEqual(passage);
        },
      ),
      { numRuns: 120 },
    );
  });
});

it('a start that had to yield is told once, at the first note, and where it did not yield never', () => {
  let yielded = 0;
  const starts = fc.constantFrom('down', 'up');
  fc.assert(
    fc.property(
      strings,
      fc.constantFrom(...POLICY_KINDS),
      starts,
      fc.boolean(),
      (some, kind, start, loop) => {
        const passage = passageOn(some);
        const { passes, unmet } = planOf(passage, { kind, start, loop }, DEFAULT_SETUP).assignment;
        const told = unmet.filter(({ code }) => code === 'startYielded');
        const isOther = passes[0]![0] !== start && kind !== 'alternateByPulse';
        expect(told.length).toBe(isOther ? 1 : 0);
        if (isOther) {
          yielded++;
          expect(told[0]).toMatchObject({ note: 0, pass: 0 });
        }
      },
    ),
    { numRuns: 300 },
  );
  expect(yielded).toBeGreaterThan(0);
});
