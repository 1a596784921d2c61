/**
 * Fingers for a passage: the cheapest path over the states of the hand (Sayegh 1989, "Fingering for string instruments
 * with the optimum path paradigm"; shortest path by Viterbi 1967). Fingers set by the teacher are locks.
 */
import type { Setup } from '../instrument/instrument';
import type { Finger, Note, Passage } from '../passage/passage';
import { COSTS, handContext, moveBetween, moveCost, spanMm, statesOf } from './hand';
import type { HandContext, HandMove, HandSchool, HandState, Moment, Stopped } from './hand';

export interface FingeringOptions {
  readonly school?: HandSchool;
  /** Whether the last note leads on to the first. */
  readonly loop?: boolean;
  /** Fingers of patterns of frets on one string that are known already, by `patternOf`. */
  readonly known?: ReadonlyMap<string, readonly Finger[]>;
}

/** One move of the hand, from the note before to this one. */
export interface FingerMove {
  readonly fromNote: string;
  readonly toNote: string;
  readonly kind: HandMove;
  readonly fromFinger: Finger;
  readonly toFinger: Finger;
  readonly stringFrom: number;
  readonly stringTo: number;
  /** How far the hand shifts along the neck, in mm; 0 in one position. */
  readonly shiftMm: number;
  readonly seam: boolean;
}

export interface Fingering {
  /** By id of the note; open and dead notes have none. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** The fret at which the first finger lies, by id of the note. */
  readonly positions: ReadonlyMap<string, number>;
  readonly moves: readonly FingerMove[];
  /** Ids of notes that one finger holds together with another of the same moment. */
  readonly barres: readonly string[];
  /** The widest stretch of a position, from the lowest to the highest fret played in it, in mm. */
  readonly widestMm: number;
  /** Ids of notes that are beyond the reach of this hand, whatever the fingers. */
  readonly beyond: readonly string[];
  readonly cost: number;
}

/** A pattern of frets on one string as it is known by: the distances from the lowest, "0 2 4". */
export function patternOf(frets: readonly number[]): string {
  const low = Math.min(...frets);
  return frets.map((fret) => fret - low).join(' ');
}

const isStopped = (note: Note) => note.fret > 0 && note.dead !== true;

/** Runs of notes on one string, as far as fingers stop them. */
function runsOf(notes: readonly Note[]): Note[][] {
  const runs: Note[][] = [];
  for (const note of notes) {
    const run = runs.at(-1);
    if (run?.at(-1)?.string === note.string && isStopped(note) && isStopped(run[0]!)) run.push(note);
    else runs.push([note]);
  }
  return runs.filter((run) => isStopped(run[0]!));
}

/** Patterns whose every note has a finger set by hand: what the student plays already. */
export function knownPatterns(passages: readonly Passage[]): Map<string, readonly Finger[]> {
  const known = new Map<string, readonly Finger[]>();
  for (const { notes } of passages)
    for (const run of runsOf(notes)) {
      const fingers = run.flatMap(({ finger }) => finger ?? []);
      if (run.length > 1 && fingers.length === run.length)
        known.set(patternOf(run.map(({ fret }) => fret)), fingers);
    }
  return known;
}

/** The moments of a passage that fingers have to do with. */
export function momentsOf(notes: readonly Note[], known: FingeringOptions['known']): Moment[] {
  const knownFinger = new Map<string, Finger>();
  if (known?.size)
    for (const run of runsOf(notes)) {
      const fingers = known.get(patternOf(run.map(({ fret }) => fret)));
      run.forEach(({ id }, at) => fingers && knownFinger.set(id, fingers[at]!));
    }
  const moments: (Moment & { stopped: Stopped[] })[] = [];
  let freed = false;
  for (const note of notes) {
    if (!isStopped(note)) {
      freed = true;
      continue;
    }
    const one = { note, known: knownFinger.get(note.id) ?? null };
    const last = moments.at(-1);
    if (last?.onsetTicks === note.onsetTicks) last.stopped.push(one);
    else moments.push({ stopped: [one], onsetTicks: note.onsetTicks, technique: note.technique, freed });
    freed = false;
  }
  return moments;
}

