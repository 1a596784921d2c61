/** The drill that mends a failing change: made, or found where it was made before. */
import { isStringChange, planOf, type Exercise, type Passage, type Setup, type Transition } from '@/core';
import { drillExercises, drillsOf } from '@/core/drills';
import { commonestReason, REASON_MENDINGS, type FailingInExercise, type Reason } from '@/core/record';
import { addExercises, database, drillsCutFrom, newId, readExercise, readPassage } from '@/storage';

export interface FailingSpot {
  readonly fromNote: string;
  readonly toNote: string;
  readonly reasons: Readonly<Partial<Record<Reason, number>>>;
}

/** The stage and the hands where no reason is known. */
const UNSAID = { stage: 'there and back', hands: 'both' } as const;

/** The drill that is being made, or looked for. */
let before: Promise<unknown> = Promise.resolve();

/**
 * Makes the drill for a change of a passage that was played: the stage that its commonest reason asks for, or the nearest there is.
 * One after another, so that of two presses the second finds what the first made.
 * @returns the id of the drill; null where the passage has no such change any more.
 */
export function mendingDrill(...asked: Parameters<typeof madeOrFound>): Promise<string | null> {
  const mine = before.then(() => madeOrFound(...asked));
  before = mine.catch(() => undefined);
  return mine;
}

async function madeOrFound(
  exerciseId: string,
  exercise: Exercise,
  played: Passage,
  spot: FailingSpot,
  setup: Setup,
): Promise<string | null> {
  const of = { ...exercise, passage: played };
  const plan = planOf(played, exercise.policy, setup);
  const change = plan.analysis.transitions.find(
    (one: Transition) => isStringChange(one) && one.fromNote === spot.fromNote && one.toNote === spot.toNote,
  );
  if (!change) return null;
  const reason = commonestReason(spot.reasons);
  const { stage, hands } = reason ? REASON_MENDINGS[reason] : UNSAID;
  const stages = drillsOf(of, plan, change, setup);
  const drill = stages.find((one) => one.stage === stage) ?? stages[0];
  if (!drill) return null;
  const there = await drillsCutFrom(database(), exerciseId);
  const order = (there.at(-1)?.order ?? -1) + 1;
  const made =
    drillExercises(of, [drill], change, [hands], exerciseId, order)[0] ??
    drillExercises(of, [drill], change, ['both'], exerciseId, order)[0];
  if (!made) return null;
  const known = there.find(({ title }) => title === made.title);
  if (known) return known.id;
  const id = newId();
  await addExercises(database(), [{ id, exercise: made }], `Drill of “${exercise.title}”`);
  return id;
}

/**
 * The drill for a change that the record names, from the notes as they were played then.
 * @returns the id of the drill; null where exercise, notes or change are not here any more.
 */
export async function recordedDrill(change: FailingInExercise, setup: Setup): Promise<string | null> {
  const [now, played] = await Promise.all([
    readExercise(database(), change.exerciseId),
    readPassage(database(), change.passageHash),
  ]);
  return now && played ? mendingDrill(change.exerciseId, now.exercise, played, change, setup) : null;
}

/** Said where no drill can be cut out. */
export const NO_SUCH_CHANGE =
  'This change is not in the exercise any more, or the exercise is gone, so there is no drill to cut out.';
