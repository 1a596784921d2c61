/** What could come next, made in one press: a line against the change that fails most, with its twin and a ladder, set in the lesson of today. */
import {
  capital,
  KIND_NAMES,
  newExercise,
  NO_GOAL,
  planOf,
  type Exercise,
  type LessonRecord,
  type PlayerRecord,
  type Setup,
} from '@/core';
import {
  draftBrief,
  withCandidate,
  type Brief,
  type Candidate,
  type Outcome,
  type Target,
} from '@/core/brief';
import { problemExercise, temposFor, twinOf } from '@/core/drills';
import type { FailingInExercise } from '@/core/record';
import {
  addExercises,
  addLesson,
  changeLesson,
  database,
  newId,
  setLadder,
  type DatabaseHandle,
} from '@/storage';
import { judgedOn, type Book } from '../book';
import { taskLine } from './lessonLines';
import { isTrained, standingLesson } from './tasks';
import { wishInWeek } from '../week/wishing';

type Change = Pick<FailingInExercise, 'kind' | 'stringFrom' | 'stringTo'>;

/** Enough to hold the change four times among others, short enough to be learnt in a week: our own choice. */
const NOTES = 16;
/** Below the lower end of the clean tempo, as a session begins. */
const BELOW = 0.9;

/**
 * Briefs of a line that has a change of an exercise often, the better first: in its tones, strings, frets and division, with its policy; without
 * the other kind on these strings, and else with it. None for what is no change of string with a way over it.
 */
export function briefsAgainst(exercise: Exercise, change: Change): Brief[] {
  if (!isTrained(change)) return [];
  const { stringFrom, stringTo } = change;
  const kind = change.kind as 'outside' | 'inside' | 'sweep';
  const strings = [Math.max(stringFrom, stringTo), Math.min(stringFrom, stringTo)] as const;
  const scope = { strings, skipped: null };
  const often: Target = {
    ...{ ...scope, kind, direction: stringFrom > stringTo ? 'floorward' : 'ceilingward' },
    ...{ min: NOTES / 4, max: null },
  };
  const draft = draftBrief({ ...exercise, goal: { ...NO_GOAL, kind, strings } });
  const brief: Brief = { ...draft, notes: NOTES, targets: [often], lands: true };
  if (kind === 'sweep') return [brief];
  const other = kind === 'inside' ? 'outside' : 'inside';
  const none: Target = { ...scope, kind: other, direction: null, min: 0, max: 0 };
  return [{ ...brief, targets: [often, none] }, brief];
}

/** How a line is sought: in a worker, or at once in a test. */
export type ComposeOnce = (brief: Brief, setup: Setup) => Promise<Outcome>;

/** A line against a change, before it is kept. */
export interface NextLine {
  readonly exercise: Exercise;
  /** The same line with the other kind of change; null where there is none. */
  readonly twin: Exercise | null;
  readonly startBpm: number;
  readonly goalBpm: number;
  /** False: no line was found, and it is a plain figure with the change. */
  readonly isComposed: boolean;
}

/** Where its ladder begins and ends, by the clean tempo of the exercise in which the change fails, in notes a second. */
function temposOf(book: Book, exerciseId: string, from: Exercise, to: Exercise) {
  const slots = from.passage.subdivision / to.passage.subdivision;
  const { stated } = judgedOn(book, exerciseId);
  const goal = book.measures.get(exerciseId)?.goalBpm ?? from.startBpm;
  const clean =
    stated?.says === 'estimate' ? stated.low : stated && 'bpm' in stated ? stated.bpm : from.startBpm;
  const [startBpm, goalBpm] = [BELOW * clean * slots, goal * slots];
  // Where it stands above its goal, a step beyond what goes.
  const rounded = temposFor(startBpm / BELOW).goalBpm;
  return { startBpm: Math.round(startBpm), goalBpm: Math.max(Math.round(goalBpm), rounded) };
}

/** Makes a line against a change: composed within what the student plays; where no such line is found, a plain figure. */
export async function nextLine(
  book: Book,
  exercise: Exercise,
  change: FailingInExercise,
  compose: ComposeOnce,
): Promise<NextLine | null> {
  const { setup } = book.player;
  const briefs = briefsAgainst(exercise, change);
  const [first] = briefs;
  if (!first) return null;
  let found: { readonly brief: Brief; readonly best: Candidate } | null = null;
  for (const brief of briefs) {
    const [best] = (await compose(brief, setup)).candidates;
    if (!best) continue;
    found = { brief, best };
    break;
  }
  const { kind, stringFrom, stringTo } = change;
  const title = `${capital(KIND_NAMES[kind])} from string ${stringFrom} to ${stringTo}, for ${book.player.name}`;
  const goal = { ...NO_GOAL, kind: kind as 'inside', strings: first.targets[0]!.strings, words: '' };
  const base: Exercise = { ...newExercise(title, exercise.passage), policy: exercise.policy, goal };
  const made = found
    ? withCandidate(base, found.brief, found.best)
    : { ...problemExercise({ kind: kind as 'inside', from: stringFrom, to: stringTo }), title };
  const tempos = temposOf(book, change.exerciseId, exercise, made);
  const line: Exercise = { ...made, startBpm: tempos.startBpm };
  const twin = twinOf(line, planOf(line.passage, line.policy, setup), '', 0);
  return { exercise: line, twin, ...tempos, isComposed: found !== null };
}

/**
 * Keeps a line with its twin and its ladder, and sets it in the lesson of today; its id. Where that lesson begins with it, what was set before
 * stays set.
 */
export async function setNextLine(
  { exercise, twin, startBpm, goalBpm }: Omit<NextLine, 'isComposed'>,
  player: PlayerRecord,
  lessons: readonly LessonRecord[],
  { today, words }: { readonly today: string; readonly words: string },
  db: DatabaseHandle = database(),
): Promise<string> {
  const id = newId();
  const drill = twin && { ...twin, drill: { ...twin.drill!, parentId: id } };
  await addExercises(
    db,
    [{ id, exercise }, ...(drill ? [{ exercise: drill }] : [])],
    `A line for ${player.name}`,
  );
  await setLadder(db, id, player.id, startBpm, { startBpm, goalBpm });
  await wishInWeek(player, { id, title: exercise.title }, today, db);
  const task = { ...taskLine(id, exercise.title), words };
  const lesson = lessons.find(({ day }) => day === today);
  if (lesson) await changeLesson(db, lesson, { set: [...lesson.set, task] });
  else {
    const before = standingLesson(lessons, today)?.set ?? [];
    await addLesson(db, player.id, today, { set: [...before, task] });
  }
  return id;
}