/** The cheapest states from a given first one (or any) to the end, and round to it again in a loop; `costs` by first state. */
function cheapest(
  context: HandContext,
  moments: readonly Moment[],
  states: readonly (readonly HandState[])[],
  first: number | null,
): { path: number[]; cost: number; costs: number[] } {
  const n = moments.length;
  const choice: Int16Array[] = [];
  let ahead = new Float64Array(states[n - 1]!.length);
  if (first !== null)
    states[n - 1]!.forEach((state, at) => {
      ahead[at] = moveCost(context, moments[n - 1]!, state, moments[0]!, states[0]![first]!);
    });
  for (let i = n - 2; i >= 0; i--) {
    const here = states[i]!;
    const next = states[i + 1]!;
    const costs = new Float64Array(here.length);
    const chosen = new Int16Array(here.length);
    for (let s = 0; s < here.length; s++) {
      let best = Infinity;
      for (let b = 0; b < next.length; b++) {
        const floor = next[b]!.cost + ahead[b]!;
        if (floor >= best) continue;
        const cost = floor + moveCost(context, moments[i]!, here[s]!, moments[i + 1]!, next[b]!);
        if (cost < best) [best, chosen[s]] = [cost, b];
      }
      costs[s] = best;
    }
    choice[i] = chosen;
    ahead = costs;
  }
  let start = first ?? 0;
  if (first === null)
    states[0]!.forEach((state, at) => {
      if (state.cost + ahead[at]! < states[0]![start]!.cost + ahead[start]!) start = at;
    });
  const path = [start];
  for (let i = 0; i < n - 1; i++) path.push(choice[i]![path[i]!]!);
  const costs = states[0]!.map((state, at) => state.cost + ahead[at]!);
  return { path, cost: costs[start]!, costs };
}

/**
 * The cheapest way round. A way as a line is never dearer than the same way closed, so first states whose line costs as much
 * as a closed way that is known already need not be tried.
 */
function cheapestRound(
  context: HandContext,
  moments: readonly Moment[],
  states: readonly (readonly HandState[])[],
): { path: number[]; cost: number } {
  const { costs } = cheapest(context, moments, states, null);
  const order = [...costs.keys()].sort((a, b) => costs[a]! - costs[b]! || a - b);
  let best = cheapest(context, moments, states, order[0]!);
  for (const first of order.slice(1)) {
    if (costs[first]! > best.cost) break;
    const way = cheapest(context, moments, states, first);
    if (way.cost < best.cost || (way.cost === best.cost && first < best.path[0]!)) best = way;
  }
  return best;
}

const NONE: Fingering = {
  fingers: new Map(),
  positions: new Map(),
  moves: [],
  barres: [],
  widestMm: 0,
  beyond: [],
  cost: 0,
};

/**
 * Fingers for every stopped note of a passage: the least shifts, stretches, hops and rolls by the school that is asked. Fingers
 * that are set hold, whatever they cost; what is beyond the player's reach is listed. Equal answers: the lower position, then the
 * lower finger, at the first difference.
 */
export function fingerPassage(passage: Passage, setup: Setup, options: FingeringOptions = {}): Fingering {
  const context = handContext(setup, passage.capo ?? 0, options.school ?? 'rolls');
  const moments = momentsOf(passage.notes, options.known);
  if (moments.length === 0) return NONE;
  const states = moments.map((moment) => statesOf(context, moment));
  const loops = options.loop === true && moments.length > 1;
  const { path, cost } = loops
    ? cheapestRound(context, moments, states)
    : cheapest(context, moments, states, null);
  return described(
    context,
    moments,
    path.map((state, at) => states[at]![state]!),
    cost,
    loops,
  );
}

function described(
  context: HandContext,
  moments: readonly Moment[],
  chosen: readonly HandState[],
  cost: number,
  loops: boolean,
): Fingering {
  const fingers = new Map<string, Finger>();
  const positions = new Map<string, number>();
  const barres: string[] = [];
  const beyond: string[] = [];
  const moves: FingerMove[] = [];
  let widestMm = 0;
  let [low, high] = [Infinity, 0];
  moments.forEach((moment, at) => {
    const state = chosen[at]!;
    if (at > 0 && chosen[at - 1]!.position !== state.position) [low, high] = [Infinity, 0];
    moment.stopped.forEach(({ note }, index) => {
      const finger = state.fingers[index]!;
      fingers.set(note.id, finger);
      positions.set(note.id, state.position);
      if (state.fingers.some((other, which) => which !== index && other === finger)) barres.push(note.id);
      if (state.cost >= COSTS.beyondReach) beyond.push(note.id);
      [low, high] = [Math.min(low, note.fret), Math.max(high, note.fret)];
    });
    widestMm = Math.max(widestMm, spanMm(context, low, high));
    const next = at + 1 < moments.length ? at + 1 : loops ? 0 : null;
    if (next === null) return;
    const [from, to] = [moment.stopped.at(-1)!, moments[next]!.stopped[0]!];
    const [fromFinger, toFinger] = [state.fingers.at(-1)!, chosen[next]!.fingers[0]!];
    moves.push({
      fromNote: from.note.id,
      toNote: to.note.id,
      kind: moveBetween(from, fromFinger, to, toFinger),
      fromFinger,
      toFinger,
      stringFrom: from.note.string,
      stringTo: to.note.string,
      shiftMm: spanMm(context, state.position, chosen[next]!.position),
      seam: next === 0,
    });
  });
  return { fingers, positions, moves, barres, widestMm, beyond, cost };
}
