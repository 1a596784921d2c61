/**
 * The search for lines that grant a brief: first lines from flows, one after the other, each bettered and kept if it differs
 * from those before; then, as far as the budget goes, the proof of the best. All budgets are counted, so that a seed
 * always gives the same.
 */
import type { Setup } from '../instrument/instrument';
import { bestAlong, costOf, placesByNode, type Found } from './along';
import type { Brief } from './brief';
import { candidateOf, differs, lineIn, ranked, type Candidate } from './candidate';
import { chanceOf, type Chance } from './chance';
import { conflictOf, type Conflict } from './conflict';
import { oneMore, proven } from './exact';
import { latticeOf, type Lattice } from './lattice';
import { findFlow, skeletonOf, trailOf, type Flow, type Skeleton } from './skeleton';

export interface SearchOptions {
  readonly seed?: number;
  /** Different lines that are wanted. */
  readonly wanted?: number;
  /** Flows that are tried for them. */
  readonly tries?: number;
  /** States that the proof may expand; 0 asks for none. */
  readonly expansions?: number;
}

export const DEFAULT_WANTED = 10;
/** Flows for one line that is wanted: common ones need one or two. */
const TRIES_EACH = 6;
const DEFAULT_EXPANSIONS = 400_000;
/** Steps of the lattice that the bound may look at: some seconds. */
const LOOKS = 300_000_000;

export type SearchEvent =
  | { readonly kind: 'candidate'; readonly candidate: Candidate }
  | { readonly kind: 'proving' }
  /** Whether the best line is proven; what comes after are further ones. */
  | { readonly kind: 'settled'; readonly isProven: boolean }
  | { readonly kind: 'tick' };

export interface Outcome {
  /** `best`: proven. `impossible`: proven. `none found`: neither a line nor a proof within the budget. */
  readonly state: 'best' | 'best found' | 'impossible' | 'none found';
  readonly candidates: readonly Candidate[];
  /** No line can cost less; null where no bound was reached. */
  readonly bound: number | null;
  readonly conflict: Conflict | null;
}

/** Exchanges of two stretches of a trail that are tried to better it. */
const EXCHANGES = 120;
/** In a loop each is looked at from every first place, which takes longer. */
const EXCHANGES_ROUND = 30;

/** The trail with two neighbouring stretches exchanged that begin, and end, at one node; the flow stays the same. */
function exchanged(trail: readonly number[], chance: Chance): number[] | null {
  const from = chance.below(trail.length);
  const same = trail.flatMap((node, at) => (node === trail[from] && at > from ? [at] : []));
  if (same.length < 2) return null;
  const first = chance.below(same.length - 1);
  const [middle, last] = [same[first]!, same[first + 1 + chance.below(same.length - first - 1)]!];
  return [
    ...trail.slice(0, from),
    ...trail.slice(middle, last),
    ...trail.slice(from, middle),
    ...trail.slice(last),
  ];
}

interface Ground {
  readonly lattice: Lattice;
  readonly skeleton: Skeleton;
  readonly byNode: readonly (readonly number[])[];
  readonly setup: Setup;
}

/** The trail of a flow as the brief takes it: a loop begins on a node with the right stroke and does not repeat it. */
function asPlayed({ lattice, skeleton }: Ground, flow: Flow, chance: Chance): number[] | null {
  const trail = trailOf(skeleton, flow, chance);
  if (!lattice.brief.loop) return trail;
  trail.pop();
  const firsts = trail.flatMap((node, at) =>
    skeleton.starts.includes(node) && skeleton.ends.includes(trail.at(at - 1)!) ? [at] : [],
  );
  if (firsts.length === 0) return null;
  const first = firsts[chance.below(firsts.length)]!;
  return [...trail.slice(first), ...trail.slice(0, first)];
}

/** The best line that a flow gives within its exchanges. */
function lineOf(ground: Ground, flow: Flow, chance: Chance): Found | null {
  const { lattice, skeleton, byNode } = ground;
  let trail = asPlayed(ground, flow, chance);
  if (!trail) return null;
  let best = bestAlong(lattice, byNode, trail);
  for (let exchange = 0; exchange < (lattice.brief.loop ? EXCHANGES_ROUND : EXCHANGES); exchange++) {
    const other = exchanged(trail, chance);
    if (!other) continue;
    const found = bestAlong(lattice, byNode, other);
    if (found && found.cost <= (best?.cost ?? Infinity)) [best, trail] = [found, other];
  }
  return best && { ...best, strokes: trail.map((node) => skeleton.nodes[node]!.stroke) };
}

/** How far chance leans the costs of the flow's arcs. */
const LEANING = 6;

