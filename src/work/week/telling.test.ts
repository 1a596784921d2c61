/** A week in words: its figures are those of the plan, and each thing that is asked of a week has its own sentence. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayLoads, type TierEnd, type WeekBlocks, type WeekProblem } from '@/core/routine';
import { randomWeek } from '@/core/routine/testing';
import {
  adviceText,
  conflictText,
  costText,
  loadOfDayText,
  overTexts,
  plannedText,
  provenText,
  shareText,
  WEEKDAYS,
} from './telling';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

/** A week, and some blocks on its days, whatever its limits are. */
const anyPlan = fc
  .record({ seed: fc.nat(), exercises: fc.integer({ min: 1, max: 4 }), days: fc.integer({ min: 1, max: 4 }) })
  .chain(({ seed, exercises, days }) =>
    fc.record({
      problem: fc.constant(randomWeek(seed, exercises, days)),
      blocks: fc.array(fc.array(fc.constantFrom(0, 0, 1, 2, 5), { minLength: days, maxLength: days }), {
        minLength: exercises,
        maxLength: exercises,
      }),
    }),
  );
const numbersIn = (text: string) => [...text.matchAll(/\d+(?:\.\d+)?/g)].map(([number]) => Number(number));
const plan = (check: (problem: WeekProblem, blocks: WeekBlocks) => void) =>
  fc.assert(
    fc.property(anyPlan, ({ problem, blocks }) => check(problem, blocks)),
    { numRuns: 60 * THOROUGH },
  );

describe('a day', () => {
  it('names what its minutes are used for, which add up, and its limits where and only where they are passed', () => {
    plan((problem, blocks) => {
      for (const load of dayLoads(problem, blocks)) {
        const text = loadOfDayText(load);
        const [used, room, ...parts] = numbersIn(text);
        expect([used, room]).toEqual([Number(load.minutes.toFixed(1)), load.room]);
        expect(parts.reduce((sum, one) => sum + one, 0)).toBeCloseTo(load.minutes, 6);
        expect(parts.slice(1)).not.toContain(0);
        const said = overTexts(load, problem);
        expect(said.every((one) => one.startsWith(WEEKDAYS[load.day]!))).toBe(true);
        const has = (words: string) => said.some((one) => one.includes(words));
        expect(has('there are')).toBe(load.minutes > load.room + 1e-9);
        expect(has('clean tempo; the limit is')).toBe(load.fastMinutes > problem.fastMinutes);
        expect(has('the most is')).toBe(load.exercises > problem.mostExercises);
      }
    });
  });

  it('says in full what each part is', () => {
    const load = {
      day: 1,
      playMinutes: 12,
      warmUpMinutes: 3,
      changeMinutes: 3,
      breakMinutes: 2,
      minutes: 20,
    };
    const day = { ...load, room: 18, fastMinutes: 6, exercises: 1, over: ['minutes', 'fast', 'exercises'] };
    expect(loadOfDayText(day as never)).toBe(
      '20 min of 18: 12 played, 3 to warm up, 3 between exercises, 2 of breaks',
    );
    expect(overTexts(day as never, { fastMinutes: 4, mostExercises: 0 } as WeekProblem)).toEqual([
      'Tuesday takes 20 min of the 18 there are.',
      'Tuesday has 6 min at or above the clean tempo; the limit is 4.',
      'Tuesday has 1 exercise; the most is 0.',
    ]);
  });
});

describe('what a plan comes to', () => {
  const end = (tier: TierEnd['tier'], value: number, bound = value): TierEnd => ({
    ...{ tier, value, bound },
    isBest: value === bound,
  });
  const SAID: readonly (readonly [TierEnd['tier'], number, string])[] = [
    ['must', 0, 'Every must comes on its days.'],
    ['must', 1, 'Musts lack 1 day.'],
    ['fill', 90, '90 min used.'],
    ['days', 0, 'The others come on their days.'],
    ['days', 2, 'The others lack 2 days.'],
    ['share', 0.4, 'The balance is met.'],
    ['share', 0.5, 'The balance is missed by 1 change.'],
    ['share', 7.4, 'The balance is missed by 7 changes.'],
    ['pairs', 0.4, 'Every pair of strings comes often enough.'],
    ['pairs', 0.5, 'Pairs of strings lack 1 change.'],
    ['spacing', 0, 'The days are spread.'],
    ['spacing', 3, '3 visits close to another.'],
    ['few changes', 0, 'Nothing was moved.'],
  ];

  it('has a sentence for each thing that was asked, one after the other', () => {
    for (const [tier, value, text] of SAID)
      expect([tier, plannedText([end(tier, value)])]).toEqual([tier, text]);
    for (const tier of ['must, the worst', 'days, the worst', 'importance'] as const)
      expect(plannedText([end(tier, 3)])).toBe('There is nothing to plan.');
    expect(plannedText([end('few changes', 2)])).toBe('There is nothing to plan.');
    expect(plannedText([end('must', 0), end('fill', 60), end('spacing', 1)])).toBe(
      'Every must comes on its days; 60 min used; 1 visit close to another.',
    );
  });

  it('says what is proven, and how far from the best the rest may be', () => {
    expect(provenText([])).toBe('');
    expect(provenText((['must', 'fill', 'share'] as const).map((tier) => end(tier, 1)))).toMatch(
      /^Proven: no plan .* does better/,
    );
    expect(provenText([end('must', 0), end('must, the worst', 0), end('fill', 60, 64.26)])).toBe(
      'Best found: minutes at most 4.3 from the best. Proven: musts.',
    );
    // Of what has no bound nothing is said.
    expect(provenText([end('share', 4, -Infinity), end('pairs', 3, 1)])).toBe(
      'Best found: balance; pairs of strings at most 2 from the best.',
    );
  });

  it('tells how much is inside', () => {
    const week = { ...randomWeek(1, 0, 1), played: [{ stringFrom: 3, stringTo: 2, inside: 3, outside: 1 }] };
    expect(shareText(week, [])).toBe('75 % inside (3 inside, 1 outside)');
    expect(shareText({ ...week, played: [] }, [])).toBe('no inside or outside changes');
  });
});

