/** Strokes for a row of picks: a line, a line tied to a pick before or after it, or a cycle over its full period. */
import type { Stroke } from '../passage/passage';
import { otherChoice, type CostOfOtherChoice } from './otherChoice';
import { packed, packingFor, type Packing } from './packing';
import { isStruckBack, type PickingPolicy } from './policy';
import { ownCost, tiersOf, transitionCost, type WeighedPick } from './tiers';
import { bestPaths, bestPathsTwice, compareCosts, compareTies, type Path } from './paths';
import { sweep } from './sweeps';
import { noCosts, type Costs, type Trellis } from './trellis';

export const STROKES: readonly Stroke[] = ['down', 'up'];

export type SegmentPick = WeighedPick;

export interface SolvedSegment {
  /** One array of strokes a pass; null where the policy slurs. */
  readonly passes: (Stroke | null)[][];
  /** Per pass and pick; null where it is slurred. */
  readonly otherCosts: (CostOfOtherChoice | null)[][];
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: { readonly breaks: number; readonly crossings: number } | null;
  readonly startYielded: boolean;
  /** What it costs a pass, by the tiers of the policy. */
  readonly cost: readonly number[];
}

/** The transitions from one pick to another by the tiers of the policy, written after those of the blocks before. */
function writeBlock(
  from: SegmentPick,
  to: SegmentPick,
  policy: PickingPolicy,
  states: number,
  edges: number[],
  breaks: number[],
): void {
  const tiers = tiersOf(policy);
  const [firstEdge, firstBreak] = [edges.length, breaks.length];
  for (let a = 0; a < 2; a++)
    for (let b = 0; b < states; b++) {
      if (b >= 2) {
        for (const tier of tiers) edges.push(Number(tier === 'slurs'));
        edges.push(0);
        breaks.push(0);
        continue;
      }
      const one = { from, fromStroke: STROKES[a]!, to, toStroke: STROKES[b]! };
      for (const tier of tiers) edges.push(transitionCost(policy, tier, one));
      edges.push(transitionCost(policy, 'crossings', one));
      breaks.push(transitionCost(policy, 'breaks', one));
    }
  // A slurred note goes on as the stroke before it would.
  if (states > 2) {
    edges.push(...edges.slice(firstEdge));
    breaks.push(...breaks.slice(firstBreak));
  }
}

/** All that the costs of a transition depend on, as one number; strings are below 16. Beats, and runs and turns, count for one policy each. */
function transitionKey(from: SegmentPick, to: SegmentPick, { kind }: PickingPolicy): number {
  const strings = ((from.thinnest * 16 + from.thickest) * 16 + to.thinnest) * 16 + to.thickest;
  const isOnBeat = kind === 'leastTravel' && to.onBeat === true;
  const runsOn = kind === 'sweep' && to.runsOn === true;
  const turns = kind === 'sweep' ? Number(from.isTurn === true) * 2 + Number(isStruckBack(to)) : 0;
  const back = to.turn?.travel === 'floorward' ? 1 : 0;
  return (((strings * 2 + Number(isOnBeat)) * 2 + Number(runsOn)) * 4 + turns) * 2 + back;
}

/** The transitions of a row of picks as they are reckoned: costs by tier, then the figure. States 2 and 3 are slurred. */
function transitionsOf(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  states: number,
): { blockOf: Int32Array; edges: number[]; breaks: number[] } {
  const n = picks.length;
  const blockOf = new Int32Array(n);
  const known = new Map<number, number>();
  const edges: number[] = [];
  const breaks: number[] = [];
  for (let i = 0; i < n; i++) {
    const to = picks[i]!;
    const from = picks[i === 0 ? n - 1 : i - 1]!;
    const key = transitionKey(from, to, policy);
    let block = known.get(key);
    if (block === undefined) {
      block = known.size;
      known.set(key, block);
      writeBlock(from, to, policy, states, edges, breaks);
    }
    blockOf[i] = block;
  }
  return { blockOf, edges, breaks };
}

/** Costs of some rows, packed; a row is the tiers and, where `hasFigure`, the figure. */
function packedRows(packing: Packing, rows: ArrayLike<number>, hasFigure: boolean): Costs {
  const width = packing.weights.length + Number(hasFigure);
  const count = rows.length / width;
  const costs = noCosts(count);
  for (let row = 0; row < count; row++) {
    costs.high[row] = packed(packing, rows, row * width, 0);
    costs.low[row] = packed(packing, rows, row * width, 1);
    if (hasFigure) costs.figure[row] = rows[(row + 1) * width - 1]!;
  }
  return costs;
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
  const allowed = new Uint8Array(n * states);
  const statesOf = new Uint8Array(n);
  for (let i = 0; i < n; i++) {
    const { lock, maySlur } = picks[i]!;
    statesOf[i] = maySlur === true ? states : 2;
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
  const { blockOf, edges, breaks } = transitionsOf(picks, policy, states);
  const packing = packingFor(mostOf(tiers.length, n, edges, firstCosts));
  return {
    picks: n,
    states,
    packing,
    blockOf,
    edges: packedRows(packing, edges, true),
    breaks: Uint8Array.from(breaks),
    allowed,
    statesOf,
    firstCosts: packedRows(packing, firstCosts, false),
  };
}

/** The most that a path may cost, by tier. */
function mostOf(tiers: number, picks: number, edges: readonly number[], firstCosts: Int32Array): number[] {
  return Array.from({ length: tiers }, (_, t) => {
    let [dearest, first] = [0, 0];
    for (let at = t; at < edges.length; at += tiers + 1) dearest = Math.max(dearest, edges[at]!);
    for (let at = t; at < firstCosts.length; at += tiers) first = Math.max(first, firstCosts[at]!);
    return dearest * picks + first;
  });
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
  const sweeps = sweep(trellis, cycle);
  const paths = bestPaths(trellis, sweeps);
  let best = bestOf(trellis, paths, auto, cycle);
  let rivals = paths;
  let passCount = 1;
  // A lock holds in every pass, so two passes through it are two single ones; they can gain only where something counts
  // after the start, which happens once.
  const canGain = startTier < tiers.length - 1 || picks.every((pick) => pick.lock === null);
  if (cycle && canGain && best.cost.some((tier) => tier > 0)) {
    const twice = bestPathsTwice(trellis, sweeps);
    const bestTwice = bestOf(trellis, twice, auto, true);
    if (compareCosts(aPass(bestTwice.cost, 2, startTier), best.cost) < 0)
      [best, rivals, passCount] = [bestTwice, twice, 2];
  }
  const n = picks.length;
  const cost = [...aPass(best.cost, passCount, startTier), best.figure / passCount];
  const breaksTier = tiers.indexOf('breaks');
  const otherCost = otherChoice(trellis, sweeps, policy.kind, tiers, cost);
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
      others[i] = otherCost(i, 1 - state);
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
    cost: cost.slice(0, tiers.length),
  };
}
