/** Strokes for a row of picks: a line, a line tied to a pick before or after it, or a cycle over its full period. */
import type { Stroke } from '../passage/passage';
import { crossingsBetween, stringsFloorward, type Span } from './geometry';
import { strokeFor, type PickingPolicy } from './policy';
import {
  bestPaths,
  compareCosts,
  compareTies,
  marginals,
  sweepsBackward,
  type Path,
  type Trellis,
} from './trellis';

export const STROKES: readonly Stroke[] = ['down', 'up'];

/** Tiers of the cost in order of weight: departures from the policy's rule, then a start other than asked. */
const TIERS = 2;
/** Tiers and crossings. */
const WIDTH = TIERS + 1;

/** What turning one stroke would cost, all else solved again: breaks and start by tier, crossings as they come out. */
export interface CostOfOtherChoice {
  readonly breaks: number;
  readonly start: number;
  readonly crossings: number;
}

export interface SegmentPick extends Span {
  readonly lock: Stroke | null;
}

export interface SolvedSegment {
  /** One array of strokes a pass. */
  readonly passes: Stroke[][];
  /** Per pass and pick. */
  readonly otherCosts: CostOfOtherChoice[][];
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: { readonly breaks: number; readonly crossings: number } | null;
  readonly startYielded: boolean;
}

function buildTrellis(
  picks: readonly SegmentPick[],
  policy: PickingPolicy,
  start: Stroke | 'auto',
  cycle: boolean,
): Trellis {
  const n = picks.length;
  const edges = new Int32Array(n * 4 * WIDTH);
  const breaks = new Uint8Array(n * 4);
  const allowed = new Uint8Array(n * 2);
  for (let i = 0; i < n; i++) {
    const to = picks[i]!;
    for (let b = 0; b < 2; b++) allowed[i * 2 + b] = to.lock === null || to.lock === STROKES[b] ? 1 : 0;
    if (i === 0 && !cycle) continue;
    const from = picks[i === 0 ? n - 1 : i - 1]!;
    const isSingle = from.thinnest === from.thickest && to.thinnest === to.thickest;
    let floorward = from.thinnest - to.thinnest;
    for (let a = 0; a < 2; a++)
      for (let b = 0; b < 2; b++) {
        const at = (i * 2 + a) * 2 + b;
        // The strings between two single-string picks are the same whatever their strokes.
        if (!isSingle) floorward = stringsFloorward(from, STROKES[a]!, to, STROKES[b]!);
        const departs = strokeFor(policy, floorward, STROKES[a]!) !== STROKES[b];
        breaks[at] = departs ? 1 : 0;
        edges[at * WIDTH] = breaks[at]!;
        edges[at * WIDTH + TIERS] = crossingsBetween(from, STROKES[a]!, to, STROKES[b]!);
      }
  }
  const firstCosts = new Int32Array(2 * TIERS);
  if (start !== 'auto') {
    firstCosts[(start === 'down' ? 1 : 0) * TIERS + 1] = 1;
    // In an open line the start holds like a lock on the first pick; a lock there goes before it.
    if (!cycle && picks[0]!.lock === null) allowed[start === 'down' ? 1 : 0] = 0;
  }
  return { picks: n, states: 2, tiers: TIERS, edges, breaks, allowed, firstCosts };
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
  const auto = start === 'auto';
  const sweeps = sweepsBackward(trellis, 1, cycle);
  const paths = bestPaths(trellis, sweeps, 1);
  let best = bestOf(trellis, paths, auto, cycle);
  let rivals = paths;
  let passCount = 1;
  // A lock holds in every pass, so two passes through it are two single ones: only a loop without locks can gain.
  if (cycle && best.cost.some((tier) => tier > 0) && picks.every((pick) => pick.lock === null)) {
    const twice = bestPaths(trellis, sweepsBackward(trellis, 2, true), 2);
    const bestTwice = bestOf(trellis, twice, auto, true);
    // Breaks recur each pass; a start other than asked happens once, however long the period.
    const once = [2 * best.cost[0]!, best.cost[1]!];
    if (compareCosts(bestTwice.cost, once) < 0) [best, rivals, passCount] = [bestTwice, twice, 2];
  }
  const n = picks.length;
  const through = marginals(trellis, cycle, sweeps);
  const [breaksAPass, crossingsAPass] = [best.cost[0]! / passCount, best.figure / passCount];
  const passes: Stroke[][] = [];
  const otherCosts: CostOfOtherChoice[][] = [];
  for (let pass = 0; pass < passCount; pass++) {
    const strokes = new Array<Stroke>(n);
    const others = new Array<CostOfOtherChoice>(n);
    for (let i = 0; i < n; i++) {
      const state = best.states[pass * n + i]!;
      const at = (i * 2 + 1 - state) * WIDTH;
      strokes[i] = STROKES[state]!;
      others[i] = {
        breaks: through[at]! - breaksAPass,
        start: through[at + 1]! - best.cost[1]!,
        crossings: through[at + TIERS]! - crossingsAPass,
      };
    }
    passes.push(strokes);
    otherCosts.push(others);
  }
  const other = auto ? rivals.find((path) => path.states[0] !== best.states[0]) : undefined;
  return {
    passes,
    otherCosts,
    autoStart: other
      ? {
          breaks: (other.cost[0]! - best.cost[0]!) / passCount,
          crossings: (other.figure - best.figure) / passCount,
        }
      : null,
    startYielded: !auto && STROKES[best.states[0]!] !== start,
  };
}
