/** The shape of a brief in a project file. */
import Joi from 'joi';
import {
  MIN_BRIEF_NOTES,
  BRIEF_POLICIES,
  MAX_BRIEF_NOTES,
  MAX_FINGER_CHANGES,
  CHANGES_ON,
  CONTOURS,
  FIGURE_SIZES,
  MAX_PATTERN,
  MAX_RHYTHM,
} from '../../model/brief';
import { CHORDS, SCALES, TONICS } from '../../compose/names';
import { MAX_CAPO, MAX_FRET, MAX_STRINGS, MIN_STRINGS } from '../../instrument/instrument';
import { MAX_SLOTS_PER_BEAT } from '../../time/slots';

const whole = (min: number, max: number) => Joi.number().integer().min(min).max(max).required();
const orNull = (schema: Joi.Schema) => Joi.alternatives(schema, Joi.valid(null)).required();
const one = (...names: readonly string[]) => Joi.string().valid(...names);
const string = Joi.number().integer().min(1).max(MAX_STRINGS);
const finger = Joi.number().valid(1, 2, 3, 4);
const noteName = one(...TONICS);
const slant = one('upward', 'downward');

const tones = Joi.alternatives(
  Joi.object({ kind: one('chromatic').required() }),
  Joi.object({
    kind: one('scale').required(),
    tonic: noteName.required(),
    name: one(...SCALES).required(),
  }),
  Joi.object({
    kind: one('chord').required(),
    tonic: noteName.required(),
    name: one(...CHORDS.map(([sign]) => sign)).required(),
  }),
).required();

const target = Joi.object({
  kind: orNull(one('outside', 'inside', 'sweep')),
  strings: orNull(Joi.array().items(string).length(2)),
  direction: orNull(one('floorward', 'ceilingward')),
  skipped: orNull(Joi.number().integer().min(0).max(MAX_STRINGS)),
  min: whole(0, MAX_BRIEF_NOTES),
  max: orNull(Joi.number().integer().min(0).max(MAX_BRIEF_NOTES)),
});

/** A brief as an exercise keeps it. */
export const briefSchema = Joi.object({
  tuning: Joi.array()
    .items(Joi.number().integer().min(0).max(127))
    .min(MIN_STRINGS)
    .max(MAX_STRINGS)
    .required(),
  capo: whole(0, MAX_CAPO),
  policy: one(...BRIEF_POLICIES).required(),
  start: one('down', 'up').required(),
  slant: orNull(slant),
  tones,
  strings: Joi.array().items(string).min(1).max(MAX_STRINGS).required(),
  frets: Joi.array().items(Joi.number().integer().min(0).max(MAX_FRET)).length(2).required(),
  notes: whole(MIN_BRIEF_NOTES, MAX_BRIEF_NOTES),
  subdivision: whole(1, MAX_SLOTS_PER_BEAT),
  loop: Joi.boolean().required(),
  targets: Joi.array().items(target).max(40).required(),
  fingerChanges: Joi.array()
    .items(
      Joi.array().ordered(
        finger.required(),
        finger.required(),
        one('floorward', 'ceilingward').allow(null),
        string,
      ),
    )
    .max(MAX_FINGER_CHANGES)
    .required(),
  contour: one(...CONTOURS).required(),
  largestLeap: orNull(Joi.number().integer().min(1).max(48)),
  mayRepeat: Joi.boolean().required(),
  startsOn: orNull(noteName),
  endsOn: orNull(noteName),
  noSkips: Joi.boolean().valid(true),
  changesOn: Joi.string().valid(...CHANGES_ON, null),
  strokes: Joi.string()
    .allow('')
    .pattern(/^[du]*$/)
    .max(MAX_PATTERN),
  returns: Joi.number().valid(...FIGURE_SIZES, null),
  rhythm: Joi.string()
    .allow('')
    .pattern(/^p(?!.*\.[-s])[ps.-]*$/)
    .max(MAX_RHYTHM),
  turns: orNull(
    Joi.object({
      min: whole(0, MAX_BRIEF_NOTES),
      max: orNull(Joi.number().integer().min(0).max(MAX_BRIEF_NOTES)),
    }),
  ).optional(),
  lands: Joi.boolean().valid(true),
  likeness: orNull(
    Joi.object({
      wish: one('like', 'unlike').required(),
      places: Joi.array()
        .items(Joi.object({ string: string.required(), fret: whole(0, MAX_FRET) }))
        .max(MAX_BRIEF_NOTES)
        .required(),
    }),
  ),
});
