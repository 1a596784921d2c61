/** A week in words: what its days hold, what a change costs, what was proven, what cannot be met. */
import { capital, counted } from '@/core';
import { percent } from '@/core/record';
import {
  dayLoads,
  totalsOf,
  weighed,
  exposureOfWeek,
  type DayLoad,
  type TierEnd,
  type WeekAdvice,
  type WeekBlocks,
  type WeekConflict,
  type WeekProblem,
  type WeekTier,
} from '@/core/routine';

/** The days of the week, Monday first. */
export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

const minutesText = (minutes: number) => `${Number(minutes.toFixed(1))} min`;

/** What of a day is used, and by what: “18 of 20 min: 12 played, 3 to warm up, 3 between exercises”. */
export function loadOfDayText({
  playMinutes,
  warmUpMinutes,
  changeMinutes,
  breakMinutes,
  minutes,
  room,
}: DayLoad): string {
  const parts = [
    `${playMinutes} played`,
    ...(warmUpMinutes > 0 ? [`${warmUpMinutes} to warm up`] : []),
    ...(changeMinutes > 0 ? [`${changeMinutes} between exercises`] : []),
    ...(breakMinutes > 0 ? [`${breakMinutes} of breaks`] : []),
  ];
  return `${minutesText(minutes)} of ${room}: ${parts.join(', ')}`;
}

/** Where a day passes its limits, in words. */
export function overTexts(
  { day, over, minutes, room, fastMinutes, exercises }: DayLoad,
  problem: WeekProblem,
): string[] {
  const name = WEEKDAYS[day]!;
  return over.map((what) => {
    switch (what) {
      case 'minutes':
        return `${name} takes ${minutesText(minutes)} of the ${room} there are.`;
      case 'fast':
        return `${name} has ${minutesText(fastMinutes)} at or above the clean tempo; the limit is ${problem.fastMinutes}.`;
      case 'exercises':
        return `${name} has ${counted(exercises, 'exercise')}; the most is ${problem.mostExercises}.`;
    }
  });
}

/** How much of a week is inside: “46 % inside (120 inside, 140 outside)”. */
export function shareText(problem: WeekProblem, blocks: WeekBlocks): string {
  const { inside, outside } = totalsOf(exposureOfWeek(problem, blocks));
  if (inside + outside === 0) return 'no inside or outside changes';
  return `${percent(inside, inside + outside)} % inside (${inside} inside, ${outside} outside)`;
}

/** What of a week is as wished, each in a sentence; nothing where it was not asked for. */
function tierText(tier: WeekTier, value: number): string | null {
  switch (tier) {
    case 'must, the worst':
    case 'days, the worst':
      return null;
    case 'must':
      return value === 0 ? 'every must comes on its days' : `musts lack ${counted(value, 'day')}`;
    case 'fill':
      return `${minutesText(value)} used`;
    case 'days':
      return value === 0 ? 'the others come on their days' : `the others lack ${counted(value, 'day')}`;
    case 'share':
      return value < 0.5
        ? 'the balance is met'
        : `the balance is missed by ${counted(Math.round(value), 'change')}`;
    case 'pairs':
      return value < 0.5
        ? 'every pair of strings comes often enough'
        : `pairs of strings lack ${counted(Math.round(value), 'change')}`;
    case 'spacing':
      return value === 0 ? 'the days are spread' : `${counted(value, 'visit')} close to another`;
    case 'importance':
      return null;
    case 'few changes':
      return value === 0 ? 'nothing was moved' : null;
  }
}

const SHORT_NAMES: Readonly<Record<WeekTier, string>> = {
  'must, the worst': 'musts',
  must: 'musts',
  fill: 'minutes',
  'days, the worst': 'days of the others',
  days: 'days of the others',
  share: 'balance',
  pairs: 'pairs of strings',
  spacing: 'spacing',
  importance: 'importance',
  'few changes': 'few changes',
};

/** What a plan comes to, in a sentence. */
export function plannedText(tiers: readonly TierEnd[]): string {
  const parts = tiers.flatMap(({ tier, value }) => tierText(tier, value) ?? []);
  return parts.length === 0 ? 'There is nothing to plan.' : `${capital(parts.join('; '))}.`;
}

