/** The week as a whole-number program. */
import { column, emptyProgram, row, type Aim, type Program, type Term } from './program';
import {
  daysLeft,
  leastGap,
  RETURNS,
  wantedPairs,
  type WeekBlocks,
  type WeekItem,
  type WeekProblem,
  type WeekTier,
} from './problem';
import { breaksFor } from './weigh';

/** A program with the columns of a week: blocks of an exercise on a day, and whether it comes. */
export interface WeekProgram {
  readonly problem: WeekProblem;
  readonly program: Program;
  readonly blocks: readonly (readonly number[])[];
  readonly comes: readonly (readonly number[])[];
}

const lockedOn = ({ locked }: WeekItem, day: number): number | null =>
  locked.find((visit) => visit.day === day)?.blocks ?? null;

/** Days on which an exercise may come. */
function mostDays(item: WeekItem, { days }: WeekProblem): number {
  const locked = item.locked.filter((visit) => days.some(({ day }) => day === visit.day));
  return Math.max(daysLeft(item), locked.length);
}

/** What the locks of a day use by themselves: they stand, and nothing comes to them where they pass a limit. */
function lockedUse(
  { items, blockMinutes, changeMinutes, warmUpMinutes, ...limits }: WeekProblem,
  day: number,
) {
  const visits = items.flatMap((item) => {
    const blocks = lockedOn(item, day);
    return blocks === null ? [] : [{ minutes: blocks * blockMinutes, isFast: item.isFast }];
  });
  const play = visits.reduce((sum, { minutes }) => sum + minutes, 0);
  const breaks = visits.length === 0 ? 0 : breaksFor(warmUpMinutes + play, limits);
  return {
    exercises: visits.length,
    fast: visits.reduce((sum, { minutes, isFast }) => sum + (isFast ? minutes : 0), 0),
    minutes: play + visits.length * changeMinutes + breaks * limits.breakMinutes,
  };
}

/** The program of a week with its limits, which always hold. */
export function weekProgram(problem: WeekProblem): WeekProgram {
  const program = emptyProgram();
  const { days, items, blockMinutes } = problem;
  const blocks = items.map((item) =>
    days.map(({ day }) => {
      const locked = lockedOn(item, day);
      const most = item.playedDays.includes(day) ? 0 : item.most;
      return locked === null ? column(program, 0, most, true) : column(program, locked, locked, true);
    }),
  );
  const comes = items.map((item) =>
    days.map(({ day }) => column(program, lockedOn(item, day) === null ? 0 : 1, 1, true)),
  );
  items.forEach((item, e) => {
    days.forEach(({ day }, d) => {
      if (lockedOn(item, day) !== null) return;
      row(
        program,
        [
          [blocks[e]![d]!, 1],
          [comes[e]![d]!, -item.least],
        ],
        0,
        Infinity,
      );
      row(
        program,
        [
          [blocks[e]![d]!, 1],
          [comes[e]![d]!, -item.most],
        ],
        -Infinity,
        0,
      );
    });
    row(
      program,
      comes[e]!.map((one) => [one, 1]),
      -Infinity,
      mostDays(item, problem),
    );
  });
  days.forEach(({ day, minutes }, d) => {
    const use = lockedUse(problem, day);
    const played = blocks.map((some): Term => [some[d]!, blockMinutes]);
    const visits = comes.map((some): Term => [some[d]!, 1]);
    const breaks = column(
      program,
      0,
      breaksFor(Math.max(minutes, use.minutes) + problem.warmUpMinutes, problem),
      true,
    );
    row(
      program,
      [
        ...played,
        ...comes.map((some): Term => [some[d]!, problem.changeMinutes]),
        [breaks, problem.breakMinutes],
      ],
      -Infinity,
      Math.max(0, minutes - problem.warmUpMinutes, use.minutes),
    );
    row(
      program,
      [...played, [breaks, -problem.pickingMinutes]],
      -Infinity,
      problem.pickingMinutes - problem.warmUpMinutes,
    );
    const fast = blocks.flatMap((some, e): Term[] => (items[e]!.isFast ? [[some[d]!, blockMinutes]] : []));
    if (fast.length > 0) row(program, fast, -Infinity, Math.max(problem.fastMinutes, use.fast));
    row(program, visits, -Infinity, Math.max(problem.mostExercises, use.exercises));
  });
  return { problem, program, blocks, comes };
}

/** Asks an exercise to come on its days, whatever else. */
export const insist = ({ problem, program, comes }: WeekProgram, e: number): void =>
  row(
    program,
    comes[e]!.map((one) => [one, 1]),
    daysLeft(problem.items[e]!),
    Infinity,
  );

const least = (terms: readonly Term[], step: number): Aim => ({ sense: 'least', terms, step });

/** Parts of at most seven days are never nearer to each other. */
const PART_STEP = 1 / 42;

/** Columns that hold by how many days each exercise of a sort falls short. */
function shortfalls({ problem, program, comes }: WeekProgram, isMust: boolean) {
  return problem.items.flatMap((item, e) => {
    const left = daysLeft(item);
    if (item.isMust !== isMust || left === 0) return [];
    const short = column(program, 0, left);
    row(program, [[short, 1], ...comes[e]!.map((one): Term => [one, 1])], left, Infinity);
    return [{ short, days: item.days }];
  });
}

function worst(week: WeekProgram, isMust: boolean): Aim | null {
  const short = shortfalls(week, isMust);
  if (short.length === 0) return null;
  const most = column(week.program, 0, 1);
  for (const { short: one, days } of short)
    row(
      week.program,
      [
        [most, days],
        [one, -1],
      ],
      0,
      Infinity,
    );
  return least([[most, 1]], PART_STEP);
}

