/** Best paths out of the sweeps of a trellis, and the best ways through any of its states. */
import { unpack } from './packing';
import type { Sweep, Sweeps } from './sweeps';
import { FIRST_STATES, type Costs, type Trellis } from './trellis';

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

/** The costs by tier at one place. */
function costsAt({ packing }: Trellis, { high, low }: Costs, at: number): number[] {
  const costs = new Float64Array(packing.weights.length);
  unpack(packing, high[at]!, low[at]!, costs);
  return [...costs];
}

const sum = (a: readonly number[], b: readonly number[]) => a.map((cost, t) => cost + b[t]!);

/** The best paths from each first state that pick 0 allows, along the line or once round the cycle. */
export function bestPaths(trellis: Trellis, { cycle, ahead }: Sweeps): Path[] {
  const { picks, firstCosts } = trellis;
  return firstStates(trellis).map((first) => {
    const from = ahead[cycle ? first : 0]!;
    const states = new Uint8Array(picks);
    trace(trellis, from, first, states, 0);
    const cost = sum(costsAt(trellis, from, first), costsAt(trellis, firstCosts, first));
    return { states, cost, figure: from.figure[first]! };
  });
}

/** What going twice round the cycle costs from one first state, begun a second time in another. */
function costTwice(trellis: Trellis, { ahead }: Sweeps, first: number, middle: number): number[] {
  const rounds = sum(costsAt(trellis, ahead[middle]!, first), costsAt(trellis, ahead[first]!, middle));
  return sum(rounds, costsAt(trellis, trellis.firstCosts, first));
}

/** What the paths of `bestPathsTwice` are chosen from cost, without their states. */
export function costsTwice(trellis: Trellis, sweeps: Sweeps): number[][] {
  const firsts = firstStates(trellis);
  return firsts.flatMap((first) => firsts.map((middle) => costTwice(trellis, sweeps, first, middle)));
}

/**
 * The best paths twice round the cycle from each first state: each is two rounds joined at the state in which the second
 * begins, and both rounds are known from the sweeps of one.
 */
export function bestPathsTwice(trellis: Trellis, sweeps: Sweeps): Path[] {
  const { picks } = trellis;
  const { ahead } = sweeps;
  const firsts = firstStates(trellis);
  return firsts.map((first) =>
    firsts
      .map((middle): Path => {
        const [out, back] = [ahead[middle]!, ahead[first]!];
        const states = new Uint8Array(2 * picks);
        trace(trellis, out, first, states, 0);
        trace(trellis, back, middle, states, picks);
        const cost = costTwice(trellis, sweeps, first, middle);
        return { states, cost, figure: out.figure[first]! + back.figure[middle]! };
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
  for (let i = 1; i < (cycle ? length + 1 : length); i++) {
    const [to, block] = [i === length ? 0 : i, blockOf[i >= picks ? i % picks : i]!];
    const [fromA, toA, fromB, toB] = [a.states[i - 1]!, a.states[to]!, b.states[i - 1]!, b.states[to]!];
    if (fromA === fromB && toA === toB) continue;
    const order =
      breaks[(block * states + fromA) * states + toA]! - breaks[(block * states + fromB) * states + toB]!;
    if (order !== 0) return order;
  }
  for (let i = 0; i < length; i++) if (a.states[i] !== b.states[i]) return a.states[i]! - b.states[i]!;
  return 0;
}

/** Numbers that a way takes: its two packed costs and its figure. */
export const WAY_WIDTH = 3;

/**
 * Writes the best ways through a state of a pick into `ways`, one after the other, and returns how many there are: in a cycle one for
 * each first state, in a line one. The pick's own restriction is left out, so the value of a state that a lock forbids is what the
 * best answer would cost with the lock turned.
 */
export function waysThrough(
  { states, allowed }: Trellis,
  { cycle, ahead, behind: swept }: Sweeps,
  pick: number,
  state: number,
  ways: Float64Array,
): number {
  const at = pick * states + state;
  const behind = swept();
  let count = 0;
  for (let first = 0; first < ahead.length; first++) {
    if (cycle && (pick === 0 ? state !== first : allowed[first] === 0)) continue;
    const [after, before] = [ahead[first]!, behind[first]!];
    ways[count * WAY_WIDTH] = after.high[at]! + before.high[at]!;
    ways[count * WAY_WIDTH + 1] = after.low[at]! + before.low[at]!;
    ways[count * WAY_WIDTH + 2] = after.figure[at]! + before.figure[at]!;
    count++;
  }
  return count;
}
