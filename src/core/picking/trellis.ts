/**
 * The engine: an exact shortest path over the picks (Viterbi 1967; here over small vectors of whole-number costs that
 * are added and compared tier by tier). Nothing in it knows a policy: rules arrive as costs of transitions.
 *
 * Among equal costs the path that departs from the rules latest wins, break by break, then the lower state (the
 * downstroke) at the first difference. Those two orders are carried along as ranks, so the answer is exact, not greedy.
 */

/** Transitions between successive picks. Edge i leads from pick i − 1 into pick i; edge 0 from the last to the first. */
export interface Trellis {
  readonly picks: number;
  readonly states: number;
  readonly tiers: number;
  /**
   * Cost vector of edge i from state a to b, at ((i · states + a) · states + b) · (tiers + 1): the tiers, then a figure
   * that is carried along, not minimised (crossings).
   */
  readonly edges: Int32Array;
  /** 1 where the edge departs from the rules, at (i · states + a) · states + b. */
  readonly breaks: Uint8Array;
  /** 1 where pick i may be in state s, at i · states + s. */
  readonly allowed: Uint8Array;
  /** What it costs to begin in state s, at s · tiers + t. */
  readonly firstCosts: Int32Array;
}

/** States in which a pick is struck, down or up; those after them are slurred. */
const FIRST_STATES = 2;

/** One direction of the sweep over all positions: the best part before or after each state. */
export interface Sweep {
  /** Tiers and figure, at (i · states + s) · (tiers + 1). */
  readonly costs: Int32Array;
  /** The neighbour state that the best part goes through. */
  readonly choice: Int8Array;
}

/** A best path and what it costs. */
export interface Path {
  readonly states: Uint8Array;
  /** By tier. */
  readonly cost: number[];
  readonly figure: number;
}

/** Compares two cost vectors tier by tier. */
export function compareCosts(a: readonly number[], b: readonly number[]): number {
  for (let t = 0; t < a.length; t++) if (a[t] !== b[t]) return a[t]! - b[t]!;
  return 0;
}

/** Replaces keys by their ranks, equal keys by equal ranks, so that they stay small however long the line. */
function rank(keys: Int32Array, ranks: Int32Array): void {
  for (let s = 0; s < keys.length; s++) {
    let below = 0;
    for (let other = 0; other < keys.length; other++) if (keys[other]! < keys[s]!) below++;
    ranks[s] = below;
  }
}

/** Best completions from every state of every position to the end, or round to `first` in a cycle. */
function sweepBackward(trellis: Trellis, length: number, first: number | null): Sweep {
  const { picks, states, tiers, edges, breaks, allowed } = trellis;
  const width = tiers + 1;
  const costs = new Int32Array(length * states * width);
  const choice = new Int8Array(length * states).fill(-1);
  // Among equal costs the completion that departs latest wins: by this edge's departure, then by the rest's rank.
  const keys = new Int32Array(states);
  const ranks = new Int32Array(states);
  const end = length - 1;
  if (first !== null)
    for (let s = 0; s < states; s++) {
      const edge = ((length % picks) * states + s) * states + first;
      for (let t = 0; t < width; t++) costs[(end * states + s) * width + t] = edges[edge * width + t]!;
      choice[end * states + s] = first;
      keys[s] = breaks[edge]!;
    }
  rank(keys, ranks);
  for (let i = end - 1; i >= 0; i--) {
    const nextPick = ((i + 1) % picks) * states;
    const next = (i + 1) * states * width;
    for (let s = 0; s < states; s++) {
      let best = -1;
      let bestKey = 0;
      let bestEdgeAt = 0;
      let bestNextAt = 0;
      for (let b = 0; b < states; b++) {
        if (allowed[nextPick + b] === 0) continue;
        const edge = (nextPick + s) * states + b;
        const edgeAt = edge * width;
        const nextAt = next + b * width;
        const key = breaks[edge]! * states + ranks[b]!;
        let order = best < 0 ? -1 : 0;
        for (let t = 0; t < tiers && order === 0; t++)
          order = edges[edgeAt + t]! + costs[nextAt + t]! - edges[bestEdgeAt + t]! - costs[bestNextAt + t]!;
        if (order > 0 || (order === 0 && key >= bestKey)) continue;
        best = b;
        bestKey = key;
        bestEdgeAt = edgeAt;
        bestNextAt = nextAt;
      }
      const at = (i * states + s) * width;
      for (let t = 0; t < width; t++) costs[at + t] = edges[bestEdgeAt + t]! + costs[bestNextAt + t]!;
      choice[i * states + s] = best;
      keys[s] = bestKey;
    }
    rank(keys, ranks);
  }
  return { costs, choice };
}

