/** Taking pasted tab into an exercise, with the strokes that came with it. */
import { readTabText, type ReadTabOptions } from '../formats/tab/read';
import { setLocks } from '../passage/edits';
import type { Lock, Passage, Stroke } from '../passage/passage';
import type { PickingPolicy } from '../picking/policy';
import { assignStrokes } from '../picking/strokes';
import { newExercise, type Exercise } from './exercise';

const LOCK_REASON = 'as written in the tab';

/** The policy that gives a row of strokes with the fewest differences, and the notes where it still differs. */
export function fitPolicy(
  passage: Passage,
  strokes: Readonly<Record<string, Stroke>>,
  policy: PickingPolicy,
): { policy: PickingPolicy; differing: string[] } {
  const first = passage.notes.map((note) => strokes[note.id]).find((stroke) => stroke !== undefined);
  const start = first ?? policy.start;
  const candidates: PickingPolicy[] = [
    { ...policy, start },
    { ...policy, start, kind: policy.kind === 'economy' ? 'alternateByNote' : 'economy' },
    { ...policy, start, kind: 'economy', travelOverSkips: true },
  ];
  const fits = candidates.map((candidate) => {
    const given = assignStrokes(passage, candidate).passes[0]!;
    const differing = passage.notes.flatMap((note, at) =>
      strokes[note.id] !== undefined && strokes[note.id] !== given[at] ? [note.id] : [],
    );
    return { policy: candidate, differing };
  });
  return fits.reduce((best, fit) => (fit.differing.length < best.differing.length ? fit : best));
}

/** Takes strokes over: the policy that fits them best, and locks where it differs. Answers the open question. */
export function takeStrokes(exercise: Exercise, strokes: Readonly<Record<string, Stroke>>): Exercise {
  const fit = fitPolicy(exercise.passage, strokes, exercise.policy);
  const locks = fit.differing.map((id): [string, Lock] => [
    id,
    { stroke: strokes[id]!, reason: LOCK_REASON },
  ]);
  const passage = locks.length > 0 ? setLocks(exercise.passage, Object.fromEntries(locks)) : exercise.passage;
  return { ...exercise, passage, policy: fit.policy, question: null };
}

/** Puts the notes of a text into an exercise. Strokes that need no decision are taken; others become a question. */
export function withTab(exercise: Exercise, text: string, options: ReadTabOptions = {}): Exercise {
  const { passage, strokes, problems, repeats } = readTabText(text, options);
  const policy = repeats ? { ...exercise.policy, loop: true } : exercise.policy;
  const read: Exercise = { ...exercise, passage, policy, sourceText: text, question: null };
  if (problems.some((problem) => problem.code === 'strokeMeaning'))
    return { ...read, question: { kind: 'vMeans' } };
  if (!strokes) return read;
  const fit = fitPolicy(passage, strokes, policy);
  const isPlain = fit.differing.length === 0 && fit.policy.kind === policy.kind;
  return isPlain ? { ...read, policy: fit.policy } : { ...read, question: { kind: 'strokes', strokes } };
}

/** Titles longer than this are cut; the whole line stays in the source text. */
const TITLE_LENGTH = 80;

/** A new exercise from pasted text, or null when there are no notes in it. Its first line that is not tab names it. */
export function exerciseFromTab(text: string, fallbackTitle: string): Exercise | null {
  const { passage, problems } = readTabText(text);
  if (passage.notes.length === 0) return null;
  const heading = problems.find((problem) => problem.code === 'textLine')?.text.trim();
  const title = heading && /[\p{L}\p{N}]/u.test(heading) ? heading.slice(0, TITLE_LENGTH) : fallbackTitle;
  return withTab(newExercise(title, passage), text);
}
