/** Cells of a few notes cut out of an exercise, laid so that a change keeps its time and its place in the beat. */
import type { Exercise } from '../model/exercise';
import type { Note, Passage, Stroke } from '../passage/passage';
import { withStrokes } from '../picking/keepStrokes';
import type { PickingPolicy } from '../picking/policy';
import { commonMultiple, modulo } from '../time/periods';

/** A note with its stroke and the time until the next. */
export interface CellPick {
  readonly note: Note;
  /** Null: slurred. */
  readonly stroke: Stroke | null;
  readonly gapTicks: number;
}

/** A cell as a passage of whole beats. */
export interface LaidCell {
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  /** Of each of its notes the one of the exercise that it was, by their ids. */
  readonly from: ReadonlyMap<string, string>;
}

/** A loop of more beats than this is no drill any more. */
const MOST_BEATS = 8;

/** Beats that hold a span, at least. */
function wholeBeats(ticks: number, beatTicks: number): number {
  return Math.ceil(ticks / beatTicks) * beatTicks;
}

function noteOf({ note }: CellPick, number: number, onsetTicks: number, durationTicks: number): Note {
  const { lock: _l, slideIn: _i, slideOut: _o, ...kept } = note;
  return { ...kept, id: `n${number}`, onsetTicks, durationTicks };
}

/** The policy of a drill: as the exercise's, round, from the first stroke of the cell. */
function policyFrom({ policy }: Exercise, picks: readonly CellPick[], loop: boolean): PickingPolicy {
  const first = picks.find(({ stroke }) => stroke !== null)?.stroke ?? 'down';
  const { restart: _r, maySlur: _s, ...rest } = policy;
  return { ...rest, start: first, loop };
}

interface LayOptions {
  /** Where the first note stands, in ticks from a beat. */
  readonly fromTicks: number;
  /** Rest after the last note, at least. */
  readonly restTicks: number;
  readonly loop?: boolean;
}

/** Lays a cell once, with a rest that fills the last beat. */
export function layOnce(exercise: Exercise, picks: readonly CellPick[], options: LayOptions): LaidCell {
  const { meter } = exercise.passage;
  const { fromTicks, restTicks, loop = true } = options;
  const notes: Note[] = [];
  let ticks = modulo(fromTicks, meter.beatTicks);
  picks.forEach((pick, at) => {
    const isLast = at === picks.length - 1;
    const duration = isLast ? Math.min(pick.gapTicks, pick.note.durationTicks) : pick.gapTicks;
    notes.push(noteOf(pick, at + 1, ticks, Math.min(duration, pick.note.durationTicks)));
    ticks += isLast ? duration : pick.gapTicks;
  });
  return asPassage(exercise, picks, notes, wholeBeats(ticks + restTicks, meter.beatTicks), loop);
}

function asPassage(
  exercise: Exercise,
  picks: readonly CellPick[],
  notes: readonly Note[],
  lengthTicks: number,
  loop: boolean,
): LaidCell {
  const { loopBounds: _l, ...grid } = exercise.passage;
  const policy = policyFrom(exercise, picks, loop);
  const passage: Passage = {
    ...grid,
    beatSubdivisions: {},
    pickupTicks: 0,
    lengthTicks,
    notes,
    nextNoteNumber: notes.length + 1,
  };
  const strokes = picks.map(({ stroke }) => stroke);
  const from = new Map(notes.map(({ id }, at) => [id, picks[at]!.note.id]));
  return { passage: withStrokes(passage, policy, strokes), policy, from };
}

/** Lays a cell round and round without a rest, as often as it takes to fill whole beats; null where that takes too long. */
export function layRound(exercise: Exercise, picks: readonly CellPick[], fromTicks: number): LaidCell | null {
  const { beatTicks } = exercise.passage.meter;
  const cellTicks = picks.reduce((sum, { gapTicks }) => sum + gapTicks, 0);
  const lengthTicks = commonMultiple(cellTicks, beatTicks);
  if (lengthTicks > MOST_BEATS * beatTicks) return null;
  // Turned so that what stands on the beat comes first and the change keeps its place, where the cell allows it.
  let ahead = modulo(-fromTicks, cellTicks);
  let first = 0;
  while (ahead > 0 && first < picks.length) ahead -= picks[first++]!.gapTicks;
  const turned = [...picks.slice(first % picks.length), ...picks.slice(0, first % picks.length)];
  const all = Array.from({ length: lengthTicks / cellTicks }, () => turned).flat();
  const notes: Note[] = [];
  let ticks = 0;
  all.forEach((pick, at) => {
    notes.push(noteOf(pick, at + 1, ticks, Math.min(pick.gapTicks, pick.note.durationTicks)));
    ticks += pick.gapTicks;
  });
  return asPassage(exercise, all, notes, lengthTicks, true);
}
