/**
 * The skeleton of a line: how often it goes from which string and stroke to which, as a whole-number flow whose rows are the
 * wishes of the brief. A connected flow is an Euler trail, so that the order can be chosen afterwards. Solved by the maintained
 * solver `yalps`, which leans it by costs; whether there is any is told exactly by `walks.ts`.
 */
import { solve } from 'yalps';
import { MAX_BRIEF_NOTES, type Brief } from '../model/brief';
import { mayBegin, mayEnd, type Place } from './grid';
import type { PickRules } from './pickRules';
import type { Chance } from './chance';
import type { Lattice } from './lattice';

export interface Node {
  readonly string: number;
  readonly stroke: number;
}

export interface Arc {
  readonly from: number;
  readonly to: number;
  /** By target. */
  readonly gains: readonly number[];
  /** The least that any places pay for it. */
  readonly cost: number;
}

export interface Skeleton {
  readonly nodes: readonly Node[];
  readonly arcs: readonly Arc[];
  /** Nodes that have a place to begin on, and to end on. */
  readonly starts: readonly number[];
  readonly ends: readonly number[];
}

/** The nodes and arcs of a brief's lattice. */
export function skeletonOf(lattice: Lattice): Skeleton {
  const { brief, rules, places } = lattice;
  const least = leastCosts(lattice);
  const nodes = [...new Set(places.map(({ string }) => string))].flatMap((string) =>
    Array.from({ length: rules.strokes }, (_, stroke): Node => ({ string, stroke })),
  );
  const arcs = nodes.flatMap((a, from) =>
    nodes.flatMap((b, to) => {
      const cheapest = least.get(a.string * 16 + b.string);
      if (cheapest === undefined) return [];
      return rules
        .ways(a.string, a.stroke, b.string)
        .filter(({ stroke }) => stroke === b.stroke)
        .map(({ gains }): Arc => ({ from, to, gains, cost: cheapest }));
    }),
  );
  const having = (may: (brief: Brief, place: Place) => boolean) => (node: Node) =>
    places.some((place) => place.string === node.string && may(brief, place));
  const numbers = (keep: (node: Node) => boolean) => nodes.flatMap((node, at) => (keep(node) ? [at] : []));
  return {
    nodes,
    arcs,
    starts: numbers((node) => rules.firstStrokes.includes(node.stroke) && having(mayBegin)(node)),
    ends: numbers(having(mayEnd)),
  };
}

/** The least cost from a string to another; absent where no places allow it. */
function leastCosts({ places, steps }: Lattice): ReadonlyMap<number, number> {
  const least = new Map<number, number>();
  places.forEach((a, from) => {
    places.forEach((b, to) => {
      const here = steps[from * places.length + to]!;
      if (here < 0) return;
      const key = a.string * 16 + b.string;
      const before = least.get(key);
      if (before === undefined || here < before) least.set(key, here);
    });
  });
  return least;
}

/** How often each arc is gone, and where a line begins and ends (the same in a loop). */
export interface Flow {
  readonly counts: readonly number[];
  readonly start: number;
  readonly end: number;
}

export interface FlowOptions {
  /** Costs of the arcs; without, any flow will do. */
  readonly costs?: readonly number[];
  /** Keeps a line from staying long on one string; not a wish of the brief. */
  readonly spread?: boolean;
}

/** Branches that the solver may take, so that the same brief always ends the same way. */
const SOLVER_STEPS = 3000;
/** Where any flow will do, the search leans no further than this. */
const LEANING_STEPS = 100;
/** Rounds of cutting off flows that fall apart. */
const MAX_CUTS = 12;
/** On one string in a row, on the average, where the flow is to be spread. */
const SPREAD_NOTES = 3;

interface Row {
  readonly min?: number;
  readonly max?: number;
  readonly equal?: number;
}

/** A model that is being written: rows and the part of each variable in them. */
class Model {
  readonly rows = new Map<string, Row>();
  readonly columns = new Map<string, Map<string, number>>();
  add(column: string, row: string, part: number): void {
    const column_ = this.columns.get(column) ?? new Map<string, number>();
    column_.set(row, (column_.get(row) ?? 0) + part);
    this.columns.set(column, column_);
  }
}

