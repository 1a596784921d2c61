/**
 * Fields that records were given by later versions, as they were filled then. Written out, never taken from what is first
 * today: a record that was kept must not change its meaning when a first value does. Database and project file share them.
 */

const OPEN_HAND = { motion: null, edgeAngleDegrees: null, gripDepth: null, pickPart: null };

/** A ladder was its start alone. */
const LADDER_CLIMBS = {
  ...{ kind: 'even', stepBpm: 4, rises: 8, rounding: 'none', burstBpm: 12, burstPasses: 1 },
  ...{ passes: 4, upAfter: 2, backAfter: 2, countInBeats: 4, restSeconds: 10, goalBpm: null },
};

/** What was added, by what it was. A new field gets a new entry; none is changed. */
export const ADDED_FIELDS = {
  ladderClimbs: LADDER_CLIMBS,
  ladderSteps: {
    ...LADDER_CLIMBS,
    steps: null,
    time: { sessionsAWeek: 4, minutesASession: 10, weeks: null },
  },
  exerciseOrigin: { origin: null, cues: null },
  exerciseHand: { hand: OPEN_HAND },
  exerciseRecipe: { recipe: null },
  exerciseBrief: { brief: null, drill: null },
  stretchLimit: { stretchLimitMm: 128 },
  playerParticulars: {
    ...{ hand: OPEN_HAND, instrument: '', shapesKnown: '', goals: '', cautions: '' },
    limits: { exerciseMinutes: 10, pickingMinutes: 30, breakMinutes: 5 },
  },
  runPart: { part: null },
} as const;
