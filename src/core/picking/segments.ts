/** Strokes for a row of picks: a line, a line tied to a pick before or after it, or a cycle over its full period. */
import type { Stroke } from '../passage/passage';
import { crossingsBetween, stringsFloorward } from './geometry';
import { strokeFor, type PickingPolicy } from './policy';
import { ownCost, tiersOf, transitionCost, type Tier, type WeighedPick } from './tiers';
import {
  bestPaths,
  compareCosts,
  compareTies,
  leastMarginals,
  marginalsByFirst,
  sweepsBackward,
  type Marginals,
  type Path,
  type Trellis,
} from './trellis';

export const STROKES: readonly Stroke[] = ['down', 'up'];

/** What turning one stroke would cost, all else solved again, by tier; crossings also where they do not count. */
export type CostOfOtherChoice = Readonly<Record<'breaks' | 'start' | 'crossings', number>> &
  Readonly<Partial<Record<Tier, number>>>;

export type SegmentPick = WeighedPick;

export interface SolvedSegment {
  /** One array of strokes a pass; null where the policy slurs. */
  readonly passes: (Stroke | null)[][];
  /** Per pass and pick; null where it is slurred. */
  readonly otherCosts: (CostOfOtherChoice | null)[][];
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: { readonly breaks: number; readonly crossings: number } | null;
  readonly startYielded: boolean;
}

/** Edges of the policies that go by breaks alone: the hot path of the whole application. */
function plainEdges(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  cycle: boolean,
): Pick<Trellis, 'edges' | 'breaks'> {
  const n = picks.length;
  const width = 3;
  const edges = new Int32Array(n * 4 * width);
  const breaks = new Uint8Array(n * 4);
  for (let i = cycle ? 0 : 1; i < n; i++) {
    const to = picks[i]!;
    const from = picks[i === 0 ? n - 1 : i - 1]!;
    const isSingle = from.thinnest === from.thickest && to.thinnest === to.thickest;
    let floorward = from.thinnest - to.thinnest;
    for (let a = 0; a < 2; a++)
      for (let b = 0; b < 2; b++) {
        const at = (i * 2 + a) * 2 + b;
        // The strings between two single-string picks are the same whatever their strokes.
        if (!isSingle) floorward = stringsFloorward(from, STROKES[a]!, to, STROKES[b]!);
        breaks[at] = strokeFor(policy, floorward, STROKES[a]!) === STROKES[b] ? 0 : 1;
        edges[at * width] = breaks[at]!;
        edges[at * width + 2] = crossingsBetween(from, STROKES[a]!, to, STROKES[b]!);
      }
  }
  return { edges, breaks };
}

/** Dearer than any solution, so that a slurred note never forgets its stroke. */
const FORBIDDEN = 1_000_000;

/** Costs of one transition by its states, and where it departs from the rules. */
interface EdgeBlock {
  readonly edges: Int32Array;
  readonly breaks: Uint8Array;
}

/** The transitions from one pick to another by the tiers of the policy. */
function edgeBlock(from: SegmentPick, to: SegmentPick, policy: PickingPolicy, states: number): EdgeBlock {
  const tiers = tiersOf(policy);
  const width = tiers.length + 1;
  const slursTier = tiers.indexOf('slurs');
  const edges = new Int32Array(states * states * width);
  const breaks = new Uint8Array(states * states);
  for (let a = 0; a < states; a++)
    for (let b = 0; b < states; b++) {
      const edge = a * states + b;
      const fromStroke = STROKES[a % 2]!;
      if (b >= 2) {
        if (b % 2 !== a % 2) edges[edge * width] = FORBIDDEN;
        else if (slursTier >= 0) edges[edge * width + slursTier] = 1;
        continue;
      }
      const one = { from, fromStroke, to, toStroke: STROKES[b]! };
      tiers.forEach((tier, t) => (edges[edge * width + t] = transitionCost(policy, tier, one)));
      edges[edge * width + tiers.length] = transitionCost(policy, 'crossings', one);
      breaks[edge] = transitionCost(policy, 'breaks', one);
    }
  return { edges, breaks };
}

