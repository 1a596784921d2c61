/** The tab of a plan in short: strokes over the strings that are used, without the count. */
import { writeTabText } from './write';
import type { Plan } from '../../plan/plan';

const SMALL_WIDTH = 84;

/** From the thinnest to the thickest string that has a note; strokes of the first pass. @param width characters a line. */
export function smallTab({ passage, assignment }: Plan, width = SMALL_WIDTH): string {
  const used = passage.notes.map(({ string }) => string);
  const [thinnest, thickest] = [Math.min(...used), Math.max(...used)];
  const text = writeTabText(passage, { strokes: assignment.passes[0] ?? [], countRow: false, width });
  let string = 0;
  return text
    .split('\n')
    .filter((row) => {
      if (!row.includes('|')) {
        string = 0;
        return true;
      }
      string++;
      return string >= thinnest && string <= thickest;
    })
    .join('\n');
}
