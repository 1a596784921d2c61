/** A passage written as plain-text tab that a mail can carry and the reader takes back. */
import { stringLetters } from '../../instrument/instrument';
import { loopSpan, type Note, type Passage, type Stroke } from '../../passage/passage';
import { countSyllable, slotAt, slotsOf } from '../../time/slots';

export interface WriteTabOptions {
  /** Strokes by note index, as in one pass of an assignment; absent: only locks are written. */
  readonly strokes?: readonly (Stroke | null)[];
  /** Absent: the count row is written, so that the rhythm travels. */
  readonly countRow?: boolean;
  /** Characters a line, at least one column. */
  readonly width?: number;
}

const DEFAULT_WIDTH = 78;
const RING = 'ring';
/** Room for it, in brackets too. */
const RING_WIDTH = RING.length + 2;
const LINKS = { pick: '', hammer: 'h', pull: 'p', slide: 's', tap: 't' } as const;

/** One place in time with what stands there on every row. */
interface Column {
  readonly head: string[];
  readonly tail: string[];
  readonly headWidth: number;
  readonly tailWidth: number;
  readonly digitsWidth: number;
  readonly stroke: string;
  readonly count: string;
  /** Its run of palm mutes and of ringing; null: in none. */
  readonly muted: number | null;
  readonly ringing: number | null;
  readonly barBefore: boolean;
  readonly openBefore: boolean;
  readonly closeBefore: boolean;
}

interface Neighbours {
  readonly before: readonly Note[];
  readonly after: readonly Note[];
}

function headOf(note: Note, { before }: Neighbours): string {
  const previous = before.find((other) => other.string === note.string);
  let link: string = LINKS[note.technique];
  if (note.technique === 'slide' && previous) link = note.fret >= previous.fret ? '/' : '\\';
  const slide = note.slideIn ? `${previous ? "'" : ''}${note.slideIn === 'from below' ? '/' : '\\'}` : '';
  return `${link}${note.ghost ? '(' : ''}${slide}`;
}

function tailOf(note: Note, { after }: Neighbours): string {
  let tail = note.dead ? `x${note.fret > 0 ? `'${note.fret}` : ''}` : String(note.fret);
  if (note.bend) {
    const { semitones, released } = note.bend;
    tail += `b${semitones === null ? '' : note.fret + semitones}${released ? 'r' : ''}`;
  }
  if (note.slideOut) {
    const followed = after.some((other) => other.string === note.string);
    tail += `${note.slideOut === 'upward' ? '/' : '\\'}${followed ? "'" : ''}`;
  }
  return `${tail}${note.vibrato ? '~' : ''}${note.ghost ? ')' : ''}`;
}

const heldIn = (notes: readonly Note[]) => notes.find(({ held }) => held !== undefined)?.held ?? null;

function strokeToken(notes: readonly { note: Note; stroke: Stroke | null }[]): string {
  const lock = notes.find(({ note }) => note.lock && note.technique === 'pick')?.note.lock;
  const stroke = lock?.stroke ?? notes.find((one) => one.stroke)?.stroke;
  return stroke ? `${stroke === 'down' ? 'D' : 'U'}${lock ? '!' : ''}` : '';
}

/** Moments of the passage in order, each with its notes; with a count, silent slots too. */
function momentsOf(passage: Passage, withSlots: boolean): Map<number, number[]> {
  const moments = new Map<number, number[]>();
  passage.notes.forEach((note, at) => {
    const here = moments.get(note.onsetTicks);
    if (here) here.push(at);
    else moments.set(note.onsetTicks, [at]);
  });
  if (withSlots)
    for (const slot of slotsOf(passage)) if (!moments.has(slot.ticks)) moments.set(slot.ticks, []);
  return new Map([...moments].sort((a, b) => a[0] - b[0]));
}

function columnsOf(passage: Passage, options: WriteTabOptions): Column[] {
  const { notes, meter, tuning } = passage;
  const onGrid = notes.every((note) => slotAt(passage, note.onsetTicks).ticks === note.onsetTicks);
  const counting = options.countRow !== false && onGrid;
  const moments = [...momentsOf(passage, counting)];
  const span = loopSpan(passage);
  const at = (index: number) => (moments[index]?.[1] ?? []).map((note) => notes[note]!);
  // Neighbours are the notes of the nearest moments that have any: silent slots do not separate what they join.
  const sounding = moments.flatMap(([, indices], index) => (indices.length > 0 ? [index] : []));
  const rank = new Map(sounding.map((index, order) => [index, order]));
  let heldUntil = -Infinity;
  let ringing: number | null = null;
  let barCount: number | null = null;
  return moments.map(([ticks, indices], index): Column => {
    const order = rank.get(index);
    const neighbours: Neighbours =
      order === undefined
        ? { before: [], after: [] }
        : { before: at(sounding[order - 1] ?? -1), after: at(sounding[order + 1] ?? -1) };
    const head = tuning.map(() => '');
    const tail = tuning.map(() => '');
    for (const note of at(index)) {
      head[note.string - 1] = headOf(note, neighbours);
      tail[note.string - 1] = tailOf(note, neighbours);
      heldUntil = Math.max(heldUntil, note.onsetTicks + note.durationTicks);
    }
    const here = indices.map((note) => ({ note: notes[note]!, stroke: options.strokes?.[note] ?? null }));
    const held = indices.length === 0 && heldUntil > ticks;
    const bar = Math.floor(ticks / (meter.beats * meter.beatTicks));
    const barBefore = barCount !== null && bar !== barCount;
    barCount = bar;
    const digits = at(index).map((note) => (note.dead ? 1 : String(note.fret).length));
    const stroke = strokeToken(here);
    // A column without notes is held on in the span before it.
    if (indices.length > 0) ringing = heldIn(at(index));
    const endsRinging = ringing !== null && heldIn(neighbours.after) !== ringing;
    const count = counting ? `${countSyllable(passage, slotAt(passage, ticks))}${held ? '=' : ''}` : '';
    return {
      head,
      tail,
      headWidth: Math.max(...head.map((one) => one.length)),
      tailWidth: Math.max(
        endsRinging ? RING_WIDTH : 1,
        stroke.length,
        count.length,
        ...tail.map((one) => one.length),
      ),
      digitsWidth: Math.max(1, ...digits),
      stroke,
      count,
      muted: at(index).some((note) => note.palmMute) ? 1 : null,
      ringing,
      barBefore,
      openBefore: passage.loopBounds !== undefined && ticks === span.startTicks,
      closeBefore: passage.loopBounds !== undefined && ticks === span.endTicks,
    };
  });
}

