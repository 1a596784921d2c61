/** The twin of an exercise: the same line with the other kind of change. */
import { isOneSidedLine } from '../balance/balance';
import type { Exercise, Goal } from '../model/exercise';
import { planOf, type Plan } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Passage } from '../passage/passage';
import { withStrokes } from '../picking/keepStrokes';
import { otherStroke } from '../picking/policy';
import { drillTitle } from './group';

/** All locks the other way. */
function turnedLocks(passage: Passage): Passage {
  return {
    ...passage,
    notes: passage.notes.map((note) =>
      note.lock ? { ...note, lock: { ...note.lock, stroke: otherStroke(note.lock.stroke) } } : note,
    ),
  };
}

const OTHER_KIND = { outside: 'inside', inside: 'outside' } as const;

const turnedGoal = (goal: Goal): Goal =>
  goal.kind === 'outside' || goal.kind === 'inside' ? { ...goal, kind: OTHER_KIND[goal.kind] } : goal;

/**
 * The same notes with every stroke turned, so that outside is inside and inside outside, as a drill of the exercise. Null where there is none: a
 * line without such changes, one with sweeps (turned, they would go against the grain), and one that has as many of both anyway because it swaps them
 * with every pass.
 */
export function twinOf(exercise: Exercise, plan: Plan, parentId: string, order: number): Exercise | null {
  const { kinds } = plan.analysis.figures;
  if (!isOneSidedLine(plan.analysis)) return null;
  const [strokes] = plan.assignment.passes;
  const wanted = strokes!.map((stroke) => stroke && otherStroke(stroke));
  const first = wanted.find((stroke) => stroke !== null) ?? 'down';
  const policy = { ...exercise.policy, start: first };
  // Slurs of the plan are part of the line.
  const passage = withStrokes(turnedLocks(plan.passage), policy, wanted);
  const turned = planOf(passage, policy, DEFAULT_SETUP).analysis.figures.kinds;
  if (turned.inside !== kinds.outside || turned.outside !== kinds.inside) return null;
  const drill = { parentId, order, stage: 'twin', hands: 'both' } as const;
  return {
    ...exercise,
    title: drillTitle(exercise, { stage: 'twin', hands: 'both', part: '' }),
    passage,
    policy,
    goal: turnedGoal(exercise.goal),
    // Its notes speak of strokes that are turned here.
    studentNotes: [],
    cues: null,
    question: null,
    brief: null,
    briefTyped: null,
    origin: null,
    sourceText: '',
    drill,
  };
}
