/** What each policy minimises, in order of weight. */
import type { Stroke } from '../passage/passage';
import { contactOf, kindOf, slantOf } from './changes';
import { crossingsBetween, stringsFloorward, type Span } from './geometry';
import {
  departs,
  isStruckBack,
  isTravelled,
  slantWanted,
  type PickingPolicy,
  type PolicyKind,
  type Turning,
} from './policy';

/** Something that is counted over a solution. */
export type Tier =
  /** Departures from the policy's rule. */
  | 'breaks'
  /** A start other than asked. */
  | 'start'
  | 'crossings'
  | 'repeats'
  | 'upsOnBeat'
  /** Changes to a neighbour string that are no sweep, but for the turn of one. */
  | 'unfitExits'
  | 'picks'
  /** Picks inside a run on one string that are not its last: where a run is picked twice, it is its last note. */
  | 'early'
  /** Exits that ask for the slant that is not wanted. */
  | 'wrongExits'
  | 'backtracks'
  | 'slurs';

const TIERS: Readonly<Record<PolicyKind, readonly Tier[]>> = {
  alternateByNote: ['breaks', 'start'],
  alternateByPulse: ['breaks', 'start'],
  economy: ['breaks', 'start'],
  sweep: ['breaks', 'unfitExits', 'picks', 'early', 'start'],
  leastTravel: ['crossings', 'repeats', 'start', 'upsOnBeat'],
  oneSlant: ['breaks', 'wrongExits', 'backtracks', 'slurs', 'start', 'crossings'],
};

/** The tiers of a policy, heaviest first. */
export function tiersOf(policy: PickingPolicy): readonly Tier[] {
  return TIERS[policy.kind];
}

/** A pick with what the costs look at. */
export interface WeighedPick extends Span, Turning {
  readonly lock: Stroke | null;
  /** Whether the policy may slur it. */
  readonly maySlur?: boolean;
  readonly onBeat?: boolean;
  /** Whether the pick after it is on the same string. */
  readonly runsOn?: boolean;
}

/** One transition into a picked note, as the tiers see it. */
export interface Weighed {
  readonly from: Span & Turning;
  readonly fromStroke: Stroke;
  readonly to: WeighedPick;
  readonly toStroke: Stroke;
}

/** What a transition into a picked note adds to a tier. Slurred notes add to `slurs` alone. */
export function transitionCost(policy: PickingPolicy, tier: Tier, one: Weighed): number {
  const { from, fromStroke, to, toStroke } = one;
  const floorward = stringsFloorward(from, fromStroke, to, toStroke);
  switch (tier) {
    case 'breaks':
      return Number(departs(policy, floorward, fromStroke, toStroke, to));
    case 'crossings':
      return crossingsBetween(from, fromStroke, to, toStroke);
    case 'repeats':
      return Number(kindOf(fromStroke, toStroke, floorward) === 'repeat');
    case 'backtracks':
      return Number(kindOf(fromStroke, toStroke, floorward) === 'backtrack');
    case 'unfitExits':
      return Number(isUnfit(policy, one));
    case 'wrongExits':
      return Number(asksOtherSlant(policy, floorward, fromStroke, toStroke));
    case 'early':
      return Number(floorward === 0 && to.runsOn === true);
    case 'picks':
    case 'upsOnBeat':
      return ownCost(tier, to, toStroke);
    case 'slurs':
    case 'start':
      return 0;
  }
}

/** What a picked note adds by itself, whatever came before. */
export function ownCost(tier: Tier, pick: WeighedPick, stroke: Stroke): number {
  if (tier === 'picks') return 1;
  return Number(tier === 'upsOnBeat' && pick.onBeat === true && stroke === 'up');
}

/** Whether a change should be swept and is not: between neighbour strings, where no sweep turns. */
export function isUnfit(policy: PickingPolicy, { from, fromStroke, to, toStroke }: Weighed): boolean {
  const floorward = stringsFloorward(from, fromStroke, to, toStroke);
  if (!isTravelled(policy, floorward) || from.isTurn === true || isStruckBack(to)) return false;
  return kindOf(fromStroke, toStroke, floorward) !== 'sweep';
}

/** Whether an exit asks for the slant that the policy does not want. */
export function asksOtherSlant(
  policy: PickingPolicy,
  floorward: number,
  fromStroke: Stroke,
  toStroke: Stroke,
): boolean {
  const kind = kindOf(fromStroke, toStroke, floorward);
  const asked = slantOf(contactOf(kind, Math.max(0, Math.abs(floorward) - 1)), fromStroke);
  return asked !== null && asked !== slantWanted(policy);
}