/** Best ways to every state of every position from the start, or from `first` in a cycle. */
function sweepForward(trellis: Trellis, length: number, first: number | null): Int32Array {
  const { picks, states, tiers, edges, breaks, allowed, firstCosts } = trellis;
  const width = tiers + 1;
  const costs = new Int32Array(length * states * width);
  // Ranks of the ways so far: by where they depart from the rules, and by their strokes.
  const patterns = new Int32Array(states);
  const patternKeys = new Int32Array(states);
  const strokes = Int32Array.from({ length: states }, (_, s) => s);
  const strokeKeys = new Int32Array(states);
  for (let s = 0; s < states; s++)
    for (let t = 0; t < tiers; t++) costs[s * width + t] = firstCosts[s * tiers + t]!;
  for (let i = 1; i < length; i++) {
    const from = ((i - 1) % picks) * states;
    const edgesIn = (i % picks) * states;
    for (let s = 0; s < states; s++) {
      let best = -1;
      let bestPattern = 0;
      let bestStrokes = 0;
      let bestEdgeAt = 0;
      let bestFromAt = 0;
      for (let a = 0; a < states; a++) {
        if (i === 1 && first !== null ? a !== first : allowed[from + a] === 0) continue;
        const edge = (edgesIn + a) * states + s;
        const edgeAt = edge * width;
        const fromAt = ((i - 1) * states + a) * width;
        const pattern = patterns[a]! * 2 + breaks[edge]!;
        let order = best < 0 ? -1 : 0;
        for (let t = 0; t < tiers && order === 0; t++)
          order = edges[edgeAt + t]! + costs[fromAt + t]! - edges[bestEdgeAt + t]! - costs[bestFromAt + t]!;
        if (order === 0) order = pattern - bestPattern || strokes[a]! - bestStrokes;
        if (order >= 0 && best >= 0) continue;
        best = a;
        bestPattern = pattern;
        bestStrokes = strokes[a]!;
        bestEdgeAt = edgeAt;
        bestFromAt = fromAt;
      }
      const at = (i * states + s) * width;
      for (let t = 0; t < width; t++) costs[at + t] = edges[bestEdgeAt + t]! + costs[bestFromAt + t]!;
      patternKeys[s] = bestPattern;
      strokeKeys[s] = bestStrokes * states + s;
    }
    rank(patternKeys, patterns);
    rank(strokeKeys, strokes);
  }
  return costs;
}

/** The path that a backward sweep describes, from one first state. */
function trace(trellis: Trellis, { costs, choice }: Sweep, length: number, first: number): Path {
  const { states, tiers, firstCosts } = trellis;
  const path = new Uint8Array(length);
  path[0] = first;
  for (let i = 1; i < length; i++) path[i] = choice[(i - 1) * states + path[i - 1]!]!;
  const at = first * (tiers + 1);
  const cost = Array.from({ length: tiers }, (_, t) => costs[at + t]! + firstCosts[first * tiers + t]!);
  return { states: path, cost, figure: costs[at + tiers]! };
}

/**
 * Sweeps from the end: one for a line, in a cycle of `passes` rounds one for each first state. The first pick of a cycle
 * is never slurred, so two states are all it can begin with.
 */
export function sweepsBackward(trellis: Trellis, passes: number, cycle: boolean): Sweep[] {
  const length = trellis.picks * passes;
  if (!cycle) return [sweepBackward(trellis, length, null)];
  return Array.from({ length: FIRST_STATES }, (_, first) => sweepBackward(trellis, length, first));
}

/** The best paths from each first state that pick 0 allows: along the line once, or `passes` times round the cycle. */
export function bestPaths(trellis: Trellis, sweeps: readonly Sweep[], passes: number): Path[] {
  const paths: Path[] = [];
  for (let first = 0; first < trellis.states; first++)
    if (trellis.allowed[first])
      paths.push(trace(trellis, sweeps[first] ?? sweeps[0]!, trellis.picks * passes, first));
  return paths;
}

/** Orders paths of one length by where they depart from the rules (later is better), then by their states. */
export function compareTies(trellis: Trellis, a: Path, b: Path, cycle: boolean): number {
  const { picks, states, breaks } = trellis;
  const length = a.states.length;
  const flag = (path: Path, i: number) =>
    breaks[((i % picks) * states + path.states[i - 1]!) * states + path.states[i % length]!]!;
  for (let i = 1; i < (cycle ? length + 1 : length); i++) {
    const order = flag(a, i) - flag(b, i);
    if (order !== 0) return order;
  }
  for (let i = 0; i < length; i++) if (a.states[i] !== b.states[i]) return a.states[i]! - b.states[i]!;
  return 0;
}

/** Best cost vectors (tiers, then figure) through every state of every pick, laid out like a sweep's. */
export interface Marginals {
  readonly costs: Int32Array;
  /** 1 where there is such a way. */
  readonly filled: Uint8Array;
}

/**
 * The best ways through every state of every pick over one pass: in a cycle one table for each first state, in a line one
 * in all. A pick's own restriction is left out, so the value of a state that a lock forbids is what the best answer would
 * cost with the lock turned. `sweeps` are those of one pass.
 */
export function marginalsByFirst(trellis: Trellis, cycle: boolean, sweeps: readonly Sweep[]): Marginals[] {
  const { picks, states, tiers, allowed } = trellis;
  const width = tiers + 1;
  return Array.from({ length: cycle ? FIRST_STATES : 1 }, (_, first) => {
    const costs = new Int32Array(picks * states * width);
    const filled = new Uint8Array(picks * states);
    const ahead = sweeps[first]!.costs;
    const behind = sweepForward(trellis, picks, cycle ? first : null);
    for (let i = 0; i < picks; i++)
      for (let s = 0; s < states; s++) {
        if (cycle && (i === 0 ? s !== first : allowed[first] === 0)) continue;
        const at = (i * states + s) * width;
        filled[i * states + s] = 1;
        for (let t = at; t < at + width; t++) costs[t] = ahead[t]! + behind[t]!;
      }
    return { costs, filled };
  });
}

/** The least of some ways through every state, tier by tier. */
export function leastMarginals({ picks, states, tiers }: Trellis, tables: readonly Marginals[]): Int32Array {
  const width = tiers + 1;
  const [best, ...others] = [tables[0]!.costs.slice(), ...tables.slice(1)];
  const filled = tables[0]!.filled.slice();
  for (const { costs, filled: there } of others)
    for (let state = 0; state < picks * states; state++) {
      if (there[state] === 0) continue;
      const at = state * width;
      let order = filled[state] === 0 ? -1 : 0;
      for (let t = at; t < at + tiers && order === 0; t++) order = costs[t]! - best[t]!;
      if (order >= 0) continue;
      filled[state] = 1;
      for (let t = at; t < at + width; t++) best[t] = costs[t]!;
    }
  return best;
}
