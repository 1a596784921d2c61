/** A name for an exercise that was given none: what it trains, and where on the neck. */
import { named } from '../picking/counting';
import { capital } from '../picking/names';
import type { Passage } from '../passage/passage';
import type { Plan } from './plan';

const KINDS = ['outside', 'inside', 'sweep'] as const;

/** "strings 3 and 2", "strings 6 to 1" where three or more lie side by side; thickest first. */
function stringsText(strings: readonly number[]): string {
  const [first, last] = [strings[0]!, strings.at(-1)!];
  const isRow = strings.length > 2 && first - last === strings.length - 1;
  return isRow ? `strings ${first} to ${last}` : named('string', strings);
}

function fretsText(frets: readonly number[]): string {
  if (frets.length === 0) return '';
  const [low, high] = [Math.min(...frets), Math.max(...frets)];
  if (high === 0) return ', open';
  return low === high ? `, fret ${low}` : `, frets ${low} to ${high}`;
}

/**
 * "Inside and outside changes, strings 3 and 2, frets 5 to 8": the kinds of change from the most frequent down, the strings that are
 * played, and from which fret to which. Null where there are no notes.
 */
export function nameFor({ notes }: Pick<Passage, 'notes'>, { analysis }: Plan): string | null {
  if (notes.length === 0) return null;
  const { kinds } = analysis.figures;
  const asked = KINDS.filter((kind) => kinds[kind] > 0).sort((a, b) => kinds[b] - kinds[a]);
  const changes = named('', asked).replace(/^s? /, '');
  const strings = [...new Set(notes.map(({ string }) => string))].sort((a, b) => b - a);
  const frets = notes.filter(({ dead }) => !dead).map(({ fret }) => fret);
  const what = asked.length === 0 ? '' : `${changes} changes, `;
  return `${capital(`${what}${stringsText(strings)}`)}${fretsText(frets)}`;
}
