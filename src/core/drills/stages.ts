/**
 * Cutting a string change out: a ladder of drills from its two notes toward the whole. That an odd number of picks on both strings
 * keeps the kind at the seam, and an even one gives one of each, follows from alternation; each drill is checked by its own analysis.
 */
import type { DrillHands, DrillStage, Exercise } from '../model/exercise';
import { planOf, type Plan } from '../plan/plan';
import { frettingAlone } from '../fretting/written';
import type { Setup } from '../instrument/instrument';
import type { Note, Passage } from '../passage/passage';
import type { Transition } from '../picking/analysis';
import { isStringChange } from '../picking/changes';
import { isPicked } from '../picking/picks';
import { otherStroke, type PickingPolicy } from '../picking/policy';
import { modulo } from '../time/periods';
import { secondsOf } from '../time/slots';
import { layOnce, layRound, type CellPick, type LaidCell } from './cell';

/** One drill, before it is kept. */
export interface Drill {
  readonly stage: DrillStage;
  readonly hands: DrillHands;
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  /** Changes between the two strings, both ways, in one pass. */
  readonly changes: number;
  /** Their kinds there and back; null where there is none. */
  readonly kinds: { readonly there: string | null; readonly back: string | null };
  /** Whether the change stands at the same place of the beat as in the exercise. */
  readonly keepsPlace: boolean;
  /** Names what of the figure it is, "notes 1 to 8", or how it is played; empty: its stage says it. */
  readonly part: string;
  /** Of each of its notes the one of the exercise that it was, by their ids. */
  readonly from: ReadonlyMap<string, string>;
  /** What it trains, where that is not the change: in a sentence without its stop, or empty. */
  readonly trains: string;
}

/** The picks of a plan's pass in order, with their strokes and gaps; of a pick over several strings the first note. */
export function picksOfPlan({ passage, policy }: Exercise, plan: Plan): CellPick[] {
  const strokes = plan.assignment.passes[0]!;
  const { notes } = plan.passage;
  const single = notes.flatMap((note, at) =>
    at > 0 && notes[at - 1]!.onsetTicks === note.onsetTicks ? [] : [{ note, stroke: strokes[at] ?? null }],
  );
  return single.map(({ note, stroke }, at): CellPick => {
    const next = single[at + 1]?.note.onsetTicks;
    const end = policy.loop ? passage.lengthTicks : note.onsetTicks + note.durationTicks;
    return { note, stroke, gapTicks: (next ?? end) - note.onsetTicks };
  });
}

/** A change in an exercise: the picks before and after it. */
export interface Spot {
  readonly picks: readonly CellPick[];
  /** Number of the pick that the change leaves. */
  readonly at: number;
  readonly from: CellPick;
  readonly to: CellPick;
}

/** The spot of a change; null for one at the seam of a loop that is not in the picks. */
export function spotOf(exercise: Exercise, plan: Plan, change: Transition): Spot | null {
  const picks = picksOfPlan(exercise, plan);
  const at = picks.findIndex(({ note }) => note.id === change.fromNote);
  const next = picks.findIndex(({ note }) => note.id === change.toNote);
  if (at < 0 || next < 0) return null;
  // In a second pass of a loop all strokes may be the other way.
  const isOther = picks[at]!.stroke !== change.fromStroke;
  const turned = isOther
    ? picks.map((pick) => ({ ...pick, stroke: pick.stroke && otherStroke(pick.stroke) }))
    : picks;
  const from = { ...turned[at]!, gapTicks: change.gapTicks };
  return { picks: turned, at, from, to: { ...turned[next]!, stroke: change.toStroke } };
}

const isSweep = ({ from, to }: Spot) => from.stroke === to.stroke;

/** Picks on one string up to (or from) a spot, in order. */
function run(spot: Spot, side: 'from' | 'to'): CellPick[] {
  const { picks, at } = spot;
  const { string } = spot[side].note;
  const found: CellPick[] = [];
  const step = side === 'from' ? -1 : 1;
  for (let here = side === 'from' ? at : at + 1; picks[here]?.note.string === string; here += step) {
    if (picks[here]!.stroke === null) break;
    found.push(picks[here]!);
  }
  return side === 'from' ? found.reverse() : found;
}

/** The same pick with the strokes that lead alternately up to (or on from) it. */
function alternating(pick: CellPick, count: number, side: 'from' | 'to', gapTicks: number): CellPick[] {
  return Array.from({ length: count }, (_, at) => {
    const away = side === 'from' ? count - 1 - at : at;
    const stroke = away % 2 === 0 ? pick.stroke! : otherStroke(pick.stroke!);
    return { ...pick, stroke, gapTicks };
  });
}

