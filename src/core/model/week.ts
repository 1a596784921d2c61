/** A week of practice as it is planned: sessions by day, and what is wished for in them. */
import { MAX_TITLE } from './exercise';
import {
  field,
  firstOf,
  group,
  id,
  kind,
  listOf,
  oneOf,
  orNull,
  text,
  whole,
  yesOrNo,
  type Said,
  type ValueOf,
} from './field';
import { MAX_DAY_MINUTES } from './player';
import { DAY } from './day';

/** More exercises are not wished for in a week. */
export const MAX_WISHES = 60;
/** More exercises do not come on a day. */
export const MAX_VISITS = 30;
/** Longer an exercise does not come on a day, in minutes. */
export const MAX_VISIT_MINUTES = 240;

/** How important an exercise is, from less to more. */
export const IMPORTANCES = ['less', 'usual', 'more'] as const;
/** How important an exercise is. */
export type Importance = (typeof IMPORTANCES)[number];

/** What balance a week is to have: the share of inside changes of all inside and outside. */
export const WEEK_BALANCES = ['balanced', 'mostly inside', 'mostly outside', 'none'] as const;
/** What balance a week is to have. */
export type WeekBalance = (typeof WEEK_BALANCES)[number];

/** An exercise that comes in a session, and for how long; how fast, the ladder and the record say on the day. */
const VISIT = group({
  exerciseId: id,
  title: text(MAX_TITLE),
  minutes: whole(1, MAX_VISIT_MINUTES),
  /** It stays where it is when the week is planned. */
  isLocked: yesOrNo,
});
/** An exercise that comes in a session. */
export type Visit = ValueOf<typeof VISIT>;

/** A day of the week: the time there is, when it begins where that is known, and what comes, in its order. */
const SESSION = group({
  minutes: whole(0, MAX_DAY_MINUTES),
  begins: orNull(
    kind<string>((joi) =>
      joi
        .string()
        .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
        .required(),
    ),
  ),
  visits: listOf(VISIT, MAX_VISITS),
});
/** A day of the week. */
export type WeekSession = ValueOf<typeof SESSION>;

/** What is wished for an exercise. Minutes are those of a day on which it comes. */
const WISH = group({
  exerciseId: id,
  title: text(MAX_TITLE),
  isMust: yesOrNo,
  days: whole(1, 7),
  leastMinutes: whole(1, MAX_VISIT_MINUTES),
  mostMinutes: whole(1, MAX_VISIT_MINUTES),
  importance: oneOf(IMPORTANCES),
});
/** What is wished for an exercise. */
export type Wish = ValueOf<typeof WISH>;

/** A student's week. It may change. */
export const WEEK_FIELDS = {
  playerId: id,
  monday: DAY,
  /** Monday first. */
  sessions: field(listOf(SESSION, 7, 7), {
    first: Array.from({ length: 7 }, () => ({ minutes: 0, begins: null, visits: [] })),
  }),
  wishes: field(listOf(WISH, MAX_WISHES), { first: [] }),
  /** The most exercises on a day; common practice, no source. */
  mostExercises: field(whole(1, MAX_VISITS), { first: 5, called: 'most exercises a day' }),
  /** Picking to warm up with, in minutes; common practice, no source. */
  warmUpMinutes: field(whole(0, 60), { first: 3, called: 'warm-up' }),
  balance: field(oneOf(WEEK_BALANCES), { first: 'balanced' }),
  /** By turns each exercise of a session comes three times for a third of its time. */
  order: field(oneOf(['in order', 'by turns']), { first: 'in order' }),
} as const;

/** A student's week. */
export type Week = Said<typeof WEEK_FIELDS>;

/** A week in which nothing is planned yet. */
export const NEW_WEEK = firstOf(WEEK_FIELDS);
