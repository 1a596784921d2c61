/**
 * What a system is drawn from: parts that say all about how they look but where they stand, so that a part that only
 * moved is moved and not drawn again. Pure; it draws nothing.
 */
import type { ChangeKind, Note, Slant, Stroke } from '@/core';
import { drawingTools, markX, type DrawingProps } from './drawing';
import type { LaneChange, LaneColumn, LanePick } from './layout';

/** A part and where it stands along the system. */
export interface Placed<Part> {
  readonly key: string;
  readonly x: number;
  readonly part: Part;
}

/** A note as it is drawn, about 0. */
export interface NotePart {
  readonly id: string;
  readonly y: number;
  readonly text: string;
  readonly letter: string;
  /** How far back its slur begins; null where there is none. */
  readonly slurFrom: number | null;
  /** How far on it is held; null where it is not longer than its slot. */
  readonly heldTo: number | null;
  readonly before: string;
  readonly after: string;
  readonly palmMute: boolean;
  readonly accent: boolean;
}

/** The count under a column; it stays where notes move on. */
export interface CountPart {
  readonly syllable: string;
  readonly isOnBeat: boolean;
}

/** What goes with the notes of a column and lies above the pick's path. */
export interface ColumnPart {
  readonly notes: readonly NotePart[];
  readonly finger: number | null;
  /** Worked out, not set. */
  readonly isWorked: boolean;
  /** What the fretting hand does here, in a sign. */
  readonly hand: string | null;
  readonly isGhost: boolean;
  readonly sign: { readonly stroke: Stroke; readonly isLocked: boolean; readonly isLarger: boolean } | null;
  /** The side from which the strings of its changes are struck. */
  readonly struckFrom: readonly { readonly kind: ChangeKind; readonly tip: number; readonly base: number }[];
  /** The slant that the exit asks for, and the next that is asked, so far on. */
  readonly slant: {
    readonly slant: Slant;
    readonly next: { readonly dx: number; readonly slant: Slant } | null;
  } | null;
}

/** A stroke through its strings and the way on from it. */
export interface PathPart {
  readonly through: string;
  readonly isGhost: boolean;
  readonly ways: readonly {
    readonly d: string;
    readonly kind: ChangeKind;
    readonly isSilent: boolean;
    readonly isSeam: boolean;
  }[];
}

/** What surrounds the strings of a change. */
export interface FieldPart {
  readonly kind: 'outside' | 'inside';
  readonly left: number;
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
}

/** The mark of a change, and the number of a note to the student. */
export interface MarkPart {
  readonly kind: ChangeKind;
  readonly y: number;
  readonly pin: string | null;
}

export interface SystemParts {
  readonly counts: readonly Placed<CountPart>[];
  readonly columns: readonly Placed<ColumnPart>[];
  readonly paths: readonly Placed<PathPart>[];
  readonly fields: readonly Placed<FieldPart>[];
  readonly marks: readonly Placed<MarkPart>[];
}

