/** Where everything in the string lane stands: systems, slots and rows, in pixels. Pure; it draws nothing. */
import {
  countSyllable,
  gapAfter,
  gapBefore,
  loopSpan,
  ringUntil,
  slotAt,
  slotsOf,
  type Analysis,
  type Note,
  type Passage,
  type Slot,
  type StrokeAssignment,
  type Stroke,
  type Transition,
} from '@/core';

/** Sizes of the lane; the small lane of lists uses smaller ones. */
export interface LaneSize {
  readonly stringGap: number;
  readonly slotMin: number;
  readonly slotMax: number;
  readonly gutter: number;
  readonly rows: boolean;
}

/** For lines that take several systems. */
export const FULL_LANE: LaneSize = { stringGap: 21, slotMin: 30, slotMax: 46, gutter: 34, rows: true };
/** For a short figure, which has room. */
export const LARGE_LANE: LaneSize = { ...FULL_LANE, stringGap: 26, slotMin: 40, slotMax: 72 };
/** For a few notes, which would be lost in it. */
export const WIDE_LANE: LaneSize = { ...FULL_LANE, stringGap: 30, slotMin: 60, slotMax: 108 };
/** For paper, where a line is as wide as a hand. */
export const PRINT_LANE: LaneSize = { ...FULL_LANE, stringGap: 17, slotMin: 26, slotMax: 50, gutter: 26 };
export const SMALL_LANE: LaneSize = { stringGap: 6, slotMin: 9, slotMax: 14, gutter: 4, rows: false };

/** Room for the seam and the first note of the next pass at the right edge. */
const SEAM_SLOTS = 2;

/** A place in time: a slot of the grid, or a note that stands between slots. */
export interface LaneColumn {
  readonly ticks: number;
  readonly x: number;
  readonly slot: Slot;
  readonly syllable: string;
  readonly isBarStart: boolean;
  readonly notes: readonly Note[];
}

/** The least width on which all of a passage stands on one system. */
export function laneWidth(passage: Passage, size: LaneSize): number {
  return (slotsOf(passage).length + SEAM_SLOTS + 1) * size.slotMin + size.gutter;
}

/** The size that suits a passage: the largest with which all of it stands on one system. */
export function laneSizeFor(passage: Passage, width: number): LaneSize {
  return [WIDE_LANE, LARGE_LANE].find((size) => laneWidth(passage, size) <= width) ?? FULL_LANE;
}

/** A pick as it is drawn: from one gap through its strings to another. */
export interface LanePick {
  readonly noteIds: readonly string[];
  readonly x: number;
  readonly stroke: Stroke;
  readonly locked: boolean;
  readonly thinnest: number;
  readonly thickest: number;
  readonly gapBefore: number;
  readonly gapAfter: number;
  /** The first pick of the next pass, drawn faintly behind the seam. */
  readonly isGhost: boolean;
  readonly notes: readonly Note[];
}

/** A change as it is drawn, between two picks of one system or toward its edge. */
export interface LaneChange {
  readonly change: Transition;
  readonly from: LanePick | null;
  readonly to: LanePick | null;
}

export interface LaneSystem {
  readonly index: number;
  readonly columns: readonly LaneColumn[];
  /** When each held note of the passage stops ringing, in ticks, by id. */
  readonly ringing: ReadonlyMap<string, number>;
  readonly picks: readonly LanePick[];
  readonly changes: readonly LaneChange[];
  readonly width: number;
  /** Where the loop's seam stands, and where it began, if in this system. */
  readonly seamX: number | null;
  readonly loopStartX: number | null;
  readonly loopEndX: number | null;
}

/** Systems are laid out when they are asked for: of a long passage only those in sight. */
export interface LaneLayout {
  readonly count: number;
  /** The first moment of each system, in ticks. */
  readonly starts: readonly number[];
  readonly system: (index: number) => LaneSystem;
  readonly slotWidth: number;
  readonly strings: number;
}

/** A column whose place is not known yet. */
type Moment = Omit<LaneColumn, 'x'>;

/** Columns of a passage without their places: all slots and every moment at which a note begins. */
function momentsOf(passage: Passage): Moment[] {
  const byTicks = new Map<number, Note[]>();
  for (const note of passage.notes) {
    const here = byTicks.get(note.onsetTicks);
    if (here) here.push(note);
    else byTicks.set(note.onsetTicks, [note]);
  }
  const slots = new Map(slotsOf(passage).map((slot) => [slot.ticks, slot]));
  const barTicks = passage.meter.beats * passage.meter.beatTicks;
  const all = [...new Set([...slots.keys(), ...byTicks.keys()])].sort((a, b) => a - b);
  return all.map((ticks) => {
    const slot = slots.get(ticks) ?? slotAt(passage, ticks);
    return {
      ticks,
      slot,
      syllable: slot.ticks === ticks ? countSyllable(passage, slot) : '',
      isBarStart: ticks % barTicks === 0,
      notes: byTicks.get(ticks) ?? [],
    };
  });
}

/** Where systems begin among the columns: at whole bars where a bar fits, else at whole beats. */
function wrap(columns: readonly Moment[], most: number): number[] {
  const starts = [0];
  for (let from = 0; from + most < columns.length; from = starts.at(-1)!) {
    let [bar, beat] = [0, 0];
    for (let at = 1; at <= most; at++) {
      const column = columns[from + at]!;
      if (column.isBarStart) bar = at;
      if (column.slot.indexInBeat === 0) beat = at;
    }
    // A break at a bar that leaves most of the line empty reads worse than one at a beat.
    starts.push(from + (bar >= most / 2 ? bar : beat > 0 ? beat : most));
  }
  return starts;
}