/** One line after the other from flows that chance leans differently. */
function* lines(ground: Ground, chance: Chance, tries: number): Generator<Found | null> {
  const { lattice, skeleton } = ground;
  const { brief, rules } = lattice;
  for (let attempt = 0; attempt < tries; attempt++) {
    const costs = skeleton.arcs.map(({ cost }) => 1 + cost + chance.below(LEANING));
    let result = findFlow(brief, rules, skeleton, { costs, spread: true });
    if (result.state !== 'found') result = findFlow(brief, rules, skeleton, { costs });
    if (result.state !== 'found') result = findFlow(brief, rules, skeleton);
    yield result.state === 'found' ? lineOf(ground, result.flow, chance) : null;
  }
}

/**
 * Searches for lines that grant a brief; a generator, so that whoever runs it can stop between any two steps.
 * @throws RangeError for names of tones that are none.
 */
export function* searching(
  brief: Brief,
  setup: Setup,
  options: SearchOptions = {},
): Generator<SearchEvent, Outcome> {
  const { seed = 1, wanted = DEFAULT_WANTED, expansions = DEFAULT_EXPANSIONS } = options;
  const tries = options.tries ?? wanted * TRIES_EACH;
  const lattice = latticeOf(brief, setup);
  const { rules } = lattice;
  const skeleton = skeletonOf(lattice);
  const impossible = (): Outcome => ({
    state: 'impossible',
    candidates: [],
    bound: null,
    conflict: conflictOf(brief, setup),
  });
  if (findFlow(brief, rules, skeleton).state === 'none') return impossible();
  const ground = { lattice, skeleton, byNode: placesByNode(lattice, skeleton.nodes), setup };
  const candidates: Candidate[] = [];
  for (const line of lines(ground, chanceOf(seed), tries)) {
    const candidate = line && candidateOf(lattice, line, setup);
    if (candidate && candidates.every((other) => differs(candidate, other))) {
      candidates.push(candidate);
      yield { kind: 'candidate', candidate };
    } else yield { kind: 'tick' };
    if (candidates.length >= wanted) break;
  }
  const outcome = (state: Outcome['state'], bound: number | null): Outcome => ({
    state,
    candidates: ranked(candidates).slice(0, wanted),
    bound,
    conflict: null,
  });
  const found = candidates.length > 0 ? 'best found' : 'none found';
  if (expansions === 0) return outcome(found, null);
  yield { kind: 'proving' };
  const { proof, prices } = yield* ticking(
    proven(lattice, ranked(candidates)[0]?.cost ?? Infinity, { expansions, looks: LOOKS }),
  );
  if (proof.state === 'none' && candidates.length === 0) return impossible();
  const best = proof.state === 'best' ? candidateOf(lattice, proof.found, setup) : null;
  if (best) {
    candidates.push(best);
    yield { kind: 'candidate', candidate: best };
  }
  if (proof.state === 'open') return outcome(found, proof.bound > 0 ? proof.bound : null);
  const isProven = best !== null || proof.state === 'known is best';
  yield { kind: 'settled', isProven };
  if (prices && candidates.length > 0) yield* more(ground, candidates, prices, wanted);
  return outcome(isProven ? 'best' : found, isProven ? ranked(candidates)[0]!.cost : null);
}

/** Runs a part of the search that has nothing to tell but that it goes on. */
function* ticking<Result>(part: Generator<void, Result>): Generator<SearchEvent, Result> {
  for (let next = part.next(); ; next = part.next()) {
    if (next.done) return next.value;
    yield { kind: 'tick' };
  }
}

/** What a place costs more for each line before that has it. */
const USED_BEFORE = 2;

/** Further lines that are nearly as good as the best: its places, and those of each further line, are made to cost more. */
function* more(
  ground: Ground,
  candidates: Candidate[],
  prices: readonly number[],
  wanted: number,
): Generator<SearchEvent, void> {
  const { lattice, setup } = ground;
  const { places, brief } = lattice;
  const extra = new Int8Array(lattice.likeness ?? new Int8Array(brief.notes * places.length));
  const avoid = ({ places: line }: Pick<Found, 'places'>) =>
    line.forEach((place, note) => (extra[note * places.length + place]! += USED_BEFORE));
  let last = lineIn(lattice, ranked(candidates)[0]!);
  for (let count = 0; count < wanted; count++) {
    avoid(last);
    const found = yield* ticking(oneMore({ ...lattice, likeness: extra }, prices, last.places[0]!));
    if (!found) return;
    last = found;
    const cost = costOf(lattice, found.places);
    const candidate = candidateOf(lattice, { ...found, cost }, setup);
    if (!candidate || candidates.some((other) => other.cost <= cost && !differs(other, candidate))) continue;
    candidates.push(candidate);
    yield { kind: 'candidate', candidate };
  }
}

/**
 * Lines that grant a brief, best first, with whether the best is proven, or that the brief is impossible and which wishes
 * are in conflict. The same seed gives the same. Method: `docs/decisions/composing.md`.
 * @throws RangeError for names of tones that are none.
 */
export function composeToBrief(brief: Brief, setup: Setup, options: SearchOptions = {}): Outcome {
  const search = searching(brief, setup, options);
  for (;;) {
    const next = search.next();
    if (next.done) return next.value;
  }
}
