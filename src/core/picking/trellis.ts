/**
 * The engine: an exact shortest path over the picks (Viterbi 1967; here over small vectors of whole-number costs that
 * are added and compared tier by tier). Nothing in it knows a policy: rules arrive as costs of transitions.
 *
 * Among equal costs the path that departs from the rules latest wins, break by break, then the lower state (the
 * downstroke) at the first difference. Those two orders are carried along as ranks, so the answer is exact, not greedy.
 */

/**
 * Transitions between successive picks. Alike ones share a block: their costs are reckoned and kept once. Into a slurred
 * state lead only those with the same stroke (the same parity), so that a slurred note never forgets its stroke.
 */
export interface Trellis {
  readonly picks: number;
  readonly states: number;
  readonly tiers: number;
  /** The block of transitions that leads into pick i from pick i − 1; into pick 0 from the last. */
  readonly blockOf: Int32Array;
  /**
   * Cost vector of a block's transition from state a to b, at ((block · states + a) · states + b) · (tiers + 1): the
   * tiers, then a figure that is carried along, not minimised (crossings).
   */
  readonly edges: Int32Array;
  /** 1 where the transition departs from the rules, at (block · states + a) · states + b. */
  readonly breaks: Uint8Array;
  /** 1 where pick i may be in state s, at i · states + s. */
  readonly allowed: Uint8Array;
  /** How many states of pick i are looked at: the struck ones, or all where it may be slurred. */
  readonly statesOf: Uint8Array;
  /** What it costs to begin in state s, at s · tiers + t. */
  readonly firstCosts: Int32Array;
}

/** States in which a pick is struck, down or up; those after them are slurred. The first pick is never slurred. */
const FIRST_STATES = 2;

/** Dearer than any solution: a state that nothing leads to. */
const UNREACHABLE = 1_000_000;

