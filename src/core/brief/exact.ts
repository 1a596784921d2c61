/**
 * Proof of the best line: A* (Hart, Nilsson & Raphael 1968) over note, state and counters, cut by the bound and by what each
 * counter can still reach.
 */
import type { Found } from './along';
import { costsToGo, layerSize, owed, priceOfGains, raisedBound, reachOf, type Raised } from './bound';
import { lineEnds, loopEnds, type Ends } from './ends';
import { placeCost, wayCost, type Lattice } from './lattice';
import { turnsLeft, turnState } from './turning';
import { DIRECTIONS_COME, directionOf, turns, wayAfter, WAYS } from './ways';
import { WEIGHTS } from './weights';

/** A list of numbers that grows. */
class Growing {
  private list = new Int32Array(1 << 14);
  length = 0;
  push(value: number): void {
    if (this.length === this.list.length) {
      const wider = new Int32Array(this.list.length * 2);
      wider.set(this.list);
      this.list = wider;
    }
    this.list[this.length++] = value;
  }
  at(index: number): number {
    return this.list[index]!;
  }
}

/** Entries by whole-number rank, the lowest rank first, the latest first within one. */
class Buckets {
  private readonly lists: number[][] = [];
  private lowest = 0;
  push(rank: number, entry: number): void {
    (this.lists[rank] ??= []).push(entry);
    if (rank < this.lowest) this.lowest = rank;
  }
  pop(): { entry: number; rank: number } | null {
    for (; this.lowest < this.lists.length; this.lowest++) {
      const entry = this.lists[this.lowest]?.pop();
      if (entry !== undefined) return { entry, rank: this.lowest };
    }
    return null;
  }
}

export type Proof =
  | { readonly state: 'best'; readonly found: Found }
  /** There is no line that grants all wishes. */
  | { readonly state: 'none' }
  /** No line costs less than the one that is known. */
  | { readonly state: 'known is best' }
  /** The budget was used up: no line costs less than `bound`. */
  | { readonly state: 'open'; readonly bound: number };

/** Counters as one number: each counts up to its demand's end. */
function counterSizes(lattice: Lattice): number[] {
  return lattice.demands.map(({ min, max }) => (max ?? min) + 1);
}

/** Counters as one number stay small enough to be looked up fast. */
const LARGEST_CODE = 2 ** 30;

/** What demands can still gain, least and most, by note, place and stroke, demand: all in one table. */
function reaches(lattice: Lattice, ends: Ends): { least: Int16Array; most: Int16Array } {
  const { brief, demands, places, rules } = lattice;
  const on = places.length * rules.strokes;
  const least = new Int16Array(brief.notes * on * demands.length);
  const most = new Int16Array(least.length);
  demands.forEach((_, demand) => {
    // Turns hang on the way that a line came: `turnsLeft` knows them.
    if (demand === lattice.turnsAt) {
      for (let at = demand; at < most.length; at += demands.length) most[at] = brief.notes;
      return;
    }
    const low = reachOf(lattice, ends, demand, 1);
    const high = reachOf(lattice, ends, demand, -1);
    for (let note = 0; note < brief.notes; note++)
      for (let at = 0; at < on; at++) {
        const index = (note * on + at) * demands.length + demand;
        least[index] = low[note]![at]!;
        most[index] = -high[note]![at]!;
      }
  });
  return { least, most };
}