function separatorBefore(column: Column, first: boolean): string {
  if (column.openBefore && column.closeBefore) return ':|:';
  if (column.closeBefore) return ':|';
  if (column.openBefore) return first ? ':' : '|:';
  return first || !column.barBefore ? '' : '|';
}

function widthOf(column: Column, first: boolean): number {
  return separatorBefore(column, first).length + 1 + column.headWidth + column.tailWidth;
}

/** Columns shared out over systems; a system ends at its last bar where it has one, else at a beat. */
function wrap(columns: readonly Column[], room: number): Column[][] {
  const systems: Column[][] = [];
  let current: Column[] = [];
  let width = 0;
  const measure = (some: readonly Column[]) =>
    some.reduce((sum, column, at) => sum + widthOf(column, at === 0), 0);
  for (const column of columns) {
    if (current.length > 0 && width + widthOf(column, false) > room) {
      const lastBar = current.findLastIndex((one, at) => at > 0 && one.barBefore);
      const lastBeat = current.findLastIndex((one, at) => at > 0 && /^\d/.test(one.count));
      const bar = column.barBefore ? -1 : lastBar > 0 ? lastBar : lastBeat;
      systems.push(bar > 0 ? current.slice(0, bar) : current);
      current = bar > 0 ? current.slice(bar) : [];
      width = measure(current);
    }
    width += widthOf(column, current.length === 0);
    current.push(column);
  }
  if (current.length > 0) systems.push(current);
  return systems;
}

/** A row of runs, each begun by a word and drawn on with dashes; columns of one run have one number, null is in none. `goingOn` began before. */
function runRow(word: string, goingOn: number | null = null) {
  let text = '';
  let run: { number: number; from: number } | null = null;
  const end = (to: number): string => {
    if (run) {
      const sign = run.number === goingOn ? `(${word})` : word;
      text = `${text.padEnd(run.from)}${sign}${'-'.repeat(Math.max(0, to - run.from - sign.length))}`;
    }
    run = null;
    return text;
  };
  const put = (number: number | null, at: number, to: number) => {
    if (number === (run?.number ?? null)) return;
    end(to);
    if (number !== null) run = { number, from: at };
  };
  return { put, end };
}

function writeSystem(
  columns: readonly Column[],
  labels: readonly string[],
  closes: boolean,
  before: Column | undefined,
): string[] {
  const lines = labels.map((label) => `${label}|`);
  const start = lines[0]!.length;
  let [strokes, count] = ['', ''];
  const muted = runRow('PM');
  const ringing = runRow(RING, before?.ringing ?? null);
  let at = start;
  let digitsEnd = start;
  columns.forEach((column, index) => {
    const separator = separatorBefore(column, index === 0);
    const digitsAt = at + separator.length + 1 + column.headWidth;
    lines.forEach((line, string) => {
      const head = column.head[string]!.padStart(column.headWidth + 1, '-');
      lines[string] = `${line}${separator}${head}${column.tail[string]!.padEnd(column.tailWidth, '-')}`;
    });
    muted.put(column.muted, digitsAt, digitsEnd);
    ringing.put(column.ringing, digitsAt, digitsEnd);
    digitsEnd = digitsAt + column.digitsWidth;
    if (column.stroke) strokes = strokes.padEnd(digitsAt) + column.stroke;
    if (column.count) count = count.padEnd(digitsAt) + column.count;
    at = digitsAt + column.tailWidth;
  });
  const end = closes ? '-:|' : '-|';
  const rows = [muted, ringing].map((row) => row.end(digitsEnd));
  return [...rows, strokes, ...lines.map((line) => line + end), count].filter((line) => line !== '');
}

/**
 * Plain-text tab of a passage: strokes over the lines (locked ones with `!`), the count under them, `|:` and `:|` round
 * the loop where it does not take in the whole. Strings, frets, marks and locks come back exactly when it is read;
 * so does the rhythm with its count row, a compound beat as three slots of a plain one.
 */
export function writeTabText(passage: Passage, options: WriteTabOptions = {}): string {
  const letters = stringLetters(passage.tuning);
  const widest = Math.max(...letters.map((letter) => letter.length));
  const labels = letters.map((letter) => letter.padEnd(widest));
  const columns = columnsOf(passage, options);
  const room = Math.max(1, (options.width ?? DEFAULT_WIDTH) - widest - 4);
  const systems = wrap(columns, room);
  const closesAtEnd = passage.loopBounds !== undefined && passage.loopBounds.endTicks >= passage.lengthTicks;
  return systems
    .map(
      (system, at) =>
        `${writeSystem(system, labels, closesAtEnd && at === systems.length - 1, systems[at - 1]?.at(-1)).join('\n')}\n`,
    )
    .join('\n');
}
