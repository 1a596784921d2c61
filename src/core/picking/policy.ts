/** Policies: who decides the stroke. A policy is a rule for each transition; the engine is the same for all. */
import type { Stroke } from '../passage/passage';
import { stringsFloorward, type Span } from './geometry';

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

/** The rule that governs a transition, and the stroke that it gives the second pick. */
export interface Ruling {
  readonly rule: Rule;
  readonly stroke: Stroke;
}

const ALTERNATES: Rule = { code: 'alternates' };
const ALTERNATES_OVER_SKIP: Rule = { code: 'alternatesOverSkip' };

/** The opposite stroke. */
export function otherStroke(stroke: Stroke): Stroke {
  return stroke === 'down' ? 'up' : 'down';
}

/**
 * What the policy gives `to` after `from` was struck with `fromStroke`. For a pick over several strings the entry
 * string depends on the stroke itself, so the stroke that is being judged is given too.
 */
export function rulingFor(
  policy: PickingPolicy,
  from: Span,
  fromStroke: Stroke,
  to: Span,
  toStroke: Stroke,
): Ruling {
  if (policy.kind === 'economy') {
    const floorward = stringsFloorward(from, fromStroke, to, toStroke);
    const skips = Math.abs(floorward) > 1;
    if (floorward !== 0 && (!skips || policy.travelOverSkips)) {
      const travel = floorward > 0 ? 'floorward' : 'ceilingward';
      const string = toStroke === 'down' ? to.thickest : to.thinnest;
      return { rule: { code: 'enters', string, travel }, stroke: floorward > 0 ? 'down' : 'up' };
    }
    if (skips) return { rule: ALTERNATES_OVER_SKIP, stroke: otherStroke(fromStroke) };
  }
  return { rule: ALTERNATES, stroke: otherStroke(fromStroke) };
}
