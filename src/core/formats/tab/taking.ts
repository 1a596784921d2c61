/** Taking pasted tab into an exercise, with the strokes that came with it. */
import { readTabText, type ReadTabOptions, type TabReading } from './read';
import { setLocks } from '../../passage/edits';
import { compareNotes, type Lock, type Note, type Passage, type Stroke } from '../../passage/passage';
import type { PickingPolicy } from '../../picking/policy';
import { assignStrokes } from '../../picking/strokes';
import { stringLetters } from '../../instrument/instrument';
import { newExercise, type Exercise, type StrokeQuestion, type TabStrings } from '../../model/exercise';

const LOCK_REASON = 'as written';

/** Locks are found one by one, since the plan carries on from each; a row that needs more than this is locked whole. */
const MOST_SINGLE_LOCKS = 64;

type Strokes = Readonly<Record<string, Stroke>>;

function lockedAs(passage: Passage, ids: readonly string[], strokes: Strokes): Passage {
  const locks = ids.map((id): [string, Lock] => [id, { stroke: strokes[id]!, reason: LOCK_REASON }]);
  return setLocks(passage, Object.fromEntries(locks));
}

function differing(passage: Passage, strokes: Strokes, policy: PickingPolicy): string[] {
  const given = assignStrokes(passage, policy).passes[0]!;
  return passage.notes.flatMap(({ id }, at) =>
    strokes[id] !== undefined && strokes[id] !== given[at] ? [id] : [],
  );
}

/** The notes that must be locked for a policy to give a row of strokes. */
function locksFor(passage: Passage, strokes: Strokes, policy: PickingPolicy): string[] {
  const locks: string[] = [];
  for (let left = differing(passage, strokes, policy); left.length > 0;) {
    if (locks.length >= MOST_SINGLE_LOCKS)
      return passage.notes.map(({ id }) => id).filter((id) => strokes[id] !== undefined);
    locks.push(left[0]!);
    left = differing(lockedAs(passage, locks, strokes), strokes, policy);
  }
  return locks;
}

/** The policy that gives a row of strokes with the fewest locks, and the notes to lock. */
export function fitPolicy(
  passage: Passage,
  strokes: Strokes,
  policy: PickingPolicy,
): { policy: PickingPolicy; locks: string[] } {
  const first = passage.notes.map((note) => strokes[note.id]).find((stroke) => stroke !== undefined);
  const start = first ?? policy.start;
  const candidates: PickingPolicy[] = [
    { ...policy, start },
    { ...policy, start, kind: policy.kind === 'economy' ? 'alternateByNote' : 'economy' },
    { ...policy, start, kind: 'economy', travelOverSkips: true },
  ];
  const fits = candidates.map((candidate) => ({
    policy: candidate,
    locks: locksFor(passage, strokes, candidate),
  }));
  return fits.reduce((best, fit) => (fit.locks.length < best.locks.length ? fit : best));
}

/** Takes strokes over: the policy that fits them best, and locks where it differs. Answers the open question. */
export function takeStrokes(exercise: Exercise, strokes: Strokes): Exercise {
  const { policy, locks } = fitPolicy(exercise.passage, strokes, exercise.policy);
  const passage = locks.length > 0 ? lockedAs(exercise.passage, locks, strokes) : exercise.passage;
  return { ...exercise, passage, policy, question: null };
}

/**
 * Puts the notes of a text into an exercise, on the strings of its instrument where it has notes already. Strokes that need no decision
 * are taken; what is a guess, and other strokes, become a question.
 */
export function withTab(exercise: Exercise, text: string, options: ReadTabOptions = {}): Exercise {
  return withReading(exercise, text, readTabText(text, options), options);
}

function strokeQuestion(
  exercise: Exercise,
  { strokes, problems }: TabReading,
): { policy: PickingPolicy; question: StrokeQuestion | null } {
  const { passage, policy } = exercise;
  if (problems.some((problem) => problem.code === 'strokeMeaning'))
    return { policy, question: { kind: 'vMeans' } };
  if (!strokes) return { policy, question: null };
  const fit = fitPolicy(passage, strokes, policy);
  const isPlain = fit.locks.length === 0 && fit.policy.kind === policy.kind;
  return isPlain
    ? { policy: fit.policy, question: null }
    : { policy, question: { kind: 'strokes', strokes } };
}

