/** The shape of a project file, as Joi checks it and as it is published in JSON Schema. */
import Joi from 'joi';
import { EXERCISE_FIELDS } from '../../model/exercise';
import { shapesOf, type Fields } from '../../model/field';
import { LADDER_FIELDS } from '../../model/ladder';
import { PLAYER_FIELDS } from '../../model/player';
import { LESSON_FIELDS } from '../../model/lesson';
import { type TableName } from '../../model/records';
import { PROJECT_VERSION, TABLE_NAMES } from '../../model/tables';
import { RUN_FIELDS } from '../../model/run';
import { SIGN_FIELDS } from '../../model/sign';
import { TAKE_FIELDS } from '../../model/take';
import { WEEK_FIELDS } from '../../model/week';
import { MAX_CAPO, MAX_FRET, MAX_STRINGS, MIN_STRINGS } from '../../instrument/instrument';
import { POLICY_KINDS, RESTARTS, SLANT_WISHES, TURN_WAYS } from '../../picking/policy';
import { MAX_SLOTS_PER_BEAT } from '../../time/slots';
import { MAX_SWING, STRAIGHT } from '../../time/swing';
import { briefSchema } from './brief';
import { backupSchemas } from './backup';
import { parcelSchema, siblingOf, tombstoneSchema } from './between';
import { changeableStamp, lock, noteMarks, orNull, PROJECT_LIMITS, stamp, technique } from './parts';
import { keptRecipeSchema } from './recipe';

export const PROJECT_FORMAT = 'yardfell-project';

const ticks = Joi.number().integer().min(-10_000_000).max(1_000_000_000).required();
const string = Joi.number().integer().min(1).max(MAX_STRINGS);
const stroke = Joi.string().valid('down', 'up');

const subdivision = Joi.number().integer().min(1).max(MAX_SLOTS_PER_BEAT);
const beatSubdivisions = Joi.object().pattern(/^-?\d+$/, subdivision);

const swingPercent = Joi.number().greater(STRAIGHT).max(MAX_SWING);

const note = Joi.object({
  id: Joi.string().max(40).required(),
  string: string.required(),
  fret: Joi.number().integer().min(0).max(MAX_FRET).required(),
  onsetTicks: ticks,
  durationTicks: Joi.number().integer().min(1).max(1_000_000_000).required(),
  technique: technique.required(),
  finger: Joi.number().valid(1, 2, 3, 4),
  lock,
  ...noteMarks,
});

const tuning = Joi.array()
  .items(Joi.number().integer().min(0).max(127))
  .min(MIN_STRINGS)
  .max(MAX_STRINGS)
  .required();

const passage = Joi.object({
  tuning,
  capo: Joi.number().integer().min(1).max(MAX_CAPO),
  meter: Joi.object({
    beats: Joi.number().integer().min(1).max(32).required(),
    beatTicks: Joi.number().integer().min(840).max(53_760).required(),
  }).required(),
  pickupTicks: Joi.number().integer().min(0).max(1_000_000).required(),
  subdivision: subdivision.required(),
  beatSubdivisions: beatSubdivisions.required(),
  swingPercent,
  lengthTicks: Joi.number().integer().min(1).max(1_000_000_000).required(),
  loopBounds: Joi.object({ startTicks: ticks, endTicks: ticks }),
  notes: Joi.array().items(note).max(PROJECT_LIMITS.notesInPassage).required(),
  nextNoteNumber: Joi.number().integer().min(1).required(),
});

const policy = Joi.object({
  kind: Joi.string()
    .valid(...POLICY_KINDS)
    .required(),
  start: Joi.string().valid('down', 'up', 'auto').required(),
  loop: Joi.boolean(),
  travelOverSkips: Joi.boolean(),
  restart: Joi.string().valid(...RESTARTS),
  slant: Joi.string().valid(...SLANT_WISHES),
  turn: Joi.string().valid(...TURN_WAYS),
  maySlur: Joi.boolean(),
  maySweep: Joi.boolean(),
});

/** What a pasted tab may leave open about its strokes. */
const strokeQuestions = [
  Joi.object({
    kind: Joi.string().valid('vMeans').required(),
    reading: Joi.number().integer().min(0).max(9),
  }),
  Joi.object({
    kind: Joi.string().valid('strokes').required(),
    strokes: Joi.object()
      .pattern(/^.{1,40}$/, stroke)
      .required(),
  }),
];

