/** Which notes of a cell are picked and which slurred. */
import type { Technique } from '../passage/passage';
import type { Line, Sound } from './line';

/** The letters of a mask with what they say. */
export const MASK_LETTERS = { p: 'picked', s: 'slurred', l: 'slid to', n: 'hammered from nowhere' } as const;

/** A mask with nothing in it but its letters. */
export function cleanMask(text: string): string {
  return [...text.toLowerCase()].filter((letter) => letter in MASK_LETTERS).join('');
}

function techniqueOf(letter: string, before: Sound | undefined, note: Sound): Technique {
  if (!before || letter === 'p') return 'pick';
  if (letter === 'n') return 'hammer';
  // On a new string, or on the fret that sounds already, there is nothing to slur from.
  if (before.string !== note.string || before.fret === note.fret) return 'pick';
  return letter === 'l' ? 'slide' : note.fret > before.fret ? 'hammer' : 'pull';
}

/** Cells with their mask, begun anew in each. The first note of all, and the first on a string, is picked. */
export function masked(cells: readonly Line[], mask: string): Line[] {
  let before: Sound | undefined;
  return cells.map((line) =>
    line.map((note, at): Sound => {
      const letter = note.turns ? 's' : (mask[at % Math.max(1, mask.length)] ?? 'p');
      const technique = techniqueOf(letter, before, note);
      before = note;
      return { ...note, technique };
    }),
  );
}
