/** A trellis swept both ways: what lies ahead of each state and behind it at the least; in a cycle for each first state. */
import { UNREACHABLE } from './packing';
import { FIRST_STATES, noCosts, type Costs, type Trellis } from './trellis';

/** One direction of the sweep over all positions: the best part before or after each state, at i · states + s. */
export interface Sweep extends Costs {
  /** The neighbour state that the best part goes through. */
  readonly choice: Int8Array;
  /** In which order parts of equal cost are taken. */
  readonly ranks: Int32Array;
}

/** The same from the start, with the orders by departures and by strokes. */
interface SweepBehind extends Costs {
  readonly patterns: Int32Array;
  readonly strokes: Int32Array;
}

/** Writes the ranks of keys where there are none yet, equal keys by equal ranks, so that they stay small however long the line. */
function rank(keys: Int32Array, ranks: Int32Array, at: number, count: number): void {
  if (count === 2) {
    ranks[at] = Number(keys[1]! < keys[0]!);
    ranks[at + 1] = Number(keys[0]! < keys[1]!);
    return;
  }
  for (let s = 0; s < count; s++)
    for (let other = s + 1; other < count; other++)
      if (keys[other]! < keys[s]!) ranks[at + s]!++;
      else if (keys[other]! > keys[s]!) ranks[at + other]!++;
}

/** By how much the costs at one pick lie above those of another sweep, where that is as much in every state; else null. */
function apart(one: Costs, other: Costs, at: number, count: number): [number, number, number] | null {
  let known = -1;
  for (let s = at; s < at + count; s++) {
    const isNowhere = one.high[s]! >= UNREACHABLE;
    if (isNowhere !== other.high[s]! >= UNREACHABLE) return null;
    if (isNowhere) continue;
    if (known < 0) known = s;
    else if (
      one.high[s]! - other.high[s]! !== one.high[known]! - other.high[known]! ||
      one.low[s]! - other.low[s]! !== one.low[known]! - other.low[known]! ||
      one.figure[s]! - other.figure[s]! !== one.figure[known]! - other.figure[known]!
    )
      return null;
  }
  if (known < 0) return null;
  return [
    one.high[known]! - other.high[known]!,
    one.low[known]! - other.low[known]!,
    one.figure[known]! - other.figure[known]!,
  ];
}

/** Writes the costs of another sweep, so much higher, from one place to another. */
function raised(
  one: Costs,
  other: Costs,
  [byHigh, byLow, byFigure]: readonly [number, number, number],
  from: number,
  to: number,
): void {
  for (let at = from; at < to; at++) {
    const isNowhere = other.high[at]! >= UNREACHABLE;
    one.high[at] = isNowhere ? UNREACHABLE : other.high[at]! + byHigh;
    one.low[at] = isNowhere ? 0 : other.low[at]! + byLow;
    one.figure[at] = isNowhere ? 0 : other.figure[at]! + byFigure;
  }
}

const isSame = (one: Int32Array, other: Int32Array, at: number, count: number): boolean => {
  for (let s = at; s < at + count; s++) if (one[s] !== other[s]) return false;
  return true;
};

/**
 * Best completions from every state of every position to the end, or round to `first` in a cycle.
 * @param like the sweep to another first state: from where both cost the same but for a constant they go on alike, and the rest is known.
 */
function sweepBackward(trellis: Trellis, first: number | null, like: Sweep | null): Sweep {
  const { picks, states, blockOf, edges, breaks, allowed, statesOf } = trellis;
  const { high: edgeHigh, low: edgeLow, figure: edgeFigure } = edges;
  const { high, low, figure } = noCosts(picks * states);
  const choice = new Int8Array(picks * states).fill(-1);
  // Among equal costs the completion that departs latest wins: by this edge's departure, then by the rest's rank.
  const keys = new Int32Array(states);
  const ranks = new Int32Array(picks * states);
  const sweep = { high, low, figure, choice, ranks };
  const end = picks - 1;
  if (first !== null)
    for (let s = 0; s < states; s++) {
      const edge = (blockOf[0]! * states + s) * states + first;
      const at = end * states + s;
      high[at] = edgeHigh[edge]!;
      low[at] = edgeLow[edge]!;
      figure[at] = edgeFigure[edge]!;
      choice[at] = first;
      keys[s] = breaks[edge]!;
    }
  rank(keys, ranks, end * states, states);
  for (let i = end - 1; i >= 0; i--) {
    const nextPick = (i + 1) * states;
    const block = blockOf[i + 1]! * states;
    // Struck down, struck up, slurred after the stroke that there is.
    const nextSteps = statesOf[i + 1]! > FIRST_STATES ? FIRST_STATES + 1 : FIRST_STATES;
    const count = statesOf[i]!;
    for (let s = 0; s < count; s++) {
      let best = -1;
      let bestHigh = Infinity;
      let bestLow = 0;
      let bestKey = 0;
      for (let step = 0; step < nextSteps; step++) {
        const b = step < FIRST_STATES ? step : FIRST_STATES + (s & 1);
        if (allowed[nextPick + b] === 0) continue;
        const edge = (block + s) * states + b;
        const toHigh = edgeHigh[edge]! + high[nextPick + b]!;
        if (toHigh > bestHigh) continue;
        const toLow = edgeLow[edge]! + low[nextPick + b]!;
        const key = breaks[edge]! * states + ranks[nextPick + b]!;
        if (toHigh === bestHigh && (toLow > bestLow || (toLow === bestLow && key >= bestKey))) continue;
        best = b;
        bestHigh = toHigh;
        bestLow = toLow;
        bestKey = key;
      }
      const at = i * states + s;
      high[at] = bestHigh;
      low[at] = bestLow;
      figure[at] = edgeFigure[(block + s) * states + best]! + figure[nextPick + best]!;
      choice[at] = best;
      keys[s] = bestKey;
    }
    const here = i * states;
    rank(keys, ranks, here, count);
    const by = like && isSame(ranks, like.ranks, here, count) ? apart(sweep, like, here, count) : null;
    if (by) {
      raised(sweep, like!, by, 0, here);
      choice.set(like!.choice.subarray(0, here));
      break;
    }
  }
  return sweep;
}

