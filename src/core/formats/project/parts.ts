/** Parts that several shapes of a project file have, and the limits of a file. */
import Joi from 'joi';
import { MAX_SOURCE_TEXT } from '../../model/exercise';
import { MAX_TEXT } from '../../model/field';
import { DAMPERS } from '../../passage/dampers';

/** More than any exercise or library holds; what is larger is refused before it is looked at. */
export const PROJECT_LIMITS = {
  characters: 50_000_000,
  depth: 12,
  notesInPassage: 20_000,
  exercises: 5_000,
  textLength: MAX_TEXT,
  sourceLength: MAX_SOURCE_TEXT,
  passages: 400_000,
  players: 1_000,
  ladders: 100_000,
  runs: 1_000_000,
  signs: 1_000_000,
  lessons: 100_000,
  weeks: 100_000,
  takes: 100_000,
  tombstones: 100_000,
  siblings: 100_000,
  shelf: 100_000,
  log: 200_000,
} as const;

export const orNull = (schema: Joi.Schema) => Joi.alternatives(schema, Joi.valid(null)).required();

/** The names of an object's fields. (`describe` would tell them too, but is left out of Joi's build for browsers.) */
export function fieldsOf(schema: Joi.ObjectSchema): string[] {
  const terms = schema.$_terms as { keys?: readonly { key: string }[] | null };
  return (terms.keys ?? []).map(({ key }) => key);
}

export const stamp = {
  id: Joi.string().max(80).required(),
  revision: Joi.number().integer().min(1).required(),
  createdAt: Joi.string().max(40).required(),
  updatedAt: Joi.string().max(40).required(),
  deviceId: Joi.string().max(80).required(),
};

/** Changes by device. */
export const versions = Joi.object()
  .pattern(/^.{1,80}$/, Joi.number().integer().min(0).max(1_000_000_000))
  .max(1000)
  .required();

/** On records that may change. */
export const changeableStamp = { ...stamp, versions };

const isTrue = Joi.boolean().valid(true);

/** A lock of a stroke. */
export const lock = Joi.object({
  stroke: Joi.string().valid('down', 'up').required(),
  reason: Joi.string().max(PROJECT_LIMITS.textLength),
  by: Joi.string().valid('recipe'),
});

/** How a note is sounded. */
export const technique = Joi.string().valid('pick', 'hammer', 'pull', 'slide', 'tap');

/** What else stands on a note. */
export const noteMarks = {
  dead: isTrue,
  ghost: isTrue,
  palmMute: isTrue,
  accent: isTrue,
  restStroke: isTrue,
  vibrato: isTrue,
  bend: Joi.object({ semitones: orNull(Joi.number().min(0).max(12)), released: Joi.boolean().required() }),
  slideIn: Joi.string().valid('from below', 'from above'),
  slideOut: Joi.string().valid('upward', 'downward'),
  held: Joi.number().integer().min(1).max(1_000_000),
  damper: Joi.string().valid(...DAMPERS),
};
