/** The week as a problem: what is to be spread over which days, within which limits. The model is written out in docs/decisions/week.md. */

/** Changes of a pair of strings, in one direction. */
export interface PairExposure {
  readonly stringFrom: number;
  readonly stringTo: number;
  readonly inside: number;
  readonly outside: number;
}

/** A session of an exercise on a day that stays as it is. */
export interface LockedVisit {
  /** Day of the week, 0 Monday. */
  readonly day: number;
  readonly blocks: number;
}

/** An exercise that is to come in the week. */
export interface WeekItem {
  readonly id: string;
  /** It comes on all of its days before anything else is asked. */
  readonly isMust: boolean;
  /** On so many days of the week. */
  readonly days: number;
  /** Blocks on a day on which it comes, at least and at most. */
  readonly least: number;
  readonly most: number;
  /** How much its minutes are worth, against others. */
  readonly weight: number;
  /** Its tempo lies at or above the clean tempo. */
  readonly isFast: boolean;
  /** Changes in one block. */
  readonly exposure: readonly PairExposure[];
  /** Days of this week on which it was played already. */
  readonly playedDays: readonly number[];
  /** The last day of before, counted from this Monday (below 0); null: none that matters. */
  readonly lastDay: number | null;
  readonly locked: readonly LockedVisit[];
}

/** A day on which there is time. */
export interface WeekDay {
  /** Day of the week, 0 Monday. */
  readonly day: number;
  readonly minutes: number;
}

/** The share of inside changes that a week is to have, of all inside and outside. */
export interface ShareTarget {
  readonly low: number;
  readonly high: number;
}

/** What a week is planned from. Minutes of a day are those of before anything was played on it. */
export interface WeekProblem {
  readonly blockMinutes: number;
  readonly warmUpMinutes: number;
  /** From one exercise to the next. */
  readonly changeMinutes: number;
  /** Of picking without a break, and how long a break is. */
  readonly pickingMinutes: number;
  readonly breakMinutes: number;
  /** On a day at or above the clean tempo. */
  readonly fastMinutes: number;
  /** Exercises on a day. */
  readonly mostExercises: number;
  /** Days that can still be planned, in order. */
  readonly days: readonly WeekDay[];
  readonly items: readonly WeekItem[];
  /** Changes that were played already this week. */
  readonly played: readonly PairExposure[];
  /** Null: no balance is asked for. */
  readonly share: ShareTarget | null;
}

/** Blocks of each exercise, in the order of items, on each day, in the order of days. */
export type WeekBlocks = readonly (readonly number[])[];

/** What a week is asked for, in this order; limits come before all of it. */
export const WEEK_TIERS = [
  'must, the worst',
  'must',
  'fill',
  'days, the worst',
  'days',
  'share',
  'pairs',
  'spacing',
  'importance',
  'few changes',
] as const;
/** One thing that a week is asked for. */
export type WeekTier = (typeof WEEK_TIERS)[number];

/** Days on which an exercise is still to come. */
export const daysLeft = ({ days, playedDays }: Pick<WeekItem, 'days' | 'playedDays'>): number =>
  Math.max(0, days - playedDays.length);

/** Days of an exercise that come nearer to each other than this stand too close (Cepeda et al. 2006: spaced practice is kept better). */
export const leastGap = ({ days }: Pick<WeekItem, 'days'>): number => Math.floor(7 / Math.max(1, days));

/** Blocks of a week, so many at so much of the weight: a falling return. Common practice, no source. */
export const RETURNS = [
  { blocks: 2, worth: 3 },
  { blocks: 2, worth: 2 },
  { blocks: 4, worth: 1 },
] as const;

/** A pair and direction is to have this much of an equal part of all changes: common practice, no source. */
const PAIR_PART = 0.5;

/** The pairs and directions that the exercises of a week train, each with the part of all changes that it should have at least. */
export function wantedPairs({ items }: Pick<WeekProblem, 'items'>): {
  readonly stringFrom: number;
  readonly stringTo: number;
  readonly part: number;
}[] {
  const found = new Map<string, { stringFrom: number; stringTo: number }>();
  for (const { exposure } of items)
    for (const { stringFrom, stringTo, inside, outside } of exposure)
      if (inside + outside > 0) found.set(`${stringFrom} ${stringTo}`, { stringFrom, stringTo });
  return [...found.values()]
    .sort((a, b) => b.stringFrom - a.stringFrom || b.stringTo - a.stringTo)
    .map((pair) => ({ ...pair, part: PAIR_PART / found.size }));
}
