/** The sheet for a student in one press: an exercise, its twin of the other kind, and a ladder that begins where it holds. */
import { planOf, passageHash, type Exercise, type Setup } from '@/core';
import { temposFor, twinOf } from '@/core/drills';
import { cleanTempoOn, latestDay, statedTempo } from '@/core/record';
import {
  addExercises,
  database,
  daysOn,
  drillsCutFrom,
  judgingSettings,
  newId,
  ownLadder,
  readSheet,
  setLadder,
  timestamp,
} from '@/storage';

/** For whom a sheet is. */
export interface SheetFor {
  readonly id: string;
  readonly setup: Setup;
}

/** What a sheet holds: exercises in their order, and whether a twin was made for it. */
export interface MadeSheet {
  readonly ids: readonly string[];
  readonly madeTwin: boolean;
}

/** The twin that is there already as it would be made now; null where there is none. */
async function knownTwin(parentId: string, twin: Exercise, playerId: string): Promise<string | null> {
  const there = await drillsCutFrom(database(), parentId);
  const alike = there.filter(({ title }) => title === twin.title).map(({ id }) => id);
  const hash = passageHash(twin.passage);
  const found = (await readSheet(database(), alike, playerId)).find(
    ({ exercise }) => passageHash(exercise.passage) === hash && exercise.policy.start === twin.policy.start,
  );
  return found?.id ?? null;
}

/** The tempo at which an exercise falls apart for a student, by the record; null where that cannot be said. */
async function breaksAt(exerciseId: string, { passage }: Exercise, playerId: string): Promise<number | null> {
  const days = await daysOn(database(), playerId, exerciseId);
  const { halfLifeDays } = await judgingSettings(database());
  const on = latestDay(days, timestamp().slice(0, 10));
  const tempo = cleanTempoOn(days, on, passage.subdivision, halfLifeDays);
  const stated = statedTempo(days, tempo, passage.subdivision, on);
  return stated?.says === 'estimate' ? stated.bpm : null;
}

/**
 * The twin of an exercise, made unless it is there already as it would be made now. @returns its id, and whether it was made; null where the
 * line has none.
 */
export async function keepTwin(
  exerciseId: string,
  exercise: Exercise,
  { id, setup }: SheetFor,
): Promise<{ readonly id: string; readonly isNew: boolean } | null> {
  const plan = planOf(exercise.passage, exercise.policy, setup);
  // Drills of a drill stand in its group.
  const parentId = exercise.drill?.parentId ?? exerciseId;
  const there = await drillsCutFrom(database(), parentId);
  const twin = twinOf(exercise, plan, parentId, (there.at(-1)?.order ?? -1) + 1);
  if (!twin) return null;
  const known = await knownTwin(parentId, twin, id);
  if (known !== null) return { id: known, isNew: false };
  const made = newId();
  await addExercises(database(), [{ id: made, exercise: twin }], `Twin of “${exercise.title}”`);
  return { id: made, isNew: true };
}

/**
 * Makes what a sheet needs: the twin, where the line has one and it is not there yet, and a ladder for the student, where there is none yet
 * and the record says where the exercise falls apart. What is there stays as it is.
 * @param exerciseId of an exercise that is kept; `exercise` as it is shown.
 */
export async function makeSheet(exerciseId: string, exercise: Exercise, whom: SheetFor): Promise<MadeSheet> {
  const twin = await keepTwin(exerciseId, exercise, whom);
  if (!(await ownLadder(database(), exerciseId, whom.id))) {
    const bpm = await breaksAt(exerciseId, exercise, whom.id);
    if (bpm !== null) {
      const { startBpm, goalBpm } = temposFor(bpm);
      const goal = exercise.goal.bpm !== null && exercise.goal.bpm > startBpm ? exercise.goal.bpm : goalBpm;
      await setLadder(database(), exerciseId, whom.id, startBpm, { startBpm, goalBpm: goal });
    }
  }
  return { ids: [exerciseId, ...(twin ? [twin.id] : [])], madeTwin: twin?.isNew === true };
}
