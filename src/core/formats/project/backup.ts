/** What a backup holds besides the records: settings, what can be undone, and the shelf. */
import Joi from 'joi';
import { NAMINGS, SWITCHINGS, WORDINGS } from '../../picking/schools';
import type { TableName } from '../../model/records';
import { fieldsOf, orNull, PROJECT_LIMITS } from './parts';
import { parcelSchema, siblingOf, tombstoneSchema } from './between';

const whole = (min: number, max: number) => Joi.number().integer().min(min).max(max).required();
const word = Joi.string().max(80).required();
const one = (...names: readonly string[]) =>
  Joi.string()
    .valid(...names)
    .required();

const standing = Joi.object({
  climb: Joi.object().unknown(true).required(),
  bpm: Joi.number().min(0).max(1000).required(),
  waiting: Joi.object().unknown(true),
});

/** A sitting that may be gone on with; its runs are among the records. */
const sitting = Joi.object({
  id: word,
  playerId: word,
  startedAt: Joi.string().max(40).required(),
  day: Joi.string().max(10).required(),
  lastMs: Joi.number().min(0).required(),
  isWarm: Joi.boolean().required(),
  tights: whole(0, 10_000),
  standings: Joi.object()
    .pattern(/^.{1,100}$/, standing)
    .required(),
  said: Joi.array().items(Joi.object().unknown(true)).max(10_000).required(),
  open: orNull(Joi.string().max(200)),
  painSeen: Joi.array().items(Joi.string().max(80)).max(1000).required(),
});

/** What of a student's weeks was given out as calendars. */
const calendar = Joi.object({
  sequence: Joi.number().integer().min(-1).max(1_000_000_000).required(),
  sessions: Joi.object()
    .pattern(/^\d{4}-\d{2}-\d{2}$/, Joi.number().integer().min(0).max(7))
    .required(),
});

/** A session that may be gone on with; null: it was ended. */
const session = orNull(
  Joi.object({
    playerId: word,
    items: Joi.array()
      .items(
        Joi.object({
          exerciseId: word,
          box: Joi.alternatives(
            Joi.object({ minutes: Joi.number().min(1).max(600).required() }),
            Joi.object({ runs: whole(1, 1000) }),
          ).required(),
          isDue: Joi.boolean().required(),
          doneMs: Joi.number().min(0).required(),
          doneRuns: whole(0, 10_000),
          isLeft: Joi.boolean().required(),
        }),
      )
      .min(1)
      .max(100)
      .required(),
    order: one('blocked', 'by turns'),
    at: whole(0, 99),
    turnMs: Joi.number().min(0).required(),
    turnRuns: whole(0, 10_000),
    sinceMs: orNull(Joi.number().min(0)),
  }),
);

/** The groups of settings that a browser keeps. Fields that a group lacks are as at first. */
const settings = Joi.object({
  currentPlayer: Joi.string().max(80),
  lastExercise: Joi.string().max(80),
  self: Joi.string().max(80),
  given: Joi.array()
    .items(
      Joi.object({
        id: word,
        at: Joi.string().max(40).required(),
        name: Joi.string().allow('').max(400).required(),
        to: one('student', 'teacher'),
        playerId: word,
        what: Joi.string().allow('').max(2000).required(),
      }),
    )
    .max(1000),
  sound: Joi.object({
    volume: Joi.number().min(0).max(1),
    click: Joi.boolean(),
    notes: Joi.boolean(),
    countInBars: Joi.number().integer().min(0).max(16),
    strokes: Joi.boolean(),
    kinds: Joi.boolean(),
    called: Joi.boolean(),
  }),
  view: Joi.object({
    thickOnTop: Joi.boolean(),
    workedFingers: Joi.boolean(),
    handSchool: Joi.string().max(40),
    singleKeys: Joi.boolean(),
    isStudents: Joi.boolean(),
    naming: Joi.string().valid(...NAMINGS),
    switching: Joi.string().valid(...SWITCHINGS),
    wording: Joi.string().valid(...WORDINGS),
  }),
  handout: Joi.object({
    paper: Joi.string().valid('a4', 'letter'),
    notes: Joi.boolean(),
    ladder: Joi.boolean(),
    room: Joi.boolean(),
    pageEach: Joi.boolean(),
    forWhom: Joi.boolean(),
    plainly: Joi.boolean(),
    short: Joi.boolean(),
    code: Joi.boolean(),
  }),
  practice: Joi.object({
    clicks: Joi.object().unknown(true),
    goesOn: Joi.boolean(),
    takesHeard: Joi.boolean(),
    showsPick: Joi.boolean(),
    pedals: Joi.object({ clean: word, notClean: word }),
    warmUp: Joi.array()
      .items(
        Joi.object({
          text: Joi.string().allow('').max(2000).required(),
          minutes: Joi.number().min(0).max(600).required(),
        }),
      )
      .max(100),
  }),
  judging: Joi.object({ halfLifeDays: Joi.number().min(0.1).max(100_000).allow(null) }),
})
  .pattern(/^sitting:.{1,80}$/, sitting)
  .pattern(/^session:.{1,80}$/, session)
  .pattern(/^calendar:.{1,80}$/, calendar);

type Tables = Readonly<Record<TableName, Joi.ObjectSchema>>;

/** Some fields of a record: what an action changed. */
const someFields = (schema: Joi.ObjectSchema) => schema.fork(fieldsOf(schema), (field) => field.optional());

/** The shapes of what a backup holds besides, from the shapes of the records. */
export function backupSchemas(tables: Tables): Readonly<Record<'settings' | 'log' | 'shelf', Joi.Schema>> {
  const names = Object.keys(tables) as (keyof Tables)[];
  // A side of a change is checked by the table that it names.
  const byTable = (schema: (name: keyof Tables) => Joi.Schema) =>
    Joi.when('table', {
      switch: names.map((name) => ({ is: name, then: schema(name) })),
      otherwise: Joi.forbidden(),
    });
  const side = byTable((name) => orNull(someFields(tables[name])));
  const change = Joi.object({ table: one(...names), id: word, before: side, after: side });
  const sibling = siblingOf(tables);
  const entry = Joi.object({
    id: word,
    scope: Joi.string().max(100).required(),
    seq: whole(0, 1_000_000_000),
    label: Joi.string().allow('').max(1000).required(),
    changes: Joi.array().items(change).max(PROJECT_LIMITS.runs).required(),
    undone: Joi.number().valid(0, 1).required(),
    mergeKey: orNull(Joi.string().allow('').max(400)),
    at: Joi.string().allow('').max(40).required(),
    touchedMs: Joi.number().min(0).required(),
    taking: Joi.object({
      name: Joi.string().allow('').max(1000).required(),
      parcel: parcelSchema,
      rows: Joi.array()
        .items(
          Joi.object({ list: one('siblings'), before: orNull(sibling), after: orNull(sibling) }),
          Joi.object({
            list: one('tombstones'),
            before: orNull(tombstoneSchema),
            after: orNull(tombstoneSchema),
          }),
        )
        .max(PROJECT_LIMITS.tombstones)
        .required(),
    }),
  });
  const shelved = Joi.object({
    table: one(...names),
    id: word,
    record: byTable((name) => tables[name].required()),
    shelvedAt: Joi.string().max(40).required(),
    action: word,
    label: Joi.string().allow('').max(1000).required(),
    why: one('deleted', 'version'),
  });
  return { settings: settings.required(), log: entry, shelf: shelved };
}