describe('what a change by hand costs', () => {
  it('is nothing where nothing changed, and where minutes changed it is those', () => {
    plan((problem, blocks) => {
      expect(costText(problem, blocks, blocks)).toBe('');
      // All that was planned is taken out: less practice, and no day is newly too full.
      const none = blocks.map((row) => row.map(() => 0));
      const planned = blocks.flat().reduce((sum, one) => sum + one, 0);
      const out = costText(problem, blocks, none);
      const back = costText(problem, none, blocks);
      expect(/ less of practice\./.test(out)).toBe(planned > 0);
      expect(/ more of practice\./.test(back)).toBe(planned > 0);
      expect(out).not.toMatch(/of the \d+ there are|the limit is|the most is| more of practice/);
      const over = dayLoads(problem, blocks).flatMap((load) => overTexts(load, problem));
      for (const text of over) expect(back).toContain(text);
      expect(`${out}${back}`).not.toMatch(/undefined|NaN|null/);
    });
  });

  it('names the musts, the others, the balance, the pairs and the spacing', () => {
    const item = {
      days: 2,
      least: 1,
      most: 3,
      weight: 1,
      isFast: false,
      playedDays: [],
      lastDay: null,
      locked: [],
    };
    const pair = (inside: number, outside: number) => [{ stringFrom: 3, stringTo: 2, inside, outside }];
    const problem: WeekProblem = {
      ...{ blockMinutes: 2, warmUpMinutes: 0, changeMinutes: 0, pickingMinutes: 60, breakMinutes: 1 },
      ...{ fastMinutes: 60, mostExercises: 9, played: [], share: { low: 0.4, high: 0.6 } },
      days: [0, 1, 4].map((day) => ({ day, minutes: 60 })),
      items: [
        { ...item, id: 'must', isMust: true, exposure: pair(10, 0) },
        { ...item, id: 'other', isMust: false, exposure: pair(0, 10) },
      ],
    };
    const of = (before: WeekBlocks, after: WeekBlocks) => costText(problem, before, after);
    const spread = [
      [1, 0, 1],
      [1, 0, 1],
    ];
    expect(
      of(spread, [
        [1, 0, 0],
        [1, 0, 1],
      ]),
    ).toBe(
      'Musts now lack 1 day. 2 min less of practice. 33 % inside (10 inside, 20 outside) now, before 50 % inside (20 inside, 20 outside).',
    );
    expect(
      of(
        [
          [1, 0, 0],
          [1, 0, 1],
        ],
        spread,
      ),
    ).toMatch(/^Musts now come on their days\. 2 min more of practice\./);
    expect(
      of(spread, [
        [1, 0, 1],
        [0, 0, 0],
      ]),
    ).toMatch(/Other exercises now lack 2 days\. 4 min less/);
    expect(
      of(spread, [
        [1, 1, 0],
        [1, 0, 1],
      ]),
    ).toBe('It now comes closer to another day of its own.');
    expect(
      of(
        [
          [1, 1, 0],
          [1, 0, 1],
        ],
        spread,
      ),
    ).toBe('Its days are spread better.');
    // A pair of strings that one exercise alone has: without it the pair lacks its changes.
    const other = [{ stringFrom: 2, stringTo: 1, inside: 10, outside: 10 }];
    const pairs = { ...problem, items: [problem.items[0]!, { ...problem.items[1]!, exposure: other }] };
    const none = [spread[0]!, [0, 0, 0]];
    expect(costText(pairs, spread, none)).toMatch(/ Pairs of strings lack \d+ changes?, before 0\.$/);
    expect(costText(pairs, none, spread)).toMatch(/ Pairs of strings lack 0 changes, before \d+\.$/);
  });
});

describe('what cannot be met, and what would help', () => {
  const titleOf = (id: string) => id.toUpperCase();

  it('is said of one, of two and of more', () => {
    expect(conflictText({ itemIds: ['a'], advice: [] }, titleOf)).toBe(
      '“A” cannot come on all of its days within the limits.',
    );
    expect(conflictText({ itemIds: ['a', 'b', 'c'], advice: [] }, titleOf)).toBe(
      '“A”, “B” and “C” cannot all come on their days within the limits; without any one of them the others could.',
    );
  });

  it('has words for each advice', () => {
    const said = [
      adviceText({ kind: 'days', itemId: 'a', to: 1 }, titleOf),
      adviceText({ kind: 'least', itemId: 'a', to: 3 }, titleOf),
      adviceText({ kind: 'minutes', day: 6, to: 25 }, titleOf),
      adviceText({ kind: 'open day', day: 0, to: 20 }, titleOf),
      adviceText({ kind: 'exercises', to: 4 }, titleOf),
      adviceText({ kind: 'fast', to: 7.5 }, titleOf),
    ];
    expect(said).toEqual([
      '“A” on 1 day',
      '“A” from 6 min a day',
      'Sunday: 25 min',
      'Practise on Monday, 20 min',
      'Up to 4 exercises a day',
      'Up to 7.5 min a day at or above the clean tempo',
    ]);
  });
});
