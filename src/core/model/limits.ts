/** How long a hand may go on, and how long what it played counts. */
import { field, group, whole, type ValueOf } from './field';

const MAX_LIMIT_MINUTES = 600;
const minutes = whole(1, MAX_LIMIT_MINUTES);

/** How long a hand may go on. */
export const LIMITS = group({
  /** On one exercise without a rest. */
  exerciseMinutes: minutes,
  /** Of picking without a real break. */
  pickingMinutes: minutes,
  /** What counts as such a break. */
  breakMinutes: minutes,
  /** At or above the clean tempo in a day; weeks are planned within it. */
  fastMinutes: field(minutes, {
    first: 10,
    since: 17,
    was: 10,
    called: 'minutes at or above the clean tempo',
  }),
});
/** How long a hand may go on. */
export type Limits = ValueOf<typeof LIMITS>;

/** Common practice, no source: ten minutes on one exercise, thirty of picking without five off, ten at or above the clean tempo. */
export const DEFAULT_LIMITS: Limits = {
  exerciseMinutes: 10,
  pickingMinutes: 30,
  breakMinutes: 5,
  fastMinutes: 10,
};

/** Where runs are weighed by age, they count half after so many days: common practice, no source; can be set. */
export const DEFAULT_HALF_LIFE_DAYS = 21;
