/**
 * The search for lines that grant a brief: first lines from flows, one after the other, each bettered and kept if it differs
 * from those before; then, as far as the budget goes, the proof of the best. All budgets are counted, so that a seed
 * always gives the same.
 */
import type { Setup } from '../instrument/instrument';
import { bestAlong, costOf, type Found } from './along';
import type { Brief } from '../model/brief';
import { candidateOf, differs, lineIn, ranked, type Candidate } from './candidate';
import { chanceOf } from './chance';
import { landed } from './brief';
import { conflictIn, type Conflict } from './conflict';
import { oneMore, proven } from './exact';
import { mannersOf, type Manner } from './pickRules';
import { latticeOf, type Lattice } from './lattice';
import { returningBriefs, returnsIn } from './returning';
import { skeletonOf } from './skeleton';
import { mayTurnSo } from './turning';
import { walkOf } from './walks';
import { groundOf, lines, type Ground } from './trails';

export interface SearchOptions {
  readonly seed?: number;
  /** Different lines that are wanted. */
  readonly wanted?: number;
  /** Flows that are tried for them. */
  readonly tries?: number;
  /** States that the proof may expand; 0 asks for none. */
  readonly expansions?: number;
  /** Steps of the lattice that its bound may look at. */
  readonly looks?: number;
  /** Whether it is looked for why a brief is impossible, and for what would help; it is unless false. */
  readonly explains?: boolean;
}

export const DEFAULT_WANTED = 10;
/** Flows for one line that is wanted: common ones need one or two. */
const TRIES_EACH = 6;
const DEFAULT_EXPANSIONS = 400_000;
/** For each line that leans to a figure that returns. */
const LEANING = { wanted: 1, expansions: 20_000, looks: 15_000_000, explains: false };
/** Steps of the lattice that the bound may look at: some seconds. */
const LOOKS = 300_000_000;

/** What a search tells while it goes on. */
export type SearchEvent =
  | { readonly kind: 'candidate'; readonly candidate: Candidate }
  | { readonly kind: 'proving' }
  /** Whether the best line is proven; what comes after are further ones. */
  | { readonly kind: 'settled'; readonly isProven: boolean }
  | { readonly kind: 'tick' };

/** What a search ended with. */
export interface Outcome {
  /** `best`: proven. `impossible`: proven. `none found`: neither a line nor a proof within the budget. */
  readonly state: 'best' | 'best found' | 'impossible' | 'none found';
  readonly candidates: readonly Candidate[];
  /** No line can cost less; null where no bound was reached. */
  readonly bound: number | null;
  readonly conflict: Conflict | null;
}

/**
 * Searches for lines that grant a brief; a generator, so that whoever runs it can stop between any two steps. Where its policy plays
 * lines in more than one manner all are searched; what is against the grain only where nothing else is found.
 * @throws RangeError for names of tones that are none.
 */
export function* searching(
  asked: Brief,
  setup: Setup,
  options: SearchOptions = {},
): Generator<SearchEvent, Outcome> {
  const brief = landed(asked);
  const outcomes: Outcome[] = [];
  const isSettled = (some: readonly Outcome[]) =>
    some.every(({ state }) => state === 'best' || state === 'impossible');
  const manners = mannersOf(brief);
  for (const [at, manner] of manners.entries()) {
    // What is against the grain follows only where this came to nothing, and then this settled nothing.
    const isLast = manners[at + 1] === undefined || manners[at + 1] === 'against the grain';
    if (manner === 'against the grain' && outcomes.some(({ state }) => state !== 'impossible')) continue;
    const part = searchingIn(brief, setup, options, manner);
    for (let next = part.next(); ; next = part.next()) {
      if (next.done) {
        outcomes.push(next.value);
        break;
      }
      // Of more than one manner it is settled with the last.
      if (next.value.kind !== 'settled') yield next.value;
      else if (isLast) yield { ...next.value, isProven: next.value.isProven && isSettled(outcomes) };
    }
  }
  if (outcomes.every(({ state }) => state === 'impossible')) {
    const conflict = options.explains === false ? null : yield* ticking(conflictIn(brief, setup));
    return { state: 'impossible', candidates: [], bound: null, conflict };
  }
  const outcome = joined(outcomes, options.wanted ?? DEFAULT_WANTED);
  return brief.returns ? yield* withReturning(brief, setup, options, outcome) : outcome;
}

/** Lines whose figure is wished to return are sought beside so many of the best. */
const RETURNING_FROM = 4;

