/** What a plan of a week comes to: each thing that was asked for, reckoned from the plan itself, and where limits are passed. */
import {
  daysLeft,
  leastGap,
  RETURNS,
  wantedPairs,
  type PairExposure,
  type WeekBlocks,
  type WeekItem,
  type WeekProblem,
  type WeekTier,
} from './problem';

const sumOf = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0);

/** Days of the week on which an exercise comes by a plan, what is played left out. */
export const plannedDays = ({ days }: WeekProblem, blocks: readonly number[]): number[] =>
  days.flatMap(({ day }, at) => (blocks[at]! > 0 ? [day] : []));

/** All changes of a week, played and planned, by pair and direction. */
export function exposureOfWeek(problem: WeekProblem, blocks: WeekBlocks): PairExposure[] {
  const found = new Map<string, PairExposure>();
  const add = ({ stringFrom, stringTo, inside, outside }: PairExposure, times: number) => {
    if (times === 0) return;
    const key = `${stringFrom} ${stringTo}`;
    const one = found.get(key) ?? { stringFrom, stringTo, inside: 0, outside: 0 };
    found.set(key, {
      ...one,
      inside: one.inside + times * inside,
      outside: one.outside + times * outside,
    });
  };
  for (const pair of problem.played) add(pair, 1);
  problem.items.forEach(({ exposure }, at) => {
    for (const pair of exposure) add(pair, sumOf(blocks[at]!));
  });
  return [...found.values()].sort((a, b) => b.stringFrom - a.stringFrom || b.stringTo - a.stringTo);
}

/** Inside and outside changes of some pairs. */
export function totalsOf(pairs: readonly PairExposure[]): {
  readonly inside: number;
  readonly outside: number;
} {
  return {
    inside: sumOf(pairs.map(({ inside }) => inside)),
    outside: sumOf(pairs.map(({ outside }) => outside)),
  };
}

/** Pairs of days of an exercise that stand too close, among them those with what was played; two played days are nobody's fault. */
export function closeDays(item: WeekItem, planned: readonly number[]): (readonly [number, number])[] {
  const gap = leastGap(item);
  const done = [...item.playedDays, ...(item.lastDay === null ? [] : [item.lastDay])];
  const close: (readonly [number, number])[] = [];
  planned.forEach((day, at) => {
    for (const other of [...done, ...planned.slice(0, at)])
      if (Math.abs(day - other) < gap) close.push([Math.min(day, other), Math.max(day, other)]);
  });
  return close;
}

/** What so many blocks of a week are worth, by a falling return. */
function returnOf(blocks: number): number {
  let [left, worth] = [blocks, 0];
  for (const { blocks: most, worth: each } of RETURNS) {
    worth += Math.min(left, most) * each;
    left = Math.max(0, left - most);
  }
  return worth;
}

/** Each thing that a week is asked for, as a plan has it; null where it is not asked for. Spacing counts all close days, avoidable or not. */
export function weighed(
  problem: WeekProblem,
  blocks: WeekBlocks,
  before: WeekBlocks | null,
): Readonly<Record<WeekTier, number | null>> {
  const { items, share } = problem;
  const planned = items.map((_, at) => plannedDays(problem, blocks[at]!));
  const short = items.map((item, at) => Math.max(0, daysLeft(item) - planned[at]!.length));
  const shortOf = (isMust: boolean) =>
    items.flatMap((item, at) => (item.isMust === isMust ? [short[at]!] : []));
  const worstOf = (isMust: boolean) =>
    Math.max(
      0,
      ...items.map((item, at) => (item.isMust === isMust ? short[at]! / Math.max(1, item.days) : 0)),
    );
  const pairs = exposureOfWeek(problem, blocks);
  const { inside, outside } = totalsOf(pairs);
  const all = inside + outside;
  const met = (from: number, to: number) => {
    const one = pairs.find(({ stringFrom, stringTo }) => stringFrom === from && stringTo === to);
    return one ? one.inside + one.outside : 0;
  };
  const wanted = wantedPairs(problem);
  return {
    'must, the worst': worstOf(true),
    must: sumOf(shortOf(true)),
    fill:
      problem.blockMinutes * sumOf(blocks.map(sumOf)) +
      problem.changeMinutes * sumOf(planned.map(({ length }) => length)),
    'days, the worst': worstOf(false),
    days: sumOf(shortOf(false)),
    share: share && Math.max(0, share.low * all - inside) + Math.max(0, inside - share.high * all),
    pairs:
      wanted.length === 0
        ? null
        : sumOf(
            wanted.map(({ stringFrom, stringTo, part }) =>
              Math.max(0, part * all - met(stringFrom, stringTo)),
            ),
          ),
    spacing: sumOf(items.map((item, at) => closeDays(item, planned[at]!).length)),
    importance: sumOf(items.map(({ weight }, at) => weight * returnOf(sumOf(blocks[at]!)))),
    'few changes':
      before &&
      sumOf(blocks.flatMap((row, item) => row.map((one, day) => Math.abs(one - before[item]![day]!)))),
  };
}

/** How a day of a plan stands against its limits. */
export interface DayLoad {
  readonly day: number;
  readonly exercises: number;
  readonly playMinutes: number;
  readonly warmUpMinutes: number;
  readonly changeMinutes: number;
  readonly breakMinutes: number;
  readonly fastMinutes: number;
  /** All of these together, and what there is. */
  readonly minutes: number;
  readonly room: number;
  /** What is passed. */
  readonly over: readonly ('minutes' | 'fast' | 'exercises')[];
}

/** Breaks that so much picking takes. */
export const breaksFor = (picking: number, { pickingMinutes }: Pick<WeekProblem, 'pickingMinutes'>): number =>
  Math.max(0, Math.ceil(picking / pickingMinutes) - 1);

/** How the days of a plan stand against their limits. */
export function dayLoads(problem: WeekProblem, blocks: WeekBlocks): DayLoad[] {
  return problem.days.map(({ day, minutes: room }, at) => {
    const played = blocks.map((row) => row[at]!);
    const exercises = played.filter((one) => one > 0).length;
    const playMinutes = problem.blockMinutes * sumOf(played);
    const fastMinutes = problem.blockMinutes * sumOf(played.filter((_, item) => problem.items[item]!.isFast));
    const warmUpMinutes = exercises === 0 ? 0 : problem.warmUpMinutes;
    const changeMinutes = exercises * problem.changeMinutes;
    const breakMinutes = breaksFor(warmUpMinutes + playMinutes, problem) * problem.breakMinutes;
    const minutes = playMinutes + warmUpMinutes + changeMinutes + breakMinutes;
    return {
      ...{
        day,
        exercises,
        playMinutes,
        warmUpMinutes,
        changeMinutes,
        breakMinutes,
        fastMinutes,
        minutes,
        room,
      },
      over: [
        ...(minutes > room + 1e-9 ? (['minutes'] as const) : []),
        ...(fastMinutes > problem.fastMinutes + 1e-9 ? (['fast'] as const) : []),
        ...(exercises > problem.mostExercises ? (['exercises'] as const) : []),
      ],
    };
  });
}
