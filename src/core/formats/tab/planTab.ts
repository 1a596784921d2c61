/** The tab of a plan as text: the notes as they are played, with strokes and count. */
import { writeTabText } from './write';
import { extractRange, notesIn, type Range } from '../../passage/range';
import type { Plan } from '../../plan/plan';

/** All of it, or the slots of a range; the strokes are those of one pass. */
export function planTab({ passage, assignment }: Plan, pass = 0, range: Range | null = null): string {
  const strokes = assignment.passes[pass] ?? [];
  if (!range) return writeTabText(passage, { strokes });
  const inside = new Set(notesIn(passage, range));
  return writeTabText(extractRange(passage, range), {
    strokes: strokes.filter((_, at) => inside.has(passage.notes[at]!)),
  });
}
