/** The plan of an exercise: strokes, analysis and goal check derived in one place, for everyone to read. */
import type { Setup } from '../instrument/instrument';
import { analyseStrokes, type Analysis } from '../picking/analysis';
import type { PickingPolicy } from '../picking/policy';
import { withSlurs } from '../picking/overlay';
import { assignStrokes, type StrokeAssignment } from '../picking/strokes';
import type { Passage } from '../passage/passage';

/** What is derived once from an exercise: strokes and their analysis. */
export interface Plan {
  /** The passage as it is played: with the slurs that the policy makes. */
  readonly passage: Passage;
  readonly assignment: StrokeAssignment;
  readonly analysis: Analysis;
}

/** Strokes and their analysis under a policy. */
export function planOf(passage: Passage, policy: PickingPolicy, setup: Setup): Plan {
  const assignment = assignStrokes(passage, policy);
  return {
    passage: withSlurs(passage, assignment.slurred),
    assignment,
    analysis: analyseStrokes(passage, assignment, policy.loop === true, setup),
  };
}