/** Whether two parts, plain data, are the same. */
export function isSamePart(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  return (
    keys.length === others.length &&
    keys.every((key) => isSamePart((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  );
}

const SLUR_LETTERS = { pick: '', hammer: 'h', pull: 'p', slide: 'sl', tap: 't' } as const;

function fretText(note: Note): string {
  const fret = note.dead ? '×' : String(note.fret);
  return note.ghost ? `(${fret})` : fret;
}

function notePart(note: Note, y: number, slurFrom: number, heldTo: number | null): NotePart {
  const bent = note.bend ? `b${note.bend.semitones ?? ''}${note.bend.released ? 'r' : ''}` : '';
  const out = note.slideOut ? (note.slideOut === 'upward' ? '/' : '\\') : '';
  const isSlurred = note.technique !== 'pick' && note.technique !== 'tap';
  return {
    id: note.id,
    y,
    text: fretText(note),
    letter: SLUR_LETTERS[note.technique],
    slurFrom: isSlurred ? slurFrom : null,
    heldTo,
    before: note.slideIn ? (note.slideIn === 'from below' ? '/' : '\\') : '',
    after: `${out}${note.vibrato ? '~' : ''}${bent}`,
    palmMute: note.palmMute === true,
    accent: note.accent === true,
  };
}

/** How far on a note that is longer than its slot is held, in the drawing of its system; null for others. */
function holdEnd({ system, slotWidth }: DrawingProps, note: Note, column: LaneColumn): number | null {
  const end = system.ringing.get(note.id) ?? note.onsetTicks + note.durationTicks;
  if (end <= column.slot.ticks + column.slot.durationTicks) return null;
  const last = system.columns.findLast((one) => one.ticks < end);
  return last && last !== column ? last.x - column.x + slotWidth * 0.3 : null;
}

/** The pick's way from one stroke to the next: straight where it stays in its gap, curved where it crosses strings. */
function wayBetween(x1: number, y1: number, x2: number, y2: number): string {
  if (y1 === y2) return `M${x1},${y1} H${x2}`;
  const middle = (x1 + x2) / 2;
  return `M${x1},${y1} C${middle},${y1} ${middle},${y2} ${x2},${y2}`;
}

const pickKey = (pick: LanePick) => `${pick.noteIds[0]!}${pick.isGhost ? ' again' : ''}`;

/** By the pick that a change leaves or reaches: on which string, from which side. */
function struckSides(props: DrawingProps): Map<LanePick, ColumnPart['struckFrom'][number][]> {
  const { stringY, gapY } = drawingTools(props);
  const sides = new Map<LanePick, ColumnPart['struckFrom'][number][]>();
  const add = (pick: LanePick | null, kind: ChangeKind, string: number) => {
    if (!pick) return;
    const y = stringY(string);
    const isFromBelow = gapY(pick.gapBefore) > y;
    const tip = isFromBelow ? y + 8.5 : y - 8.5;
    const side = { kind, tip, base: isFromBelow ? tip + 6 : tip - 6 };
    sides.set(pick, [...(sides.get(pick) ?? []), side]);
  };
  for (const { change, from, to } of props.system.changes) {
    if (change.kind !== 'outside' && change.kind !== 'inside') continue;
    add(from, change.kind, change.stringFrom);
    add(to, change.kind, change.stringTo);
  }
  return sides;
}

/** The slants that exits ask for, by the pick they leave, each with the next one. */
function askedSlants({ system }: DrawingProps): Map<LanePick, NonNullable<ColumnPart['slant']>> {
  const asking = system.changes.filter(({ change, from }) => change.slant && from);
  return new Map(
    asking.map(({ change, from }, at) => {
      const next = asking[at + 1];
      return [
        from!,
        {
          slant: change.slant!,
          next: next ? { dx: next.from!.x - from!.x, slant: next.change.slant! } : null,
        },
      ];
    }),
  );
}

/** The finger of a column, set or worked out, and what the hand does there. */
function handPart(
  { hand }: DrawingProps,
  { notes }: LaneColumn,
): Pick<ColumnPart, 'finger' | 'isWorked' | 'hand'> {
  const own = notes.find((note) => note.finger)?.finger ?? null;
  const worked = hand
    ? (notes.map(({ id }) => hand.fingers.get(id)).find((one) => one !== undefined) ?? null)
    : null;
  const sign = hand
    ? (notes.map(({ id }) => hand.signs.get(id)).find((one) => one !== undefined) ?? null)
    : null;
  return { finger: own ?? worked, isWorked: own === null && worked !== null, hand: sign };
}

function columnParts(props: DrawingProps): Placed<ColumnPart>[] {
  const { system, slotWidth, larger } = props;
  const { stringY } = drawingTools(props);
  const sides = struckSides(props);
  const slants = askedSlants(props);
  const pickAt = new Map(system.picks.filter((pick) => !pick.isGhost).map((pick) => [pick.x, pick]));
  const lastOn = new Map<number, number>();
  const ofPick = (pick: LanePick | undefined) => ({
    sign: pick
      ? {
          stroke: pick.stroke,
          isLocked: pick.locked && !pick.isGhost,
          isLarger: !pick.isGhost && pick.noteIds.some((id) => larger?.has(id) === true),
        }
      : null,
    struckFrom: (pick && sides.get(pick)) ?? [],
    slant: (pick && slants.get(pick)) ?? null,
  });
  const columns = system.columns.map((column): Placed<ColumnPart> => {
    const notes = column.notes.map((note) => {
      const from = lastOn.get(note.string) ?? column.x - slotWidth * 0.7;
      lastOn.set(note.string, column.x);
      return notePart(note, stringY(note.string), from - column.x, holdEnd(props, note, column));
    });
    return {
      key: column.notes[0]?.id ?? `at ${column.ticks}`,
      x: column.x,
      part: {
        notes,
        ...handPart(props, column),
        isGhost: false,
        ...ofPick(pickAt.get(column.x)),
      },
    };
  });
  const ghosts = system.picks.filter((pick) => pick.isGhost);
  return [
    ...columns,
    ...ghosts.map((pick): Placed<ColumnPart> => ({
      key: pickKey(pick),
      x: pick.x,
      part: {
        notes: pick.notes.map((note) =>
          notePart({ ...note, technique: 'pick', durationTicks: 0 }, stringY(note.string), 0, null),
        ),
        finger: null,
        isWorked: false,
        hand: null,
        isGhost: true,
        ...ofPick(pick),
      },
    })),
  ];
}

function pathParts(props: DrawingProps): Placed<PathPart>[] {
  const { system } = props;
  const { bend, gapY, through } = drawingTools(props);
  const ways = new Map<LanePick, PathPart['ways'][number][]>();
  for (const { change, from, to } of system.changes) {
    if (!from || (!to && change.seam)) continue;
    const end = (to ? to.x - bend : system.width - 4) - from.x;
    const [y1, y2] = [gapY(from.gapAfter), to ? gapY(to.gapBefore) : gapY(from.gapAfter)];
    const way = {
      d: wayBetween(bend, y1, end, y2),
      kind: change.kind,
      isSilent: change.crossings > 0,
      isSeam: change.seam,
    };
    ways.set(from, [...(ways.get(from) ?? []), way]);
  }
  return system.picks.map((pick) => ({
    key: pickKey(pick),
    x: pick.x,
    part: { through: through(pick), isGhost: pick.isGhost, ways: ways.get(pick) ?? [] },
  }));
}

const changeKey = ({ change }: LaneChange) => `${change.fromNote}${change.seam ? ' seam' : ''}`;

function fieldParts(props: DrawingProps): Placed<FieldPart>[] {
  const { stringY } = drawingTools(props);
  const pad = Math.min(15, props.slotWidth * 0.42);
  return props.system.changes.flatMap((drawn): Placed<FieldPart>[] => {
    const { change, from, to } = drawn;
    if (!from || !to || (change.kind !== 'outside' && change.kind !== 'inside')) return [];
    const [one, other] = [stringY(change.stringFrom), stringY(change.stringTo)];
    const part = {
      kind: change.kind,
      left: -pad,
      width: to.x - from.x + 2 * pad,
      top: Math.min(one, other),
      bottom: Math.max(one, other),
    };
    return [{ key: changeKey(drawn), x: from.x, part }];
  });
}

function markParts(props: DrawingProps): Placed<MarkPart>[] {
  const { system, rows, slotWidth, size, pinned } = props;
  return system.changes.flatMap((drawn): Placed<MarkPart>[] => {
    const x = markX(system, slotWidth, drawn);
    if (x === null) return [];
    const { change, to } = drawn;
    const y = change.seam && !to ? rows.marksY + 22 : rows.marksY;
    const pin = (size.rows ? pinned.get(change.fromNote) : undefined) ?? null;
    return [{ key: changeKey(drawn), x, part: { kind: change.kind, y, pin } }];
  });
}

function countParts({ system, slotWidth }: DrawingProps): Placed<CountPart>[] {
  const counts = system.columns.map(({ ticks, x, syllable, slot }): Placed<CountPart> => ({
    key: String(ticks),
    x,
    part: { syllable, isOnBeat: slot.indexInBeat === 0 && slot.ticks === ticks },
  }));
  if (system.seamX === null) return counts;
  const again = { syllable: 'again', isOnBeat: false };
  return [...counts, { key: 'again', x: system.seamX + slotWidth * 0.9, part: again }];
}

/** The parts of a system. Of the small lane only the pick's path and the marks of changes are of use. */
export function partsOf(props: DrawingProps): SystemParts {
  return {
    counts: countParts(props),
    columns: columnParts(props),
    paths: pathParts(props),
    fields: fieldParts(props),
    marks: markParts(props),
  };
}
