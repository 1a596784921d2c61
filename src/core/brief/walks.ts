/**
 * Whether a line can go over the strings as often as a brief wishes, told exactly: every walk of so many steps over the skeleton, with what
 * it has gained, layer by layer. What a solver in floating numbers finds impossible now and then is not.
 */
import { MAX_BRIEF_NOTES, type Brief } from '../model/brief';
import { fingerWishes, type Wish } from './brief';
import type { PickRules } from './pickRules';
import type { Flow, Skeleton } from './skeleton';

/** States of a layer, and of all layers together, that are gone through at most. */
const MOST_STATES = 1_000_000;
const MOST_LAYERED = 24_000_000;

/** Whether a wish is among some. */
const has = (wishes: readonly Wish[] | undefined, kind: Wish['kind'], at?: number) =>
  wishes?.some((wish) => wish.kind === kind && (at === undefined || ('at' in wish && wish.at === at))) ===
  true;

/** How many finger changes are asked for by wishes that are not given up. */
function fingersLeft(brief: Brief, without: readonly Wish[] | undefined): number {
  const kept = fingerWishes(brief).filter(({ entries }) => !has(without, 'fingerChange', entries[0]));
  return kept.reduce((sum, { times }) => sum + times, 0);
}

/** Nodes that a line may begin on, as far as the wishes for it are not given up. */
function beginsOf({ nodes, starts }: Skeleton, without: readonly Wish[] | undefined): Iterable<number> {
  return has(without, 'start') || has(without, 'startsOn') ? nodes.keys() : starts;
}

/** A counter: how far it is told apart, from where on it is enough, and beyond what it is too much. */
interface Counter {
  readonly top: number;
  readonly min: number;
  readonly max: number;
}

/** The counters of a brief, and what each arc brings to them. */
interface Counting {
  readonly counters: readonly Counter[];
  readonly gains: readonly (readonly number[])[];
  /** Numbers of counts. */
  readonly size: number;
}

function countingOf(
  brief: Brief,
  { unit }: PickRules,
  { nodes, arcs }: Skeleton,
  without: readonly Wish[] | undefined,
): Counting {
  const targets = brief.targets.flatMap(({ min, max }, at) =>
    has(without, 'target', at)
      ? []
      : [{ at, top: (max ?? min) * unit, min: min * unit, max: max === null ? Infinity : max * unit }],
  );
  // Each finger change takes a string change of its own.
  const fingers = fingersLeft(brief, without);
  const counters: Counter[] = [
    ...targets,
    ...(fingers > 0 ? [{ top: fingers, min: fingers, max: Infinity }] : []),
  ];
  const gains = arcs.map(({ from, to, gains: its }) => [
    ...targets.map(({ at }) => its[at]!),
    ...(fingers > 0 ? [nodes[from]!.string === nodes[to]!.string ? 0 : 1] : []),
  ]);
  return { counters, gains, size: counters.reduce((all, { top }) => all * (top + 1), 1) };
}

/** The number of some counts after an arc's gains; −1 where it is too much of something. */
function after({ counters, gains }: Counting, counts: number, arc: number): number {
  let [rest, radix, next] = [counts, 1, 0];
  for (const [at, { top, max }] of counters.entries()) {
    const here = (rest % (top + 1)) + gains[arc]![at]!;
    if (here > max) return -1;
    next += Math.min(here, top) * radix;
    rest = Math.floor(rest / (top + 1));
    radix *= top + 1;
  }
  return next;
}

function isEnough({ counters }: Counting, counts: number): boolean {
  let rest = counts;
  return counters.every(({ top, min }) => {
    const here = rest % (top + 1);
    rest = Math.floor(rest / (top + 1));
    return here >= min;
  });
}

/** The layers of all walks from some nodes, to the first that `isDone` with a state; with that state, or null where none is. */
function walked(
  skeleton: Skeleton,
  counting: Counting,
  firsts: Iterable<number>,
  steps: number,
  isDone: (step: number, node: number, counts: number) => boolean,
  keeps: boolean,
): { readonly layers: readonly Uint8Array[]; readonly end: number } | null {
  const { arcs, nodes } = skeleton;
  const { size } = counting;
  const moves = arcs.map((_, arc) =>
    Int32Array.from({ length: size }, (_, counts) => after(counting, counts, arc)),
  );
  const out = nodes.map((_, node) => arcs.flatMap(({ from }, arc) => (from === node ? [arc] : [])));
  let layer = new Uint8Array(nodes.length * size);
  for (const node of firsts) layer[node * size] = 1;
  const layers = [layer];
  for (let step = 0; step <= steps; step++) {
    let isEmpty = true;
    for (let state = 0; state < layer.length; state++)
      if (layer[state] === 1) {
        isEmpty = false;
        if (isDone(step, Math.floor(state / size), state % size)) return { layers, end: state };
      }
    if (isEmpty || step === steps) return null;
    const next = new Uint8Array(layer.length);
    for (let state = 0; state < layer.length; state++) {
      if (layer[state] === 0) continue;
      const counts = state % size;
      for (const arc of out[Math.floor(state / size)]!) {
        const to = moves[arc]![counts]!;
        if (to >= 0) next[arcs[arc]!.to * size + to] = 1;
      }
    }
    layer = next;
    if (keeps) layers.push(layer);
  }
  return null;
}

