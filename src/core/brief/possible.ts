/** Whether a brief can be granted at all, as far as a budget goes. */
import type { Setup } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { candidateOf } from './candidate';
import { chanceOf } from './chance';
import { proven } from './exact';
import { mannersOf, type Manner } from './pickRules';
import { latticeOf } from './lattice';
import { skeletonOf } from './skeleton';
import { mayTurnSo } from './turning';
import { walkOf } from './walks';
import { groundOf, lines } from './trails';

/** `yes`: a line was found. `no`: the exact search is exhausted. */
export type Verdict = 'yes' | 'no' | 'unknown';

/** Flows that are tried for a line, states that the proof may expand, and steps that its bound may look at. */
const TRIES = 8;
const BUDGET = { expansions: 60_000, looks: 40_000_000 };

/** Looks for one line that grants a brief, then for the proof that there is none; it can be stopped between any two steps. */
export function* possible(brief: Brief, setup: Setup): Generator<void, Verdict> {
  let verdict: Verdict = 'no';
  for (const manner of mannersOf(brief)) {
    const here = yield* possibleIn(brief, setup, manner);
    if (here === 'yes') return 'yes';
    if (here === 'unknown') verdict = 'unknown';
  }
  return verdict;
}

function* possibleIn(brief: Brief, setup: Setup, manner: Manner): Generator<void, Verdict> {
  const lattice = latticeOf(brief, setup, manner);
  const skeleton = skeletonOf(lattice);
  if (walkOf(brief, lattice.rules, skeleton).state === 'none' || !mayTurnSo(lattice)) return 'no';
  yield;
  for (const line of lines(groundOf(lattice, skeleton, setup), chanceOf(1), TRIES)) {
    if (line && candidateOf(lattice, line, setup)) return 'yes';
    yield;
  }
  const { proof } = yield* proven(lattice, Infinity, BUDGET);
  if (proof.state === 'none') return 'no';
  return proof.state === 'best' && candidateOf(lattice, proof.found, setup) ? 'yes' : 'unknown';
}
