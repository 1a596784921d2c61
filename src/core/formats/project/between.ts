/** The shapes of what travels between libraries besides records: deletions, versions side by side, whom a file is for. */
import Joi from 'joi';
import { isUnchanging, type TableName } from '../../model/records';
import { TABLE_NAMES } from '../../model/tables';
import { orNull, PROJECT_LIMITS, versions } from './parts';

const names = (most: number) => Joi.array().items(Joi.string().max(200)).max(most).required();

/** A deletion. */
export const tombstoneSchema = Joi.object({
  id: Joi.string().max(80).required(),
  table: Joi.string()
    .valid(...TABLE_NAMES)
    .required(),
  deletedAt: Joi.string().max(40).required(),
  deviceId: Joi.string().max(80).required(),
  versions,
  stones: names(100_000),
  undone: names(100_000),
});

/** Another version of a record, checked by the shape of its table. */
export const siblingOf = (tables: Readonly<Record<TableName, Joi.ObjectSchema>>) =>
  Joi.object({
    table: Joi.string()
      .valid(...TABLE_NAMES.filter((name) => !isUnchanging(name)))
      .required(),
    id: Joi.string().max(80).required(),
    versions,
    record: Joi.when('table', {
      switch: TABLE_NAMES.map((name) => ({ is: name, then: orNull(tables[name]) })),
      otherwise: Joi.forbidden(),
    }),
  });

/** Whom a file is for. */
export const parcelSchema = orNull(
  Joi.object({
    to: Joi.string().valid('student', 'teacher').required(),
    playerId: Joi.string().max(80).required(),
    words: Joi.string().allow('').max(PROJECT_LIMITS.textLength).required(),
    warmUp: Joi.array()
      .items(
        Joi.object({
          text: Joi.string().allow('').max(2000).required(),
          minutes: Joi.number().min(0).max(600).required(),
        }),
      )
      .max(100)
      .required(),
  }),
);
