/** Plain-text tab read into a passage. */
import type { TabStrings } from '../../model/exercise';
import type { Tuning } from '../../instrument/instrument';
import { compareNotes, type Note, type Passage, type Stroke } from '../../passage/passage';
import { type Meter } from '../../time/slots';
import type { Cell } from './cells';
import { MAX_TAB_NOTES, readColumns, type Columns } from './columns';
import { readLines, type LineRole } from './lines';
import type { Problem } from './problems';
import { MAX_BEATS, timeByCount, timeByOrder } from './rhythm';
import { readCountRows, readPalmMutes, readRinging, readStrokeRows } from './rows';
import { gatherSystems } from './systems';

/** Longer texts are refused whole: no exercise has this many characters. */
export const MAX_TAB_CHARACTERS = 4_000_000;

export interface ReadTabOptions {
  /** The instrument, where the letters of the tab do not say otherwise. Absent: six strings in standard tuning. */
  readonly tuning?: Tuning;
  /** Which of the `readings` of its lines is taken. Absent: the first. */
  readonly reading?: number;
  readonly meter?: Meter;
  /** Slots a beat, 1–8. */
  readonly subdivision?: number;
  /** What a row of `v` alone means. */
  readonly vMeans?: Stroke;
}

/** What was read of a text, what was not, and what was guessed. */
export interface TabReading {
  readonly passage: Passage;
  /** What was not understood or not taken as written, in order of place. */
  readonly problems: Problem[];
  /** What each line of the text was taken for. */
  readonly lines: readonly LineRole[];
  /** Strokes of a row that does not mark its locks, by note id: the teacher is asked once whether they hold. */
  readonly strokes: Readonly<Record<string, Stroke>> | null;
  /** The ways in which its lines may be read, the likeliest first; more than one where that is a guess. */
  readonly readings: readonly TabStrings[];
  /** What the text does not say and was taken as usual. */
  readonly guessed: { readonly rhythm: boolean; readonly tuning: boolean; readonly strokes: boolean };
  /** Whether the tab had repeat signs or a loop is otherwise written. */
  readonly repeats: boolean;
}

const NO_COLUMNS: Columns = {
  columns: [],
  bars: [],
  repeatStart: null,
  repeatEnd: null,
  slides: { into: new Map(), out: new Map() },
};

function noteOf(cell: Cell, id: string, onsetTicks: number, durationTicks: number): Note {
  return {
    id,
    string: cell.string,
    fret: cell.fret,
    onsetTicks,
    durationTicks,
    technique: cell.technique,
    ...(cell.dead ? { dead: true as const } : {}),
    ...(cell.ghost ? { ghost: true as const } : {}),
    ...(cell.vibrato ? { vibrato: true as const } : {}),
    ...(cell.bend ? { bend: cell.bend } : {}),
  };
}

function byPlace(a: Problem, b: Problem): number {
  return a.line - b.line || a.column - b.column;
}

/**
 * Reads plain-text tab: systems of four to nine string lines under each other, each column of notes in the next slot,
 * with rows of strokes, counts, palm mutes and ringing over or under them. Never throws on bad text; every line is either used or
 * named in `problems` with its line and column.
 */