/** All that the costs of a transition depend on, as one number; strings are below 16. */
function transitionKey(from: SegmentPick, to: SegmentPick): number {
  const strings = ((from.thinnest * 16 + from.thickest) * 16 + to.thinnest) * 16 + to.thickest;
  return strings * 4 + Number(to.onBeat === true) * 2 + Number(to.runsOn === true);
}

/**
 * Edges by the tiers of the policy. States 2 and 3 are slurred after a downstroke and after an upstroke. Transitions that
 * are alike are reckoned once.
 */
function tieredEdges(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  cycle: boolean,
  states: number,
): Pick<Trellis, 'edges' | 'breaks'> {
  const n = picks.length;
  const size = states * states;
  const width = tiersOf(policy).length + 1;
  const edges = new Int32Array(n * size * width);
  const breaks = new Uint8Array(n * size);
  const known = new Map<number, EdgeBlock>();
  for (let i = cycle ? 0 : 1; i < n; i++) {
    const to = picks[i]!;
    const from = picks[i === 0 ? n - 1 : i - 1]!;
    const key = transitionKey(from, to);
    let block = known.get(key);
    if (!block) {
      block = edgeBlock(from, to, policy, states);
      known.set(key, block);
    }
    edges.set(block.edges, i * size * width);
    breaks.set(block.breaks, i * size);
  }
  return { edges, breaks };
}

function buildTrellis(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  start: Stroke | 'auto',
  cycle: boolean,
): Trellis {
  const n = picks.length;
  const tiers = tiersOf(policy);
  const states = picks.some((pick) => pick.maySlur) ? 4 : 2;
  const isPlain = tiers.length === 2;
  const { edges, breaks } = isPlain
    ? plainEdges(picks, policy, cycle)
    : tieredEdges(picks, policy, cycle, states);
  const allowed = new Uint8Array(n * states);
  for (let i = 0; i < n; i++) {
    const { lock, maySlur } = picks[i]!;
    for (let b = 0; b < states; b++)
      allowed[i * states + b] =
        b >= 2 ? Number(maySlur === true) : Number(lock === null || lock === STROKES[b]);
  }
  const firstCosts = new Int32Array(states * tiers.length);
  // In a cycle the first pick's own costs come with the edge that leads round to it.
  if (!cycle)
    for (let b = 0; b < 2; b++)
      tiers.forEach((tier, t) => (firstCosts[b * tiers.length + t] = ownCost(tier, picks[0]!, STROKES[b]!)));
  if (start !== 'auto') {
    const off = start === 'down' ? 1 : 0;
    firstCosts[off * tiers.length + tiers.indexOf('start')]! += 1;
    // In an open line the start holds like a lock on the first pick; a lock there goes before it.
    if (!cycle && picks[0]!.lock === null) allowed[off] = 0;
  }
  return { picks: n, states, tiers: tiers.length, edges, breaks, allowed, firstCosts };
}

/** Picks the best of several paths of one length; with an automatic start crossings decide before the ties do. */
function bestOf(trellis: Trellis, paths: readonly Path[], auto: boolean, cycle: boolean): Path {
  return paths.reduce((best, path) => {
    const order =
      compareCosts(path.cost, best.cost) ||
      (auto ? path.figure - best.figure : 0) ||
      compareTies(trellis, path, best, cycle);
    return order < 0 ? path : best;
  });
}

/** Costs of a path per pass: what recurs is shared out, the start happens once. */
function aPass(cost: readonly number[], passes: number, startTier: number): number[] {
  return cost.map((tier, t) => (t === startTier ? tier : tier / passes));
}

/**
 * Strokes for at least one pick. As a cycle it is solved over one pass and over two, the lower cost a pass wins and ties
 * go to the shorter. `start` binds a line like a lock; in a cycle it yields to the rules.
 */
