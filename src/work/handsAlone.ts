/** One hand alone on a whole figure, as an exercise of its own beside it. */
import { counted, planOf, titledAs, type Exercise, type Setup } from '@/core';
import { pickingAlone } from '@/core/drills';
import { frettingAlone } from '@/core/fretting';
import { addExercise, database } from '@/storage';
import { told } from './perform';

/** The hand that plays alone. */
export type HandAlone = 'picking' | 'fretting';

/** Strokes are those of the whole figure: slurred notes become rests where no policy counts them. */
const passageFor = ({ passage, policy }: Exercise, hand: HandAlone, setup: Setup) =>
  hand === 'picking' ? pickingAlone(planOf(passage, policy, setup).passage) : frettingAlone(passage).passage;

/**
 * Makes the exercise for one hand; notes that it cannot sound alone become rests, which is told. @returns its id; null where nothing is left to play, which is
 * told too.
 */
export async function makeHandAlone(
  exercise: Exercise,
  hand: HandAlone,
  setup: Setup,
): Promise<string | null> {
  const passage = passageFor(exercise, hand, setup);
  const silent = exercise.passage.notes.length - passage.notes.length;
  if (passage.notes.length === 0) {
    told(`The ${hand} hand has nothing to play alone here. Nothing was made.`);
    return null;
  }
  const { id } = await addExercise(
    database(),
    {
      ...exercise,
      title: titledAs(exercise.title, `(${hand} hand alone)`),
      passage,
      goal: hand === 'picking' ? { ...exercise.goal, technique: 'picking hand only' } : exercise.goal,
      recipe: null,
      question: null,
      drill: null,
    },
    `The ${hand} hand alone: “${exercise.title}”`,
  );
  if (silent > 0)
    told(
      `${counted(silent, 'note')} that the ${hand} hand does not sound alone became rests; the exercise you came from has them.`,
    );
  return id;
}