/** One direction of the sweep over all positions: the best part before or after each state. */
interface Sweep {
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
function rank(keys: Int32Array, ranks: Int32Array, count: number): void {
  for (let s = 0; s < count; s++) {
    let below = 0;
    for (let other = 0; other < count; other++) if (keys[other]! < keys[s]!) below++;
    ranks[s] = below;
  }
}

/** Best completions from every state of every position to the end, or round to `first` in a cycle. */
function sweepBackward(trellis: Trellis, first: number | null): Sweep {
  const { picks, states, tiers, blockOf, edges, breaks, allowed, statesOf } = trellis;
  const width = tiers + 1;
  const costs = new Int32Array(picks * states * width);
  const choice = new Int8Array(picks * states).fill(-1);
  // Among equal costs the completion that departs latest wins: by this edge's departure, then by the rest's rank.
  const keys = new Int32Array(states);
  const ranks = new Int32Array(states);
  const end = picks - 1;
  if (first !== null)
    for (let s = 0; s < states; s++) {
      const edge = (blockOf[0]! * states + s) * states + first;
      for (let t = 0; t < width; t++) costs[(end * states + s) * width + t] = edges[edge * width + t]!;
      choice[end * states + s] = first;
      keys[s] = breaks[edge]!;
    }
  rank(keys, ranks, states);
  for (let i = end - 1; i >= 0; i--) {
    const nextPick = (i + 1) * states;
    const block = blockOf[i + 1]! * states;
    const nextStates = statesOf[i + 1]!;
    for (let s = 0; s < statesOf[i]!; s++) {
      let best = -1;
      let bestKey = 0;
      let bestEdgeAt = 0;
      let bestNextAt = 0;
      for (let b = 0; b < nextStates; b++) {
        if (allowed[nextPick + b] === 0 || (b >= FIRST_STATES && ((s ^ b) & 1) === 1)) continue;
        const edge = (block + s) * states + b;
        const edgeAt = edge * width;
        const nextAt = (nextPick + b) * width;
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
    rank(keys, ranks, statesOf[i]!);
  }
  return { costs, choice };
}

/** Best ways to every state of every position from the start, or from `first` in a cycle; laid out like a sweep's costs. */
function sweepForward(trellis: Trellis, first: number | null): Int32Array {
  const { picks, states, tiers, blockOf, edges, breaks, allowed, statesOf, firstCosts } = trellis;
  const width = tiers + 1;
  const costs = new Int32Array(picks * states * width);
  // Ranks of the ways so far: by where they depart from the rules, and by their strokes.
  const patterns = new Int32Array(states);
  const patternKeys = new Int32Array(states);
  const strokes = Int32Array.from({ length: states }, (_, s) => s);
  const strokeKeys = new Int32Array(states);
  for (let s = 0; s < states; s++)
    for (let t = 0; t < tiers; t++) costs[s * width + t] = firstCosts[s * tiers + t]!;
  for (let i = 1; i < picks; i++) {
    const from = (i - 1) * states;
    const block = blockOf[i]! * states;
    const fromStates = statesOf[i - 1]!;
    const only = i === 1 ? first : null;
    for (let s = 0; s < statesOf[i]!; s++) {
      let best = -1;
      let bestPattern = 0;
      let bestStrokes = 0;
      let bestEdgeAt = 0;
      let bestFromAt = 0;
      for (let a = 0; a < fromStates; a++) {
        if (only === null ? allowed[from + a] === 0 : a !== only) continue;
        if (s >= FIRST_STATES && ((s ^ a) & 1) === 1) continue;
        const edge = (block + a) * states + s;
        const edgeAt = edge * width;
        const fromAt = (from + a) * width;
        const pattern = patterns[a]! * 2 + breaks[edge]!;
        let order = best < 0 ? -1 : 0;
        for (let t = 0; t < tiers && order === 0; t++)
          order = edges[edgeAt + t]! + costs[fromAt + t]! - edges[bestEdgeAt + t]! - costs[bestFromAt + t]!;
        if (order === 0) order = pattern - bestPattern || strokes[a]! - bestStrokes;
        if (order >= 0) continue;
        best = a;
        bestPattern = pattern;
        bestStrokes = strokes[a]!;
        bestEdgeAt = edgeAt;
        bestFromAt = fromAt;
      }
      const at = (i * states + s) * width;
      if (best < 0) costs[at] = UNREACHABLE;
      else for (let t = 0; t < width; t++) costs[at + t] = edges[bestEdgeAt + t]! + costs[bestFromAt + t]!;
      patternKeys[s] = bestPattern;
      strokeKeys[s] = bestStrokes * states + s;
    }
    rank(patternKeys, patterns, statesOf[i]!);
    rank(strokeKeys, strokes, statesOf[i]!);
  }
  return costs;
}

/** The sweeps of a trellis over one pass: in a cycle one for each first state, in a line one in all. */
export interface Sweeps {
  readonly cycle: boolean;
  readonly ahead: readonly Sweep[];
  readonly behind: readonly Int32Array[];
}

/** Sweeps a trellis both ways. */
export function sweep(trellis: Trellis, cycle: boolean): Sweeps {
  const firsts = cycle ? Array.from({ length: FIRST_STATES }, (_, first) => first) : [null];
  return {
    cycle,
    ahead: firsts.map((first) => sweepBackward(trellis, first)),
    behind: firsts.map((first) => sweepForward(trellis, first)),
  };
}

/** The states that pick 0 allows. */
function firstStates({ allowed }: Trellis): number[] {
  return Array.from({ length: FIRST_STATES }, (_, first) => first).filter((first) => allowed[first] === 1);
}

/** Writes the path that a backward sweep describes from a first state into `states`, from position `at` on. */
function trace(
  { picks, states: count }: Trellis,
  { choice }: Sweep,
  first: number,
  states: Uint8Array,
  at: number,
): void {
  states[at] = first;
  for (let i = 1; i < picks; i++) states[at + i] = choice[(i - 1) * count + states[at + i - 1]!]!;
}

/** The best paths from each first state that pick 0 allows, along the line or once round the cycle. */
export function bestPaths(trellis: Trellis, { cycle, ahead }: Sweeps): Path[] {
  const { picks, tiers, firstCosts } = trellis;
  return firstStates(trellis).map((first) => {
    const from = ahead[cycle ? first : 0]!;
    const states = new Uint8Array(picks);
    trace(trellis, from, first, states, 0);
    const at = first * (tiers + 1);
    const cost = Array.from(
      { length: tiers },
      (_, t) => from.costs[at + t]! + firstCosts[first * tiers + t]!,
    );
    return { states, cost, figure: from.costs[at + tiers]! };
  });
}

/**
 * The best paths twice round the cycle from each first state: each is two rounds joined at the state in which the second
 * begins, and both rounds are known from the sweeps of one.
 */
export function bestPathsTwice(trellis: Trellis, { ahead }: Sweeps): Path[] {
  const { picks, tiers, firstCosts } = trellis;
  const width = tiers + 1;
  const firsts = firstStates(trellis);
  return firsts.map((first) =>
    firsts
      .map((middle): Path => {
        const [out, back] = [ahead[middle]!, ahead[first]!];
        const sum = (t: number) => out.costs[first * width + t]! + back.costs[middle * width + t]!;
        const states = new Uint8Array(2 * picks);
        trace(trellis, out, first, states, 0);
        trace(trellis, back, middle, states, picks);
        const cost = Array.from({ length: tiers }, (_, t) => sum(t) + firstCosts[first * tiers + t]!);
        return { states, cost, figure: sum(tiers) };
      })
      .reduce((best, path) =>
        (compareCosts(path.cost, best.cost) || compareTies(trellis, path, best, true)) < 0 ? path : best,
      ),
  );
}

/** Orders paths of one length by where they depart from the rules (later is better), then by their states. */
export function compareTies(trellis: Trellis, a: Path, b: Path, cycle: boolean): number {
  const { picks, states, blockOf, breaks } = trellis;
  const length = a.states.length;
  const flag = (path: Path, i: number) =>
    breaks[(blockOf[i % picks]! * states + path.states[i - 1]!) * states + path.states[i % length]!]!;
  for (let i = 1; i < (cycle ? length + 1 : length); i++) {
    const order = flag(a, i) - flag(b, i);
    if (order !== 0) return order;
  }
  for (let i = 0; i < length; i++) if (a.states[i] !== b.states[i]) return a.states[i]! - b.states[i]!;
  return 0;
}

/**
 * Writes the cost vectors (tiers, then figure) of the best ways through a state of a pick into `ways`, one after the
 * other, and returns how many there are: in a cycle one for each first state, in a line one. The pick's own restriction is
 * left out, so the value of a state that a lock forbids is what the best answer would cost with the lock turned.
 */
export function waysThrough(
  { states, tiers, allowed }: Trellis,
  { cycle, ahead, behind }: Sweeps,
  pick: number,
  state: number,
  ways: Int32Array,
): number {
  const width = tiers + 1;
  const at = (pick * states + state) * width;
  let count = 0;
  for (let first = 0; first < ahead.length; first++) {
    if (cycle && (pick === 0 ? state !== first : allowed[first] === 0)) continue;
    const [after, before] = [ahead[first]!.costs, behind[first]!];
    for (let t = 0; t < width; t++) ways[count * width + t] = after[at + t]! + before[at + t]!;
    count++;
  }
  return count;
}
