/** The shape of a project file, as Joi checks it and as it is published in JSON Schema. */
import Joi from 'joi';
import {
  DRILL_HANDS,
  DRILL_STAGES,
  GOAL_KINDS,
  GOAL_TECHNIQUES,
  MAX_BPM,
  MIN_BPM,
} from '../../exercise/exercise';
import { MAX_CAPO, MAX_FRET, MAX_STRINGS, MIN_STRINGS } from '../../instrument/instrument';
import { POLICY_KINDS, RESTARTS } from '../../picking/policy';
import { MAX_SLOTS_PER_BEAT } from '../../rhythm/slots';
import { MAX_SWING, STRAIGHT } from '../../rhythm/swing';
import { briefSchema } from './brief';
import { hand, orNull, PROJECT_LIMITS, stamp, text } from './parts';
import { ladder, player, run } from './record';
import { keptRecipeSchema } from './recipe';

export const PROJECT_FORMAT = 'yardfell-project';
/** Version 2 added the whole ladder and where an exercise came from, version 3 the hand, version 4 recipes, capo and stretch, version 5 briefs and drills, version 6 runs, ladders of every kind and more of a student, version 7 the part that a run was of; older files are brought up to date when read. */
export const PROJECT_VERSION = 7;

const ticks = Joi.number().integer().min(-10_000_000).max(1_000_000_000).required();
const string = Joi.number().integer().min(1).max(MAX_STRINGS);
const stroke = Joi.string().valid('down', 'up');
const isTrue = Joi.boolean().valid(true);
const bpm = Joi.number().min(MIN_BPM).max(MAX_BPM);

const lock = Joi.object({ stroke: stroke.required(), reason: Joi.string().max(PROJECT_LIMITS.textLength) });
const subdivision = Joi.number().integer().min(1).max(MAX_SLOTS_PER_BEAT);
const beatSubdivisions = Joi.object().pattern(/^-?\d+$/, subdivision);

const swingPercent = Joi.number().greater(STRAIGHT).max(MAX_SWING);

const note = Joi.object({
  id: Joi.string().max(40).required(),
  string: string.required(),
  fret: Joi.number().integer().min(0).max(MAX_FRET).required(),
  onsetTicks: ticks,
  durationTicks: Joi.number().integer().min(1).max(1_000_000_000).required(),
  technique: Joi.string().valid('pick', 'hammer', 'pull', 'slide', 'tap').required(),
  finger: Joi.number().valid(1, 2, 3, 4),
  lock,
  dead: isTrue,
  ghost: isTrue,
  palmMute: isTrue,
  accent: isTrue,
  restStroke: isTrue,
  vibrato: isTrue,
  bend: Joi.object({ semitones: orNull(Joi.number().min(0).max(12)), released: Joi.boolean().required() }),
  slideIn: Joi.string().valid('from below', 'from above'),
  slideOut: Joi.string().valid('upward', 'downward'),
});

const passage = Joi.object({
  tuning: Joi.array()
    .items(Joi.number().integer().min(0).max(127))
    .min(MIN_STRINGS)
    .max(MAX_STRINGS)
    .required(),
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

const goal = Joi.object({
  kind: orNull(Joi.string().valid(...GOAL_KINDS)),
  strings: orNull(Joi.array().items(string).length(2)),
  skipped: orNull(Joi.number().integer().min(0).max(MAX_STRINGS)),
  direction: orNull(Joi.string().valid('floorward', 'ceilingward')),
  technique: orNull(Joi.string().valid(...GOAL_TECHNIQUES)),
  bpm: orNull(bpm),
  words: text(PROJECT_LIMITS.textLength),
});

const policy = Joi.object({
  kind: Joi.string()
    .valid(...POLICY_KINDS)
    .required(),
  start: Joi.string().valid('down', 'up', 'auto').required(),
  loop: Joi.boolean(),
  travelOverSkips: Joi.boolean(),
  restart: Joi.string().valid(...RESTARTS),
  slant: Joi.string().valid('upward', 'downward'),
  maySlur: Joi.boolean(),
  maySweep: Joi.boolean(),
});

const cues = orNull(Joi.string().allow('').max(PROJECT_LIMITS.textLength));

/** Parts of an exercise that other formats carry too. */
export const exerciseParts = {
  policy,
  goal,
  alsoTrains: text(PROJECT_LIMITS.textLength),
  cues,
  hand,
  subdivision,
  beatSubdivisions,
  swingPercent,
  lock,
};

const exercise = Joi.object({
  ...stamp,
  title: text(PROJECT_LIMITS.titleLength),
  passageHash: Joi.string().hex().length(64).required(),
  policy: policy.required(),
  goal: goal.required(),
  alsoTrains: text(PROJECT_LIMITS.textLength),
  startBpm: bpm.required(),
  studentNotes: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(80).required(),
        text: text(PROJECT_LIMITS.textLength),
        pinnedTo: orNull(Joi.string().max(40)),
      }),
    )
    .max(1000)
    .required(),
  sourceText: text(PROJECT_LIMITS.sourceLength),
  question: orNull(
    Joi.alternatives(
      Joi.object({ kind: Joi.string().valid('vMeans').required() }),
      Joi.object({
        kind: Joi.string().valid('strokes').required(),
        strokes: Joi.object()
          .pattern(/^.{1,40}$/, stroke)
          .required(),
      }),
    ),
  ),
  cues,
  hand: hand.required(),
  recipe: orNull(keptRecipeSchema),
  brief: orNull(briefSchema),
  drill: orNull(
    Joi.object({
      parentId: Joi.string().max(80).required(),
      order: Joi.number().integer().min(0).max(1000).required(),
      stage: Joi.string()
        .valid(...DRILL_STAGES)
        .required(),
      hands: Joi.string()
        .valid(...DRILL_HANDS)
        .required(),
    }),
  ),
  origin: orNull(
    Joi.object({
      file: text(PROJECT_LIMITS.titleLength),
      remarks: Joi.array().items(Joi.string().max(PROJECT_LIMITS.textLength)).max(1000).required(),
    }),
  ),
  archivedAt: orNull(Joi.string().max(40)),
});

const tombstone = Joi.object({
  id: Joi.string().max(80).required(),
  table: Joi.string().valid('exercises', 'players', 'ladders', 'runs').required(),
  deletedAt: Joi.string().max(40).required(),
  deviceId: Joi.string().max(80).required(),
});

/** A whole project file of the current version. */
export const projectSchema = Joi.object({
  format: Joi.string().valid(PROJECT_FORMAT).required(),
  version: Joi.number().valid(PROJECT_VERSION).required(),
  exportedAt: Joi.string().max(40).required(),
  exercises: Joi.array().items(exercise).max(PROJECT_LIMITS.exercises).required(),
  passages: Joi.array()
    .items(Joi.object({ hash: Joi.string().hex().length(64).required(), passage: passage.required() }))
    .required(),
  players: Joi.array().items(player).max(1000).required(),
  ladders: Joi.array().items(ladder).max(100_000).required(),
  runs: Joi.array().items(run).max(1_000_000).required(),
  tombstones: Joi.array().items(tombstone).max(100_000).required(),
}).required();
