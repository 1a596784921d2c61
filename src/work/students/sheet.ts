/** What a teacher wants to know before a lesson, on one page: sentences out of the record, never a mark. */
import { bpmText, capital, counted, durationText, KIND_NAMES, type LessonRecord } from '@/core';
import { agoText, dayAfter, dueOn, statedText, type Attention, type FailingInExercise } from '@/core/record';
import { judgedOn, type Book } from '../book';
import { lineTitle } from './lessonLines';
import { doneSince, failingSince, movedText, standingLesson, tasksDone, type Done } from './tasks';

/** A line of the sheet, with the exercise that it is about. */
export interface SheetLine {
  readonly text: string;
  readonly exerciseId: string | null;
}

/** The sheet before a lesson. */
export interface LessonSheet {
  /** The day from which things are told: that of the last lesson, or four weeks ago. */
  readonly from: string;
  readonly isSinceLesson: boolean;
  readonly attention: readonly SheetLine[];
  readonly set: readonly SheetLine[];
  readonly done: readonly SheetLine[];
  readonly moved: readonly SheetLine[];
  readonly fails: readonly SheetLine[];
  readonly hearFirst: readonly SheetLine[];
  readonly next: readonly SheetLine[];
}

const WITHOUT_LESSON_DAYS = 28;
const MOST_FAILS = 4;
const MOST_HEARD = 4;

/** "34 min on 4 days, 12 of 20 runs clean". */
export const doneText = ({ days, seconds, runs, clean }: Done): string =>
  runs === 0
    ? 'not practised'
    : `${durationText(seconds < 90 ? Math.round(seconds) : Math.round(seconds / 60) * 60)} on ${counted(days, 'day')}, ${clean} of ${counted(runs, 'run')} clean`;

/** "Millrace: inside from string 3 to 2, in 15 of 207 passes". */
export const failText = (
  { kind, stringFrom, stringTo, runs, played }: FailingInExercise,
  title: string,
): string =>
  `${title}: ${KIND_NAMES[kind]} from string ${stringFrom} to ${stringTo}, in ${runs} of ${counted(played, 'pass', 'passes')}`;

/** What could come next, by what needs attention; one sentence for each reason. */
function nextLines(attention: readonly Attention[], titleOf: (id: string) => string): SheetLine[] {
  return attention.flatMap(({ kind, exerciseId }): SheetLine[] => {
    const title = exerciseId === null ? '' : titleOf(exerciseId);
    const line = (text: string) => [{ text, exerciseId }];
    switch (kind) {
      case 'overdoing':
        return [{ text: 'Rest before anything else; then slower, in shorter stretches.', exerciseId: null }];
      case 'nothing heard':
        return line('Ask what stood in the way; set less.');
      case 'one place':
        return line(`${title}: drill that change by itself, then join it to the rest.`);
      case 'stuck':
        return line(`${title}: stop climbing; isolate what fails, or take another kind of ladder.`);
      case 'ready':
        return line(`${title}: hear it at the goal; then raise it, keep it, or vary it.`);
      case 'too easy':
        return line(`${title}: raise the goal, or another exercise.`);
    }
  });
}

/** Several reasons may ask for one thing. */
const onceEach = (lines: readonly SheetLine[]): SheetLine[] => [
  ...new Map(lines.map((line) => [line.text, line])).values(),
];

