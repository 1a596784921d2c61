/** Moves: a cell carried to other places of the neck. */
import { modulo } from '../time/periods';
import { fault, type Fault } from './faults';
import type { Line, Sound } from './line';
import type { Recipe } from '../model/recipe';
import { lastFret } from './rows';
import { scaleTones } from './tones';

/** How often a recipe's cell is moved on from its first place, or why it cannot be. */
export function timesOf({ moves, source }: Recipe): number | Fault {
  switch (moves.kind) {
    case 'none':
      return 0;
    case 'until': {
      if (source.kind !== 'fingers' || moves.by === 0) return fault('order');
      const frets = moves.fret - (source.fret + moves.finger - 1);
      return frets / moves.by < 0 ? fault('order', moves.fret) : Math.floor(frets / moves.by);
    }
    default:
      return moves.times;
  }
}

/** The frets of a string that belong to a scale. */
function scaleFrets(open: number, tones: ReadonlySet<number>, last: number): number[] {
  return Array.from({ length: last + 1 }, (_, fret) => fret).filter((fret) => tones.has((open + fret) % 12));
}

/** A fret some scale notes further on its string; a note out of the scale keeps its distance to the one below. */
function movedInScale(frets: readonly number[], fret: number, by: number): number | undefined {
  const at = frets.findLastIndex((one) => one <= fret);
  if (at < 0) return undefined;
  const to = frets[at + by];
  return to === undefined ? undefined : to + fret - frets[at]!;
}

/** A line at its place of a number (0 is the first), or why it has none there. */
export function movedLine(line: Line, recipe: Recipe, place: number): Line | Fault {
  const { moves, tuning, capo } = recipe;
  const last = lastFret(recipe);
  const open = (string: number) => tuning[string - 1]! + capo;
  const onNeck = (fret: number): Fault | null =>
    fret < 0 ? fault('belowNut', fret) : fret > last ? fault('offNeck', fret) : null;
  const moved: Sound[] = [];
  const frets = new Map<number, number[]>();
  const tones = moves.kind === 'scale' ? new Set(scaleTones(moves.tonic, moves.scale)) : new Set<number>();
  for (const note of line) {
    let { string, fret } = note;
    if (moves.kind === 'frets' || moves.kind === 'until') fret += moves.by * place;
    if (moves.kind === 'strings' && recipe.source.kind === 'cell') string -= moves.by * place;
    if (moves.kind === 'octaves') {
      string -= 2 * place;
      if (tuning[string - 1] === undefined) return fault('offStrings');
      fret += open(note.string) + 12 * place - open(string);
    }
    if (moves.kind === 'scale' && place > 0) {
      if (!frets.has(string)) frets.set(string, scaleFrets(open(string), tones, last));
      const to = movedInScale(frets.get(string)!, fret, moves.by * place);
      if (to === undefined) return fault(moves.by > 0 ? 'offNeck' : 'belowNut', moves.by > 0 ? last + 1 : -1);
      fret = to;
    }
    if (tuning[string - 1] === undefined) return fault('offStrings');
    const off = note.finger && fret < 1 ? fault('belowNut', fret) : onNeck(fret);
    if (off) return off;
    const also = note.also && movedLine(note.also, recipe, place);
    if (also && 'code' in also) return also;
    moved.push({ ...note, string, fret, ...(also ? { also } : {}) });
  }
  return moved;
}

/** The recipe whose strings lie where the move of a number puts them. */
export function onMovedStrings(recipe: Recipe, place: number): Recipe {
  const { moves, strings, figure } = recipe;
  if (moves.kind !== 'strings' || place === 0) return recipe;
  const moved = (all: readonly number[]) => all.map((string) => string - moves.by * place);
  return {
    ...recipe,
    strings: moved(strings),
    figure: figure.kind === 'strings' ? { ...figure, order: moved(figure.order) } : figure,
  };
}

/** The numbers of the places in the order they are played: there, and back again if asked. */
export function placesOf(times: number, back: boolean, goesRound: boolean): number[] {
  const there = Array.from({ length: times + 1 }, (_, place) => place);
  if (!back) return there;
  const again = there.slice(0, -1).reverse();
  return [...there, ...(goesRound ? again.slice(0, -1) : again)];
}

/** A line begun `by` notes later, what was before it at its end. */
export function rotated(line: Line, by: number): Line {
  const from = line.length === 0 ? 0 : modulo(by, line.length);
  return [...line.slice(from), ...line.slice(0, from)];
}
