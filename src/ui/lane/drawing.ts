/** Measures that all parts of a system's drawing share. */
import type { ViewSettings } from '@/storage';
import type { LaneChange, LanePick, LaneSize, LaneSystem } from './layout';

/** Heights of the rows of a system. */
export interface Rows {
  readonly marksY: number;
  readonly strokesY: number;
  readonly ribbonY: number;
  readonly firstStringY: number;
  readonly fingersY: number;
  readonly handY: number;
  readonly countY: number;
  readonly height: number;
}

/** Where the rows stand for an instrument with a number of strings. */
export function rowsFor(strings: number, size: LaneSize, hasFingers: boolean, hasHand = false): Rows {
  const { stringGap, rows } = size;
  if (!rows) {
    const firstStringY = 14;
    const height = firstStringY + (strings - 1) * stringGap + 6;
    return { marksY: 4, strokesY: 0, ribbonY: 0, firstStringY, fingersY: 0, handY: 0, countY: 0, height };
  }
  // Room for the outline round a pair on the thinnest string, under the slant ribbon.
  const firstStringY = 54 + Math.max(15.6, stringGap * 0.6);
  const bottom = firstStringY + (strings - 1) * stringGap + stringGap * 0.7;
  const countY = bottom + (hasHand ? 45 : hasFingers ? 31 : 16);
  return {
    marksY: 11,
    strokesY: 31,
    ribbonY: 50,
    firstStringY,
    fingersY: bottom + 12,
    handY: bottom + 25,
    countY,
    height: countY + 6,
  };
}

/** What was worked out for the fretting hand, by id of the note. */
export interface LaneHand {
  readonly fingers: ReadonlyMap<string, number>;
  /** Positions, and how one finger goes on. */
  readonly signs: ReadonlyMap<string, string>;
}

export interface DrawingProps {
  readonly system: LaneSystem;
  readonly rows: Rows;
  readonly size: LaneSize;
  readonly strings: number;
  readonly slotWidth: number;
  readonly view: ViewSettings;
  /** Numbers of the notes to the student, by id of the note whose change they are pinned to. */
  readonly pinned: ReadonlyMap<string, string>;
  /** Absent or null: only the fingers that are set are shown. */
  readonly hand?: LaneHand | null;
  /** Ids of notes whose stroke is drawn larger; absent: none. */
  readonly larger?: ReadonlySet<string>;
}

/** Where the mark of a change stands along its system; null for one that is not drawn. */
export function markX(
  system: LaneSystem,
  slotWidth: number,
  { change, from, to }: LaneChange,
): number | null {
  if (!from || change.kind === 'alternate') return null;
  if (to) return (from.x + to.x) / 2;
  return change.seam ? (system.loopEndX ?? from.x + slotWidth / 2) : from.x + slotWidth / 2;
}

/** How far left and right of a note the stroke bends through its string, in slots. */
const BEND = 0.3;

/** Where a string lies. */
export function stringHeight(
  { rows, size, strings, view }: Pick<DrawingProps, 'rows' | 'size' | 'strings' | 'view'>,
  string: number,
): number {
  return rows.firstStringY + (view.thickOnTop ? strings - string : string - 1) * size.stringGap;
}

/** Heights of strings and gaps, and the line of a stroke through its strings, drawn about 0. */
export function drawingTools(props: DrawingProps) {
  const { rows, size, strings, slotWidth, view } = props;
  const bend = Math.min(14, slotWidth * BEND);
  const stringY = (string: number) => stringHeight(props, string);
  const gapY = (gap: number) =>
    rows.firstStringY + (view.thickOnTop ? strings - gap - 0.5 : gap - 0.5) * size.stringGap;
  const through = (pick: LanePick) => {
    const [from, to] = [gapY(pick.gapBefore), gapY(pick.gapAfter)];
    return `M${-bend},${from} C${-bend * 0.3},${from} ${bend * 0.3},${to} ${bend},${to}`;
  };
  const bottomY = rows.firstStringY + (strings - 1) * size.stringGap;
  return { bend, stringY, gapY, through, topY: rows.firstStringY, bottomY };
}
