/** The cheapest states of a hand through the moments of a passage. */
import { LEAST_SHIFT, moveCost, type HandContext, type HandState } from './hand';
import type { Moment } from './moments';
import { cheapestWay } from './path';

/** By moment, the states that it may have. */
export type States = readonly (readonly HandState[])[];

/** What is to be fingered, and by what. */
export interface Problem {
  readonly context: HandContext;
  readonly moments: readonly Moment[];
  readonly loops: boolean;
}

/** Where the hand lies in a state, as one number; to another place it has to shift. */
export const placeOf = ({ position, low }: HandState) => position * 100 + low;

/** The cheapest states of the moments, one each. */
export function solved(
  { context, moments, loops }: Problem,
  states: States,
): { chosen: HandState[]; cost: number } {
  const costs = states.map((some) => some.map(({ cost }) => cost));
  const between = (i: number, j: number, a: number, b: number) =>
    moveCost(context, moments[i]!, states[i]![a]!, moments[j]!, states[j]![b]!);
  const { path, cost } = cheapestWay({
    costs,
    move: (i, a, b) => between(i, i + 1, a, b),
    groups: states.map((some) => some.map(placeOf)),
    apart: LEAST_SHIFT,
    close: loops ? (a, b) => between(moments.length - 1, 0, a, b) : null,
  });
  return { chosen: path.map((state, at) => states[at]![state]!), cost };
}
