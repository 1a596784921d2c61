/** The shapes of students, ladders and runs in a project file. */
import Joi from 'joi';
import { MAX_BPM, MIN_BPM } from '../../model/exercise';
import { MAX_STRETCH_MM, MAX_STRINGS, MIN_STRETCH_MM } from '../../instrument/instrument';
import { REASONS, VERDICTS } from '../../model/run';
import { SIGNS } from '../../model/sign';
import { MAX_SLOTS_PER_BEAT } from '../../time/slots';
import {
  DENSITY_PARTS,
  LADDER_KINDS,
  MAX_LADDER_PASSES,
  MAX_LADDER_STEPS,
  MAX_RISES,
  MAX_RUNS_IN_A_ROW,
  MAX_STEP_BPM,
  MAX_STEP_MINUTES,
  MIN_STEP_BPM,
  MOVEMENTS,
  STEP_SOUNDS,
  ROUNDINGS,
} from '../../model/ladder';
import { MAX_PLAN_WEEKS, MAX_SESSION_MINUTES, MAX_SESSIONS_A_WEEK } from '../../tempo/planner';
import { changeableStamp, hand, orNull, PROJECT_LIMITS, stamp, text } from './parts';

const bpm = Joi.number().min(MIN_BPM).max(MAX_BPM);
const whole = (min: number, max: number) => Joi.number().integer().min(min).max(max).required();
const one = (names: readonly string[]) => Joi.string().valid(...names);
const id = Joi.string().max(80).required();
const MAX_LIMIT_MINUTES = 600;

export const player = Joi.object({
  ...changeableStamp,
  name: text(PROJECT_LIMITS.titleLength),
  setup: Joi.object({
    handedness: one(['right', 'left']).required(),
    stringSpacingMm: Joi.number().min(5).max(20).required(),
    scaleLengthMm: Joi.number().min(300).max(1000).required(),
    stretchLimitMm: Joi.number().min(MIN_STRETCH_MM).max(MAX_STRETCH_MM).required(),
  }).required(),
  hand: hand.required(),
  instrument: text(PROJECT_LIMITS.textLength),
  shapesKnown: text(PROJECT_LIMITS.textLength),
  goals: text(PROJECT_LIMITS.textLength),
  cautions: text(PROJECT_LIMITS.textLength),
  limits: Joi.object({
    exerciseMinutes: whole(1, MAX_LIMIT_MINUTES),
    pickingMinutes: whole(1, MAX_LIMIT_MINUTES),
    breakMinutes: whole(1, MAX_LIMIT_MINUTES),
  }).required(),
});

const rest = Joi.number().min(0).max(3600).required();

const step = Joi.object({
  bpm: bpm.required(),
  toBpm: orNull(bpm),
  subdivision: orNull(Joi.number().integer().min(1).max(MAX_SLOTS_PER_BEAT)),
  part: orNull(one(DENSITY_PARTS)),
  passes: orNull(Joi.number().integer().min(1).max(MAX_LADDER_PASSES)),
  minutes: orNull(Joi.number().greater(0).max(MAX_STEP_MINUTES)),
  upAfter: whole(0, MAX_RUNS_IN_A_ROW),
  backAfter: whole(0, MAX_RUNS_IN_A_ROW),
  sound: orNull(one(STEP_SOUNDS)),
  movement: orNull(one(MOVEMENTS)),
  look: orNull(
    Joi.object({
      with: one(['mirror', 'camera']).required(),
      question: text(PROJECT_LIMITS.textLength),
    }),
  ),
  restSeconds: rest,
  isBurst: Joi.boolean().required(),
  byHand: Joi.boolean().required(),
});

export const ladder = Joi.object({
  ...changeableStamp,
  exerciseId: id,
  playerId: id,
  kind: one(LADDER_KINDS).required(),
  startBpm: bpm.required(),
  goalBpm: orNull(bpm),
  stepBpm: Joi.number().min(MIN_STEP_BPM).max(MAX_STEP_BPM).required(),
  rises: whole(1, MAX_RISES),
  rounding: one(ROUNDINGS).required(),
  burstBpm: Joi.number().min(MIN_STEP_BPM).max(MAX_STEP_BPM).required(),
  burstPasses: whole(1, MAX_LADDER_PASSES),
  passes: whole(1, MAX_LADDER_PASSES),
  upAfter: whole(0, MAX_RUNS_IN_A_ROW),
  backAfter: whole(0, MAX_RUNS_IN_A_ROW),
  countInBeats: whole(0, 64),
  restSeconds: rest,
  steps: orNull(Joi.array().items(step).min(1).max(MAX_LADDER_STEPS)),
  time: Joi.object({
    sessionsAWeek: whole(0, MAX_SESSIONS_A_WEEK),
    minutesASession: whole(0, MAX_SESSION_MINUTES),
    weeks: orNull(Joi.number().integer().min(1).max(MAX_PLAN_WEEKS)),
  }).required(),
});

const count = Joi.number().integer().min(0).max(100_000_000).required();
const string = whole(1, MAX_STRINGS);

/** Whose practice a record is of, of what, and when. */
const practised = {
  playerId: id,
  exerciseId: id,
  sessionId: orNull(Joi.string().max(80)),
  at: Joi.string().max(40).required(),
  day: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
};

export const run = Joi.object({
  ...stamp,
  ...practised,
  passageHash: Joi.string().hex().length(64).required(),
  bpm: bpm.required(),
  subdivision: whole(1, MAX_SLOTS_PER_BEAT),
  part: orNull(one(DENSITY_PARTS.filter((part) => part !== 'whole'))),
  passes: whole(1, 10_000),
  verdict: one(VERDICTS).required(),
  stoppedIn: orNull(Joi.number().integer().min(1).max(10_000)),
  reason: orNull(one(REASONS)),
  place: orNull(
    Joi.object({
      fromNote: Joi.string().max(40).required(),
      toNote: Joi.string().max(40).required(),
      kind: one(['alternate', 'repeat', 'outside', 'inside', 'sweep', 'backtrack']).required(),
      stringFrom: string,
      stringTo: string,
    }),
  ),
  seconds: Joi.number().min(0).max(100_000).required(),
  strokes: count,
  exposure: Joi.object({ outside: count, inside: count, sweep: count, backtrack: count }).required(),
  wideStretches: count,
  sound: orNull(one(STEP_SOUNDS)),
  seen: text(PROJECT_LIMITS.textLength),
  byHand: Joi.boolean().required(),
  corrects: orNull(Joi.string().max(80)),
});

export const sign = Joi.object({
  ...stamp,
  ...practised,
  bpm: bpm.required(),
  subdivision: whole(1, MAX_SLOTS_PER_BEAT),
  kind: one(SIGNS).required(),
});