function* search(
  lattice: Lattice,
  ends: Ends,
  upper: number,
  prices: readonly number[],
  budget: { left: number },
): Generator<void, Proof> {
  const { brief, rules, first, to, cost, way, gain, gains, demands, places } = lattice;
  const { strokes } = rules;
  const { turnsAt } = lattice;
  const turnPrice = prices[turnsAt] ?? 0;
  const turning = turnsAt >= 0 ? turnsLeft(lattice, ends) : null;
  const toGo = costsToGo(lattice, ends, prices);
  const { least, most } = reaches(lattice, ends);
  const sizes = counterSizes(lattice);
  const size = layerSize(lattice);
  if (sizes.reduce((product, one) => product * one, 1) > LARGEST_CODE)
    return { state: 'open', bound: -Infinity };
  const count = demands.length;
  const mins = Int32Array.from(demands, ({ min }) => min);
  const maxs = Int32Array.from(demands, ({ max }) => max ?? -1);
  const priceOf = priceOfGains(lattice, prices);
  const debt = owed(lattice, prices);
  const entry = {
    note: new Growing(),
    state: new Growing(),
    code: new Growing(),
    spent: new Growing(),
    before: new Growing(),
  };
  const counters = new Growing();
  /** What is priced in already, by entry. */
  const paid: number[] = [];
  /** What was spent to reach a state with some counters, by note and state, then by the counters as one number. */
  const cheapest: (Map<number, number> | undefined)[] = [];
  /** The same whatever the interval that it came by, by direction: going on may cost no more than turning in place besides. */
  const nearly: (Map<number, number> | undefined)[] = [];
  const open = new Buckets();
  const counter = new Int32Array(count);
  const push = (note: number, state: number, spent: number, priced: number, before: number) => {
    const isLast = note === brief.notes - 1;
    // A whole line is ranked by what it costs, or one that falls short of its prices could come before a cheaper one.
    const whole = isLast
      ? spent +
        ends.closing(Math.floor(state / WAYS / strokes), Math.floor(state / WAYS) % strokes, state % WAYS)
      : spent + priced + toGo[note]![state]! - debt;
    const rank = Math.max(0, Math.ceil(whole - 1e-6));
    if (!(rank < upper)) return;
    const on = note * places.length * strokes + Math.floor(state / WAYS);
    const base = on * count;
    for (let at = 0; at < count; at++) {
      const had = counter[at]!;
      if (had + most[base + at]! < mins[at]!) return;
      if (maxs[at]! >= 0 && had + least[base + at]! > maxs[at]!) return;
    }
    if (turning) {
      const had = counter[turnsAt]!;
      const from = turnState(Math.floor(state / WAYS), state % WAYS);
      if (had + turning.most[note]![from]! < mins[turnsAt]!) return;
      if (maxs[turnsAt]! >= 0 && had + turning.least[note]![from]! > maxs[turnsAt]!) return;
    }
    let code = 0;
    for (let at = 0; at < count; at++) code = code * sizes[at]! + counter[at]!;
    const here = (cheapest[note * size + state] ??= new Map<number, number>());
    const known = here.get(code);
    if (known !== undefined && known <= spent) return;
    const came = on * DIRECTIONS_COME.length + directionOf(state % WAYS);
    const alike = (nearly[came] ??= new Map<number, number>());
    const lowest = alike.get(code);
    if (lowest !== undefined && lowest + WEIGHTS.inPlace <= spent) return;
    if (lowest === undefined || spent < lowest) alike.set(code, spent);
    here.set(code, spent);
    entry.code.push(code);
    for (let at = 0; at < count; at++) counters.push(counter[at]!);
    entry.note.push(note);
    entry.state.push(state);
    entry.spent.push(spent);
    entry.before.push(before);
    paid.push(priced);
    open.push(rank, entry.note.length - 1);
  };
  for (const place of ends.firsts)
    for (const stroke of rules.firstStrokes)
      push(0, (place * strokes + stroke) * WAYS + ends.came, placeCost(lattice, 0, place), 0, -1);
  for (let since = 0; ; since++) {
    const next = open.pop();
    if (!next) return { state: Number.isFinite(upper) ? 'known is best' : 'none' };
    const at = next.entry;
    const [note, state, spent] = [entry.note.at(at), entry.state.at(at), entry.spent.at(at)];
    if (cheapest[note * size + state]!.get(entry.code.at(at))! < spent) continue;
    const [from, came] = [Math.floor(state / WAYS), state % WAYS];
    if (note === brief.notes - 1) {
      const line: number[] = [];
      for (let back = at; back >= 0; back = entry.before.at(back))
        line.push(Math.floor(entry.state.at(back) / WAYS));
      line.reverse();
      const closed = ends.closing(Math.floor(from / strokes), from % strokes, came);
      const found = {
        places: line.map((on) => Math.floor(on / strokes)),
        strokes: line.map((on) => on % strokes),
        cost: spent + closed,
      };
      return { state: 'best', found };
    }
    if (budget.left-- <= 0) return { state: 'open', bound: next.rank };
    if (since % SLICE === SLICE - 1) yield;
    for (let step = first[from]!; step < first[from + 1]!; step++) {
      const on = to[step]!;
      const number = gain[step]!;
      const brings = gains[number]!;
      const turned = turnsAt >= 0 && turns(came, way[step]!) ? 1 : 0;
      for (let demand = 0; demand < count; demand++) {
        const more = counters.at(at * count + demand) + brings[demand]! + (demand === turnsAt ? turned : 0);
        counter[demand] = maxs[demand]! < 0 ? Math.min(more, mins[demand]!) : more;
      }
      const added =
        cost[step]! +
        placeCost(lattice, note + 1, Math.floor(on / strokes)) +
        wayCost(lattice, note, came, way[step]!);
      const priced = paid[at]! + priceOf[number]! + turned * turnPrice;
      push(note + 1, on * WAYS + wayAfter(came, way[step]!), spent + added, priced, at);
    }
  }
}