function modelOf(brief: Brief, rules: PickRules, skeleton: Skeleton, options: FlowOptions): Model {
  const model = new Model();
  const { nodes, arcs, starts, ends } = skeleton;
  model.rows.set('notes', { equal: brief.loop ? brief.notes : brief.notes - 1 });
  nodes.forEach((_, at) => model.rows.set(`node ${at}`, { equal: 0 }));
  arcs.forEach((arc, at) => {
    const column = `arc ${at}`;
    model.add(column, 'notes', 1);
    model.add(column, `node ${arc.from}`, 1);
    model.add(column, `node ${arc.to}`, -1);
    if (options.costs) model.add(column, 'cost', options.costs[at]!);
    arc.gains.forEach((gain, target) => {
      if (gain !== 0) model.add(column, `target ${target}`, gain);
    });
  });
  brief.targets.forEach(({ min, max }, at) => {
    model.rows.set(`target ${at}`, {
      min: min * rules.unit,
      ...(max === null ? {} : { max: max * rules.unit }),
    });
  });
  // Each finger change takes a string change of its own.
  const fingers = brief.fingerChanges.length;
  if (fingers > 0) {
    model.rows.set('finger changes', { min: fingers });
    arcs.forEach(({ from, to }, at) => {
      if (nodes[from]!.string !== nodes[to]!.string) model.add(`arc ${at}`, 'finger changes', 1);
    });
  }
  if (options.spread) spread(model, skeleton);
  if (brief.loop) {
    // Somewhere the round comes from a node that may be the last to one that may be the first.
    model.rows.set('seam', { min: 1 });
    const [firsts, lasts] = [new Set(starts), new Set(ends)];
    arcs.forEach(({ from, to }, at) => {
      if (firsts.has(to) && lasts.has(from)) model.add(`arc ${at}`, 'seam', 1);
    });
  } else {
    model.rows.set('starts', { equal: 1 });
    model.rows.set('ends', { equal: 1 });
    for (const at of starts) {
      model.add(`start ${at}`, 'starts', 1);
      model.add(`start ${at}`, `node ${at}`, -1);
    }
    for (const at of ends) {
      model.add(`end ${at}`, 'ends', 1);
      model.add(`end ${at}`, `node ${at}`, 1);
    }
  }
  return model;
}

/** Notes that stay on a string, for each time it is entered. */
function spread(model: Model, { nodes, arcs }: Skeleton): void {
  arcs.forEach((arc, at) => {
    const { string } = nodes[arc.to]!;
    const stays = nodes[arc.from]!.string === string;
    model.add(`arc ${at}`, `spread ${string}`, stays ? 1 : 1 - SPREAD_NOTES);
  });
  // A line that begins on a string has entered it once more.
  for (const { string } of nodes) model.rows.set(`spread ${string}`, { max: SPREAD_NOTES - 1 });
}

/** The flow that the solver finds; null where it finds none, or does not come to an end within its steps: that proves nothing. */
function solved(model: Model, skeleton: Skeleton, hasCosts: boolean): Flow | null {
  const { status, variables } = solve(
    {
      direction: 'minimize',
      ...(hasCosts ? { objective: 'cost' } : {}),
      constraints: model.rows,
      variables: model.columns,
      integers: true,
    },
    // The first whole-number flow will do: the costs only lean it one way or the other.
    { tolerance: 1e9, maxIterations: hasCosts ? LEANING_STEPS : SOLVER_STEPS },
  );
  if (status !== 'optimal' || variables.some(([, value]) => Math.abs(value - Math.round(value)) > 1e-6))
    return null;
  const counts = skeleton.arcs.map(() => 0);
  let [start, end] = [-1, -1];
  for (const [name, value] of variables) {
    const [kind, at] = name.split(' ') as [string, string];
    if (Math.round(value) === 0) continue;
    if (kind === 'arc') counts[Number(at)] = Math.round(value);
    else if (kind === 'start') start = Number(at);
    else end = Number(at);
  }
  if (start === -1) {
    const first = counts.findIndex((count) => count > 0);
    start = end = skeleton.arcs[first]!.from;
  }
  return { counts, start, end };
}

