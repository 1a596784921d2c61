/** The cheapest way through states in a row (Viterbi 1967), round to the first again where it closes. */

/** States in a row with what they and the moves between them cost; no cost is below 0. */
export interface Chain {
  /** By step, the cost of each state. At least one step, and one state in each. */
  readonly costs: readonly (readonly number[])[];
  /** From state `a` of step `i` to state `b` of the next. */
  readonly move: (i: number, a: number, b: number) => number;
  /** By step, the group of each state; a move to a state of another group costs `apart` or more. */
  readonly groups: readonly (readonly number[])[];
  readonly apart: number;
  /** From state `a` of the last step to state `b` of the first; null: the way ends. */
  readonly close: ((a: number, b: number) => number) | null;
}

/** A way: the state of each step, and what it costs in all. */
export interface Way {
  readonly path: readonly number[];
  readonly cost: number;
}

/** The numbers of the states of each group. */
function members(groups: readonly number[]): Map<number, number[]> {
  const of = new Map<number, number[]>();
  groups.forEach((group, state) => {
    const there = of.get(group);
    if (there) there.push(state);
    else of.set(group, [state]);
  });
  return of;
}

/** A way, and what the search for it found: by step and state what lies ahead at the least, and the state that leads there. */
interface Searched extends Way {
  readonly aheads: readonly Float64Array[];
  readonly choice: readonly Int16Array[];
  /** By first state. */
  readonly costs: readonly number[];
}

/** Sums of the same costs in another order differ by less. */
const ROUNDING = 1e-9;

/** By how much one list lies above another, where that is as much everywhere; else null. */
function raisedBy(one: Float64Array, other: Float64Array): number | null {
  const by = one[0]! - other[0]!;
  for (let at = 1; at < one.length; at++) if (Math.abs(one[at]! - other[at]! - by) > ROUNDING) return null;
  return by;
}

/**
 * The cheapest way from a given first state (or any) to the end, and round to it where it closes.
 * @param like the search for another way: from where what lies ahead differs by a constant both go on alike, and the rest is known.
 */
function wayFrom(
  { costs, move, groups, apart, close }: Chain,
  first: number | null,
  like: Searched | null,
): Searched {
  const n = costs.length;
  const choice: Int16Array[] = [];
  const aheads: Float64Array[] = [];
  let ahead = Float64Array.from(costs[n - 1]!, (_, a) =>
    first !== null && close !== null ? close(a, first) : 0,
  );
  aheads[n - 1] = ahead;
  for (let i = n - 2; i >= 0; i--) {
    const next = costs[i + 1]!;
    const floors = new Float64Array(next.length);
    for (let b = 0; b < next.length; b++) floors[b] = next[b]! + ahead[b]!;
    // Cheapest first: the search ends where nothing that follows can be better.
    const order = Uint16Array.from(next.keys()).sort((a, b) => floors[a]! - floors[b]! || a - b);
    const same = members(groups[i + 1]!);
    const here = new Float64Array(costs[i]!.length);
    const chosen = new Int16Array(here.length);
    for (let a = 0; a < here.length; a++) {
      const group = groups[i]![a]!;
      let best = Infinity;
      let to = 0;
      // Those of its own group first: they are mostly the cheapest, and end the search early.
      for (const b of same.get(group) ?? []) {
        if (floors[b]! > best) continue;
        const cost = floors[b]! + move(i, a, b);
        if (cost < best) {
          best = cost;
          to = b;
        }
      }
      for (const b of order) {
        if (floors[b]! + apart > best) break;
        if (groups[i + 1]![b] === group) continue;
        const cost = floors[b]! + move(i, a, b);
        if (cost < best || (cost === best && b < to)) {
          best = cost;
          to = b;
        }
      }
      here[a] = best;
      chosen[a] = to;
    }
    choice[i] = chosen;
    ahead = aheads[i] = here;
    const by = like && raisedBy(here, like.aheads[i]!);
    if (by === null) continue;
    for (let before = 0; before < i; before++) choice[before] = like!.choice[before]!;
    ahead = like!.aheads[0]!.map((one) => one + by);
    break;
  }
  const whole = costs[0]!.map((cost, a) => cost + ahead[a]!);
  const start = first ?? whole.indexOf(Math.min(...whole));
  const path = [start];
  for (let i = 0; i < n - 1; i++) path.push(choice[i]![path[i]!]!);
  // Added up along the way itself, so that ways of one cost are told as such.
  let cost = first !== null && close !== null ? close(path[n - 1]!, first) : 0;
  for (let i = n - 2; i >= 0; i--)
    cost = costs[i + 1]![path[i + 1]!]! + cost + move(i, path[i]!, path[i + 1]!);
  return { path, cost: costs[0]![start]! + cost, costs: whole, aheads, choice };
}

/** The same chain, each of its moves reckoned once however often it is looked at. */
function remembering(chain: Chain): Chain {
  const { costs } = chain;
  // No cost is below 0.
  const known = costs.slice(1).map((next, i) => new Float64Array(costs[i]!.length * next.length).fill(-1));
  const move = (i: number, a: number, b: number): number => {
    const [here, at] = [known[i]!, a * costs[i + 1]!.length + b];
    const before = here[at]!;
    return before >= 0 ? before : (here[at] = chain.move(i, a, b));
  };
  return { ...chain, move };
}

/**
 * The cheapest way; of equal ones that of the lower state at the first difference. A way as a line is never dearer than the same way
 * closed, so first states whose line costs as much as a closed way that is known already need not be tried.
 */
export function cheapestWay(asked: Chain): Way {
  if (asked.close === null) return wayFrom(asked, null, null);
  // Round it is gone several times.
  const chain = remembering(asked);
  const line = wayFrom(chain, null, null);
  const order = [...line.costs.keys()].sort((a, b) => line.costs[a]! - line.costs[b]! || a - b);
  let best = wayFrom(chain, order[0]!, line);
  for (const first of order.slice(1)) {
    if (line.costs[first]! > best.cost) break;
    const way = wayFrom(chain, first, line);
    if (way.cost < best.cost || (way.cost === best.cost && first < best.path[0]!)) best = way;
  }
  return best;
}
