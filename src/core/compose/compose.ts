/** From a recipe to its notes: shape, figure, direction, places, variations, and what is slurred. */
import type { Setup } from '../instrument/instrument';
import { stretchMm } from '../instrument/neck';
import { withAdded } from './around';
import { fault, type Fault } from './faults';
import { directed, partsOf } from './figures';
import { flat, isSamePlace, sound, type Line, type Sound } from './line';
import { masked } from './mask';
import { heldLine, ownLine, relinked } from './own';
import { movedLine, onMovedStrings, placesOf, rotated, timesOf } from './moves';
import { type Recipe, type Displacement, type Source, MAX_COMPOSED } from '../model/recipe';
import { patterned } from './patterns';
import { progressionRows } from './progression';
import type { Row } from './rows';
import { rowsOf } from './shapes';

/** What a recipe gives: its notes cell by cell, or why there are none. */
export type Composed =
  | { readonly cells: readonly Line[]; readonly positions: number }
  | { readonly fault: Fault };

function isFault(value: object): value is Fault {
  return 'code' in value;
}

interface Cell {
  readonly line: Line;
  readonly mirrored: Line;
}

/** The cells of a recipe at its first place, each with its mirror image: one, or one for each chord of a progression. */
function firstCells(recipe: Recipe, setup: Setup): Cell[] | Fault {
  const { source } = recipe;
  if (source.kind === 'cell') {
    if (source.notes.length === 0) return fault('noNotes');
    const line = ownLine(source.notes);
    const beyond = source.notes.find(({ string }) => recipe.tuning[string - 1] === undefined);
    if (beyond) return fault('noSuchString', beyond.string);
    const used = [...new Set(source.notes.map((note) => note.string))].sort((a, b) => a - b);
    const mirrored = (note: Sound): Sound => ({
      ...note,
      string: used.at(-1 - used.indexOf(note.string))!,
      ...(note.also ? { also: note.also.map(mirrored) } : {}),
    });
    const across = line.map(mirrored);
    return [{ line: directed(line, recipe), mirrored: directed(across, recipe) }];
  }
  const rows = rowsOf(recipe, setup);
  if (isFault(rows)) return rows;
  const chords = source.kind === 'progression' ? progressionRows(recipe, source, setup) : [rows];
  if (isFault(chords)) return chords;
  const cells: Cell[] = [];
  for (const its of chords) {
    const cell = cellOf(recipe, its);
    if (isFault(cell)) return cell;
    cells.push(source.kind === 'progression' ? filling(cell, source.notesEach) : cell);
  }
  return cells;
}

/** A cell over and over, or as far as it goes, until it has so many notes; 0 leaves it as it is. */
function filling(cell: Cell, notes: number): Cell {
  const filled = (line: Line) => Array.from({ length: notes }, (_, at) => line[at % line.length]!);
  return notes === 0 ? cell : { line: filled(cell.line), mirrored: filled(cell.mirrored) };
}

/** The cell that a figure makes of some rows. */
function cellOf(recipe: Recipe, rows: readonly Row[]): Cell | Fault {
  const { figure } = recipe;
  const filled = rows.filter((row) => row.spots.length > 0);
  const parts = partsOf(figure, filled);
  if (isFault(parts)) return parts;
  const line = parts.flatMap((part) => directed(part, recipe));
  const all = flat(filled);
  const opposite = (note: Sound): Sound => {
    const at = all.findIndex((one) => isSamePlace(one, note));
    const { string, fret, finger } = all[all.length - 1 - at]!;
    return { ...note, string, fret, finger };
  };
  return { line, mirrored: line.map(opposite) };
}

/** Whether notes of a kind of source may go to another string at the same fret. */
export function canDisplace({ source: { kind } }: Recipe): boolean {
  return kind === 'fingers' || kind === 'cell' || kind === 'strokes';
}

/** One number and one distance at a time; null leaves the cell as it is. */
function displacements(recipe: Recipe): (readonly [number, number] | null)[] {
  const { displacement } = recipe;
  if (!displacement || !canDisplace(recipe)) return [null];
  const { numbers, by } = displacement;
  return numbers.flatMap((number) => by.map((strings) => [number, strings] as const));
}

function displaced(
  line: Line,
  recipe: Recipe,
  which: Displacement['which'],
  [number, by]: readonly [number, number],
): Line | Fault {
  const moved = line.map((note, at): Sound => {
    const isIt = which === 'finger' ? note.finger === number : at + 1 === number;
    return isIt ? { ...note, string: note.string - by } : note;
  });
  const isOut = ({ string, also }: Sound) =>
    recipe.tuning[string - 1] === undefined || also?.some((one) => one.string === string);
  return moved.some(isOut) ? fault('offStrings') : moved;
}

function varied(cell: { line: Line; mirrored: Line }, variation: Recipe['variation']): Line {
  if (variation === 'mirrored') return cell.mirrored;
  return variation === 'backward' ? [...cell.line].reverse() : rotated(cell.line, 1);
}