export function readTabText(text: string, options: ReadTabOptions = {}): TabReading {
  const problems: Problem[] = [];
  const isLongText = text.length > MAX_TAB_CHARACTERS;
  const lines = isLongText ? [] : readLines(text);
  for (const line of lines)
    if (line.role === 'text')
      problems.push({
        code: 'textLine',
        severity: 'unread',
        line: line.number,
        column: line.raw.search(/\S/) + 1,
        text: line.raw,
        message: 'This line is not tab. It is kept as text.',
      });
  const {
    systems: all,
    tuning,
    readings,
  } = gatherSystems(lines, options.tuning, options.reading ?? 0, problems);
  const found = readColumns(all, problems);
  const systems = found === null ? [] : all;
  const tooLong = isLongText || found === null;
  const { columns, bars, repeatStart, repeatEnd, slides } = found ?? NO_COLUMNS;
  if (columns.length === 0)
    problems.push({
      code: tooLong ? 'tooLong' : 'noTab',
      severity: 'unread',
      line: 1,
      column: 1,
      text: '',
      message: tooLong
        ? `The text is longer than ${MAX_TAB_CHARACTERS.toLocaleString('en')} characters or has more than ${MAX_TAB_NOTES.toLocaleString('en')} notes; nothing was read.`
        : 'No notes were found. A string line begins with its letter and a bar, for example “e|--5-7--|”.',
    });
  const strokeRows = readStrokeRows(systems, columns, options.vMeans, problems);
  const counted = readCountRows(systems, columns, problems);
  const byCount = counted && timeByCount(counted, columns.length, options);
  const timing = byCount ?? timeByOrder(columns.length, bars, options);
  const countRow = systems.find(({ rows }) => rows.count)?.rows.count;
  if (counted && !byCount && countRow)
    problems.push({
      code: 'countDoesNotFit',
      severity: 'unread',
      line: countRow.number,
      column: 1,
      text: countRow.raw.trim(),
      message: `The count row has a bar of more than ${MAX_BEATS} beats, or a beat of more slots than there are, so each note takes the next slot instead.`,
    });
  if (timing.unevenBars.length > 0)
    problems.push({
      code: 'barsUneven',
      severity: 'adjusted',
      line: systems[0]!.lines[0]!.line.number,
      column: 1,
      text: '',
      message: `The bars hold different numbers of notes (first: bar ${timing.unevenBars[0]! + 1}), so they do not tell the rhythm; each note takes the next slot.`,
    });

  const muted = readPalmMutes(systems, columns);
  const ringing = readRinging(systems, columns);
  const strokes: Record<string, Stroke> = {};
  const notes: Note[] = [];
  columns.forEach((column, at) => {
    const read = strokeRows.byColumn.get(at);
    const cells = [...column.cells].sort((a, b) => b.string - a.string);
    cells.forEach((cell) => {
      const id = `n${notes.length + 1}`;
      const slideIn = slides.into.get(cell);
      const slideOut = slides.out.get(cell);
      const isLocked = read !== undefined && cell.technique === 'pick' && strokeRows.own && read.locked;
      if (read && cell.technique === 'pick') strokes[id] = read.stroke;
      notes.push({
        ...noteOf(cell, id, timing.onsetTicks[at]!, timing.durationTicks[at]!),
        ...(isLocked ? { lock: { stroke: read.stroke } } : {}),
        ...(muted.has(at) ? { palmMute: true as const } : {}),
        ...(ringing.has(at) ? { held: ringing.get(at)! } : {}),
        ...(slideIn ? { slideIn } : {}),
        ...(slideOut ? { slideOut } : {}),
      });
    });
  });
  const ticksAt = (column: number) => timing.onsetTicks[column] ?? timing.lengthTicks;
  const hasBounds =
    (repeatStart !== null && repeatStart > 0) || (repeatEnd !== null && repeatEnd < columns.length);
  const bounds = { startTicks: ticksAt(repeatStart ?? 0), endTicks: ticksAt(repeatEnd ?? columns.length) };
  const { meter, subdivision, beatSubdivisions, pickupTicks, lengthTicks } = timing;
  return {
    passage: {
      tuning,
      meter,
      pickupTicks,
      subdivision,
      beatSubdivisions,
      lengthTicks,
      ...(hasBounds && bounds.startTicks < bounds.endTicks ? { loopBounds: bounds } : {}),
      notes: notes.sort(compareNotes),
      nextNoteNumber: notes.length + 1,
    },
    problems: problems.sort(byPlace),
    lines: lines.map((line) => line.role),
    strokes: Object.keys(strokes).length > 0 && !strokeRows.own ? strokes : null,
    readings,
    guessed: {
      rhythm: byCount === null && columns.length > 0,
      tuning:
        systems.length > 0 && systems.every((one) => one.lines.every(({ line }) => line.label === null)),
      strokes: columns.length > 0 && !lines.some(({ role }) => role === 'strokes'),
    },
    repeats: repeatStart !== null || repeatEnd !== null,
  };
}
