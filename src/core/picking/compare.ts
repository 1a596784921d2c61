/** All policies on the same notes: what each of them would do. */
import type { Setup } from '../instrument/instrument';
import type { Passage } from '../passage/passage';
import { analyseStrokes, type Figures } from './analysis';
import type { SlantClass } from './changes';
import { POLICY_KINDS, type PickingPolicy } from './policy';
import { assignStrokes } from './strokes';

export interface ComparedPolicy {
  readonly policy: PickingPolicy;
  readonly figures: Figures;
  readonly slants: SlantClass;
  readonly slurs: number;
  /** How much of the policy could not be satisfied. */
  readonly unmet: number;
  /** Indices of the notes whose stroke differs from the policy in use, in the first pass. */
  readonly differs: readonly number[];
  readonly isInUse: boolean;
}

/** The policies that are compared: each kind with all that is set, one slant both ways. */
export function policiesLike(policy: PickingPolicy): PickingPolicy[] {
  return POLICY_KINDS.flatMap((kind): PickingPolicy[] =>
    kind === 'oneSlant'
      ? [
          { ...policy, kind, slant: 'downward' },
          { ...policy, kind, slant: 'upward' },
        ]
      : [{ ...policy, kind }],
  );
}

/** Figures of every policy on a passage, and where it differs from the one in use. */
export function comparePolicies(passage: Passage, policy: PickingPolicy, setup: Setup): ComparedPolicy[] {
  const given = assignStrokes(passage, policy);
  const mine = given.passes[0] ?? [];
  return policiesLike(policy).map((other) => {
    const assignment = assignStrokes(passage, other);
    const { figures, slants } = analyseStrokes(passage, assignment, other.loop === true, setup);
    const strokes = assignment.passes[0] ?? [];
    const isInUse = other.kind === policy.kind && (other.kind !== 'oneSlant' || other.slant === given.slant);
    return {
      policy: other,
      figures,
      slants: slants.class,
      slurs: assignment.slurred.length,
      unmet: assignment.unmet.length,
      differs: strokes.flatMap((stroke, at) => (stroke === mine[at] ? [] : [at])),
      isInUse,
    };
  });
}