/** Cells in the order they are played, before masks. */
function cellsOf(recipe: Recipe, setup: Setup): Composed {
  const times = timesOf(recipe);
  if (typeof times !== 'number') return { fault: times };
  const letters = [...recipe.chain.toUpperCase()].filter((letter) => letter === 'A' || letter === 'B');
  const which = recipe.displacement?.which ?? 'finger';
  const cells: Line[] = [];
  let count = 0;
  const places = placesOf(times, recipe.movesBack, recipe.goesRound);
  for (const [order, place] of places.entries()) {
    const here = onMovedStrings(recipe, place);
    const its = firstCells(here, setup);
    if (isFault(its)) return { fault: its.code === 'noSuchString' && place > 0 ? fault('offStrings') : its };
    const shifts = displacements(recipe);
    const versions = its.flatMap((cell) =>
      shifts.flatMap((shift) =>
        (letters.length > 0 ? letters : ['A']).map((letter) => ({ cell, shift, letter })),
      ),
    );
    for (const { cell, shift, letter } of versions) {
      const plain = letter === 'B' ? varied(cell, recipe.variation) : cell.line;
      const turned = recipe.alternate && order % 2 === 1 ? [...plain].reverse() : plain;
      const elsewhere = shift ? displaced(turned, recipe, which, shift) : turned;
      if (isFault(elsewhere)) return { fault: elsewhere };
      const line = movedLine(elsewhere, here, place);
      if (isFault(line)) return { fault: line };
      count += line.length * recipe.repeat;
      if (count > MAX_COMPOSED) return { fault: fault('tooLong', count) };
      for (let again = 0; again < recipe.repeat; again++) cells.push(line);
    }
  }
  return { cells, positions: times + 1 };
}

/** Where a cell goes there and back and the next begins on the note it ends on, that note is played once. */
function joined(recipe: Recipe, cells: readonly Line[]): Line[] {
  const goesBoth = recipe.direction === 'there and back' || recipe.direction === 'back and there';
  if (!goesBoth || recipe.turn === 'repeated' || recipe.turn === 'repeated near') return [...cells];
  return cells.map((line, at) => {
    const next = cells[at + 1] ?? (recipe.goesRound ? cells[0] : undefined);
    const meets = next !== undefined && line.length > 1 && isSamePlace(line.at(-1)!, next[0]!);
    return meets ? line.slice(0, -1) : line;
  });
}

/** Rest strokes go the way of the strings: each is locked, as the recipe's pattern, to the side on which the next string lies. */
function restStrokes(cells: readonly Line[], placed: boolean): Line[] {
  const all = cells.flat();
  let stroke: 'down' | 'up' = 'down';
  const strokes = all.map((note, at) => {
    const other = all.slice(at).find((later) => later.string !== note.string);
    if (other) stroke = other.string < note.string ? 'down' : 'up';
    return stroke;
  });
  let at = 0;
  return cells.map((line) =>
    line.map((note): Sound => ({
      ...note,
      dead: true,
      restStroke: true,
      lock: { stroke: strokes[at++]!, by: 'recipe' },
      ...(placed ? { restsBefore: 1 } : {}),
    })),
  );
}

/** The widest position of a finger pattern, wherever it goes. */
function reachFault(recipe: Recipe, cells: readonly Line[], setup: Setup): Fault | null {
  if (recipe.source.kind !== 'fingers') return null;
  const lowest = Math.min(...cells.flat().map((note) => note.fret - (note.finger ?? 1))) + 1;
  const { order } = recipe.source;
  const [a, b] = [
    lowest + Math.min(...order) - 1 + recipe.capo,
    lowest + Math.max(...order) - 1 + recipe.capo,
  ];
  const mm = stretchMm(a, b, setup.scaleLengthMm);
  return mm > setup.stretchLimitMm ? fault('stretch', Math.ceil(mm)) : null;
}

/**
 * The notes of a recipe for a player: every one on the neck, within the stretch of the hand, or why it cannot be. Never throws
 * on a recipe whose scale and chord names exist.
 */
export function compose(recipe: Recipe, setup: Setup): Composed {
  const made = cellsOf(recipe, setup);
  if ('fault' in made) return made;
  const cells: Line[] = [];
  for (const line of joined(recipe, made.cells)) {
    const full = withAdded(line, recipe);
    if (isFault(full)) return { fault: full };
    cells.push(full);
  }
  const count = cells.reduce((sum, line) => sum + line.length, 0);
  if (count > MAX_COMPOSED) return { fault: fault('tooLong', count) };
  const reach = reachFault(recipe, cells, setup);
  if (reach) return { fault: reach };
  return { ...made, cells: patterned(struck(cells, recipe), recipe) };
}

/** Cells with how each note is struck or slurred, damped or held. */
function struck(cells: readonly Line[], recipe: Recipe): Line[] {
  const { source, mask } = recipe;
  if (source.kind === 'restStrokes') return restStrokes(cells, source.placed);
  if (recipe.damped || source.kind === 'strokes')
    return cells.map((line) => line.map(({ string }): Sound => ({ ...sound(string, 0, null), dead: true })));
  if (isHeld(source)) return masked(cells, mask).map(heldLine);
  if (source.kind === 'cell' && mask === '' && recipe.turn !== 'slurred')
    return relinked(cells, ownLine(source.notes));
  return masked(cells, mask);
}

/** Whether all notes of a cell ring on together. */
function isHeld(source: Source): boolean {
  return source.kind === 'chord'
    ? source.held !== false
    : source.kind === 'progression' && source.as === 'held';
}