/** The nodes that a flow reaches from its start. */
function reached({ arcs }: Skeleton, { counts, start }: Flow): Set<number> {
  const seen = new Set([start]);
  for (let grown = true; grown;) {
    grown = false;
    arcs.forEach(({ from, to }, at) => {
      if (counts[at] === 0 || seen.has(from) === seen.has(to)) return;
      seen.add(from).add(to);
      grown = true;
    });
  }
  return seen;
}

/** Forbids a part that is not joined to the start: what runs in it must begin there or have come into it. */
function cutOff(model: Model, { arcs }: Skeleton, apart: ReadonlySet<number>, cut: number): void {
  model.rows.set(`cut ${cut}`, { max: 0 });
  arcs.forEach(({ from, to }, at) => {
    if (apart.has(from) && apart.has(to)) model.add(`arc ${at}`, `cut ${cut}`, 1);
    else if (apart.has(to)) model.add(`arc ${at}`, `cut ${cut}`, -MAX_BRIEF_NOTES);
  });
  for (const at of apart)
    if (model.columns.has(`start ${at}`)) model.add(`start ${at}`, `cut ${cut}`, -MAX_BRIEF_NOTES);
}

/** Nodes of a flow that hang together with nothing that its start reaches. */
function nodesApart(skeleton: Skeleton, flow: Flow): Set<number> {
  const seen = reached(skeleton, flow);
  return new Set(
    skeleton.arcs.flatMap(({ from, to }, at) => (flow.counts[at]! > 0 && !seen.has(from) ? [from, to] : [])),
  );
}

/** A flow in one piece, what falls apart being cut off; in a loop the piece goes through `root`. */
function joined(model: Model, skeleton: Skeleton, hasCosts: boolean, root: number | null): Flow | null {
  for (let cut = 0; cut < MAX_CUTS; cut++) {
    const found = solved(model, skeleton, hasCosts);
    if (!found) return null;
    const flow = root === null ? found : { ...found, start: root, end: root };
    const apart = nodesApart(skeleton, flow);
    if (apart.size === 0) return flow;
    cutOff(model, skeleton, apart, cut);
  }
  return null;
}

/** A flow that grants every wish, in one piece, as far as the solver finds one; what proves that there is none is `walkOf`. */
export function findFlow(
  brief: Brief,
  rules: PickRules,
  skeleton: Skeleton,
  options: FlowOptions = {},
): Flow | null {
  const hasCosts = options.costs !== undefined;
  const whole = modelOf(brief, rules, skeleton, options);
  if (!brief.loop) return joined(whole, skeleton, hasCosts, null);
  const first = solved(whole, skeleton, hasCosts);
  if (!first || nodesApart(skeleton, first).size === 0) return first;
  // A loop has no start that its parts must hang together with: each node is tried as the one that it goes through.
  for (const root of skeleton.nodes.keys()) {
    const model = modelOf(brief, rules, skeleton, options);
    model.rows.set('root', { min: 1 });
    skeleton.arcs.forEach(({ from }, at) => {
      if (from === root) model.add(`arc ${at}`, 'root', 1);
    });
    const flow = joined(model, skeleton, hasCosts, root);
    if (flow) return flow;
  }
  return null;
}

/** The nodes of a line that goes every arc of a flow as often as it says (Hierholzer 1873), the order left to chance. */
export function trailOf({ arcs, nodes }: Skeleton, flow: Flow, chance: Chance): number[] {
  const out = nodes.map((): number[] => []);
  flow.counts.forEach((count, at) => {
    for (let again = 0; again < count; again++) out[arcs[at]!.from]!.push(arcs[at]!.to);
  });
  out.forEach((ways) => chance.shuffle(ways));
  const stack = [flow.start];
  const trail: number[] = [];
  while (stack.length > 0) {
    const next = out[stack.at(-1)!]!.pop();
    if (next === undefined) trail.push(stack.pop()!);
    else stack.push(next);
  }
  return trail.reverse();
}
