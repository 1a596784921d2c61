/** Strokes and accents that a recipe gives over and over, whatever the notes are. */
import type { Stroke } from '../passage/passage';
import type { Line, Sound } from './line';
import type { Recipe } from '../model/recipe';

/** A stroke pattern with nothing in it but its letters, `d` and `u`. */
export function cleanStrokes(text: string): string {
  return [...text.toLowerCase()].filter((letter) => letter === 'd' || letter === 'u').join('');
}

const STROKES: Readonly<Record<string, Stroke>> = { d: 'down', u: 'up' };

/** Cells with the recipe's strokes on the notes that are picked, and its accents, both going on from cell to cell. */
export function patterned(cells: readonly Line[], { strokes = '', accents = [], source }: Recipe): Line[] {
  const ownsStrokes = strokes !== '' && source.kind !== 'restStrokes';
  const starts = new Set<number>();
  const period = accents.reduce((sum, size) => {
    starts.add(sum);
    return sum + size;
  }, 0);
  let [picked, at] = [0, 0];
  return cells.map((line) =>
    line.map((note): Sound => {
      const isAccent = period > 0 && starts.has(at++ % period);
      const isPicked = ownsStrokes && note.technique === 'pick';
      return {
        ...note,
        ...(isPicked
          ? { lock: { stroke: STROKES[strokes[picked++ % strokes.length]!]!, by: 'recipe' as const } }
          : {}),
        ...(isAccent ? { marks: { ...note.marks, accent: true } } : {}),
      };
    }),
  );
}
