/** String lines gathered into systems, each line given its string; rows attached to the system they belong to. */
import {
  MAX_STRINGS,
  MIN_STRINGS,
  pitchClassOfLetter,
  usualTuning,
  type Tuning,
} from '../../instrument/instrument';
import type { TextLine } from './lines';
import type { Problem } from './problems';

export interface SystemLine {
  readonly line: TextLine;
  readonly string: number;
}

export type RowKind = 'strokes' | 'count' | 'palmMute' | 'ring';

export interface System {
  readonly lines: readonly SystemLine[];
  readonly rows: Partial<Record<RowKind, TextLine>>;
}

const USUAL_SYSTEM = 6;

function pitchDistance(a: number, b: number): number {
  const apart = Math.abs(a - b) % 12;
  return Math.min(apart, 12 - apart);
}

/** How badly labels fit the strings of a tuning from `first` on; lines without a letter fit anywhere. */
function misfit(labels: readonly (string | null)[], tuning: Tuning, first: number): number {
  return labels.reduce((sum, label, at) => {
    const pitch = label === null ? null : pitchClassOfLetter(label);
    return pitch === null ? sum : sum + pitchDistance(pitch, tuning[first + at]! % 12);
  }, 0);
}

/** Strings of the lines of one block from top to bottom, or null where that cannot be told. */
function stringsOf(
  labels: readonly (string | null)[],
  given: Tuning | undefined,
): { strings: number[]; count: number } | null {
  const numbers = labels.map((label) => (label !== null && /^\d$/.test(label) ? Number(label) : null));
  if (numbers.every((number) => number !== null) && new Set(numbers).size === numbers.length) {
    const strings = numbers.map((number) => number!);
    const count = Math.max(given?.length ?? USUAL_SYSTEM, ...strings);
    return count <= MAX_STRINGS ? { strings, count } : null;
  }
  const count = given && labels.length <= given.length ? given.length : Math.max(USUAL_SYSTEM, labels.length);
  const whole = labels.length >= MIN_STRINGS && (labels.length === count || given === undefined);
  if (whole && labels.length <= MAX_STRINGS && labels.length !== 5) {
    const tuning = given?.length === labels.length ? given : usualTuning(labels.length);
    const forward = misfit(labels, tuning, 0);
    const backward = misfit([...labels].reverse(), tuning, 0);
    const strings = labels.map((_, at) => (backward < forward ? labels.length - at : at + 1));
    return { strings, count: labels.length };
  }
  // Fewer lines than strings: letters say which, if they fit exactly.
  if (count > MAX_STRINGS || labels.some((label) => label === null)) return null;
  const tuning = given ?? usualTuning(count);
  for (let first = 0; first + labels.length <= tuning.length; first++)
    if (misfit(labels, tuning, first) === 0) return { strings: labels.map((_, at) => first + at + 1), count };
  return null;
}

/** Where a run of string lines splits: several systems may follow each other without a blank line. */
function splitBlock(block: readonly TextLine[]): TextLine[][] {
  const labels = block.map((line) => line.label);
  const size = [6, 7, 8, 9, 4, 5].find((period) => {
    if (block.length <= period || block.length % period !== 0) return false;
    const repeats = labels.every((label, at) => label === labels[at % period]);
    return labels[0] !== null ? repeats : repeats && period === USUAL_SYSTEM && block.length > MAX_STRINGS;
  });
  if (size === undefined) return [[...block]];
  return Array.from({ length: block.length / size }, (_, at) => block.slice(at * size, (at + 1) * size));
}

function blocksOf(lines: readonly TextLine[]): TextLine[][] {
  const blocks: TextLine[][] = [];
  let run: TextLine[] = [];
  for (const line of [...lines, null]) {
    if (line?.role === 'string') run.push(line);
    else if (run.length > 0) {
      blocks.push(...splitBlock(run));
      run = [];
    }
  }
  return blocks;
}

