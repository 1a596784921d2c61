/** Inside against outside, string pair by string pair and direction by direction, and what an exercise trains. */
import type { Analysis, Figures, PairCount } from '../picking/analysis';
import type { Slant } from '../picking/changes';
import { slantText, type Schools } from '../picking/schools';
import { counted, countText } from '../picking/counting';

/** One string pair, thicker string first, with its changes in each direction (null where there are none). */
export interface PairRow {
  readonly thicker: number;
  readonly thinner: number;
  readonly floorward: PairCount | null;
  readonly ceilingward: PairCount | null;
  /** Set where all inside and outside changes of the pair are of one kind. */
  readonly oneSided: 'outside' | 'inside' | null;
}

/** The figures by string pair, neighbouring pairs first from the thickest on, then the skips. */
export function pairRows(figures: Figures): PairRow[] {
  const rows = new Map<
    string,
    { thicker: number; thinner: number; floorward: PairCount | null; ceilingward: PairCount | null }
  >();
  for (const pair of figures.pairs) {
    const thicker = Math.max(pair.stringFrom, pair.stringTo);
    const thinner = Math.min(pair.stringFrom, pair.stringTo);
    const key = `${thicker}-${thinner}`;
    const row = rows.get(key) ?? { thicker, thinner, floorward: null, ceilingward: null };
    rows.set(key, { ...row, [pair.stringFrom > pair.stringTo ? 'floorward' : 'ceilingward']: pair });
  }
  return [...rows.values()]
    .sort((a, b) => a.thicker - a.thinner - (b.thicker - b.thinner) || b.thicker - a.thicker)
    .map((row) => {
      const both = [row.floorward, row.ceilingward];
      const outside = both.reduce((sum, pair) => sum + (pair?.outside ?? 0), 0);
      const inside = both.reduce((sum, pair) => sum + (pair?.inside ?? 0), 0);
      const oneSided =
        outside + inside === 0 ? null : inside === 0 ? 'outside' : outside === 0 ? 'inside' : null;
      return { ...row, oneSided };
    });
}

/** String pairs (neighbours) that the passage's strings would allow but no change uses, in words. */
export function missingPairs(rows: readonly PairRow[], strings: readonly number[]): string[] {
  const used = [...new Set(strings)].sort((a, b) => b - a);
  const has = (thicker: number) => rows.some((row) => row.thicker === thicker && row.thinner === thicker - 1);
  return used
    .filter((string) => used.includes(string - 1) && !has(string))
    .map((string) => `${string} and ${string - 1}`);
}

/** Whether most changes are swept: then the few others, at turns, say nothing of a balance. */
export const isMostlySwept = ({ kinds }: Figures): boolean => kinds.sweep > kinds.inside + kinds.outside;

/**
 * Whether turning every stroke of a line would give as much of the other kind as it has of one: not where it has as many of both, swaps them with each
 * pass, or sweeps (turned, a sweep goes against the grain).
 */
export function isOneSidedLine({ figures: { kinds }, passes }: Analysis): boolean {
  return passes === 1 && kinds.inside !== kinds.outside && kinds.sweep + kinds.backtrack === 0;
}

function slantClause(analysis: Analysis, schools: Schools): string {
  const { class: slantClass, slants } = analysis.slants;
  const { plainly } = schools;
  if (slantClass === 'free') return plainly ? 'the pick needs no tilt' : 'no exit asks for a slant';
  if (slantClass === 'both slants')
    return plainly ? 'the pick must tilt both ways' : 'the exits ask for both slants';
  const which = slantText(slants[0] as Slant, schools);
  return plainly ? `the pick keeps one tilt: ${which}` : `one slant: ${which}`;
}

/** One sentence that says what an exercise trains: "5 outside, 0 inside: every change goes round the outside; …". */
export function trainsSentence(analysis: Analysis, schools: Schools): string {
  const { kinds, picks, skips } = analysis.figures;
  const { outside, inside, sweep, backtrack } = kinds;
  const changes = outside + inside + sweep + backtrack;
  if (picks === 0) return 'No picked notes yet.';
  if (changes === 0) return `No string changes: ${counted(picks, 'stroke')} on one string.`;
  const named = [
    outside + inside > 0 ? `${countText(outside)} outside, ${countText(inside)} inside` : '',
    sweep > 0 ? counted(sweep, 'sweep') : '',
    backtrack > 0 ? `${countText(backtrack)} against the grain` : '',
  ].filter((part) => part !== '');
  const all = (count: number) => count === changes;
  const what = all(outside)
    ? 'every change goes round the outside'
    : all(inside)
      ? 'every change is struck from the gap between the strings'
      : all(sweep)
        ? 'every change is carried by one motion'
        : outside === inside && all(outside + inside)
          ? 'outside and inside alike'
          : sweep > outside + inside
            ? 'mostly sweeps'
            : outside > inside
              ? 'mostly outside'
              : inside > outside
                ? 'mostly inside'
                : 'a mixture';
  const skipClause = skips > 0 ? `; ${counted(skips, 'skip')}` : '';
  const pass = analysis.passes > 1 ? ' a pass, over two passes that swap every kind' : '';
  return `${named.join(', ')}${pass}: ${what}${skipClause}; ${slantClause(analysis, schools)}.`;
}
