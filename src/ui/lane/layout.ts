/** Where everything in the string lane stands: systems, slots and rows, in pixels. Pure; it draws nothing. */
import {
  countSyllable,
  gapAfter,
  gapBefore,
  loopSpan,
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

/** The size that suits a passage: large where all of it fits on one system. */
export function laneSizeFor(passage: Passage, width: number): LaneSize {
  const slots = slotsOf(passage).length + SEAM_SLOTS + 1;
  return slots * LARGE_LANE.slotMin + LARGE_LANE.gutter <= width ? LARGE_LANE : FULL_LANE;
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
  readonly picks: readonly LanePick[];
  readonly changes: readonly LaneChange[];
  readonly width: number;
  /** Where the loop's seam stands, and where it began, if in this system. */
  readonly seamX: number | null;
  readonly loopStartX: number | null;
  readonly loopEndX: number | null;
}

export interface LaneLayout {
  readonly systems: readonly LaneSystem[];
  readonly slotWidth: number;
  readonly strings: number;
}

/** Columns of a passage without their places: all slots and every moment at which a note begins. */
function momentsOf(passage: Passage): Omit<LaneColumn, 'x'>[] {
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

/** Shares columns out over systems, by whole bars where a bar fits, else by whole beats. */
function wrap<T extends { readonly isBarStart: boolean; readonly slot: Slot }>(
  columns: readonly T[],
  most: number,
): T[][] {
  const systems: T[][] = [];
  let rest = [...columns];
  while (rest.length > most) {
    const bar = rest.findLastIndex((column, at) => at > 0 && at <= most && column.isBarStart);
    const beat = rest.findLastIndex((column, at) => at > 0 && at <= most && column.slot.indexInBeat === 0);
    // A break at a bar that leaves most of the line empty reads worse than one at a beat.
    const at = bar >= most / 2 ? bar : beat > 0 ? beat : most;
    systems.push(rest.slice(0, at));
    rest = rest.slice(at);
  }
  if (rest.length > 0 || systems.length === 0) systems.push(rest);
  return systems;
}

interface Content {
  readonly passage: Passage;
  readonly assignment: StrokeAssignment;
  readonly analysis: Analysis;
  readonly pass: number;
}

/** The pick of a column with its stroke, or null where nothing is picked. */
function pickAt(column: LaneColumn, strokes: ReadonlyMap<string, Stroke>, isGhost: boolean): LanePick | null {
  const picked = column.notes.filter((note) => note.technique === 'pick');
  const stroke = picked[0] && strokes.get(picked[0].id);
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

/** Strokes by note id in one pass. */
function strokesOfPass({ passage, assignment }: Content, pass: number): Map<string, Stroke> {
  const strokes = assignment.passes[pass % assignment.passes.length] ?? [];
  return new Map(
    passage.notes.flatMap(({ id }, index) => (strokes[index] ? [[id, strokes[index]] as const] : [])),
  );
}

/** Lays the lane out for a width in pixels. */
export function layoutLane(content: Content, width: number, size: LaneSize): LaneLayout {
  const { passage, analysis, pass } = content;
  const moments = momentsOf(passage);
  const isLooped = analysis.loop;
  const seamSlots = isLooped ? SEAM_SLOTS : 0;
  const room = Math.max(4, Math.floor((width - size.gutter) / size.slotMin) - 1);
  const lines = wrap(moments, Math.max(1, room - seamSlots));
  const longest = Math.max(
    1,
    ...lines.map((line, at) => line.length + (at === lines.length - 1 ? seamSlots : 0)),
  );
  const slotWidth = Math.min(size.slotMax, Math.max(size.slotMin, (width - size.gutter) / (longest + 0.6)));
  const span = loopSpan(passage);
  const strokes = strokesOfPass(content, pass);
  const nextStrokes = strokesOfPass(content, pass + 1);
  const shown = [...analysis.transitions, ...analysis.outsideLoop].filter((change) => change.pass === pass);
  const changesFrom = new Map<string, Transition[]>();
  for (const change of shown)
    changesFrom.set(change.fromNote, [...(changesFrom.get(change.fromNote) ?? []), change]);

  const systems = lines.map((line, index): LaneSystem => {
    const columns = line.map((column, at): LaneColumn => ({
      ...column,
      x: size.gutter + (at + 0.6) * slotWidth,
    }));
    const picks = columns.flatMap((column) => pickAt(column, strokes, false) ?? []);
    const seamColumn = columns.findIndex((column) => column.ticks >= span.endTicks);
    const isLastOfLoop = isLooped && (seamColumn > 0 || (seamColumn < 0 && index === lines.length - 1));
    const firstOfLoop = columns.find((column) => column.ticks >= span.startTicks);
    let seamX: number | null = null;
    const endX = size.gutter + (columns.length + 0.1) * slotWidth;
    if (isLastOfLoop && seamColumn < 0) {
      seamX = endX;
      const first = moments.find(
        (column) => column.ticks >= span.startTicks && column.notes.some((note) => note.technique === 'pick'),
      );
      const ghost = first && pickAt({ ...first, x: endX + slotWidth * 0.9 }, nextStrokes, true);
      if (ghost) picks.push(ghost);
    }
    const byNote = new Map(
      picks.filter((one) => !one.isGhost).flatMap((one) => one.noteIds.map((id) => [id, one] as const)),
    );
    const ghost = picks.find((one) => one.isGhost) ?? null;
    const changes = picks.flatMap((from) =>
      from.isGhost
        ? []
        : (changesFrom.get(from.noteIds.find((id) => changesFrom.has(id)) ?? '') ?? []).map(
            (change): LaneChange => ({
              change,
              from,
              to: change.seam ? ghost : (byNote.get(change.toNote) ?? null),
            }),
          ),
    );
    return {
      index,
      columns,
      picks,
      changes,
      width: size.gutter + (columns.length + 0.6 + (seamX === null ? 0 : SEAM_SLOTS)) * slotWidth,
      seamX,
      loopStartX:
        isLooped &&
        firstOfLoop &&
        firstOfLoop.ticks === span.startTicks &&
        span.startTicks > -passage.pickupTicks
          ? firstOfLoop.x - slotWidth / 2
          : null,
      loopEndX: isLooped && seamColumn > 0 ? columns[seamColumn]!.x - slotWidth / 2 : null,
    };
  });
  return { systems, slotWidth, strings: passage.tuning.length };
}