/** The tuning that the letters of a whole system name: each string at the pitch nearest to the usual one. */
function tuningFrom(lines: readonly SystemLine[], count: number): Tuning {
  return usualTuning(count).map((usual, at) => {
    const label = lines.find((line) => line.string === at + 1)?.line.label ?? null;
    const pitch = label === null ? null : pitchClassOfLetter(label);
    if (pitch === null) return usual;
    const up = (pitch - (usual % 12) + 12) % 12;
    return up <= 6 ? usual + up : usual + up - 12;
  });
}

/** Gives each row of a kind to the system above or below it; returns rows that found none. */
function attachRows(
  systems: { first: number; last: number; rows: System['rows'] }[],
  lines: readonly TextLine[],
) {
  const homeless: TextLine[] = [];
  for (const kind of ['strokes', 'count', 'palmMute', 'ring'] as const) {
    const rows = lines.filter((line) => line.role === kind);
    const overFirst = rows[0] !== undefined && systems[0] !== undefined && rows[0].number < systems[0].first;
    const style =
      overFirst || ((kind === 'palmMute' || kind === 'ring') && systems.length > 1) ? 'over' : 'under';
    for (const row of rows) {
      const below = systems.find((system) => system.first > row.number);
      const above = systems.findLast((system) => system.last < row.number);
      const blanks = (from: number, to: number) =>
        lines.slice(from, to).filter((line) => line.role === 'blank').length;
      const toBelow = below ? blanks(row.number, below.first - 1) : Infinity;
      const toAbove = above ? blanks(above.last, row.number - 1) : Infinity;
      const system = toBelow < toAbove || (toBelow === toAbove && style === 'over') ? below : above;
      if (system && !system.rows[kind]) system.rows[kind] = row;
      else homeless.push(row);
    }
  }
  return homeless;
}

/** The systems of a text with the tuning they name. Lines that fit no system are reported. */
export function gatherSystems(
  lines: readonly TextLine[],
  given: Tuning | undefined,
  problems: Problem[],
): { systems: System[]; tuning: Tuning } {
  const found: { first: number; last: number; lines: SystemLine[]; rows: System['rows'] }[] = [];
  let tuning = given;
  for (const block of blocksOf(lines)) {
    const placed = stringsOf(
      block.map((line) => line.label),
      tuning,
    );
    if (!placed || (tuning && placed.count !== tuning.length)) {
      for (const line of block)
        problems.push({
          code: 'lineCount',
          severity: 'unread',
          line: line.number,
          column: 1,
          text: line.raw,
          message: `${block.length} string line${block.length === 1 ? '' : 's'} together${tuning ? ` where the others have ${tuning.length}` : ''}: which strings they are cannot be told. The line is kept as text.`,
        });
      continue;
    }
    const systemLines = block.map((line, at) => ({ line, string: placed.strings[at]! }));
    if (systemLines.length < placed.count && !problems.some(({ code }) => code === 'fewerStrings')) {
      const strings = placed.strings.map(String);
      const last = strings.pop()!;
      problems.push({
        code: 'fewerStrings',
        severity: 'adjusted',
        line: block[0]!.number,
        column: 1,
        text: block[0]!.raw,
        message: `${block.length} string lines: read as ${strings.length > 0 ? `strings ${strings.join(', ')} and ${last}` : `string ${last}`} of ${placed.count}.`,
      });
    }
    if (!tuning) {
      tuning = tuningFrom(systemLines, placed.count);
      if (placed.count !== USUAL_SYSTEM)
        problems.push({
          code: 'moreStrings',
          severity: 'adjusted',
          line: block[0]!.number,
          column: 1,
          text: block[0]!.raw,
          message: `${block.length} string lines: read as a guitar with ${placed.count} strings.`,
        });
    }
    found.push({ first: block[0]!.number, last: block.at(-1)!.number, lines: systemLines, rows: {} });
  }
  for (const row of attachRows(found, lines))
    problems.push({
      code: 'secondRow',
      severity: 'unread',
      line: row.number,
      column: 1,
      text: row.raw,
      message: 'This row belongs to no tab, or the tab has such a row already. It is kept as text.',
    });
  return { systems: found, tuning: tuning ?? usualTuning(USUAL_SYSTEM) };
}