/** What was found, with lines near it whose figure returns: those stand first, and no proof speaks of them. */
function* withReturning(
  brief: Brief,
  setup: Setup,
  options: SearchOptions,
  outcome: Outcome,
): Generator<SearchEvent, Outcome> {
  const lattice = latticeOf(brief, setup, mannersOf(brief)[0]!);
  const found = [...outcome.candidates];
  for (const { passage } of outcome.candidates.slice(0, RETURNING_FROM))
    for (const leaning of returningBriefs(brief, passage, lattice.places)) {
      // Perhaps the very line to lean to grants the brief.
      const itself = lineOfPlaces(lattice, leaning.likeness!.places, setup);
      if (itself) found.push(itself);
      const its = { ...options, ...LEANING };
      const near = yield* ticking(searching(leaning, setup, its));
      for (const candidate of near.candidates) {
        const returns = returnsIn(brief, candidate.passage);
        // What it pays for beside the line that it leans to is no part of the brief.
        const { likeness = 0, ...parts } = candidate.parts;
        const own: Candidate = { ...candidate, parts, cost: candidate.cost - likeness, returns };
        // Of lines that hardly differ the ranking keeps the one that returns.
        if (returns > 0) found.push(own);
      }
    }
  const candidates = ranked(found).slice(0, options.wanted ?? DEFAULT_WANTED);
  const state = outcome.state === 'best' ? 'best found' : outcome.state;
  return { ...outcome, state, candidates, bound: null };
}

/** The line on some places, where it grants the brief. Which strokes one slant chooses is not known of it. */
function lineOfPlaces(
  lattice: Lattice,
  line: readonly { readonly string: number; readonly fret: number }[],
  setup: Setup,
): Candidate | null {
  const { brief, places } = lattice;
  if ((brief.policy === 'oneSlant' && !brief.strokes) || line.length !== brief.notes) return null;
  // Wherever the hand may lie for each.
  const sets = line.map(({ string, fret }) =>
    places.flatMap((place, at) => (place.string === string && place.fret === fret ? [at] : [])),
  );
  const found = bestAlong(lattice, sets, [...sets.keys()]);
  return found && candidateOf(lattice, { ...found, strokes: [] }, setup);
}

/** What the manners came to, as one. */
function joined(outcomes: readonly Outcome[], wanted: number): Outcome {
  const open = outcomes.filter(({ state }) => state !== 'impossible');
  const candidates = ranked(open.flatMap((one) => one.candidates)).slice(0, wanted);
  const bounds = open.map(({ bound }) => bound);
  const isBest = open.every(({ state }) => state === 'best');
  return {
    state: candidates.length === 0 ? 'none found' : isBest ? 'best' : 'best found',
    candidates,
    bound: bounds.includes(null) ? null : Math.min(...bounds.map((bound) => bound!)),
    conflict: null,
  };
}

/** The search in one manner; where nothing is possible it names no conflict. */
function* searchingIn(
  brief: Brief,
  setup: Setup,
  options: SearchOptions,
  manner: Manner,
): Generator<SearchEvent, Outcome> {
  const { seed = 1, wanted = DEFAULT_WANTED, expansions = DEFAULT_EXPANSIONS } = options;
  const tries = options.tries ?? wanted * TRIES_EACH;
  const lattice = latticeOf(brief, setup, manner);
  const { rules } = lattice;
  const skeleton = skeletonOf(lattice);
  const impossible: Outcome = { state: 'impossible', candidates: [], bound: null, conflict: null };
  if (walkOf(brief, rules, skeleton).state === 'none' || !mayTurnSo(lattice)) return impossible;
  const ground = groundOf(lattice, skeleton, setup);
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
    proven(lattice, ranked(candidates)[0]?.cost ?? Infinity, { expansions, looks: options.looks ?? LOOKS }),
  );
  if (proof.state === 'none' && candidates.length === 0) return impossible;
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

/** Runs a part of the search of which nothing is told but that it goes on. */
function* ticking<Result>(part: Generator<unknown, Result>): Generator<SearchEvent, Result> {
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
  const { places } = lattice;
  const extra = new Int8Array(lattice.placed);
  const avoid = ({ places: line }: Pick<Found, 'places'>) =>
    line.forEach((place, note) => (extra[note * places.length + place]! += USED_BEFORE));
  let last = lineIn(lattice, ranked(candidates)[0]!);
  for (let count = 0; count < wanted; count++) {
    avoid(last);
    const found = yield* ticking(oneMore({ ...lattice, placed: extra }, prices, last.places[0]!));
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