export function solveSegment(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  start: Stroke | 'auto',
  cycle: boolean,
): SolvedSegment {
  const trellis = buildTrellis(picks, policy, start, cycle);
  const tiers = tiersOf(policy);
  const startTier = tiers.indexOf('start');
  const auto = start === 'auto';
  const sweeps = sweepsBackward(trellis, 1, cycle);
  const paths = bestPaths(trellis, sweeps, 1);
  let best = bestOf(trellis, paths, auto, cycle);
  let rivals = paths;
  let passCount = 1;
  // A lock holds in every pass, so two passes through it are two single ones; they can gain only where something counts
  // after the start, which happens once.
  const canGain = startTier < tiers.length - 1 || picks.every((pick) => pick.lock === null);
  if (cycle && canGain && best.cost.some((tier) => tier > 0)) {
    const twice = bestPaths(trellis, sweepsBackward(trellis, 2, true), 2);
    const bestTwice = bestOf(trellis, twice, auto, true);
    if (compareCosts(aPass(bestTwice.cost, 2, startTier), best.cost) < 0)
      [best, rivals, passCount] = [bestTwice, twice, 2];
  }
  const n = picks.length;
  const width = tiers.length + 1;
  const tables = marginalsByFirst(trellis, cycle, sweeps);
  const through = leastMarginals(trellis, tables);
  const cost = aPass(best.cost, passCount, startTier);
  const crossingsAPass = best.figure / passCount;
  const breaksTier = tiers.indexOf('breaks');
  const passes: (Stroke | null)[][] = [];
  const otherCosts: (CostOfOtherChoice | null)[][] = [];
  for (let pass = 0; pass < passCount; pass++) {
    const strokes = new Array<Stroke | null>(n);
    const others = new Array<CostOfOtherChoice | null>(n);
    for (let i = 0; i < n; i++) {
      const state = best.states[pass * n + i]!;
      strokes[i] = STROKES[state] ?? null;
      if (state >= 2) {
        others[i] = null;
        continue;
      }
      const turned = i * trellis.states + 1 - state;
      if (cycle && startTier < tiers.length - 1) {
        others[i] = costFrom(tiers, leastOfTwo(tables, turned, width, startTier), cost, crossingsAPass);
        continue;
      }
      const at = turned * width;
      // Written out where there are but two tiers: the hot path of the whole application.
      others[i] =
        tiers.length === 2
          ? {
              breaks: through[at + breaksTier]! - cost[breaksTier]!,
              start: through[at + startTier]! - cost[startTier]!,
              crossings: through[at + tiers.length]! - crossingsAPass,
            }
          : costFrom(tiers, through.subarray(at, at + width), cost, crossingsAPass);
    }
    passes.push(strokes);
    otherCosts.push(others);
  }
  const other = auto ? rivals.find((path) => path.states[0] !== best.states[0]) : undefined;
  const breaksOf = (path: Path) => (breaksTier < 0 ? 0 : path.cost[breaksTier]!);
  return {
    passes,
    otherCosts,
    autoStart: other
      ? {
          breaks: (breaksOf(other) - breaksOf(best)) / passCount,
          crossings: (other.figure - best.figure) / passCount,
        }
      : null,
    startYielded: !auto && STROKES[best.states[0]!] !== start,
  };
}

/** Costs a pass of the best way through a state: one pass again and again, or two by turns, of which the first counts for the start. */
function leastOfTwo(tables: readonly Marginals[], state: number, width: number, startTier: number): number[] {
  const ways = tables.filter(({ filled }) => filled[state] === 1);
  const from = state * width;
  const value = (one: Int32Array, other: Int32Array, t: number) =>
    t === startTier ? one[from + t]! : (one[from + t]! + other[from + t]!) / 2;
  let [best, bestOther] = [ways[0]!.costs, ways[0]!.costs];
  for (const { costs: one } of ways)
    for (const { costs: other } of ways) {
      let order = 0;
      // The last of a row is the figure that is carried along.
      for (let t = 0; t < width - 1 && order === 0; t++)
        order = value(one, other, t) - value(best, bestOther, t);
      if (order < 0) [best, bestOther] = [one, other];
    }
  return Array.from({ length: width }, (_, t) => value(best, bestOther, t));
}

/** What some costs are more than the answer's. */
function costFrom(
  tiers: readonly Tier[],
  way: ArrayLike<number>,
  cost: readonly number[],
  crossings: number,
): CostOfOtherChoice {
  const more: Partial<Record<Tier, number>> & { breaks: number; start: number; crossings: number } = {
    breaks: 0,
    start: 0,
    crossings: way[tiers.length]! - crossings,
  };
  for (let t = 0; t < tiers.length; t++) more[tiers[t]!] = way[t]! - cost[t]!;
  return more;
}