/** Stages that come round over a rest: what leads back over it is no part of them. */
export const RESTS_BACK: ReadonlySet<DrillStage> = new Set([
  'two notes',
  'as written, there and back',
  'neighbours',
  'stop',
  'section',
  'join',
  'build-up',
]);

/** Where in the beat the change leaves its note. */
const placeOf = ({ from }: Spot, beatTicks: number) => modulo(from.note.onsetTicks, beatTicks);

interface Judged {
  readonly stage: DrillStage;
  readonly laid: LaidCell;
  readonly keepsPlace: boolean;
  readonly part?: string;
}

/** A drill with what its own analysis says of it. */
export function judged(
  spot: Spot | null,
  { stage, laid, keepsPlace, part = '' }: Judged,
  setup: Setup,
): Drill {
  const { analysis } = planOf(laid.passage, laid.policy, setup);
  const strings = spot ? [spot.from.note.string, spot.to.note.string] : null;
  const between = analysis.transitions.filter(
    (change) =>
      isStringChange(change) &&
      (strings === null || (strings.includes(change.stringFrom) && strings.includes(change.stringTo))),
  );
  const kindOf = (isThere: boolean) =>
    [
      ...new Set(
        between
          .filter(({ stringFrom }) => strings === null || (stringFrom === strings[0]) === isThere)
          .map(({ kind }) => kind),
      ),
    ].join(' and ') || null;
  return {
    stage,
    hands: 'both',
    passage: laid.passage,
    policy: laid.policy,
    changes: between.filter(({ seam }) => !seam || !RESTS_BACK.has(stage)).length / analysis.passes,
    kinds: { there: kindOf(true), back: kindOf(false) },
    keepsPlace,
    part,
    from: laid.from,
    trains: '',
  };
}

/** Changes a second at a tempo. */
export function changesPerSecond({ changes, passage }: Drill, bpm: number): number {
  return changes / secondsOf(passage.lengthTicks, bpm, passage.meter.beatTicks);
}

function thereAndBack(spot: Spot, counts: readonly [number, number]): CellPick[] {
  const { gapTicks } = spot.from;
  const side = (which: 'from' | 'to', count: number) => {
    const there = run(spot, which);
    const pick = which === 'from' ? spot.from : spot.to;
    // Too few notes of its own on the string: the note itself, again.
    if (there.length < count) return alternating(pick, count, which, gapTicks);
    const own = which === 'from' ? there.slice(-count) : there.slice(0, count);
    return own.map((one) => ({ ...one, gapTicks }));
  };
  return [...side('from', counts[0]), ...side('to', counts[1])];
}

/** Rounds of the stop stage: the stop after the exit stroke, in parts of a beat, to nothing. */
const STOPS = [1, 0.5, 0.25, 0] as const;

function stopCell(exercise: Exercise, spot: Spot, before: CellPick | undefined): LaidCell {
  const { beatTicks } = exercise.passage.meter;
  const cells: LaidCell[] = STOPS.map((part) => {
    const { from, to } = spot;
    const stop = { ...from, gapTicks: from.gapTicks + part * beatTicks };
    const picks = [...(before ? [before] : []), stop, to];
    const lead = before ? before.gapTicks : 0;
    const fromTicks = placeOf(spot, beatTicks) - lead;
    return layOnce(exercise, picks, { fromTicks, restTicks: beatTicks / 2 });
  });
  let offset = 0;
  const notes: Note[] = [];
  const from = new Map<string, string>();
  for (const { passage, from: its } of cells) {
    for (const note of passage.notes) {
      const id = `n${notes.length + 1}`;
      notes.push({ ...note, id, onsetTicks: note.onsetTicks + offset });
      from.set(id, its.get(note.id)!);
    }
    offset += passage.lengthTicks;
  }
  const first = cells[0]!;
  const passage = { ...first.passage, notes, lengthTicks: offset, nextNoteNumber: notes.length + 1 };
  return { passage, policy: first.policy, from };
}

/** The pair in triplets at the same note rate: the change goes through the beat. */
function inTriplets(exercise: Exercise, spot: Spot): LaidCell | null {
  const { meter } = exercise.passage;
  const gapTicks = meter.beatTicks / 3;
  // What is in triplets already needs no such drill.
  if (!Number.isInteger(gapTicks) || spot.from.gapTicks === gapTicks) return null;
  const grid = { ...exercise, passage: { ...exercise.passage, subdivision: 3 } };
  const { from, to } = spot;
  const short = (pick: CellPick): CellPick => ({
    ...pick,
    note: { ...pick.note, durationTicks: gapTicks },
    gapTicks,
  });
  return layRound(grid, [short(from), short(to)], 0);
}

