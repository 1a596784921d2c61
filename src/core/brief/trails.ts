/** Lines from flows: a trail through the strings, bettered by exchanges, and the smoothest line along it. */
import type { Setup } from '../instrument/instrument';
import { bestAlong, placesByNode, type Found } from './along';
import type { Chance } from './chance';
import type { Lattice } from './lattice';
import { findFlow, trailOf, type Flow, type Skeleton } from './skeleton';
import { walkOf } from './walks';

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

/** What lines are laid on: the places of a brief and how one leads to the other. */
export interface Ground {
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

function flowOfWalk({ lattice: { brief, rules }, skeleton }: Ground): Flow | null {
  const walk = walkOf(brief, rules, skeleton, undefined, true);
  return walk.state === 'found' ? walk.flow : null;
}

/** One line after the other from flows that chance leans differently. */
export function* lines(ground: Ground, chance: Chance, tries: number): Generator<Found | null> {
  const { lattice, skeleton } = ground;
  const { brief, rules } = lattice;
  let walked: Flow | null | undefined;
  for (let attempt = 0; attempt < tries; attempt++) {
    const costs = skeleton.arcs.map(({ cost }) => 1 + cost + chance.below(LEANING));
    const flow =
      findFlow(brief, rules, skeleton, { costs, spread: true }) ??
      findFlow(brief, rules, skeleton, { costs }) ??
      findFlow(brief, rules, skeleton) ??
      // The solver may miss what there is.
      (walked === undefined ? (walked = flowOfWalk(ground)) : walked);
    yield flow && lineOf(ground, flow, chance);
  }
}

/** The ground of a lattice. */
export function groundOf(lattice: Lattice, skeleton: Skeleton, setup: Setup): Ground {
  return { lattice, skeleton, byNode: placesByNode(lattice, skeleton.nodes), setup };
}
