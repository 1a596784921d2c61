/** What may be typed in of a run: as its record has it, judged while it is typed, in words that stand at the form. Loaded with it. */
import Joi from 'joi';
import { RUN_FIELDS, shapesOf } from '@/core/record';
import type { TypedRun } from './figured';

/** Runs alike that are typed in as one. */
export const MAX_COUNT = 50;

const NOT_WHOLE = 'The day is not whole yet.';
const TO_COME = 'That day has not come yet. If it has, the clock of this device is behind.';

const { exerciseId, day, bpm, subdivision, passes, verdict, reason, place } = RUN_FIELDS;
const none = Joi.forbidden();
/** None of them is of a shape that is described elsewhere. */
const SHAPES = shapesOf({ exerciseId, day, bpm, subdivision, passes, verdict, reason, place }, Joi, {
  ...{ policy: none, question: none, recipe: none, brief: none },
});

/** @param today the last day that may be named. */
export const typedRunSchema = (today: string): Joi.ObjectSchema<TypedRun> =>
  Joi.object<TypedRun>({
    ...SHAPES,
    day: SHAPES.day
      .messages({ 'string.empty': NOT_WHOLE, 'string.pattern.base': NOT_WHOLE })
      .custom((typed: string, { message }) => (typed > today ? message({ custom: TO_COME }) : typed)),
    // Absent: as it was said before, or nowhere.
    place: SHAPES.place.optional(),
    count: Joi.number().integer().min(1).max(MAX_COUNT).required(),
  });