function withReading(
  exercise: Exercise,
  text: string,
  reading: TabReading,
  options: ReadTabOptions = {},
): Exercise {
  const { passage, repeats, readings } = reading;
  const looped = repeats ? { ...exercise.policy, loop: true } : exercise.policy;
  const read: Exercise = { ...exercise, passage, policy: looped, sourceText: text, question: null };
  const { policy, question } = strokeQuestion(read, reading);
  const isGuess = readings.length > 1 && options.reading === undefined;
  return {
    ...read,
    policy,
    question: isGuess ? { kind: 'strings', readings, next: question } : question,
  };
}

/** "strings 3 to 6 of 6", "an instrument of 4 strings, G D A E". */
export function stringsText({ strings, tuning }: TabStrings): string {
  if (strings.length === tuning.length)
    return `an instrument of ${tuning.length} strings, ${stringLetters(tuning).join(' ')}`;
  const [first, last] = [strings[0]!, strings.at(-1)!];
  return `${strings.length === 1 ? `string ${first}` : `strings ${first} to ${last}`} of ${tuning.length}`;
}

/**
 * Answers which strings the lines of a tab are: its notes, as they are by now, go from the strings of the first reading to those of
 * another. Null where a note stands on a string that this reading does not have.
 */
export function restrung(exercise: Exercise, reading: number): Exercise | null {
  const { question, passage } = exercise;
  if (question?.kind !== 'strings') return null;
  const { readings, next } = question;
  const [from, to] = [readings[0]!, readings[reading]!];
  const notes = passage.notes.flatMap((note): Note[] => {
    const string = to.strings[from.strings.indexOf(note.string)];
    return string === undefined ? [] : [{ ...note, string }];
  });
  if (notes.length < passage.notes.length) return null;
  // Read once more for what "v" means, the lines are not asked about again.
  const asked = next?.kind === 'vMeans' ? { ...next, reading } : next;
  return {
    ...exercise,
    passage: { ...passage, tuning: to.tuning, notes: notes.sort(compareNotes) },
    question: asked,
  };
}

/** What was guessed of the text that an exercise was read from, as long as it is so. */
export interface Guesses {
  /** The text tells no rhythm: its notes stand one a slot, so many a beat. Null: it does, or they stand otherwise by now. */
  readonly slotsABeat: number | null;
  /** The text names no string: its lines are those of this tuning. */
  readonly letters: readonly string[] | null;
  /** The text names no stroke: the policy and its start decide them all. Null: it does, or they are decided by hand by now. */
  readonly policy: PickingPolicy | null;
}

/** The guesses of a reading that still stand in an exercise. The reading is that of the text with its grid and tuning. */
export function guessesOf(
  { passage, policy, question }: Exercise,
  { guessed, passage: read }: TabReading,
): Guesses {
  const isAsRead =
    read.notes.length === passage.notes.length &&
    read.notes.every(({ onsetTicks }, at) => onsetTicks === passage.notes[at]!.onsetTicks);
  const isGuess =
    guessed.strokes && question === null && passage.notes.every(({ lock }) => lock === undefined);
  return {
    slotsABeat: guessed.rhythm && isAsRead ? passage.subdivision : null,
    letters: guessed.tuning && isAsRead ? stringLetters(passage.tuning) : null,
    policy: isGuess && isAsRead ? policy : null,
  };
}

/** Titles longer than this are cut; the whole line stays in the source text. */
const TITLE_LENGTH = 80;

/** A new exercise from pasted text, or null when there are no notes in it. Its first line that is not tab names it. */
export function exerciseFromTab(text: string, fallbackTitle: string): Exercise | null {
  const reading = readTabText(text);
  const { passage, problems } = reading;
  if (passage.notes.length === 0) return null;
  const heading = problems.find((problem) => problem.code === 'textLine')?.text.trim();
  const title = heading && /[\p{L}\p{N}]/u.test(heading) ? heading.slice(0, TITLE_LENGTH) : fallbackTitle;
  return withReading(newExercise(title, passage), text, reading);
}