interface Content {
  readonly passage: Passage;
  readonly assignment: StrokeAssignment;
  readonly analysis: Analysis;
  readonly pass: number;
}

type StrokeOf = (note: Note) => Stroke | null;

/** The pick of a column with its stroke, or null where nothing is picked. */
function pickAt(column: LaneColumn, strokeOf: StrokeOf, isGhost: boolean): LanePick | null {
  const picked = column.notes.filter((note) => note.technique === 'pick');
  const stroke = picked[0] && strokeOf(picked[0]);
  if (!stroke) return null;
  const strings = picked.map((note) => note.string);
  const span = { thinnest: Math.min(...strings), thickest: Math.max(...strings) };
  return {
    noteIds: picked.map((note) => note.id),
    x: column.x,
    stroke,
    locked: picked.some((note) => note.lock),
    ...span,
    gapBefore: gapBefore(span, stroke),
    gapAfter: gapAfter(span, stroke),
    isGhost,
    notes: picked,
  };
}

/** The changes of one pass by the note they leave. */
function changesByNote({ analysis, pass }: Content): Map<string, Transition[]> {
  const changes = new Map<string, Transition[]>();
  for (const some of [analysis.transitions, analysis.outsideLoop])
    for (const change of some) {
      if (change.pass !== pass) continue;
      const there = changes.get(change.fromNote);
      if (there) there.push(change);
      else changes.set(change.fromNote, [change]);
    }
  return changes;
}

/** Down to a sixteenth of a pixel, so that the distance of two slots is the same to the last bit wherever they stand. */
const exact = (pixels: number) => Math.floor(pixels * 16) / 16;

/** Lays the lane out for a width in pixels. */
export function layoutLane(content: Content, width: number, size: LaneSize): LaneLayout {
  const { passage, analysis, assignment, pass } = content;
  const moments = momentsOf(passage);
  const seamSlots = analysis.loop ? SEAM_SLOTS : 0;
  const room = Math.max(4, Math.floor((width - size.gutter) / size.slotMin) - 1);
  const starts = wrap(moments, Math.max(1, room - seamSlots));
  const end = (index: number) => starts[index + 1] ?? moments.length;
  const longest = starts.reduce((most, start, index) => {
    const isLast = index === starts.length - 1;
    return Math.max(most, end(index) - start + (isLast ? seamSlots : 0));
  }, 1);
  const slotWidth = exact(
    Math.min(size.slotMax, Math.max(size.slotMin, (width - size.gutter) / (longest + 0.6))),
  );
  const ringing = ringUntil(passage.notes);
  const indexOf = new Map(passage.notes.map((note, index) => [note.id, index]));
  const strokesIn = (which: number): StrokeOf => {
    const strokes = assignment.passes[which % assignment.passes.length] ?? [];
    return (note) => strokes[indexOf.get(note.id) ?? -1] ?? null;
  };
  const changes = changesByNote(content);
  const span = loopSpan(passage);
  const firstX = size.gutter + exact(0.6 * slotWidth);
  const x = (at: number) => firstX + at * slotWidth;

  /** The first pick of the loop, as it stands behind the seam. */
  const ghostAt = (ghostX: number): LanePick | null => {
    const isFirst = ({ ticks, notes }: Moment) =>
      ticks >= span.startTicks && notes.some((note) => note.technique === 'pick');
    const first = moments.find(isFirst);
    return first ? pickAt({ ...first, x: ghostX }, strokesIn(pass + 1), true) : null;
  };

  const layOut = (index: number): LaneSystem => {
    const columns = moments
      .slice(starts[index], end(index))
      .map((column, at): LaneColumn => ({ ...column, x: x(at) }));
    const isLast = index === starts.length - 1;
    const edgeX = size.gutter + (columns.length + 0.1) * slotWidth;
    const next = moments[end(index)];
    const seamX = analysis.loop && isLast && span.endTicks >= passage.lengthTicks ? edgeX : null;
    const startColumn = columns.find((column) => column.ticks === span.startTicks);
    const endColumn = columns.findIndex((column) => column.ticks === span.endTicks);
    const ghost = seamX === null ? null : ghostAt(seamX + slotWidth * 0.9);
    const struck = columns.flatMap((column) => pickAt(column, strokesIn(pass), false) ?? []);
    const byNote = new Map(struck.flatMap((pick) => pick.noteIds.map((id) => [id, pick] as const)));
    return {
      index,
      columns,
      ringing,
      picks: ghost ? [...struck, ghost] : struck,
      changes: struck.flatMap((from) =>
        from.noteIds
          .flatMap((id) => changes.get(id) ?? [])
          .map((change): LaneChange => ({
            change,
            from,
            to: change.seam ? ghost : (byNote.get(change.toNote) ?? null),
          })),
      ),
      width: size.gutter + (columns.length + 0.6 + (seamX === null ? 0 : SEAM_SLOTS)) * slotWidth,
      seamX,
      loopStartX:
        analysis.loop && startColumn && span.startTicks > -passage.pickupTicks
          ? startColumn.x - slotWidth / 2
          : null,
      loopEndX: !analysis.loop
        ? null
        : endColumn > 0
          ? columns[endColumn]!.x - slotWidth / 2
          : next?.ticks === span.endTicks
            ? edgeX
            : null,
    };
  };

  const made = new Map<number, LaneSystem>();
  const system = (index: number): LaneSystem => {
    const known = made.get(index) ?? layOut(index);
    made.set(index, known);
    return known;
  };
  return {
    count: starts.length,
    starts: starts.map((start) => moments[start]?.ticks ?? 0),
    system,
    slotWidth,
    strings: passage.tuning.length,
  };
}
