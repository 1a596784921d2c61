/** A lesson as it stands in the lesson book: what was heard, what was said, what was set until the next. */
import { MAX_TITLE } from './exercise';
import { field, group, id, listOf, oneOf, orNull, text, type Said, type ValueOf } from './field';
import { DAY } from './day';
import { BPM } from './tempo';

/** How something went that was heard; empty: nothing was said of it. Never a mark. */
export const HEARD_VERDICTS = ['', 'clean', 'not clean', 'not ready'] as const;
/** How something went that was heard. */
export type HeardVerdict = (typeof HEARD_VERDICTS)[number];

const MAX_WORDS = 4000;
/** More is not heard or set in a lesson. */
export const MAX_LESSON_LINES = 60;

/** What was played to the teacher: an exercise, or something that is none, by its name. */
const HEARD = group({
  exerciseId: orNull(id),
  title: text(MAX_TITLE),
  bpm: orNull(BPM),
  verdict: oneOf(HEARD_VERDICTS),
  words: text(MAX_WORDS),
});
/** What was played to the teacher. */
export type Heard = ValueOf<typeof HEARD>;

/** What is to be practised until the next lesson. */
const SET = group({ exerciseId: orNull(id), title: text(MAX_TITLE), words: text(MAX_WORDS) });
/** What is to be practised until the next lesson. */
export type SetTask = ValueOf<typeof SET>;

/** A lesson. It is written on while it lasts, so it may change. */
export const LESSON_FIELDS = {
  playerId: id,
  day: DAY,
  heard: field(listOf(HEARD, MAX_LESSON_LINES), { first: [] }),
  said: field(text(), { first: '' }),
  set: field(listOf(SET, MAX_LESSON_LINES), { first: [] }),
} as const;

/** A lesson. */
export type Lesson = Said<typeof LESSON_FIELDS>;