/** All stages of a change that its notes allow, in the order of the ladder. */
export function stagesOf(exercise: Exercise, spot: Spot, setup: Setup): Drill[] {
  const { beatTicks } = exercise.passage.meter;
  const place = placeOf(spot, beatTicks);
  const { from, to, picks, at } = spot;
  const { gapTicks } = from;
  const before = at > 0 && picks[at - 1]!.stroke !== null ? picks[at - 1] : undefined;
  const after = picks[at + 2];
  const drills: Drill[] = [];
  const add = (stage: DrillStage, laid: LaidCell | null, keepsPlace = true) => {
    if (laid) drills.push(judged(spot, { stage, laid, keepsPlace }, setup));
  };
  add('two notes', layOnce(exercise, [from, to], { fromTicks: place, restTicks: beatTicks / 2 }));
  if (isSweep(spot)) {
    // A sweep keeps its kind both ways when it turns on its second string.
    const back = otherStroke(from.stroke!);
    const cell = [from, to, { ...to, stroke: back }, { ...from, stroke: back }].map((pick) => ({
      ...pick,
      gapTicks,
    }));
    add('round', layRound(exercise, cell, place), modulo(4 * gapTicks, beatTicks) === 0);
  } else {
    const keeps = modulo(2 * gapTicks, beatTicks) === 0 || modulo(beatTicks, 2 * gapTicks) === 0;
    const pair = [from, { ...to, gapTicks }];
    add('round', layRound(exercise, pair, place), keeps);
    const runs = [run(spot, 'from').length, run(spot, 'to').length] as const;
    const odd = runs.map((length) => (length >= 3 ? 3 : 1)) as [number, number];
    const counts: [number, number] = odd[0] === 1 && odd[1] === 1 ? [3, 3] : odd;
    const cell = thereAndBack(spot, counts);
    const cellTicks = cell.length * gapTicks;
    const startsAt = place - (counts[0] - 1) * gapTicks;
    add('there and back', layRound(exercise, cell, startsAt), modulo(cellTicks, beatTicks) === 0);
    if (runs.some((length) => length % 2 === 0)) {
      // The way back would be of the other kind: a rest keeps it out of the drill.
      const written = [...run(spot, 'from').slice(-4), ...run(spot, 'to').slice(0, 4)];
      const lead = written.slice(0, Math.min(4, runs[0]) - 1).reduce((sum, pick) => sum + pick.gapTicks, 0);
      const options = { fromTicks: place - lead, restTicks: beatTicks };
      add('as written, there and back', layOnce(exercise, written, options));
    }
  }
  if (before || after) {
    const cell = [...(before ? [before] : []), from, to, ...(after && after.stroke !== null ? [after] : [])];
    const options = { fromTicks: place - (before?.gapTicks ?? 0), restTicks: beatTicks / 2 };
    add('neighbours', layOnce(exercise, cell, options));
  }
  add('stop', stopCell(exercise, spot, before));
  if (!isSweep(spot)) {
    add('triplets', inTriplets(exercise, spot), false);
    const twin = [from, to].map((pick) => ({ ...pick, gapTicks, stroke: otherStroke(pick.stroke!) }));
    add('twin', layRound(exercise, twin, place));
  }
  return drills;
}

/**
 * The picking hand alone on damped strings: every picked note dead, what is slurred or tapped a rest. @param passage with the slurs of its plan.
 */
export function pickingAlone(passage: Passage): Passage {
  const notes = passage.notes
    .filter(isPicked)
    .map(({ id, string, onsetTicks, durationTicks, technique, lock, accent, restStroke }): Note => ({
      ...{ id, string, fret: 0, onsetTicks, durationTicks, technique, dead: true },
      ...(lock ? { lock } : {}),
      ...(accent ? { accent } : {}),
      ...(restStroke ? { restStroke } : {}),
    }));
  return { ...passage, notes };
}

/** A drill for the picking hand alone on damped strings, or the fretting hand alone; null where nothing is left to play. */
export function forHands(drill: Drill, hands: DrillHands): Drill | null {
  if (hands === 'both') return drill;
  const passage = hands === 'picking' ? pickingAlone(drill.passage) : frettingAlone(drill.passage).passage;
  return passage.notes.length === 0 ? null : { ...drill, hands, passage };
}
