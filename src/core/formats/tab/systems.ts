/** String lines gathered into systems, each line given its string; rows attached to the system they belong to. */
import {
  MAX_STRINGS,
  MIN_STRINGS,
  pitchClassOfLetter,
  usualTuning,
  type Tuning,
} from '../../instrument/instrument';
import type { TabStrings } from '../../model/exercise';
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

/** The usual bass guitar of four and five strings: an octave below the guitar's thickest; common practice, no source. */
const BASSES: readonly Tuning[] = [
  [43, 38, 33, 28],
  [43, 38, 33, 28, 23],
];

/** The tuning that letters name: each string at the pitch nearest to the instrument that is there, or the usual one. */
function tuningFrom(labels: readonly (string | null)[], near: Tuning): Tuning {
  return near.map((usual, at) => {
    const label = labels[at] ?? null;
    const pitch = label === null ? null : pitchClassOfLetter(label);
    if (pitch === null) return usual;
    const up = (pitch - (usual % 12) + 12) % 12;
    return up <= 6 ? usual + up : usual + up - 12;
  });
}

/** An instrument that has just the strings of the lines. */
function wholeReading(labels: readonly (string | null)[], given: Tuning | undefined): TabStrings {
  const size = labels.length;
  const isNamed = labels.every((label) => label !== null);
  const bass = BASSES.find((one) => one.length === size && misfit(labels, one, 0) === 0);
  if (given?.length !== size && isNamed && bass)
    return { strings: labels.map((_, at) => at + 1), tuning: bass };
  const near = given?.length === size ? given : usualTuning(size);
  const isUpsideDown = misfit([...labels].reverse(), near, 0) < misfit(labels, near, 0);
  const strings = labels.map((_, at) => (isUpsideDown ? size - at : at + 1));
  return { strings, tuning: tuningFrom(isUpsideDown ? [...labels].reverse() : labels, near) };
}

/**
 * The ways to read the lines of one block, the likeliest first; none where it cannot be told. Fewer lines than the instrument has
 * strings are the strings that their letters name, without letters the thinnest; four and five may be an instrument of their own.
 */
function readingsOf(labels: readonly (string | null)[], given: Tuning | undefined): TabStrings[] {
  const size = labels.length;
  const player = given ?? usualTuning(USUAL_SYSTEM);
  const numbers = labels.flatMap((label) => (label !== null && /^\d$/.test(label) ? [Number(label)] : []));
  if (numbers.length === size && new Set(numbers).size === size) {
    const count = Math.max(player.length, ...numbers);
    if (count > MAX_STRINGS) return [];
    return [{ strings: numbers, tuning: count === player.length ? player : usualTuning(count) }];
  }
  if (size > MAX_STRINGS) return [];
  if (size >= player.length) return size >= MIN_STRINGS ? [wholeReading(labels, given)] : [];
  const isBare = labels.every((label) => label === null);
  const isNamed = !labels.includes(null);
  const firsts = isNamed
    ? Array.from({ length: player.length - size + 1 }, (_, first) => first).filter(
        (first) => misfit(labels, player, first) === 0,
      )
    : isBare && size > 1
      ? [0]
      : [];
  const runs = firsts.map((first): TabStrings => ({
    strings: labels.map((_, at) => first + at + 1),
    tuning: player,
  }));
  // Five strings that no letters name are none that there are.
  const isOwn = size >= MIN_STRINGS && (size !== 5 || runs.length > 0 || isNamed);
  return isOwn ? [...runs, wholeReading(labels, undefined)] : runs;
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

/** What a text has of string lines. */
export interface Gathered {
  readonly systems: System[];
  readonly tuning: Tuning;
  /** The ways in which the lines of the first system may be read, the likeliest first; none where there is none. */
  readonly readings: readonly TabStrings[];
}

/** The systems of a text with the tuning they name. Lines that fit no system are reported. */
export function gatherSystems(
  lines: readonly TextLine[],
  given: Tuning | undefined,
  reading: number,
  problems: Problem[],
): Gathered {
  const found: { first: number; last: number; lines: SystemLine[]; rows: System['rows'] }[] = [];
  let readings: readonly TabStrings[] = [];
  let tuning: Tuning | undefined;
  for (const block of blocksOf(lines)) {
    const labels = block.map((line) => line.label);
    const ways = readingsOf(labels, tuning ?? given);
    if (!tuning) readings = ways;
    const placed = tuning
      ? ways.find((way) => way.tuning.length === tuning!.length)
      : (ways[reading] ?? ways[0]);
    if (!placed) {
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
    const count = placed.tuning.length;
    const systemLines = block.map((line, at) => ({ line, string: placed.strings[at]! }));
    if (systemLines.length < count && !problems.some(({ code }) => code === 'fewerStrings')) {
      const strings = placed.strings.map(String);
      const last = strings.pop()!;
      problems.push({
        code: 'fewerStrings',
        severity: 'adjusted',
        line: block[0]!.number,
        column: 1,
        text: block[0]!.raw,
        message: `${block.length} string lines: read as ${strings.length > 0 ? `strings ${strings.join(', ')} and ${last}` : `string ${last}`} of ${count}.`,
      });
    }
    if (!tuning) {
      tuning = placed.tuning;
      if (count !== (given?.length ?? USUAL_SYSTEM))
        problems.push({
          code: 'moreStrings',
          severity: 'adjusted',
          line: block[0]!.number,
          column: 1,
          text: block[0]!.raw,
          message: `${block.length} string lines: read as an instrument of ${count} strings.`,
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
  return { systems: found, tuning: tuning ?? given ?? usualTuning(USUAL_SYSTEM), readings };
}
