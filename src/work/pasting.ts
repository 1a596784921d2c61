/** Pasted tab, or a phrase typed as note names or degrees, becomes an exercise. */
import type { Exercise } from '@/core';
import { beginExercise, database, takeJustBegun, titlesFrom } from '@/storage';
import { attempt, told } from './perform';

/** Longer ones would wait a third of a second for the check; fuzzing holds what is read of any length against the same shape. */
const CHECKED_NOTES = 2_000;

/** The Bench writes what was begun; should it not come within this time, it is written all the same. */
const LATEST_WRITE_MS = 1_000;

const loadReading = () => import('./tabReading');
const loadFormats = () => import('@/core/formats');

/** Loads what reading takes, before something is pasted. */
export const prepareReading = (): Promise<unknown> => Promise.all([loadReading(), loadFormats()]);

/** The title of tab that has none. */
const UNNAMED = 'Pasted tab';

/** Named as the text says, else by what it trains; where that name is there already, with a number. */
async function withName(exercise: Exercise): Promise<Exercise> {
  if (exercise.title !== UNNAMED) return exercise;
  const { DEFAULT_SETUP, nameFor, numbered, planOf } = await loadReading();
  const { passage, policy } = exercise;
  const name = nameFor(passage, planOf(passage, policy, DEFAULT_SETUP)) ?? exercise.title;
  // Without the names that are there it may be named like another: that is no reason not to open it.
  const taken = await titlesFrom(database(), name).catch(() => []);
  return { ...exercise, title: numbered(name, new Set(taken)) };
}

/** One line without the dashes and bars of tab: names and numbers, though a line of tab may be read from them. */
const isOneLineOfWords = (text: string) =>
  !/--|\n/.test(text.trim()) && !/^\s*[A-Ga-g][#b]?(?:\||\s+\d)/.test(text);

/** What a text that is no tab says as a phrase; null where it is none. */
async function phraseIn(text: string) {
  const [{ readPhrase }, { DEFAULT_SETUP, newExercise, STANDARD_TUNING }] = await Promise.all([
    import('@/core/brief'),
    loadReading(),
  ]);
  const read = readPhrase(text, { tuning: STANDARD_TUNING, subdivision: 4, setup: DEFAULT_SETUP });
  if (!read || 'fault' in read) return read;
  return { exercise: newExercise(UNNAMED, read.passage), guessed: read.guessed };
}

/**
 * Makes an exercise of tab, or of note names or degrees, and opens it.
 * @param open shows the exercise of an id.
 * @returns why it could not be read, in words; null where it was.
 */
export async function openTab(tab: string, open: (id: string) => void): Promise<string | null> {
  const { exerciseFromTab, readTabText } = await loadReading();
  const isFirstAPhrase = isOneLineOfWords(tab);
  const words = isFirstAPhrase ? await phraseIn(tab) : null;
  const read = words ? null : exerciseFromTab(tab, UNNAMED);
  const phrase = read || isFirstAPhrase ? words : await phraseIn(tab);
  if (phrase && 'fault' in phrase) return phrase.fault;
  const begun = read ?? phrase?.exercise;
  if (!begun) return readTabText(tab).problems.at(-1)?.message ?? 'There is no tab in it.';
  const exercise = await withName(begun);
  const fault =
    exercise.passage.notes.length > CHECKED_NOTES ? null : (await loadFormats()).exerciseFault(exercise);
  if (fault !== null) return `It could not be kept as it is written: ${fault}.`;
  const from = read ? 'tab' : 'a phrase';
  const { id, write } = beginExercise(database(), exercise, `New exercise from ${from}`);
  open(id);
  if (phrase)
    told(
      `Read as a phrase${phrase.guessed === null ? '' : `: ${phrase.guessed}`}. Its places on the neck are those that ask least of the hand.`,
    );
  setTimeout(() => {
    const isLeft = takeJustBegun(id) !== null;
    if (isLeft) attempt('Keeping what was pasted', write, 'Paste it once more.');
  }, LATEST_WRITE_MS);
  return null;
}
