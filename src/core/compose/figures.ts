/** Figures: in which order the notes of some rows are played, there and back. */
import { fault, type Fault } from './faults';
import { flat, isSamePlace, type Line, type Sound } from './line';
import type { Figure, Recipe } from '../model/recipe';
import type { Row } from './rows';

/** So many notes of a row, over again from its beginning as often as they need. */
const overAgain = (notes: Line, count: number): Sound[] =>
  Array.from({ length: count }, (_, at) => notes[at % notes.length]!);

/** So many notes of a row, to its end and back again as often as they need. */
function zigzag(notes: Line, count: number): Sound[] {
  const period = Math.max(1, 2 * (notes.length - 1));
  return Array.from({ length: count }, (_, at) => {
    const place = at % period;
    return notes[place < notes.length ? place : period - place]!;
  });
}

/** Groups of notes some steps apart, each from the next note on; no note comes twice where two groups join. */
function broken(
  { steps, alternate }: Extract<Figure, { kind: 'broken' }>,
  rows: readonly Row[],
): Line[] | Fault {
  const notes = flat(rows);
  const size = Math.max(...steps);
  if (steps.length === 0 || Math.min(...steps) < 1) return fault('order');
  if (size > notes.length) return fault('tooShort', notes.length);
  const line: Sound[] = [];
  for (let from = 0; from + size <= notes.length; from++) {
    const group = steps.map((step) => notes[from + step - 1]!);
    if (alternate && from % 2 === 1) group.reverse();
    for (const note of group) if (!line.length || !isSamePlace(line.at(-1)!, note)) line.push(note);
  }
  return [line];
}

/** The parts of a figure, each of which may go there and back: one, or the stages of a build-up. */
export function partsOf(figure: Figure, rows: readonly Row[]): Line[] | Fault {
  switch (figure.kind) {
    case 'run':
      return [flat(rows)];
    case 'sequence': {
      const notes = flat(rows);
      const { size, step, from } = figure;
      if (size > notes.length || step < 1) return fault('tooShort', notes.length);
      const line: Sound[] = [];
      for (let at = 0; at + size <= notes.length; at += step) line.push(...notes.slice(at, at + size));
      return [line.slice(Math.min(from, size - 1))];
    }
    case 'plan': {
      const { counts, again } = figure;
      const gone = again ? overAgain : zigzag;
      if (counts.length === 0 || counts.length > rows.length) return fault('tooShort', rows.length);
      const line: Sound[] = [];
      for (let first = 0; first + counts.length <= rows.length; first++)
        counts.forEach((count, at) => line.push(...gone(flat([rows[first + at]!]), count)));
      return [line];
    }
    case 'broken':
      return broken(figure, rows);
    case 'pairs': {
      if (rows.length < 2) return fault('tooShort', rows.length);
      const line: Sound[] = [];
      for (let at = 0; at + 1 < rows.length; at++) {
        const notes = flat(rows.slice(at, at + 2));
        for (const number of figure.order) {
          const note = notes[number - 1];
          if (!note) return fault('order', number);
          line.push(note);
        }
      }
      return line.length === 0 ? fault('order') : [line];
    }
    case 'strings': {
      const found = figure.order.map((string) => rows.find((row) => row.string === string));
      if (found.length === 0 || found.some((row) => row === undefined)) return fault('order');
      return [flat(found.filter((row) => row !== undefined))];
    }
    case 'build': {
      const { from } = figure;
      if (from < 1 || from > rows.length) return fault('tooShort', rows.length);
      return Array.from({ length: rows.length - from + 1 }, (_, more) => flat(rows.slice(0, from + more)));
    }
  }
}

/** How many of a line's last notes lie on its last string. */
function endRun(line: Line): number {
  const at = line.findLastIndex((note) => note.string !== line.at(-1)!.string);
  return line.length - 1 - at;
}

/** There and back, the far note once or twice; the near one is where cells meet; slurred: all of its string after its first note. */
function thereAndBack(line: Line, turn: Recipe['turn']): Line {
  const back = [...line].reverse();
  if (turn === 'repeated' || turn === 'repeated far') return [...line, ...back];
  const whole = [...line, ...back.slice(1)];
  const run = endRun(line);
  if (turn !== 'slurred' || run < 2) return whole;
  const first = line.length - run;
  return whole.map((note, at): Sound =>
    at > first && at < line.length + run - 1 ? { ...note, turns: true } : note,
  );
}

/** A line in the direction that is asked. */
export function directed(line: Line, { direction, turn }: Pick<Recipe, 'direction' | 'turn'>): Line {
  switch (direction) {
    case 'there':
      return line;
    case 'back':
      return [...line].reverse();
    case 'there and back':
      return thereAndBack(line, turn);
    case 'back and there':
      return thereAndBack([...line].reverse(), turn);
  }
}
