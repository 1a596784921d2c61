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
  /** Cost of edge i from state a to b in tier t, at ((i · states + a) · states + b) · tiers + t. */
  readonly costs: Int32Array;
  /** 1 where the edge departs from the rules, at (i · states + a) · states + b. */
  readonly breaks: Uint8Array;
  /** A figure that is carried along, not minimised (crossings), indexed like `breaks`. */
  readonly figures: Int32Array;
  /** 1 where pick i may be in state s, at i · states + s. */
  readonly allowed: Uint8Array;
  /** What it costs to begin in state s, at s · tiers + t. */
  readonly firstCosts: Int32Array;
}

/** One direction of the sweep over all positions: the best cost and figure of the part before or after each state. */
export interface Sweep {
  readonly costs: Int32Array;
  readonly figures: Int32Array;
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

/** Cost and figure of the best path through each state of each pick, whatever that pick itself allows. */
export interface Marginals {
  readonly costs: Int32Array;
  readonly figures: Int32Array;
}

/** −1, 0 or 1 as the first cost vector is below, equal to or above the second; each lies in its own array. */
function compareTiers(a: Int32Array, aAt: number, b: Int32Array, bAt: number, tiers: number): number {
  for (let t = 0; t < tiers; t++) {
    const difference = a[aAt + t]! - b[bAt + t]!;
    if (difference !== 0) return difference;
  }
  return 0;
}

/** Compares two cost vectors tier by tier. */
export function compareCosts(a: readonly number[], b: readonly number[]): number {
  for (let t = 0; t < a.length; t++) if (a[t] !== b[t]) return a[t]! - b[t]!;
  return 0;
}

/** Best completions from every state of every position to the end, or round to `first` in a cycle. */
function sweepBackward(trellis: Trellis, length: number, first: number | null): Sweep {
  const { picks, states, tiers, costs: edgeCosts, breaks, figures: edgeFigures, allowed } = trellis;
  const costs = new Int32Array(length * states * tiers);
  const figures = new Int32Array(length * states);
  const choice = new Int8Array(length * states).fill(-1);
  const flags = new Int32Array(states);
  const tails = new Int32Array(states);
  let ranks = new Int32Array(states);
  let nextRanks = new Int32Array(states);
  for (let i = length - 1; i >= 0; i--) {
    const last = i === length - 1;
    const nextPick = (i + 1) % picks;
    const edge = nextPick * states;
    for (let s = 0; s < states; s++) {
      const at = (i * states + s) * tiers;
      let best = -1;
      if (last) {
        if (first === null) continue;
        best = first;
        const edgeAt = (edge + s) * states + first;
        for (let t = 0; t < tiers; t++) costs[at + t] = edgeCosts[edgeAt * tiers + t]!;
        figures[i * states + s] = edgeFigures[edgeAt]!;
        flags[s] = breaks[edgeAt]!;
      } else {
        for (let b = 0; b < states; b++) {
          if (!allowed[nextPick * states + b]) continue;
          const edgeAt = (edge + s) * states + b;
          const nextAt = ((i + 1) * states + b) * tiers;
          const costAt = edgeAt * tiers;
          let order = best < 0 ? -1 : 0;
          for (let t = 0; t < tiers && order === 0; t++)
            order = edgeCosts[costAt + t]! + costs[nextAt + t]! - costs[at + t]!;
          if (order === 0) order = breaks[edgeAt]! - flags[s]! || nextRanks[b]! - nextRanks[best]!;
          if (order >= 0) continue;
          best = b;
          for (let t = 0; t < tiers; t++) costs[at + t] = edgeCosts[costAt + t]! + costs[nextAt + t]!;
          figures[i * states + s] = edgeFigures[edgeAt]! + figures[(i + 1) * states + b]!;
          flags[s] = breaks[edgeAt]!;
        }
      }
      choice[i * states + s] = best;
    }
    for (let s = 0; s < states; s++) tails[s] = last ? 0 : nextRanks[choice[i * states + s]!]!;
    for (let s = 0; s < states; s++) {
      let rank = 0;
      for (let other = 0; other < states; other++)
        if ((flags[other]! - flags[s]! || tails[other]! - tails[s]!) < 0) rank++;
      ranks[s] = rank;
    }
    [ranks, nextRanks] = [nextRanks, ranks];
  }
  return { costs, figures, choice };
}

/** Best ways to every state of every position from the start, or from `first` in a cycle. */
function sweepForward(trellis: Trellis, length: number, first: number | null): Sweep {
  const { picks, states, tiers, costs: edgeCosts, breaks, figures: edgeFigures, allowed } = trellis;
  const costs = new Int32Array(length * states * tiers);
  const figures = new Int32Array(length * states);
  const choice = new Int8Array(length * states).fill(-1);
  // Ranks of the ways so far: by where they depart from the rules, and by their strokes.
  let pattern = new Int32Array(states);
  let strokes = Int32Array.from({ length: states }, (_, s) => s);
  let nextPattern = new Int32Array(states);
  let nextStrokes = new Int32Array(states);
  const flags = new Int32Array(states);
  costs.set(trellis.firstCosts);
  for (let i = 1; i < length; i++) {
    const from = (i - 1) % picks;
    for (let s = 0; s < states; s++) {
      const at = (i * states + s) * tiers;
      let best = -1;
      for (let a = 0; a < states; a++) {
        if (i === 1 && first !== null ? a !== first : !allowed[from * states + a]) continue;
        const edgeAt = ((i % picks) * states + a) * states + s;
        const fromAt = ((i - 1) * states + a) * tiers;
        const costAt = edgeAt * tiers;
        let order = best < 0 ? -1 : 0;
        for (let t = 0; t < tiers && order === 0; t++)
          order = edgeCosts[costAt + t]! + costs[fromAt + t]! - costs[at + t]!;
        if (order === 0)
          order = pattern[a]! - pattern[best]! || breaks[edgeAt]! - flags[s]! || strokes[a]! - strokes[best]!;
        if (order >= 0) continue;
        best = a;
        for (let t = 0; t < tiers; t++) costs[at + t] = edgeCosts[costAt + t]! + costs[fromAt + t]!;
        figures[i * states + s] = edgeFigures[edgeAt]! + figures[(i - 1) * states + a]!;
        flags[s] = breaks[edgeAt]!;
      }
      choice[i * states + s] = best;
    }
    for (let s = 0; s < states; s++) {
      const mine = choice[i * states + s]!;
      let [patternRank, strokeRank] = [0, 0];
      for (let other = 0; other < states; other++) {
        const theirs = choice[i * states + other]!;
        if ((pattern[theirs]! - pattern[mine]! || flags[other]! - flags[s]!) < 0) patternRank++;
        if ((strokes[theirs]! - strokes[mine]! || other - s) < 0) strokeRank++;
      }
      nextPattern[s] = patternRank;
      nextStrokes[s] = strokeRank;
    }
    [pattern, nextPattern] = [nextPattern, pattern];
    [strokes, nextStrokes] = [nextStrokes, strokes];
  }
  return { costs, figures, choice };
}

/** The path that a backward sweep describes, from one first state. */
function trace(trellis: Trellis, sweep: Sweep, length: number, first: number): Path {
  const { states, tiers } = trellis;
  const path = new Uint8Array(length);
  path[0] = first;
  for (let i = 1; i < length; i++) path[i] = sweep.choice[(i - 1) * states + path[i - 1]!]!;
  const at = first * tiers;
  const cost = Array.from({ length: tiers }, (_, t) => sweep.costs[at + t]! + trellis.firstCosts[at + t]!);
  return { states: path, cost, figure: sweep.figures[first]! };
}

/**
 * Sweeps from the end: one for a line, in a cycle of `passes` rounds one for each first state.
 */
export function sweepsBackward(trellis: Trellis, passes: number, cycle: boolean): Sweep[] {
  const length = trellis.picks * passes;
  if (!cycle) return [sweepBackward(trellis, length, null)];
  return Array.from({ length: trellis.states }, (_, first) => sweepBackward(trellis, length, first));
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

/**
 * The best cost and figure through every state of every pick over one pass. A pick's own restriction is left out, so
 * the value of a state that a lock forbids is what the best answer would cost with the lock turned. `sweeps` are those
 * of one pass.
 */
export function marginals(trellis: Trellis, cycle: boolean, sweeps: readonly Sweep[]): Marginals {
  const { picks, states, tiers, allowed } = trellis;
  const costs = new Int32Array(picks * states * tiers);
  const figures = new Int32Array(picks * states);
  const filled = new Uint8Array(picks * states);
  const total = new Int32Array(tiers);
  for (let first = 0; first < (cycle ? states : 1); first++) {
    const start = cycle ? first : null;
    const ahead = sweeps[first]!;
    const behind = sweepForward(trellis, picks, start);
    for (let i = 0; i < picks; i++)
      for (let s = 0; s < states; s++) {
        if (cycle && (i === 0 ? s !== first : !allowed[first])) continue;
        const cell = i * states + s;
        for (let t = 0; t < tiers; t++)
          total[t] = ahead.costs[cell * tiers + t]! + behind.costs[cell * tiers + t]!;
        if (filled[cell] && compareTiers(total, 0, costs, cell * tiers, tiers) >= 0) continue;
        filled[cell] = 1;
        for (let t = 0; t < tiers; t++) costs[cell * tiers + t] = total[t]!;
        figures[cell] = ahead.figures[cell]! + behind.figures[cell]!;
      }
  }
  return { costs, figures };
}
