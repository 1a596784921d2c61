/**
 * What of a student needs the teacher's attention, out of the record: each with its reason and figures, the most urgent first. Never a mark
 * or a grade. Times and counts that are named here are common practice, no source, unless they say otherwise.
 */
import { counted } from '../picking/counting';
import { KIND_NAMES } from '../picking/names';
import type { Limits } from '../model/limits';
import type { Sign } from '../model/sign';
import { bpmText } from '../tempo/speeds';
import { failingChanges, rateOf, type ExerciseInBook, type FailingInExercise } from './book';
import { dayAfter, dayNumber, type DayRecord } from './day';
import { fitUpTo } from './drifting';
import { longestPicking } from './load';
import { movementOf } from './progress';
import { rangeText, statedTempo, type TempoNow } from './stated';
import { cleanTempoOn, tempoFrom, type HalfLife } from './tempo';

/** By urgency. */
export const ATTENTIONS = ['overdoing', 'nothing heard', 'one place', 'stuck', 'ready', 'too easy'] as const;
/** A reason for attention. */
export type AttentionKind = (typeof ATTENTIONS)[number];

/** Something that needs attention. */
export interface Attention {
  readonly kind: AttentionKind;
  /** The exercise that it is about; null: none in particular. */
  readonly exerciseId: string | null;
  /** Why, with its figures, in a sentence without the exercise's name. */
  readonly why: string;
}

/** What is known of a student. */
export interface Attended {
  /** All that was practised, as in the book, also what was deleted since: it was played all the same. */
  readonly exercises: readonly ExerciseInBook[];
  /** Whether an exercise is there; what was deleted is worked on no more. */
  readonly isThere: (exerciseId: string) => boolean;
  readonly signs: readonly Pick<Sign, 'kind' | 'day' | 'exerciseId' | 'bpm'>[];
  readonly limits: Limits;
  /** Days from one lesson to the next; null: not said, then a week. */
  readonly lessonEvery: number | null;
  /** The first day on which the student could have practised. */
  readonly since: string;
  readonly today: string;
  readonly halfLifeDays: HalfLife;
  /** Slots a beat and the goal of an exercise; undefined: its notes are not there. */
  readonly measureOf: (
    exerciseId: string,
  ) => { readonly subdivision: number; readonly goalBpm: number } | undefined;
  /** A day in words. */
  readonly dated: (day: string) => string;
}

const WEEK_DAYS = 7;
/** Pain is attended to for two weeks, a tight hand and load for one. */
const PAIN_DAYS = 14;
const TIGHTS = 2;
const LONG_DAYS = 2;
/** What was not touched for so long is not being worked on. */
const WORKED_ON_DAYS = 28;
/** One good day does not make it easy. */
const FEWEST_DAYS = 3;
/** A change that failed less often is chance. */
const FEWEST_FAILS = 3;

const since = (today: string, days: number) => dayAfter(today, 1 - days);

/** Pain, a tight hand, limits passed. */
function overdoing({ exercises, signs, limits, today, dated }: Attended): Attention[] {
  const found: Attention[] = [];
  const pain = signs
    .filter(({ kind, day }) => kind === 'pain' && day >= since(today, PAIN_DAYS))
    .reduce<(typeof signs)[number] | null>((last, one) => (last && last.day >= one.day ? last : one), null);
  if (pain)
    found.push({
      kind: 'overdoing',
      exerciseId: pain.exerciseId,
      why: `It hurt on ${dated(pain.day)}, at ${bpmText(pain.bpm)}.`,
    });
  const week = since(today, WEEK_DAYS);
  const tights = signs.filter(({ kind, day }) => kind === 'tight' && day >= week);
  if (tights.length >= TIGHTS)
    found.push({
      kind: 'overdoing',
      exerciseId: tights.every(({ exerciseId }) => exerciseId === tights[0]!.exerciseId)
        ? tights[0]!.exerciseId
        : null,
      why: `The hand was tight ${counted(tights.length, 'time')} in seven days.`,
    });
  const byDay = new Map<string, DayRecord[]>();
  for (const { days } of exercises)
    for (const one of days)
      if (one.day >= week && one.day <= today) byDay.set(one.day, [...(byDay.get(one.day) ?? []), one]);
  const all = [...byDay.values()];
  const onOne = all.filter((some) =>
    some.some(({ longestSeconds }) => longestSeconds > limits.exerciseMinutes * 60),
  ).length;
  const picking = all.filter(
    (some) =>
      longestPicking(
        some.flatMap(({ stretches }) => stretches),
        limits,
      ) >
      limits.pickingMinutes * 60,
  ).length;
  if (onOne >= LONG_DAYS)
    found.push({
      kind: 'overdoing',
      exerciseId: null,
      why: `On ${counted(onOne, 'day')} of the last seven, more than ${limits.exerciseMinutes} minutes on one exercise without a rest.`,
    });
  else if (picking >= LONG_DAYS)
    found.push({
      kind: 'overdoing',
      exerciseId: null,
      why: `On ${counted(picking, 'day')} of the last seven, more than ${limits.pickingMinutes} minutes of picking without a break.`,
    });
  return found;
}