/** What of a plan is proven: that it is the best there is, or how far from the best it may be. */
export function provenText(tiers: readonly TierEnd[]): string {
  const open = tiers.filter(({ isBest }) => !isBest);
  if (tiers.length === 0) return '';
  if (open.length === 0) return 'Proven: no plan within the limits does better, in the order of the wishes.';
  const parts = open.map(({ tier, value, bound }) => {
    const off = Math.abs(value - bound);
    return Number.isFinite(off)
      ? `${SHORT_NAMES[tier]} at most ${Number(off.toFixed(1))} from the best`
      : SHORT_NAMES[tier];
  });
  const best = tiers.filter(({ isBest }) => isBest).map(({ tier }) => SHORT_NAMES[tier]);
  return `Best found: ${parts.join('; ')}.${best.length > 0 ? ` Proven: ${[...new Set(best)].join(', ')}.` : ''}`;
}

/** What a change by hand costs and brings, against the plan before it; empty: nothing that was asked for. */
export function costText(problem: WeekProblem, before: WeekBlocks, after: WeekBlocks): string {
  const [was, is] = [weighed(problem, before, null), weighed(problem, after, null)];
  const moved = (tier: WeekTier) => {
    const [a, b] = [was[tier] ?? 0, is[tier] ?? 0];
    return Math.abs(a - b) > 1e-6 ? ([a, b] as const) : null;
  };
  const overs = (plan: WeekBlocks) => dayLoads(problem, plan).flatMap((load) => overTexts(load, problem));
  const old = overs(before);
  const said: string[] = overs(after).filter((text) => !old.includes(text));
  const lack = (tier: 'must' | 'days', name: string) => {
    const change = moved(tier);
    if (change)
      said.push(
        change[1] === 0
          ? `${name} now come on their days.`
          : `${name} now lack ${counted(change[1], 'day')}.`,
      );
  };
  lack('must', 'Musts');
  lack('days', 'Other exercises');
  const fill = moved('fill');
  if (fill)
    said.push(
      `${minutesText(Math.abs(fill[1] - fill[0]))} ${fill[1] > fill[0] ? 'more' : 'less'} of practice.`,
    );
  if (moved('share'))
    said.push(`${capital(shareText(problem, after))} now, before ${shareText(problem, before)}.`);
  const pairs = moved('pairs');
  if (pairs && Math.abs(pairs[1] - pairs[0]) >= 0.5)
    said.push(
      `Pairs of strings lack ${counted(Math.round(pairs[1]), 'change')}, before ${Math.round(pairs[0])}.`,
    );
  const spacing = moved('spacing');
  if (spacing)
    said.push(
      spacing[1] > spacing[0]
        ? 'It now comes closer to another day of its own.'
        : 'Its days are spread better.',
    );
  return said.join(' ');
}

/** What cannot be met, in a sentence. */
export function conflictText({ itemIds }: WeekConflict, titleOf: (id: string) => string): string {
  const names = itemIds.map((id) => `“${titleOf(id)}”`);
  const list = names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
  return names.length === 1
    ? `${list} cannot come on all of its days within the limits.`
    : `${list} cannot all come on their days within the limits; without any one of them the others could.`;
}

/** A change that would work, as the words of a button. */
export function adviceText(advice: WeekAdvice, titleOf: (id: string) => string): string {
  switch (advice.kind) {
    case 'days':
      return `“${titleOf(advice.itemId)}” on ${counted(advice.to, 'day')}`;
    case 'least':
      return `“${titleOf(advice.itemId)}” from ${2 * advice.to} min a day`;
    case 'minutes':
      return `${WEEKDAYS[advice.day]!}: ${minutesText(advice.to)}`;
    case 'open day':
      return `Practise on ${WEEKDAYS[advice.day]!}, ${minutesText(advice.to)}`;
    case 'exercises':
      return `Up to ${counted(advice.to, 'exercise')} a day`;
    case 'fast':
      return `Up to ${minutesText(advice.to)} a day at or above the clean tempo`;
  }
}