const question = Joi.alternatives(
  ...strokeQuestions,
  Joi.object({
    kind: Joi.string().valid('strings').required(),
    readings: Joi.array()
      .items(Joi.object({ strings: Joi.array().items(string).min(1).max(MAX_STRINGS).required(), tuning }))
      .min(1)
      .max(10)
      .required(),
    next: orNull(Joi.alternatives(...strokeQuestions)),
  }),
);

const shapes = <Described extends Fields>(fields: Described) =>
  shapesOf(fields, Joi, { policy, question, recipe: keptRecipeSchema, brief: briefSchema });

/** Parts of an exercise that other formats carry too. */
export const exerciseParts = {
  ...shapes(EXERCISE_FIELDS),
  subdivision,
  beatSubdivisions,
  swingPercent,
  lock,
};

const exercise = Joi.object({
  ...changeableStamp,
  ...shapes(EXERCISE_FIELDS),
  passageHash: Joi.string().hex().length(64).required(),
  archivedAt: orNull(Joi.string().max(40)),
});
const changing = (fields: Fields) => Joi.object({ ...changeableStamp, ...shapes(fields) });
const unchanging = (fields: Fields) => Joi.object({ ...stamp, ...shapes(fields) });

/** The shape of one record of each table. */
const TABLES = {
  exercises: exercise,
  players: changing(PLAYER_FIELDS),
  ladders: changing(LADDER_FIELDS),
  runs: unchanging(RUN_FIELDS),
  signs: unchanging(SIGN_FIELDS),
  lessons: changing(LESSON_FIELDS),
  weeks: changing(WEEK_FIELDS),
  takes: unchanging(TAKE_FIELDS),
} as const satisfies Readonly<Record<TableName, Joi.ObjectSchema>>;

/** The shape of one record of each list. */
export const RECORD_SCHEMAS = {
  ...TABLES,
  passages: Joi.object({ hash: Joi.string().hex().length(64).required(), passage: passage.required() }),
  tombstones: tombstoneSchema,
  siblings: siblingOf(TABLES),
} as const;
/** The lists of records in a project file. */
export type ListName = keyof typeof RECORD_SCHEMAS;

/** The shapes of what a backup holds besides: all settings, one entry of a log, one record of the shelf. */
export const BACKUP_SCHEMAS = backupSchemas(TABLES);

/** The shape of an exercise with its notes, before it is a record: what readers of other formats must give. */
export const exerciseSchema = exercise.fork(Object.keys(changeableStamp), (field) => field.optional());

const list = (name: ListName) => Joi.array().items(RECORD_SCHEMAS[name]).max(PROJECT_LIMITS[name]).required();

/** A whole project file of the current version, but for what a backup holds besides. */
const lists = Object.fromEntries(
  (Object.keys(RECORD_SCHEMAS) as ListName[]).map((name) => [name, list(name)]),
);

const backup = ({ settings, log, shelf }: typeof BACKUP_SCHEMAS) =>
  orNull(
    Joi.object({
      settings,
      log: Joi.array().items(log).max(PROJECT_LIMITS.log).required(),
      shelf: Joi.array().items(shelf).max(PROJECT_LIMITS.shelf).required(),
    }),
  );

/** A whole project file of the current version. */
export const projectSchema = Joi.object({
  format: Joi.string().valid(PROJECT_FORMAT).required(),
  version: Joi.number().valid(PROJECT_VERSION).required(),
  exportedAt: Joi.string().max(40).required(),
  ...lists,
  parcel: parcelSchema,
  backup: backup(BACKUP_SCHEMAS),
}).required();

const anyRecord = Joi.object().unknown(true);

const anyRecords = Object.fromEntries(TABLE_NAMES.map((name) => [name, anyRecord])) as Record<
  TableName,
  Joi.ObjectSchema
>;

/** The same for the published JSON Schema, in which records on a shelf, in a log or side by side are not described once more. */
export const publishedSchema = projectSchema.keys({
  siblings: Joi.array().items(siblingOf(anyRecords)).max(PROJECT_LIMITS.siblings).required(),
  backup: backup(backupSchemas(anyRecords)),
});
