/** Policies: who decides the stroke. A policy is a rule for each transition and an order of costs; the engine is the same for all. */
import { MAX_STRINGS } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { kindOf, type Slant } from './changes';

/** The ways of deciding strokes. */
export const POLICY_KINDS = [
  'alternateByNote',
  'alternateByPulse',
  'economy',
  'sweep',
  'leastTravel',
  'oneSlant',
] as const;
/** A way of deciding strokes. */
export type PolicyKind = (typeof POLICY_KINDS)[number];

export const RESTARTS = ['never', 'beat', 'bar'] as const;

/** Who decides the strokes, with the particulars of each way; what is absent has the default that stands beside it. */
export interface PickingPolicy {
  readonly kind: PolicyKind;
  /** The first stroke (by pulse: that of slot 0 and of each restart); `auto` takes the better one. */
  readonly start: Stroke | 'auto';
  /** Whether the figure goes round. Absent: no. */
  readonly loop?: boolean;
  /** Economy and sweep: over a skipped string travel on in the direction of the change. Absent: alternate there. */
  readonly travelOverSkips?: boolean;
  /** By pulse: where the swing begins anew. Absent: never. */
  readonly restart?: (typeof RESTARTS)[number];
  /** One slant: which. Absent: downward. */
  readonly slant?: Slant;
  /** Sweep and one slant: whether notes may be slurred. Absent: no. */
  readonly maySlur?: boolean;
  /** One slant: whether neighbour strings may be swept. Absent: yes. */
  readonly maySweep?: boolean;
}

/** What a policy says about one transition. */
export type Rule =
  | { readonly code: 'alternates' }
  | { readonly code: 'alternatesOverSkip' }
  | { readonly code: 'enters'; readonly string: number; readonly travel: 'floorward' | 'ceilingward' }
  | { readonly code: 'pulse' }
  | { readonly code: 'leastTravel' }
  | { readonly code: 'oneSlant'; readonly slant: Slant };

const enters = (travel: 'floorward' | 'ceilingward') =>
  Array.from({ length: MAX_STRINGS + 1 }, (_, string): Rule => ({ code: 'enters', string, travel }));
/** By the string that is entered. Rules are shared values, made once. */
const ENTERS_FLOORWARD = enters('floorward');
const ENTERS_CEILINGWARD = enters('ceilingward');
const ALTERNATES: Rule = { code: 'alternates' };
const ALTERNATES_OVER_SKIP: Rule = { code: 'alternatesOverSkip' };
const PULSE: Rule = { code: 'pulse' };
const LEAST_TRAVEL: Rule = { code: 'leastTravel' };
const ONE_SLANT: Readonly<Record<Slant, Rule>> = {
  upward: { code: 'oneSlant', slant: 'upward' },
  downward: { code: 'oneSlant', slant: 'downward' },
};

/** The slant of a one-slant policy. */
export function slantWanted(policy: PickingPolicy): Slant {
  return policy.slant ?? 'downward';
}

/** The opposite stroke. */
export function otherStroke(stroke: Stroke): Stroke {
  return stroke === 'down' ? 'up' : 'down';
}

/** Whether a transition goes by the direction of travel: economy and sweep, and not over a skip unless the switch says so. */
export function isTravelled(policy: PickingPolicy, floorward: number): boolean {
  if ((policy.kind !== 'economy' && policy.kind !== 'sweep') || floorward === 0) return false;
  return Math.abs(floorward) === 1 || policy.travelOverSkips === true;
}

/**
 * The stroke that the policy gives a pick that lies some strings floorward of the one before (0: on the same string),
 * which was struck with `fromStroke`; null where it leaves both open. Pulses are not decided by transitions.
 */
export function strokeFor(policy: PickingPolicy, floorward: number, fromStroke: Stroke): Stroke | null {
  if (policy.kind === 'leastTravel' || policy.kind === 'alternateByPulse') return null;
  if (policy.kind === 'oneSlant') return floorward === 0 ? otherStroke(fromStroke) : null;
  if (isTravelled(policy, floorward)) return floorward > 0 ? 'down' : 'up';
  return otherStroke(fromStroke);
}

/** Whether a transition departs from what the policy says. */
export function departs(
  policy: PickingPolicy,
  floorward: number,
  fromStroke: Stroke,
  toStroke: Stroke,
): boolean {
  const given = strokeFor(policy, floorward, fromStroke);
  if (given !== null) return given !== toStroke;
  return (
    policy.kind === 'oneSlant' &&
    policy.maySweep === false &&
    kindOf(fromStroke, toStroke, floorward) === 'sweep'
  );
}

/** The rule behind a stroke; `string` is the one that is entered. */
export function ruleFor(policy: PickingPolicy, floorward: number, string: number): Rule {
  if (policy.kind === 'alternateByPulse') return PULSE;
  if (policy.kind === 'leastTravel') return LEAST_TRAVEL;
  if (policy.kind === 'oneSlant') return floorward === 0 ? ALTERNATES : ONE_SLANT[slantWanted(policy)];
  if (isTravelled(policy, floorward)) return (floorward > 0 ? ENTERS_FLOORWARD : ENTERS_CEILINGWARD)[string]!;
  return policy.kind !== 'alternateByNote' && Math.abs(floorward) > 1 ? ALTERNATES_OVER_SKIP : ALTERNATES;
}
