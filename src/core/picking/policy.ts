/** Policies: who decides the stroke. A policy is a rule for each transition and an order of costs; the engine is the same for all. */
import { MAX_STRINGS } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { kindOf, type Direction, type Slant } from './changes';

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

/**
 * Ways of a sweep over the string where its direction turns. `onward`: a single note there keeps the stroke that came to it, several
 * are picked so that the last sweeps on. `back`: a single note has the stroke of the way back. `pulled`: of several only the first
 * is picked, the rest slurred.
 */
export const TURN_WAYS = ['onward', 'back', 'pulled'] as const;
/** A way of a sweep over its turning string. */
export type TurnWay = (typeof TURN_WAYS)[number];

/** What a one-slant policy may ask for: a slant, or whichever fits the notes better. */
export const SLANT_WISHES = ['either', 'downward', 'upward'] as const;

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
  /** One slant: which. Absent: whichever fits, downward where both do. */
  readonly slant?: (typeof SLANT_WISHES)[number];
  /** Sweep: how it goes over the string where it turns. Absent: onward. */
  readonly turn?: TurnWay;
  /** Sweep and one slant: whether notes may be slurred. Absent: no. */
  readonly maySlur?: boolean;
  /** One slant: whether neighbour strings may be swept. Absent: yes. */
  readonly maySweep?: boolean;
}

/** A policy of another kind, with all else that is set; where it gets a slant to choose, whichever fits. */
export function ofKind(policy: PickingPolicy, kind: PolicyKind): PickingPolicy {
  return { ...policy, kind, ...(kind === 'oneSlant' ? { slant: policy.slant ?? 'either' } : {}) };
}

/** What a policy says about one transition. */
export type Rule =
  | { readonly code: 'alternates' }
  | { readonly code: 'alternatesOverSkip' }
  | { readonly code: 'enters'; readonly string: number; readonly travel: Direction }
  /** As `enters`, on the string where a sweep turns. */
  | { readonly code: 'turns'; readonly string: number; readonly travel: Direction; readonly way: TurnWay }
  | { readonly code: 'pulse' }
  | { readonly code: 'leastTravel' }
  | { readonly code: 'oneSlant'; readonly slant: Slant };

const onStrings = (rule: (string: number) => Rule) =>
  Array.from({ length: MAX_STRINGS + 1 }, (_, string) => rule(string));
const enters = (travel: Direction) => onStrings((string) => ({ code: 'enters', string, travel }));
/** By the string that is entered. Rules are shared values, made once. */
const ENTERS_FLOORWARD = enters('floorward');
const ENTERS_CEILINGWARD = enters('ceilingward');
const turns = (way: TurnWay): Readonly<Record<Direction, readonly Rule[]>> => ({
  floorward: onStrings((string) => ({ code: 'turns', string, travel: 'floorward', way })),
  ceilingward: onStrings((string) => ({ code: 'turns', string, travel: 'ceilingward', way })),
});
const TURNS = { onward: turns('onward'), back: turns('back'), pulled: turns('pulled') };
const ALTERNATES: Rule = { code: 'alternates' };
const ALTERNATES_OVER_SKIP: Rule = { code: 'alternatesOverSkip' };
const PULSE: Rule = { code: 'pulse' };
const LEAST_TRAVEL: Rule = { code: 'leastTravel' };
const ONE_SLANT: Readonly<Record<Slant, Rule>> = {
  upward: { code: 'oneSlant', slant: 'upward' },
  downward: { code: 'oneSlant', slant: 'downward' },
};

/** The slant of a one-slant policy that has settled on one; downward where it has not. */
export function slantWanted(policy: PickingPolicy): Slant {
  return policy.slant === 'upward' ? 'upward' : 'downward';
}

/** Whether a policy leaves it to the notes which slant it takes. */
export function leavesSlantOpen({ kind, slant }: PickingPolicy): boolean {
  return kind === 'oneSlant' && (slant === undefined || slant === 'either');
}

/** What a pick has to do with the turn of a sweep; absent: nothing. */
export interface Turning {
  /** On the first pick of a string where the sweep turns: how, and in which direction it comes. */
  readonly turn?: { readonly way: TurnWay; readonly travel: Direction };
  /** Leaving its string is the turn, of which no sweep is asked. */
  readonly isTurn?: boolean;
}

/** Whether a pick is struck on the turning string with the stroke of the way back. */
export const isStruckBack = ({ turn }: Turning): boolean => turn?.way === 'back';

/** The stroke that goes with a direction of travel. */
export const strokeOfTravel = (travel: Direction): Stroke => (travel === 'floorward' ? 'down' : 'up');

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
  if (isTravelled(policy, floorward)) return strokeOfTravel(floorward > 0 ? 'floorward' : 'ceilingward');
  return otherStroke(fromStroke);
}

/** Whether a transition departs from what the policy says; `to` is the pick that it leads to. */
export function departs(
  policy: PickingPolicy,
  floorward: number,
  fromStroke: Stroke,
  toStroke: Stroke,
  to: Turning,
): boolean {
  if (to.turn && isStruckBack(to)) return toStroke === strokeOfTravel(to.turn.travel);
  const given = strokeFor(policy, floorward, fromStroke);
  if (given !== null) return given !== toStroke;
  return (
    policy.kind === 'oneSlant' &&
    policy.maySweep === false &&
    kindOf(fromStroke, toStroke, floorward) === 'sweep'
  );
}

/** The rule behind a stroke; `string` is the one that is entered, by the pick `to`. */
export function ruleFor(policy: PickingPolicy, floorward: number, string: number, to: Turning): Rule {
  if (to.turn) return TURNS[to.turn.way][to.turn.travel][string]!;
  if (policy.kind === 'alternateByPulse') return PULSE;
  if (policy.kind === 'leastTravel') return LEAST_TRAVEL;
  if (policy.kind === 'oneSlant') return floorward === 0 ? ALTERNATES : ONE_SLANT[slantWanted(policy)];
  if (isTravelled(policy, floorward)) return (floorward > 0 ? ENTERS_FLOORWARD : ENTERS_CEILINGWARD)[string]!;
  return policy.kind !== 'alternateByNote' && Math.abs(floorward) > 1 ? ALTERNATES_OVER_SKIP : ALTERNATES;
}
