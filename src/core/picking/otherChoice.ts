/** What the other stroke of a pick would cost, out of the sweeps that found the answer. */
import { unpack, type Packing } from './packing';
import type { PolicyKind } from './policy';
import type { Tier } from './tiers';
import { WAY_WIDTH, waysThrough } from './paths';
import type { Sweeps } from './sweeps';
import type { Trellis } from './trellis';

/** What turning one stroke would cost, all else solved again, by tier; crossings also where they do not count. */
export type CostOfOtherChoice = Readonly<Record<'breaks' | 'start' | 'crossings', number>> &
  Readonly<Partial<Record<Tier, number>>>;

/** Reckons the cost of the other choice: of a pick in a state that the answer does not have. @param cost the answer's, a pass. */
export function otherChoice(
  trellis: Trellis,
  sweeps: Sweeps,
  kind: PolicyKind,
  tiers: readonly Tier[],
  cost: readonly number[],
): (pick: number, state: number) => CostOfOtherChoice {
  const { packing } = trellis;
  const startTier = tiers.indexOf('start');
  // Two passes by turns can differ from one again and again only where something counts after the start.
  const byTurns = sweeps.cycle && startTier < tiers.length - 1;
  const ways = new Float64Array(2 * WAY_WIDTH);
  const twice = new Float64Array(WAY_WIDTH);
  const way = new Float64Array(tiers.length + 1);
  const shape = SHAPES[kind];
  return (pick, state) => {
    const count = waysThrough(trellis, sweeps, pick, state, ways);
    leastTwice(ways, count, byTurns, packing, startTier, twice);
    unpack(packing, twice[0]!, twice[1]!, way);
    way[tiers.length] = twice[2]!;
    for (let t = 0; t < way.length; t++) way[t] = way[t]! / 2 - cost[t]!;
    return shape(way);
  };
}

/** What a way counts for the start, times the start's weight. */
function startOf(ways: Float64Array, one: number, { weights, shares, split }: Packing, tier: number): number {
  const word = ways[one * WAY_WIDTH + (tier < split ? 0 : 1)]!;
  const isFirst = tier === 0 || tier === split;
  const above = isFirst ? 0 : Math.floor(word * shares[tier - 1]!) * weights[tier - 1]!;
  return Math.floor((word - above) * shares[tier]!) * weights[tier]!;
}

/**
 * Writes the best of one or two ways round into `least`, twice gone: one again and again or, `byTurns`, also two in turn, of which
 * the first counts for the start.
 */
function leastTwice(
  ways: Float64Array,
  count: number,
  byTurns: boolean,
  packing: Packing,
  startTier: number,
  least: Float64Array,
): void {
  for (let at = 0; at < WAY_WIDTH; at++) least[at] = 2 * ways[at]!;
  if (count < 2) return;
  const startWord = startTier < packing.split ? 0 : 1;
  const more = byTurns ? startOf(ways, 0, packing, startTier) - startOf(ways, 1, packing, startTier) : 0;
  for (let one = 0; one < 2; one++)
    for (let other = 0; other < 2; other++) {
      if (one === other ? one === 0 : !byTurns) continue;
      const turned = one === other ? 0 : one === 0 ? more : -more;
      const [a, b] = [one * WAY_WIDTH, other * WAY_WIDTH];
      const high = ways[a]! + ways[b]! + (startWord === 0 ? turned : 0);
      const low = ways[a + 1]! + ways[b + 1]! + (startWord === 1 ? turned : 0);
      if (high > least[0]! || (high === least[0] && low >= least[1]!)) continue;
      least[0] = high;
      least[1] = low;
      least[2] = ways[a + 2]! + ways[b + 2]!;
    }
}

type Shape = (more: Float64Array) => CostOfOtherChoice;

/** What a way costs more than the answer, in the order of the tiers and then the figure. */
const byBreaks: Shape = (more) => ({ breaks: more[0]!, start: more[1]!, crossings: more[2]! });

/** Written out by policy: this is the hot path of the whole application, and an object that grows key by key is slow. */
const SHAPES: Readonly<Record<PolicyKind, Shape>> = {
  alternateByNote: byBreaks,
  alternateByPulse: byBreaks,
  economy: byBreaks,
  sweep: (more) => ({
    breaks: more[0]!,
    unfitExits: more[1]!,
    picks: more[2]!,
    early: more[3]!,
    start: more[4]!,
    crossings: more[5]!,
  }),
  leastTravel: (more) => ({
    breaks: 0,
    crossings: more[0]!,
    repeats: more[1]!,
    start: more[2]!,
    upsOnBeat: more[3]!,
  }),
  oneSlant: (more) => ({
    breaks: more[0]!,
    wrongExits: more[1]!,
    backtracks: more[2]!,
    slurs: more[3]!,
    start: more[4]!,
    crossings: more[5]!,
  }),
};
