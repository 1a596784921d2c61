/** Notes that stand under each other gathered into columns, over all systems; slides settled once neighbours are known. */
import type { Cell, Slash, StringCells } from './cells';
import { readCells } from './cells';
import type { Problem } from './problems';
import { rawColumn } from './lines';
import type { System } from './systems';

/** What sounds at one place: one cell a string. */
export interface Column {
  readonly cells: Cell[];
  readonly system: number;
  /** Where it stands, counted from where the notes of the system's lines begin. */
  readonly start: number;
  end: number;
}

export interface Columns {
  readonly columns: Column[];
  /** Numbers of columns before each bar line inside the text. */
  readonly bars: number[];
  /** Numbers of columns before a repeat sign. */
  readonly repeatStart: number | null;
  readonly repeatEnd: number | null;
  readonly slides: SlideMarks;
}

/** What became of each slash beside a note. */
export interface SlideMarks {
  readonly into: ReadonlyMap<Cell, 'from below' | 'from above'>;
  readonly out: ReadonlyMap<Cell, 'upward' | 'downward'>;
}

function columnsOfSystem(lines: readonly StringCells[], system: number): Column[] {
  const cells = lines.flatMap((line) => line.cells).sort((a, b) => a.start - b.start || b.string - a.string);
  const columns: Column[] = [];
  for (const cell of cells) {
    const last = columns.at(-1);
    if (last && cell.start <= last.end && !last.cells.some((other) => other.string === cell.string)) {
      last.cells.push(cell);
      last.end = Math.min(last.end, digitsEnd(cell));
    } else columns.push({ cells: [cell], system, start: cell.start, end: digitsEnd(cell) });
  }
  return columns;
}

/** Where the digits of a cell end; a bend's target does not count. */
function digitsEnd(cell: Cell): number {
  return cell.start + (cell.dead ? 0 : String(cell.fret).length - 1);
}

/** Bars that most lines of a system agree on, as numbers of columns before them. */
function barsOfSystem(lines: readonly StringCells[], columns: readonly Column[]): number[] {
  const votes = new Map<number, number>();
  for (const line of lines) for (const at of line.bars) votes.set(at, (votes.get(at) ?? 0) + 1);
  return [...votes]
    .filter(([, count]) => count * 2 > lines.length)
    .map(([at]) => columns.filter((column) => column.start < at).length);
}

function settleSlides(slashes: readonly Slash[], columnOf: ReadonlyMap<Cell, number>): SlideMarks {
  const into = new Map<Cell, 'from below' | 'from above'>();
  const out = new Map<Cell, 'upward' | 'downward'>();
  for (const slash of slashes) {
    const { before, after, sign } = slash;
    const follows = before && after && columnOf.get(after) === columnOf.get(before)! + 1;
    if (follows && slash.forced === null) after.technique = 'slide';
    else if (before && (slash.forced === 'out' || (slash.touchesBefore && !slash.touchesAfter)))
      out.set(before, sign === '/' ? 'upward' : 'downward');
    else if (after && slash.forced !== 'out') into.set(after, sign === '/' ? 'from below' : 'from above');
    else if (before) out.set(before, sign === '/' ? 'upward' : 'downward');
  }
  return { into, out };
}

/** Longer than any exercise. */
export const MAX_TAB_NOTES = 20_000;

/** All columns of all systems in order; null where there are more notes than an exercise has. */
export function readColumns(systems: readonly System[], problems: Problem[]): Columns | null {
  const columns: Column[] = [];
  const bars: number[] = [];
  const slashes: Slash[] = [];
  const lastOnString = new Map<number, Cell>();
  let repeatStart: number | null = null;
  let repeatEnd: number | null = null;
  let read = 0;
  for (const [index, system] of systems.entries()) {
    const lines = system.lines.map((line) => readCells(line, problems));
    read += lines.reduce((sum, { cells }) => sum + cells.length, 0);
    if (read > MAX_TAB_NOTES) return null;
    lines.forEach((line, at) => {
      const { string, line: source } = system.lines[at]!;
      for (const slash of line.slashes) {
        // A slide may come from the system before.
        const before = slash.before ?? lastOnString.get(string) ?? null;
        if (before || slash.after) slashes.push({ ...slash, before });
        else
          problems.push({
            code: 'linkWithoutNote',
            severity: 'unread',
            line: source.number,
            column: rawColumn(source, source.bodyStart + slash.column),
            text: slash.sign,
            message: `A slide sign with no note beside it on string ${string}. It is kept as text but not used.`,
          });
      }
      const last = line.cells.at(-1);
      if (last) lastOnString.set(string, last);
    });
    const own = columnsOfSystem(lines, index);
    const before = (at: number) => columns.length + own.filter((column) => column.start < at).length;
    const start = lines.flatMap((line) => line.repeatStarts)[0];
    const end = lines.flatMap((line) => line.repeatEnds)[0];
    if (start !== undefined) repeatStart ??= before(start);
    if (end !== undefined) repeatEnd = before(end);
    for (const bar of barsOfSystem(lines, own)) bars.push(columns.length + bar);
    for (const column of own) columns.push(column);
  }
  const columnOf = new Map<Cell, number>();
  columns.forEach((column, at) => column.cells.forEach((cell) => columnOf.set(cell, at)));
  const slides = settleSlides(slashes, columnOf);
  const inside = [...new Set(bars)].filter((bar) => bar > 0).sort((a, b) => a - b);
  return { columns, bars: inside, repeatStart, repeatEnd, slides };
}