/** No record for longer than two lesson intervals. */
function nothingHeard({ exercises, lessonEvery, since: first, today }: Attended): Attention[] {
  const every = lessonEvery ?? WEEK_DAYS;
  const last = exercises[0]?.lastDay ?? null;
  const silent = dayNumber(today) - dayNumber(last ?? first);
  if (silent <= 2 * every) return [];
  const why = last
    ? `Nothing on record for ${counted(silent, 'day')}; a lesson is due every ${every}.`
    : `Nothing on record yet, ${counted(silent, 'day')} after the start.`;
  return [{ kind: 'nothing heard', exerciseId: null, why }];
}

/**
 * The change of an exercise whose rate of failing lies above those of all its others (the lower end of its 90 % interval above their upper
 * ends); null where none does.
 * @param days of one exercise.
 */
export function onePlace(days: readonly DayRecord[]): FailingInExercise | null {
  const [first, ...others] = [...failingChanges(days)].sort((a, b) => b.rate.low - a.rate.low);
  if (!first || first.runs < FEWEST_FAILS) return null;
  const highest = Math.max(rateOf(0, first.played).high, ...others.map(({ rate }) => rate.high));
  return first.rate.low > highest ? first : null;
}

const percent = (value: number) => `${Math.round(value)} %`;

/** What the record of one exercise that is worked on says. */
function ofExercise(known: Attended, { exerciseId, days }: ExerciseInBook): Attention[] {
  const { today, halfLifeDays, dated } = known;
  const recent = days.filter(({ day }) => day > dayAfter(today, -WORKED_ON_DAYS));
  const place = onePlace(recent);
  const found: Attention[] = [];
  if (place)
    found.push({
      kind: 'one place',
      exerciseId,
      why: `${KIND_NAMES[place.kind]} from string ${place.stringFrom} to ${place.stringTo} fails in ${place.runs} of ${counted(place.played, 'pass', 'passes')} (${percent(place.rate.low)} to ${percent(place.rate.high)}); no other change comes near.`,
    });
  const fit = fitUpTo(days.filter(({ day }) => day <= today));
  const progress = fit && movementOf(days, fit);
  if (progress?.goes === 'stuck')
    found.push({
      kind: 'stuck',
      exerciseId,
      why: `The clean tempo has not risen since ${dated(progress.since)}: a rise of 5 % is ruled out.`,
    });
  const measure = known.measureOf(exerciseId);
  if (!measure) return found;
  const { subdivision, goalBpm } = measure;
  const tempo: TempoNow | null =
    halfLifeDays === null
      ? fit && tempoFrom(fit, today, subdivision)
      : cleanTempoOn(days, today, subdivision, halfLifeDays);
  const stated = statedTempo(days, tempo, subdivision, today);
  if (stated?.says === 'at least' && stated.bpm >= goalBpm && days.length >= FEWEST_DAYS)
    found.push({
      kind: 'too easy',
      exerciseId,
      why: `Clean at ${bpmText(Math.round(stated.bpm))}, and faster was not tried; goal ${bpmText(goalBpm)}.`,
    });
  if (stated?.says !== 'estimate') return found;
  const where = `Clean tempo ${rangeText(stated)}, goal ${bpmText(goalBpm)}.`;
  if (stated.low > goalBpm) found.push({ kind: 'too easy', exerciseId, why: where });
  else if (stated.high >= goalBpm) found.push({ kind: 'ready', exerciseId, why: where });
  return found;
}

/** Everything of a student that needs attention, the most urgent first; of equal ones what was practised last. */
export function attentionOf(known: Attended): Attention[] {
  const now = dayNumber(known.today);
  const current = known.exercises.filter(
    ({ exerciseId, lastDay }) => known.isThere(exerciseId) && now - dayNumber(lastDay) < WORKED_ON_DAYS,
  );
  const all = [
    ...overdoing(known),
    ...nothingHeard(known),
    ...current.flatMap((exercise) => ofExercise(known, exercise)),
  ];
  const urgency = ({ kind }: Attention) => ATTENTIONS.indexOf(kind);
  return all.sort((a, b) => urgency(a) - urgency(b));
}
