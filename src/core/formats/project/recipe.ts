/** The shape of a recipe in a project file. */
import Joi from 'joi';
import { CHORDS, SCALES, TONICS } from '../../compose/names';
import { APPROACHES, MAX_COMPOSED, TURNS, DIRECTIONS, VARIATIONS } from '../../model/recipe';
import { lock, noteMarks, technique } from './parts';
import { MAX_CAPO, MAX_FRET, MAX_STRINGS, MIN_STRINGS } from '../../instrument/instrument';

const whole = (min: number, max: number) => Joi.number().integer().min(min).max(max).required();
const string = Joi.number().integer().min(1).max(MAX_STRINGS);
const finger = Joi.number().valid(1, 2, 3, 4);
const tonic = Joi.string()
  .valid(...TONICS)
  .required();
const scale = Joi.string()
  .valid(...SCALES)
  .required();
const chord = Joi.string()
  .valid(...CHORDS.map(([sign]) => sign))
  .required();
/** A length in slots, perhaps with a part of one. */
const inSlots = Joi.number().min(0).max(100_000);
/** A degree of a major scale, as it is written. */
const DEGREE = /^[#b♯♭]?[1-9]$/;
const some = (items: Joi.Schema, least = 0) =>
  Joi.array().items(items).min(least).max(MAX_COMPOSED).required();
const yes = Joi.boolean().required();
const count = Joi.number().integer().min(1).max(64);
const fret = whole(0, MAX_FRET);
const step = whole(-64, 64);
const times = whole(0, 200);

const of = (kind: string, fields: Joi.SchemaMap = {}) =>
  Joi.object({ kind: Joi.string().valid(kind).required(), ...fields });

const source = Joi.alternatives(
  of('fingers', { order: some(finger, 1), rotate: yes, fret }),
  of('scale', {
    tonic,
    scale,
    fret,
    perString: some(count),
    span: whole(1, MAX_FRET),
    passing: yes,
    octaves: Joi.number().integer().min(0).max(4),
    added: some(Joi.string().pattern(DEGREE)).optional(),
  }),
  of('arpeggio', {
    tonic,
    chord,
    inversion: whole(0, 12),
    fret,
    perString: Joi.number().valid(1, 2).required(),
    shape: whole(0, 100_000),
  }),
  of('chord', { tonic, chord, inversion: whole(0, 12), fret, shape: whole(0, 100_000), held: Joi.boolean() }),
  of('progression', {
    chords: some(Joi.string().max(24)),
    as: Joi.string().valid('held', 'strings', 'arpeggio').required(),
    perString: Joi.number().valid(1, 2).required(),
    fret,
    notesEach: whole(0, 64),
  }),
  of('cell', {
    notes: some(
      Joi.object({
        ...{ string: string.required(), fret, finger, technique, lock },
        ...noteMarks,
        together: Joi.valid(true),
        slots: inSlots,
        until: inSlots,
        restsBefore: inSlots,
      }),
    ),
  }),
  of('strokes', { perString: some(count, 1) }),
  of('restStrokes', { each: whole(1, 64), placed: yes }),
).required();

const figure = Joi.alternatives(
  of('run'),
  of('sequence', { size: whole(1, 64), step: whole(1, 64), from: whole(0, 64) }),
  of('plan', { counts: some(count), again: Joi.valid(true) }),
  of('broken', { steps: some(count, 1), alternate: Joi.valid(true) }),
  of('pairs', { order: some(count) }),
  of('strings', { order: some(string) }),
  of('build', { from: whole(1, MAX_STRINGS) }),
).required();

const moves = Joi.alternatives(
  of('none'),
  of('frets', { by: step, times }),
  of('until', { by: step, finger: finger.required(), fret }),
  of('scale', { by: step, times, tonic, scale }),
  of('strings', { by: step, times }),
  of('octaves', { times }),
).required();

const displacement = Joi.object({
  which: Joi.string().valid('finger', 'note').required(),
  numbers: some(count, 1),
  by: some(Joi.number().integer().min(-MAX_STRINGS).max(MAX_STRINGS), 1),
});

/** A recipe as an exercise keeps it. */
export const keptRecipeSchema = Joi.object({
  hash: Joi.string().hex().length(64).required(),
  recipe: Joi.object({
    tuning: Joi.array()
      .items(Joi.number().integer().min(0).max(127))
      .min(MIN_STRINGS)
      .max(MAX_STRINGS)
      .required(),
    capo: whole(0, MAX_CAPO),
    source,
    strings: some(string),
    figure,
    direction: Joi.string()
      .valid(...DIRECTIONS)
      .required(),
    turn: Joi.string()
      .valid(...TURNS)
      .required(),
    moves,
    movesBack: yes,
    alternate: yes,
    repeat: whole(1, 64),
    chain: Joi.string().allow('').max(32).required(),
    variation: Joi.string()
      .valid(...VARIATIONS)
      .required(),
    displacement: Joi.alternatives(displacement, Joi.valid(null)).required(),
    mask: Joi.string().allow('').max(64).required(),
    damped: yes,
    goesRound: yes,
    approach: Joi.string().valid(...APPROACHES, null),
    pedal: Joi.object({ string: string.required(), fret, every: whole(1, 64) }).allow(null),
    each: Joi.number().integer().min(1).max(16),
    strokes: Joi.string()
      .allow('')
      .pattern(/^[du]*$/)
      .max(64),
    accents: some(count).optional(),
  }).required(),
});
