/** What is known of a student, or of the built-in "me". */
import { DEFAULT_SETUP, MAX_STRETCH_MM, MIN_STRETCH_MM, type Setup } from '../instrument/instrument';
import { MAX_TITLE } from './exercise';
import {
  field,
  group,
  id,
  listOf,
  number,
  oneOf,
  orNull,
  text,
  whole,
  type Kind,
  type Said,
  type ValueOf,
} from './field';
import { HAND, OPEN_HAND } from './hand';
import { DEFAULT_LIMITS, LIMITS } from './limits';
import { DAY } from './day';
import { BPM } from './tempo';

const SETUP: Kind<Setup> = group({
  handedness: oneOf(['right', 'left']),
  stringSpacingMm: number(5, 20),
  scaleLengthMm: number(300, 1000),
  stretchLimitMm: number(MIN_STRETCH_MM, MAX_STRETCH_MM),
});

/** The longest that a day of practice is planned. */
export const MAX_DAY_MINUTES = 600;
/** Between two lessons at the most. */
export const MAX_LESSON_DAYS = 90;

/** What a student works towards: an exercise or a kind of change at a tempo, until a day where one is wanted. */
const AIM = group({
  words: text(MAX_TITLE),
  exerciseId: orNull(id),
  kind: orNull(oneOf(['outside', 'inside', 'sweep'])),
  bpm: orNull(BPM),
  by: orNull(DAY),
});
/** What a student works towards. */
export type Aim = ValueOf<typeof AIM>;

/** A student. */
export const PLAYER_FIELDS = {
  name: text(MAX_TITLE),
  setup: field(SETUP, { first: DEFAULT_SETUP, called: 'hand and instrument' }),
  /** How the picking hand is set up where an exercise says nothing else. */
  hand: field(HAND, { first: OPEN_HAND, called: 'picking hand' }),
  /** In the teacher's words. */
  instrument: field(text(), { first: '' }),
  shapesKnown: field(text(), { first: '', called: 'shapes known' }),
  goals: field(text(), { first: '' }),
  cautions: field(text(), { first: '', called: 'to watch' }),
  limits: field(LIMITS, { first: DEFAULT_LIMITS, called: 'limits of load' }),
  aims: field(listOf(AIM, 40), { first: [], since: 16, was: [], called: 'goals with a tempo' }),
  /** Minutes of practice on each day of the week, Monday first; 0: none. */
  weekMinutes: field(listOf(whole(0, MAX_DAY_MINUTES), 7, 7), {
    first: [0, 0, 0, 0, 0, 0, 0],
    since: 16,
    was: [0, 0, 0, 0, 0, 0, 0],
    called: 'minutes of the week',
  }),
  /** Days from one lesson to the next; null: not said. */
  lessonEvery: field(orNull(whole(1, MAX_LESSON_DAYS)), {
    first: null,
    since: 16,
    was: null,
    called: 'days between lessons',
  }),
  /** The day of the next lesson, where it was said. */
  nextLesson: field(orNull(DAY), { first: null, since: 16, was: null }),
  /** Put away on this day; null: in use. */
  archivedOn: field(orNull(DAY), { first: null, since: 16, was: null, called: 'archived' }),
} as const;

/** A student. */
export type Player = Said<typeof PLAYER_FIELDS>;
