/**
 * The engine: an exact shortest path over the picks (Viterbi 1967; here over costs in tiers, compared heaviest first). Nothing in it
 * knows a policy: rules arrive as costs of transitions.
 *
 * Among equal costs the path that departs from the rules latest wins, break by break, then the lower state (the
 * downstroke) at the first difference. Those two orders are carried along as ranks, so the answer is exact, not greedy.
 */
import type { Packing } from './packing';

/** Packed costs, and beside them a figure that is carried along, not minimised (crossings). */
export interface Costs {
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly figure: Int32Array;
}

/**
 * Transitions between successive picks. Alike ones share a block: their costs are reckoned and kept once. Into a slurred
 * state lead only those with the same stroke (the same parity), so that a slurred note never forgets its stroke.
 */
export interface Trellis {
  readonly picks: number;
  readonly states: number;
  readonly packing: Packing;
  /** The block of transitions that leads into pick i from pick i − 1; into pick 0 from the last. */
  readonly blockOf: Int32Array;
  /** What a block's transition from state a to b costs, at (block · states + a) · states + b. */
  readonly edges: Costs;
  /** 1 where the transition departs from the rules, at (block · states + a) · states + b. */
  readonly breaks: Uint8Array;
  /** 1 where pick i may be in state s, at i · states + s. */
  readonly allowed: Uint8Array;
  /** How many states of pick i are looked at: the struck ones, or all where it may be slurred. */
  readonly statesOf: Uint8Array;
  /** What it costs to begin in a state. */
  readonly firstCosts: Costs;
}

/** States in which a pick is struck, down or up; those after them are slurred. The first pick is never slurred. */
export const FIRST_STATES = 2;

/** Costs for so many states, all 0. */
export function noCosts(count: number): Costs {
  return {
    high: new Float64Array(count),
    low: new Float64Array(count),
    figure: new Int32Array(count),
  };
}
