/**
 * Fingers for a passage: the cheapest path over the states of the hand (Sayegh 1989, "Fingering for string instruments
 * with the optimum path paradigm"), alike places taken alike. Fingers set by the teacher are locks.
 */
import type { Setup } from '../instrument/instrument';
import type { Finger, Note, Passage } from '../passage/passage';
import { alikePlaces, alikeSet } from './alike';
import {
  COSTS,
  handContext,
  lowsWorth,
  moveBetween,
  moveCost,
  shiftOf,
  spanMm,
  statesOf,
  type HandMove,
  type HandSchool,
  type HandState,
} from './hand';
import { momentsOf, patternOf, runsOf } from './moments';
import { solved, type Problem } from './solve';
import { tied } from './tie';

/** By which school and in which hand fingers are worked out. */
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

/** The fingers of a passage, the moves between them and what is beyond reach. */
export interface Fingering {
  /** By id of the note; open and dead notes have none. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** The fret at which the first finger lies where it does not stretch, by id of the note. */
  readonly positions: ReadonlyMap<string, number>;
  /** Between moments; notes of one moment (struck together, or held) need none. */
  readonly moves: readonly FingerMove[];
  /** Ids of notes that one finger holds together with another of the same moment. */
  readonly barres: readonly string[];
  /** The widest stretch of a position, from the lowest to the highest fret played in it, over the seam of a loop too, in mm. */
  readonly widestMm: number;
  /** Ids of notes that are beyond the reach of this hand, whatever the fingers. */
  readonly beyond: readonly string[];
  /** Places that are alike and had to be fingered otherwise: the first note of each. */
  readonly differing: readonly (readonly string[])[];
  readonly cost: number;
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

const NONE: Fingering = {
  fingers: new Map(),
  positions: new Map(),
  moves: [],
  barres: [],
  widestMm: 0,
  beyond: [],
  differing: [],
  cost: 0,
};

/**
 * Fingers for every stopped note of a passage: the least shifts, stretches, hops and rolls by the school that is asked. Fingers
 * that are set hold, whatever they cost; what is beyond the player's reach is listed. Alike places are fingered alike; where the
 * widths of the frets forbid that, they are in `differing`. Equal answers: the lower position, then the lower finger, at the first
 * difference.
 */
export function fingerPassage(passage: Passage, setup: Setup, options: FingeringOptions = {}): Fingering {
  const found = momentsOf(passage.notes, options.known);
  if (found.length === 0) return NONE;
  const { moments, places } = alikeSet(found, alikePlaces(found, passage.meter.beatTicks));
  const context = handContext(setup, passage.capo ?? 0, options.school ?? 'rolls', moments);
  const problem: Problem = { context, moments, loops: options.loop === true && moments.length > 1 };
  const worth = lowsWorth(context, moments, problem.loops);
  const states = moments.map((moment, at): readonly HandState[] => statesOf(context, moment, worth[at]));
  const free = solved(problem, states);
  const chosen = [...free.chosen];
  const differing: string[][] = [];
  for (const { length, starts: all } of places) {
    // Where no hand can hold it, there is nothing to learn for the others.
    const isHeld = (start: number) =>
      states.slice(start, start + length).every((some) => some[0]!.cost < COSTS.beyondReach);
    const starts = all.filter(isHeld);
    const ways = starts.length > 1 ? tied(problem, states, { length, starts }, chosen) : [];
    starts.forEach((start, place) =>
      ways?.[place]?.forEach((state, step) => {
        chosen[start + step] = state;
        states[start + step] = [state];
      }),
    );
    if (!ways || (starts.length > 0 && starts.length < all.length))
      differing.push(all.map((start) => moments[start]!.stopped[0]!.note.id));
  }
  // What lies between the alike places goes by how they are taken.
  const way = places.length > 0 ? solved(problem, states) : free;
  return { ...described(problem, way.chosen), differing, cost: way.cost };
}

/** Whether a hand can hold all of these at once, one finger a fret or laid over several strings; open strings (fret 0) need none. */
export function canHold(
  spots: readonly { readonly string: number; readonly fret: number }[],
  setup: Setup,
  capo: number,
): boolean {
  const notes = spots.map(({ string, fret }, at): Note => ({
    id: String(at),
    string,
    fret,
    onsetTicks: 0,
    durationTicks: 1,
    technique: 'pick',
  }));
  const moments = momentsOf(notes, undefined);
  const context = handContext(setup, capo, 'rolls', moments);
  return moments.every((moment) => statesOf(context, moment)[0]!.cost < COSTS.beyondReach);
}

/** The widest stretch of a position; the first and the last are one where the loop goes on in the same. */
function widestOf({ context, moments, loops }: Problem, chosen: readonly HandState[]): number {
  const isOne = (a: HandState, b: HandState) => a.position === b.position && a.low === b.low;
  const runs: { low: number; high: number }[] = [];
  moments.forEach(({ stopped }, at) => {
    const frets = stopped.map(({ note }) => note.fret);
    if (at === 0 || !isOne(chosen[at - 1]!, chosen[at]!)) runs.push({ low: Infinity, high: 0 });
    const run = runs.at(-1)!;
    runs[runs.length - 1] = { low: Math.min(run.low, ...frets), high: Math.max(run.high, ...frets) };
  });
  if (loops && runs.length > 1 && isOne(chosen[0]!, chosen.at(-1)!)) {
    const last = runs.pop()!;
    runs[0] = { low: Math.min(runs[0]!.low, last.low), high: Math.max(runs[0]!.high, last.high) };
  }
  return Math.max(...runs.map(({ low, high }) => spanMm(context, low, high)));
}

function described(problem: Problem, chosen: readonly HandState[]): Omit<Fingering, 'differing' | 'cost'> {
  const { context, moments, loops } = problem;
  const fingers = new Map<string, Finger>();
  const positions = new Map<string, number>();
  const barres: string[] = [];
  const beyond: string[] = [];
  const moves: FingerMove[] = [];
  moments.forEach((moment, at) => {
    const state = chosen[at]!;
    moment.stopped.forEach(({ ids }, index) => {
      const finger = state.fingers[index]!;
      const isLaid = state.fingers.some((other, which) => which !== index && other === finger);
      for (const id of ids) {
        fingers.set(id, finger);
        positions.set(id, state.position);
        if (isLaid) barres.push(id);
        if (state.cost >= COSTS.beyondReach) beyond.push(id);
      }
    });
    const next = at + 1 < moments.length ? at + 1 : loops ? 0 : null;
    if (next === null) return;
    const [to, after] = [moments[next]!, chosen[next]!];
    if (moveCost(context, moment, state, to, after) >= COSTS.beyondReach)
      beyond.push(...to.stopped.flatMap(({ ids }) => ids));
    const [last, first] = [moment.stopped[moment.leave]!, to.stopped[to.enter]!];
    const [fromFinger, toFinger] = [state.fingers[moment.leave]!, after.fingers[to.enter]!];
    moves.push({
      fromNote: last.ids.at(-1)!,
      toNote: first.ids[0]!,
      kind: moveBetween(last, fromFinger, first, toFinger),
      fromFinger,
      toFinger,
      stringFrom: last.note.string,
      stringTo: first.note.string,
      shiftMm: shiftOf(context, state, after),
      seam: next === 0,
    });
  });
  return { fingers, positions, moves, barres, widestMm: widestOf(problem, chosen), beyond };
}
