/** What may be typed in of a run: judged while it is typed, in words that stand at the form. Loaded with it. */
import Joi from 'joi';
import { MAX_BPM, MAX_SLOTS_PER_BEAT, MIN_BPM } from '@/core';
import { REASONS, VERDICTS } from '@/core/record';
import type { TypedRun } from './figured';

export const MAX_PASSES = 999;
/** Runs alike that are typed in as one. */
export const MAX_COUNT = 50;

const NOT_WHOLE = 'The day is not whole yet.';
const TO_COME = 'That day has not come yet. If it has, the clock of this device is behind.';

/** @param today the last day that may be named. */
export const typedRunSchema = (today: string): Joi.ObjectSchema<TypedRun> =>
  Joi.object<TypedRun>({
    exerciseId: Joi.string().required(),
    day: Joi.string()
      .required()
      .messages({ 'string.empty': NOT_WHOLE })
      .custom((day: string, { message }) => {
        if (!/^\d{4}-\d{2}-\d{2}$/.test(day)) return message({ custom: NOT_WHOLE });
        return day > today ? message({ custom: TO_COME }) : day;
      }),
    bpm: Joi.number().min(MIN_BPM).max(MAX_BPM).required(),
    subdivision: Joi.number().integer().min(1).max(MAX_SLOTS_PER_BEAT).required(),
    passes: Joi.number().integer().min(1).max(MAX_PASSES).required(),
    verdict: Joi.valid(...VERDICTS).required(),
    reason: Joi.valid(...REASONS, null).required(),
    place: Joi.object().unknown().allow(null),
    count: Joi.number().integer().min(1).max(MAX_COUNT).required(),
  });
