/** Strokes for a row of picks: a line, a line tied to a pick before or after it, or a cycle over its full period. */
import type { Stroke } from '../passage/passage';
import { otherChoice, type CostOfOtherChoice } from './otherChoice';
import { packed, packingFor, type Packing } from './packing';
import type { PickingPolicy } from './policy';
import { STROKES, type Row } from './rows';
import { ownCost, tiersOf, transitionCost } from './tiers';
import { bestPaths, bestPathsTwice, compareCosts, compareTies, costsTwice, type Path } from './paths';
import { sweep } from './sweeps';
import { FIRST_STATES, noCosts, type Costs, type Trellis } from './trellis';

export interface SolvedSegment {
  /** One array of strokes a pass; null where the policy slurs. */
  readonly passes: (Stroke | null)[][];
  /** Reckoned when asked, for of two slants one is thrown away; null where a pick is slurred. */
  readonly otherCost: (pass: number, pick: number) => CostOfOtherChoice | null;
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: { readonly breaks: number; readonly crossings: number } | null;
  readonly startYielded: boolean;
  /** What it costs a pass, by the tiers of the policy. */
  readonly cost: readonly number[];
}

/** The transitions of a row as they are reckoned: costs by tier, then the figure. States 2 and 3 are slurred. */
function transitionsOf(
  { picks, states, blocks }: Row,
  policy: PickingPolicy,
): { edges: Int32Array; breaks: Uint8Array } {
  const tiers = tiersOf(policy);
  const width = tiers.length + 1;
  const edges = new Int32Array(blocks.length * states * states * width);
  const breaks = new Uint8Array(blocks.length * states * states);
  const [slurs, figure] = [tiers.indexOf('slurs'), tiers.length];
  blocks.forEach(([fromPick, toPick], block) => {
    const [from, to] = [picks[fromPick]!, picks[toPick]!];
    for (let a = 0; a < FIRST_STATES; a++)
      for (let b = 0; b < states; b++) {
        const edge = (block * states + a) * states + b;
        if (b >= FIRST_STATES) {
          if (slurs >= 0) edges[edge * width + slurs] = 1;
          continue;
        }
        const one = { from, fromStroke: STROKES[a]!, to, toStroke: STROKES[b]! };
        for (let t = 0; t < figure; t++) edges[edge * width + t] = transitionCost(policy, tiers[t]!, one);
        edges[edge * width + figure] = transitionCost(policy, 'crossings', one);
        breaks[edge] = transitionCost(policy, 'breaks', one);
      }
    if (states === FIRST_STATES) return;
    // A slurred note goes on as the stroke before it would.
    const [first, struck] = [block * states * states, FIRST_STATES * states];
    edges.copyWithin((first + struck) * width, first * width, (first + struck) * width);
    breaks.copyWithin(first + struck, first, first + struck);
  });
  return { edges, breaks };
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

function buildTrellis(row: Row, policy: PickingPolicy, start: Stroke | 'auto', cycle: boolean): Trellis {
  const { picks, states, blockOf, statesOf } = row;
  const n = picks.length;
  const tiers = tiersOf(policy);
  const allowed = row.allowed.slice();
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
  const { edges, breaks } = transitionsOf(row, policy);
  const packing = packingFor(mostOf(tiers.length, n, edges, firstCosts));
  return {
    picks: n,
    states,
    packing,
    blockOf,
    edges: packedRows(packing, edges, true),
    breaks,
    allowed,
    statesOf,
    firstCosts: packedRows(packing, firstCosts, false),
  };
}

/** The most that a path may cost, by tier. */
function mostOf(tiers: number, picks: number, edges: Int32Array, firstCosts: Int32Array): number[] {
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
 * Strokes for a row of picks. As a cycle it is solved over one pass and over two, the lower cost a pass wins and ties
 * go to the shorter. `start` binds a line like a lock; in a cycle it yields to the rules.
 */
export function solveSegment(
  row: Row,
  policy: PickingPolicy,
  start: Stroke | 'auto',
  cycle: boolean,
): SolvedSegment {
  const { picks } = row;
  const trellis = buildTrellis(row, policy, start, cycle);
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
  const gains = (cost: readonly number[]) => compareCosts(aPass(cost, 2, startTier), best.cost) < 0;
  if (cycle && canGain && best.cost.some((tier) => tier > 0) && costsTwice(trellis, sweeps).some(gains)) {
    rivals = bestPathsTwice(trellis, sweeps);
    best = bestOf(trellis, rivals, auto, true);
    passCount = 2;
  }
  const n = picks.length;
  const cost = [...aPass(best.cost, passCount, startTier), best.figure / passCount];
  const breaksTier = tiers.indexOf('breaks');
  const otherCost = otherChoice(trellis, sweeps, policy.kind, tiers, cost);
  const passes: (Stroke | null)[][] = [];
  for (let pass = 0; pass < passCount; pass++) {
    const strokes = new Array<Stroke | null>(n);
    for (let i = 0; i < n; i++) strokes[i] = STROKES[best.states[pass * n + i]!] ?? null;
    passes.push(strokes);
  }
  const other = auto ? rivals.find((path) => path.states[0] !== best.states[0]) : undefined;
  const breaksOf = (path: Path) => (breaksTier < 0 ? 0 : path.cost[breaksTier]!);
  return {
    passes,
    otherCost: (pass, pick) => {
      const state = best.states[pass * n + pick]!;
      return state < 2 ? otherCost(pick, 1 - state) : null;
    },
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