/** Expansions between two looks at whether to stop. */
const SLICE = 2000;

export interface ProofBudget {
  /** States that A* may expand. */
  readonly expansions: number;
  /** Steps of the lattice that raising the bound may look at. */
  readonly looks: number;
}

/** A step of the lattice with the ways that lead to it. */
const LOOKS_A_STEP = 3;

/** Steps of raising the bound: few more are worth their time. */
const RAISES = 120;

/** What a proof leaves for lines like the best: the prices, by where a line begins and ends. */
export interface Proven {
  readonly proof: Proof;
  readonly prices: readonly number[] | null;
  /** States that were expanded. */
  readonly expanded: number;
}

/**
 * Proves the best line of a lattice, or that there is none, as far as the budget goes.
 * @param known cost of the best line known so far; Infinity without one.
 */
export function* proven(lattice: Lattice, known: number, budget: ProofBudget): Generator<void, Proven> {
  const left = { left: budget.expansions };
  const looksEach = Math.max(1, lattice.to.length * lattice.brief.notes * LOOKS_A_STEP);
  const all = lattice.brief.loop ? loopEnds(lattice) : [lineEnds(lattice)];
  const raises = Math.min(RAISES, Math.floor(budget.looks / looksEach / all.length));
  const ended = (proof: Proof): Proven => ({
    proof,
    prices,
    expanded: budget.expansions - Math.max(0, left.left),
  });
  let [upper, openBound] = [known, Infinity];
  let best: Found | null = null;
  let prices: readonly number[] | null = null;
  if (raises < 1) return ended({ state: 'open', bound: 0 });
  for (const ends of all) {
    // The prices of one beginning are nearly those of the next.
    const effort: number = prices ? Math.ceil(raises / 4) : raises;
    const raised: Raised | null = yield* raisedBound(lattice, ends, upper, effort, prices);
    if (!raised) continue;
    prices = raised.prices;
    const bound = Math.ceil(raised.bound - 1e-6);
    if (bound >= upper) continue;
    const proof: Proof = yield* search(lattice, ends, upper, raised.prices, left);
    if (proof.state === 'best') {
      best = proof.found;
      upper = best.cost;
    } else if (proof.state === 'open') openBound = Math.min(openBound, Math.max(proof.bound, bound));
  }
  if (openBound < upper) return ended({ state: 'open', bound: openBound });
  if (best) return ended({ state: 'best', found: best });
  return ended({ state: Number.isFinite(known) ? 'known is best' : 'none' });
}

/** Steps of raising the bound, and states, for one line more. */
const RAISES_MORE = 25;
const EXPANSIONS_MORE = 60_000;

/**
 * A cheapest line of a lattice whose places cost otherwise than before, with prices that were good then; in a loop from the same
 * first place. Null where the budget does not reach.
 */
export function* oneMore(
  lattice: Lattice,
  prices: readonly number[],
  firstPlace: number,
): Generator<void, Found | null> {
  const all = lattice.brief.loop
    ? loopEnds(lattice).filter(({ firsts }) => firsts[0] === firstPlace)
    : [lineEnds(lattice)];
  let best: Found | null = null;
  for (const ends of all) {
    const upper: number = best?.cost ?? Infinity;
    const raised: Raised | null = yield* raisedBound(lattice, ends, upper, RAISES_MORE, prices);
    if (!raised || raised.bound >= upper) continue;
    const proof: Proof = yield* search(lattice, ends, upper, raised.prices, { left: EXPANSIONS_MORE });
    if (proof.state === 'best') best = proof.found;
  }
  return best;
}