function sumShort(week: WeekProgram, isMust: boolean): Aim | null {
  const short = shortfalls(week, isMust);
  return short.length === 0
    ? null
    : least(
        short.map(({ short: one }) => [one, 1]),
        1,
      );
}

/** All changes that are planned, each by a factor that depends on what it is. */
const changes = (
  { problem, blocks }: WeekProgram,
  factorOf: (pair: { stringFrom: number; stringTo: number; inside: number; outside: number }) => number,
): Term[] =>
  problem.items.flatMap(({ exposure }, e) => {
    const each = exposure.reduce((sum, pair) => sum + factorOf(pair), 0);
    return each === 0 ? [] : blocks[e]!.map((one): Term => [one, each]);
  });

/** A column that is at least as large as some changes, planned and played. */
function atLeast(
  week: WeekProgram,
  factorOf: (pair: { stringFrom: number; stringTo: number; inside: number; outside: number }) => number,
): number {
  const short = column(week.program, 0, Infinity);
  const played = week.problem.played.reduce((sum, pair) => sum + factorOf(pair), 0);
  const terms = changes(week, factorOf).map(([at, factor]): Term => [at, -factor]);
  row(week.program, [[short, 1], ...terms], played, Infinity);
  return short;
}

function shareAim(week: WeekProgram): Aim | null {
  const { share } = week.problem;
  if (share === null) return null;
  const { low, high } = share;
  const tooFew = atLeast(week, ({ inside, outside }) => low * (inside + outside) - inside);
  const tooMany = atLeast(week, ({ inside, outside }) => inside - high * (inside + outside));
  return least(
    [
      [tooFew, 1],
      [tooMany, 1],
    ],
    0,
  );
}

function pairsAim(week: WeekProgram): Aim | null {
  const wanted = wantedPairs(week.problem);
  if (wanted.length === 0) return null;
  return least(
    wanted.map(({ stringFrom: from, stringTo: to, part }) => [
      atLeast(week, ({ stringFrom, stringTo, inside, outside }) => {
        const isIt = stringFrom === from && stringTo === to;
        return (part - (isIt ? 1 : 0)) * (inside + outside);
      }),
      1,
    ]),
    0,
  );
}

function spacingAim({ problem, program, comes }: WeekProgram): Aim | null {
  const terms: Term[] = [];
  problem.items.forEach((item, e) => {
    const gap = leastGap(item);
    const done = [...item.playedDays, ...(item.lastDay === null ? [] : [item.lastDay])];
    problem.days.forEach(({ day }, d) => {
      const near = done.filter((other) => Math.abs(day - other) < gap).length;
      if (near > 0) terms.push([comes[e]![d]!, near]);
      problem.days.slice(0, d).forEach(({ day: other }, o) => {
        if (day - other >= gap) return;
        const both = column(program, 0, 1);
        row(
          program,
          [
            [both, 1],
            [comes[e]![d]!, -1],
            [comes[e]![o]!, -1],
          ],
          -1,
          Infinity,
        );
        terms.push([both, 1]);
      });
    });
  });
  return terms.length === 0 ? null : least(terms, 1);
}

function importanceAim({ problem, program, blocks }: WeekProgram): Aim {
  const terms: Term[] = [];
  problem.items.forEach(({ weight }, e) => {
    const parts = RETURNS.map(({ blocks: most, worth }): Term => [column(program, 0, most), weight * worth]);
    row(
      program,
      [...blocks[e]!.map((one): Term => [one, 1]), ...parts.map(([at]): Term => [at, -1])],
      0,
      Infinity,
    );
    terms.push(...parts);
  });
  return { sense: 'most', terms, step: 1 };
}

function fewChangesAim({ program, blocks }: WeekProgram, before: WeekBlocks): Aim {
  return least(
    blocks.flatMap((some, e) =>
      some.map((one, d): Term => {
        const was = before[e]![d]!;
        const off = column(program, 0, Infinity);
        row(
          program,
          [
            [off, 1],
            [one, -1],
          ],
          -was,
          Infinity,
        );
        row(
          program,
          [
            [off, 1],
            [one, 1],
          ],
          was,
          Infinity,
        );
        return [off, 1];
      }),
    ),
    1,
  );
}

/** Minutes that are used: played, and gone over to the next exercise. */
function fillAim({ problem, blocks, comes }: WeekProgram): Aim {
  const { blockMinutes, changeMinutes } = problem;
  const terms = [
    ...blocks.flatMap((some) => some.map((one): Term => [one, blockMinutes])),
    ...comes.flatMap((some) => some.map((one): Term => [one, changeMinutes])),
  ];
  const isWhole = Number.isInteger(blockMinutes) && Number.isInteger(changeMinutes);
  return { sense: 'most', terms, step: isWhole ? 1 : 0 };
}

/** Adds what a tier needs; what is to be made least or most, or null where it is not asked for. */
export function tierAim(week: WeekProgram, tier: WeekTier, before: WeekBlocks | null): Aim | null {
  switch (tier) {
    case 'must, the worst':
      return worst(week, true);
    case 'must':
      return sumShort(week, true);
    case 'fill':
      return fillAim(week);
    case 'days, the worst':
      return worst(week, false);
    case 'days':
      return sumShort(week, false);
    case 'share':
      return shareAim(week);
    case 'pairs':
      return pairsAim(week);
    case 'spacing':
      return spacingAim(week);
    case 'importance':
      return importanceAim(week);
    case 'few changes':
      return before && fewChangesAim(week, before);
  }
}