/** The arcs of the walk that ends in a state of the last layer. */
function arcsTo(
  { arcs }: Skeleton,
  counting: Counting,
  layers: readonly Uint8Array[],
  end: number,
): number[] {
  const { size } = counting;
  const gone: number[] = [];
  let state = end;
  for (let step = layers.length - 2; step >= 0; step--) {
    const [node, counts] = [Math.floor(state / size), state % size];
    search: for (const [arc, { from, to }] of arcs.entries()) {
      if (to !== node) continue;
      for (let before = 0; before < size; before++)
        if (layers[step]![from * size + before] === 1 && after(counting, before, arc) === counts) {
          gone.push(arc);
          state = from * size + before;
          break search;
        }
    }
  }
  return gone.reverse();
}

export type Walk =
  | { readonly state: 'found'; readonly flow: Flow | null }
  | { readonly state: 'none' | 'unknown' };

/**
 * Whether there is a walk that grants every wish of a brief that is not given up.
 * @param wantsFlow whether it is to be told how often it goes each arc, where that is not too much to keep.
 * @returns `unknown` where there are too many states to go through.
 */
export function walkOf(
  brief: Brief,
  rules: PickRules,
  skeleton: Skeleton,
  without: readonly Wish[] | undefined = undefined,
  wantsFlow = false,
): Walk {
  const counting = countingOf(brief, rules, skeleton, without);
  const { nodes, arcs, ends } = skeleton;
  const states = nodes.length * counting.size;
  if (states > MOST_STATES) return { state: 'unknown' };
  const isLoop = brief.loop && !has(without, 'loop');
  const anyLength = has(without, 'notes');
  const steps = anyLength ? MAX_BRIEF_NOTES : isLoop ? brief.notes : brief.notes - 1;
  const lasts = new Set(has(without, 'endsOn') ? nodes.keys() : ends);
  const keeps = wantsFlow && states * steps <= MOST_LAYERED;
  const isLong = (step: number) => (anyLength ? step >= 1 : step === steps);
  const told = (gone: readonly number[], start: number, end: number): Flow => {
    const counts = arcs.map(() => 0);
    for (const arc of gone) counts[arc]!++;
    return { counts, start, end };
  };
  if (!isLoop) {
    const firsts = [...beginsOf(skeleton, without)];
    const found = walked(
      skeleton,
      counting,
      firsts,
      steps,
      (step, node, counts) => isLong(step) && lasts.has(node) && isEnough(counting, counts),
      keeps,
    );
    if (!found) return { state: 'none' };
    if (!keeps) return { state: 'found', flow: null };
    const gone = arcsTo(skeleton, counting, found.layers, found.end);
    const end = Math.floor(found.end / counting.size);
    return { state: 'found', flow: told(gone, gone.length > 0 ? arcs[gone[0]!]!.from : end, end) };
  }
  // A round is begun at its seam: its last step goes from a node that may be the last to the first.
  for (const root of beginsOf(skeleton, without)) {
    const closing = arcs.flatMap(({ from, to }, arc) => (to === root && lasts.has(from) ? [arc] : []));
    let last = -1;
    const found = walked(
      skeleton,
      counting,
      [root],
      steps - 1,
      (step, node, counts) => {
        if (!isLong(step + 1)) return false;
        last =
          closing.find((arc) => {
            if (arcs[arc]!.from !== node) return false;
            const to = after(counting, counts, arc);
            return to >= 0 && isEnough(counting, to);
          }) ?? -1;
        return last >= 0;
      },
      keeps,
    );
    if (!found) continue;
    if (!keeps) return { state: 'found', flow: null };
    return {
      state: 'found',
      flow: told([...arcsTo(skeleton, counting, found.layers, found.end), last], root, root),
    };
  }
  return { state: 'none' };
}
