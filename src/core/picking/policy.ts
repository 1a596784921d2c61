/** Policies: who decides the stroke. A policy is a rule for each transition; the engine is the same for all. */
import { MAX_STRINGS } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';

export interface PickingPolicy {
  readonly kind: 'alternateByNote' | 'economy';
  /** The first stroke; `auto` takes the better one. */
  readonly start: Stroke | 'auto';
  /** Whether the figure goes round. Absent: no. */
  readonly loop?: boolean;
  /** Economy only: over a skipped string travel on in the direction of the change. Absent: alternate there. */
  readonly travelOverSkips?: boolean;
}

/** What a policy says about one transition. */
export type Rule =
  | { readonly code: 'alternates' }
  | { readonly code: 'alternatesOverSkip' }
  | { readonly code: 'enters'; readonly string: number; readonly travel: 'floorward' | 'ceilingward' };

const enters = (travel: 'floorward' | 'ceilingward') =>
  Array.from({ length: MAX_STRINGS + 1 }, (_, string): Rule => ({ code: 'enters', string, travel }));
/** By the string that is entered. Rules are shared values, made once. */
const ENTERS_FLOORWARD = enters('floorward');
const ENTERS_CEILINGWARD = enters('ceilingward');
const ALTERNATES: Rule = { code: 'alternates' };
const ALTERNATES_OVER_SKIP: Rule = { code: 'alternatesOverSkip' };

/** The opposite stroke. */
export function otherStroke(stroke: Stroke): Stroke {
  return stroke === 'down' ? 'up' : 'down';
}

/** Whether a transition goes by the direction of travel: economy, and not over a skip unless the switch says so. */
function isTravelled(policy: PickingPolicy, floorward: number): boolean {
  if (policy.kind !== 'economy' || floorward === 0) return false;
  return Math.abs(floorward) === 1 || policy.travelOverSkips === true;
}

/**
 * The stroke that the policy gives a pick that lies some strings floorward of the one before (0: on the same string),
 * which was struck with `fromStroke`.
 */
export function strokeFor(policy: PickingPolicy, floorward: number, fromStroke: Stroke): Stroke {
  if (isTravelled(policy, floorward)) return floorward > 0 ? 'down' : 'up';
  return otherStroke(fromStroke);
}

/** The rule behind `strokeFor`; `string` is the one that is entered. */
export function ruleFor(policy: PickingPolicy, floorward: number, string: number): Rule {
  if (isTravelled(policy, floorward)) return (floorward > 0 ? ENTERS_FLOORWARD : ENTERS_CEILINGWARD)[string]!;
  return policy.kind === 'economy' && Math.abs(floorward) > 1 ? ALTERNATES_OVER_SKIP : ALTERNATES;
}