/** Best ways to every state of every position from the start, or from `first` in a cycle. @param like as for `sweepBackward`. */
function sweepForward(trellis: Trellis, first: number | null, like: SweepBehind | null): SweepBehind {
  const { picks, states, blockOf, edges, breaks, allowed, statesOf, firstCosts } = trellis;
  const { high: edgeHigh, low: edgeLow, figure: edgeFigure } = edges;
  const { high, low, figure } = noCosts(picks * states);
  // Ranks of the ways so far: by where they depart from the rules, and by their strokes.
  const patterns = new Int32Array(picks * states);
  const patternKeys = new Int32Array(states);
  const strokes = new Int32Array(picks * states);
  const strokeKeys = new Int32Array(states);
  const sweep = { high, low, figure, patterns, strokes };
  for (let s = 0; s < states; s++) strokes[s] = s;
  high.set(firstCosts.high);
  low.set(firstCosts.low);
  for (let i = 1; i < picks; i++) {
    const from = (i - 1) * states;
    const block = blockOf[i]! * states;
    const fromStates = statesOf[i - 1]!;
    const count = statesOf[i]!;
    const only = i === 1 ? first : null;
    for (let s = 0; s < count; s++) {
      let best = -1;
      let bestHigh = UNREACHABLE;
      let bestLow = 0;
      let bestPattern = 0;
      let bestStrokes = 0;
      const isSlurred = s >= FIRST_STATES;
      for (let a = isSlurred ? s & 1 : 0; a < fromStates; a += isSlurred ? 2 : 1) {
        if (only === null ? allowed[from + a] === 0 : a !== only) continue;
        const edge = (block + a) * states + s;
        const toHigh = edgeHigh[edge]! + high[from + a]!;
        if (toHigh > bestHigh) continue;
        const toLow = edgeLow[edge]! + low[from + a]!;
        const pattern = patterns[from + a]! * 2 + breaks[edge]!;
        if (toHigh === bestHigh && best >= 0) {
          const order = toLow - bestLow || pattern - bestPattern || strokes[from + a]! - bestStrokes;
          if (order >= 0) continue;
        }
        best = a;
        bestHigh = toHigh;
        bestLow = toLow;
        bestPattern = pattern;
        bestStrokes = strokes[from + a]!;
      }
      const at = i * states + s;
      high[at] = bestHigh;
      low[at] = bestLow;
      if (best >= 0) figure[at] = edgeFigure[(block + best) * states + s]! + figure[from + best]!;
      patternKeys[s] = bestPattern;
      strokeKeys[s] = bestStrokes * states + s;
    }
    const here = i * states;
    rank(patternKeys, patterns, here, count);
    rank(strokeKeys, strokes, here, count);
    const by =
      like && isSame(patterns, like.patterns, here, count) && isSame(strokes, like.strokes, here, count)
        ? apart(sweep, like, here, count)
        : null;
    if (by) {
      raised(sweep, like!, by, here + states, picks * states);
      break;
    }
  }
  return sweep;
}

/** The sweeps of a trellis over one pass: in a cycle one for each first state, in a line one in all. */
export interface Sweeps {
  readonly cycle: boolean;
  readonly ahead: readonly Sweep[];
  /** Swept when first asked for: the best path needs what lies ahead alone. */
  readonly behind: () => readonly Costs[];
}

/** Sweeps a trellis. */
export function sweep(trellis: Trellis, cycle: boolean): Sweeps {
  const ahead = sweepBackward(trellis, cycle ? 0 : null, null);
  let known: readonly Costs[] | null = null;
  const swept = (): readonly Costs[] => {
    const behind = sweepForward(trellis, cycle ? 0 : null, null);
    return cycle ? [behind, sweepForward(trellis, 1, behind)] : [behind];
  };
  return {
    cycle,
    ahead: cycle ? [ahead, sweepBackward(trellis, 1, ahead)] : [ahead],
    behind: () => (known ??= swept()),
  };
}
