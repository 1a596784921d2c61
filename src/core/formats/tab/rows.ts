/** Rows over or under a system: strokes, counts and palm mutes, matched to the columns of notes. */
import type { Stroke } from '../../passage/passage';
import type { Column } from './columns';
import { rawColumn, type TextLine } from './lines';
import type { Problem } from './problems';
import type { System } from './systems';

const SURE_SIGNS: Readonly<Record<string, Stroke>> = {
  D: 'down',
  d: 'down',
  '↓': 'down',
  '⊓': 'down',
  '∏': 'down',
  Π: 'down',
  n: 'down',
  N: 'down',
  U: 'up',
  u: 'up',
  '↑': 'up',
  '^': 'up',
};

/** A stroke as read for one column. */
export interface ReadStroke {
  readonly stroke: Stroke;
  readonly locked: boolean;
  readonly line: TextLine;
  /** In the plain line, from 0. */
  readonly at: number;
}

export interface StrokeRows {
  readonly byColumn: ReadonlyMap<number, ReadStroke>;
  /** Whether a row marks locks with `!`, as only our own writer does. */
  readonly own: boolean;
  /** Rows of `v` alone: which stroke is meant has to be asked. */
  readonly meaningNeeded: boolean;
}

/** What `v` means: beside `^` down, beside `n` or `⊓` (or beside other signs with no down) up, alone unknown. */
function meaningOfV(signs: ReadonlySet<string>, answer: Stroke | undefined): Stroke | null {
  if (answer) return answer;
  const has = (...some: string[]) => some.some((sign) => signs.has(sign));
  if (has('^') && !has('n', 'N', '⊓', '∏', 'Π')) return 'down';
  if (has('n', 'N', '⊓', '∏', 'Π') && !has('^')) return 'up';
  return null;
}

/** Where each row stands over the columns of its system. */
function columnsOf(columns: readonly Column[], system: number): { index: number; column: Column }[] {
  return columns.map((column, index) => ({ index, column })).filter(({ column }) => column.system === system);
}

/** The offset from places in a row to places in the notes of its system. */
function bodyStartOf(system: System): number {
  return system.lines[0]!.line.bodyStart;
}

/** Matches places in a row to columns: by position, or by order where the numbers are equal and positions are not. */
function matchPlaces(
  places: readonly number[],
  own: readonly { index: number; column: Column }[],
  offset: number,
): (number | null)[] {
  const reach = ({ column }: { column: Column }, place: number) =>
    place - offset < column.start
      ? column.start - (place - offset)
      : Math.max(0, place - offset - column.end);
  let from = 0;
  const matched = places.map((place) => {
    let best: { index: number; away: number; at: number } | null = null;
    for (let at = from; at < own.length; at++) {
      const away = reach(own[at]!, place);
      if (!best || away < best.away) best = { index: own[at]!.index, away, at };
      if (own[at]!.column.start > place - offset + 1) break;
    }
    if (!best || best.away > 1) return null;
    from = best.at + 1;
    return best.index;
  });
  if (matched.includes(null) && places.length === own.length) return own.map(({ index }) => index);
  return matched;
}

/** Reads the stroke rows of all systems. `vMeans` answers what `v` alone stands for. */
export function readStrokeRows(
  systems: readonly System[],
  columns: readonly Column[],
  vMeans: Stroke | undefined,
  problems: Problem[],
): StrokeRows {
  const rows = systems.map((system) => system.rows.strokes);
  const signs = new Set(rows.flatMap((row) => [...(row?.text ?? '')]));
  const meaning = meaningOfV(signs, vMeans);
  const byColumn = new Map<number, ReadStroke>();
  const own = signs.has('!');
  let meaningNeeded = false;
  systems.forEach((system, index) => {
    const row = rows[index];
    if (!row) return;
    const found = [...row.text.matchAll(/[DUdu↓↑⊓∏ΠVvnN^](!?)/g)];
    const places = found.map((match) => match.index);
    const matched = matchPlaces(places, columnsOf(columns, index), bodyStartOf(system));
    if (found.some((match) => /[vV]/.test(match[0])) && meaning === null) {
      meaningNeeded = true;
      problems.push({
        code: 'strokeMeaning',
        severity: 'question',
        line: row.number,
        column: rawColumn(row, places[0]!),
        text: row.raw.trim(),
        message:
          'Does “v” mean a downstroke or an upstroke here? Until you say, the row is kept but not used.',
      });
      return;
    }
    found.forEach((match, at) => {
      const column = matched[at];
      const stroke = SURE_SIGNS[match[0][0]!] ?? meaning!;
      const problem = (code: Problem['code'], message: string) =>
        problems.push({
          code,
          severity: 'unread',
          line: row.number,
          column: rawColumn(row, match.index),
          text: match[0],
          message,
        });
      if (column === null || column === undefined)
        problem(
          'strokeWithoutNote',
          'There is no note at this stroke sign. It is kept as text but not used.',
        );
      else if (columns[column]!.cells.every((cell) => cell.technique !== 'pick'))
        problem(
          'strokeOnSlurredNote',
          'This stroke sign stands at a slurred note, which is not picked. It is not used.',
        );
      else byColumn.set(column, { stroke, locked: match[1] === '!', line: row, at: match.index });
    });
  });
  return { byColumn, own, meaningNeeded };
}