/** What is worth hearing first: what may be ready, where one place fails, what was set and practised, what is due cold. */
function hearLines(
  book: Book,
  attention: readonly Attention[],
  worked: readonly string[],
  today: string,
): SheetLine[] {
  const lines = new Map<string, string>();
  const hear = (id: string, text: string) => {
    if (!lines.has(id) && book.exercises.has(id)) lines.set(id, `${book.titleOf(id)}: ${text}`);
  };
  for (const { kind, exerciseId } of attention) {
    if (exerciseId === null) continue;
    const goal = book.measures.get(exerciseId)?.goalBpm;
    if (kind === 'ready' && goal !== undefined) hear(exerciseId, `at its goal, ${bpmText(goal)}.`);
    if (kind === 'one place') hear(exerciseId, 'the change that fails, slowly, and then in its line.');
    if (kind === 'stuck') hear(exerciseId, 'at a tempo that goes, and then at one that does not.');
  }
  for (const id of worked) {
    const { stated } = judgedOn(book, id);
    hear(
      id,
      stated?.says === 'estimate' ? `round ${bpmText(Math.round(stated.bpm))}.` : 'as it was practised.',
    );
  }
  const known = book.practised.filter(({ exerciseId }) => book.exercises.has(exerciseId));
  for (const { exerciseId, interval } of dueOn(known, today))
    if (interval > 1) hear(exerciseId, 'cold: it comes back today.');
  return [...lines].slice(0, MOST_HEARD).map(([exerciseId, text]) => ({ exerciseId, text }));
}

/** The sheet before a lesson. @param dated a day in words. */
export function lessonSheet(
  book: Book,
  lessons: readonly LessonRecord[],
  attention: readonly Attention[],
  dated: (day: string) => string,
): LessonSheet {
  const { today } = book;
  // What is being set today was not asked for yet.
  const before = lessons.filter(({ day }) => day < today);
  const lesson = standingLesson(before, today) ?? standingLesson(lessons, today);
  const last = before[0] ?? lesson;
  const from = last?.day ?? dayAfter(today, -WITHOUT_LESSON_DAYS);
  const tasks = lesson ? tasksDone(book, lesson) : [];
  const taskIds = tasks.flatMap(({ task }) => task.exerciseId ?? []);
  const practised = book.practised.filter(({ lastDay }) => lastDay >= from);
  const since = practised.filter(({ exerciseId }) => book.exercises.has(exerciseId));
  // What was deleted since was practised all the same.
  const others = practised.filter(({ exerciseId }) => !taskIds.includes(exerciseId));
  return {
    from,
    isSinceLesson: last !== null,
    attention: attention.map(({ kind, exerciseId, why }) => ({
      exerciseId,
      text: `${capital(kind)}${exerciseId ? `, ${book.titleOf(exerciseId)}` : ''}: ${why}`,
    })),
    set: tasks.map(({ task }) => ({
      exerciseId: task.exerciseId,
      text: `${lineTitle(task, book.exercises)}${task.words ? `: ${task.words}` : ''}`,
    })),
    done: [
      ...tasks.flatMap(({ task, done }) =>
        done
          ? [{ exerciseId: task.exerciseId, text: `${lineTitle(task, book.exercises)}: ${doneText(done)}.` }]
          : [],
      ),
      ...others.map(({ exerciseId }) => ({
        exerciseId,
        text: `${book.titleOf(exerciseId)}, not set: ${doneText(doneSince(book.days, exerciseId, from))}.`,
      })),
    ],
    moved: since.map(({ exerciseId, lastDay }) => {
      const { stated } = judgedOn(book, exerciseId);
      const moved = movedText(book, exerciseId, from, dated);
      const tempo = stated ? `clean tempo ${statedText(stated)}` : 'nothing to go by';
      return {
        exerciseId,
        text: `${book.titleOf(exerciseId)}: ${tempo}${moved ? `, ${moved}` : ''}; last ${agoText(lastDay, today)}.`,
      };
    }),
    fails: failingSince(book, from, MOST_FAILS).map((one) => ({
      exerciseId: one.exerciseId,
      text: `${failText(one, book.titleOf(one.exerciseId))}.`,
    })),
    hearFirst: hearLines(
      book,
      attention,
      taskIds.filter((id) => since.some(({ exerciseId }) => exerciseId === id)),
      today,
    ),
    next: onceEach(nextLines(attention, book.titleOf)),
  };
}
