/** Pasted tab becomes an exercise. */
import { beginExercise, database, takeJustBegun } from '@/storage';
import { attempt } from './perform';

/** Longer ones would wait a third of a second for the check; fuzzing holds what is read of any length against the same shape. */
const CHECKED_NOTES = 2_000;

/** The Bench writes what was begun; should it not come within this time, it is written all the same. */
const LATEST_WRITE_MS = 1_000;

const loadReading = () => import('./tabReading');
const loadFormats = () => import('@/core/formats');

/** Loads what reading takes, before something is pasted. */
export const prepareReading = (): Promise<unknown> => Promise.all([loadReading(), loadFormats()]);

/**
 * Makes an exercise of tab and opens it.
 * @param open shows the exercise of an id.
 * @returns why it could not be read, in words; null where it was.
 */
export async function openTab(tab: string, open: (id: string) => void): Promise<string | null> {
  const { exerciseFromTab, readTabText } = await loadReading();
  const exercise = exerciseFromTab(tab, 'Pasted tab');
  if (!exercise) return readTabText(tab).problems.at(-1)?.message ?? 'There is no tab in it.';
  const fault =
    exercise.passage.notes.length > CHECKED_NOTES ? null : (await loadFormats()).exerciseFault(exercise);
  if (fault !== null) return `It could not be kept as it is written: ${fault}.`;
  const { id, write } = beginExercise(database(), exercise, 'New exercise from tab');
  open(id);
  setTimeout(() => {
    const isLeft = takeJustBegun(id) !== null;
    if (isLeft) attempt('Keeping what was pasted', write, 'Paste it once more.');
  }, LATEST_WRITE_MS);
  return null;
}