/** A counted slot: the syllable, the column that sounds there, and whether the note before is held over it. */
export interface CountedSlot {
  readonly syllable: string;
  readonly column: number | null;
  readonly held: boolean;
}

/** The count of all systems in order; null when there is none or it does not fit the notes (which is reported). */
export function readCountRows(
  systems: readonly System[],
  columns: readonly Column[],
  problems: Problem[],
): CountedSlot[] | null {
  const slots: CountedSlot[] = [];
  for (const [index, system] of systems.entries()) {
    const own = columnsOf(columns, index);
    const row = system.rows.count;
    if (!row) {
      if (own.length > 0) return null;
      continue;
    }
    const tokens = [...row.text.matchAll(/[^\s|]+/g)];
    const places = tokens.map((token) => token.index - bodyStartOf(system));
    const columnAt = new Map<number, number>();
    let from = 0;
    for (const {
      index: column,
      column: { start, end },
    } of own) {
      const at = places.findIndex((place, token) => token >= from && place >= start - 1 && place <= end + 1);
      if (at < 0) {
        problems.push({
          code: 'countDoesNotFit',
          severity: 'unread',
          line: row.number,
          column: rawColumn(row, start + bodyStartOf(system)),
          text: row.raw.trim(),
          message: 'The count row has no syllable at every note, so each note takes the next slot instead.',
        });
        return null;
      }
      columnAt.set(at, column);
      from = at + 1;
    }
    tokens.forEach((token, at) => {
      const held = token[0].endsWith('=');
      slots.push({
        syllable: held ? token[0].slice(0, -1) : token[0],
        column: columnAt.get(at) ?? null,
        held,
      });
    });
  }
  return slots.length > 0 ? slots : null;
}

/** The runs of columns that a row of a kind covers: by number of the column, which run from 1. */
function readRuns(
  systems: readonly System[],
  columns: readonly Column[],
  kind: 'palmMute' | 'ring',
  drawn: RegExp,
): Map<number, number> {
  const runs = new Map<number, number>();
  let run = 0;
  systems.forEach((system, index) => {
    const row = system.rows[kind];
    if (!row) return;
    const offset = bodyStartOf(system);
    for (const match of row.text.matchAll(drawn)) {
      const from = match.index - offset;
      const to = from + match[0].trimEnd().length - 1;
      // In brackets it goes on from the system before.
      if (!match[0].startsWith('(') || run === 0) run++;
      for (const { index: at, column } of columnsOf(columns, index))
        if (column.end >= from && column.start <= to) runs.set(at, run);
    }
  });
  return runs;
}

/** Numbers of the columns that a palm-mute row covers. */
export function readPalmMutes(systems: readonly System[], columns: readonly Column[]): Set<number> {
  return new Set(readRuns(systems, columns, 'palmMute', /P\.?M\.?[-. _>]*-*\|?/gi).keys());
}

/** By number of the column, the run of a row of ringing that covers it: each is a held span. */
export function readRinging(systems: readonly System[], columns: readonly Column[]): Map<number, number> {
  return readRuns(systems, columns, 'ring', /\(?(?:let\s+)?ring(?:ing)?\)?[-. _>~]*\|?/gi);
}
