/** Progressions: shapes of chords one after the other, as near each other as the hand can have them. */
import type { Setup } from '../instrument/instrument';
import { stretchMm } from '../instrument/neck';
import type { Recipe, Source } from '../model/recipe';
import { arpeggioShapes, chordShapes, weight, type RankedShape } from './chordShapes';
import { fault, type Fault } from './faults';
import type { Row } from './rows';
import { chordIntervals, chordNamed, type NamedChord } from './tones';

type Progression = Extract<Source, { kind: 'progression' }>;

/** Frets above the asked one within which shapes are looked for, and further where a chord has none there. */
const REACHES = [4, 12] as const;
/** The easiest shapes of a chord that are compared; the rest ask more of the hand than the way to them saves. Judged, no source. */
const MOST_SHAPES = 24;

const fretted = ({ spots }: Row) => spots.map(({ fret }) => fret).filter((fret) => fret > 0);

/** What a shape that lies further up costs against a movement between shapes: judged, no source. */
const NEAR_WEIGHT = 0.5;

const lowestStopped = (rows: readonly Row[]) => Math.min(...rows.flatMap(fretted));

/** What a shape costs for lying away from the asked fret, in mm; one of open strings nothing. */
function awayMm(rows: readonly Row[], fret: number, { scaleLengthMm }: Setup, capo: number): number {
  const lowest = lowestStopped(rows);
  return Number.isFinite(lowest) ? NEAR_WEIGHT * stretchMm(lowest + capo, fret + capo, scaleLengthMm) : 0;
}

/** What one shape is away from another, in mm: on each string that both stop from its lowest note to the other's, in the mean. */
function movementMm(
  from: readonly Row[],
  to: readonly Row[],
  { scaleLengthMm }: Setup,
  capo: number,
): number {
  const ways = from.flatMap((row) => {
    const other = to.find(({ string }) => string === row.string);
    const [a, b] = [fretted(row), other ? fretted(other) : []];
    if (a.length === 0 || b.length === 0) return [];
    return [stretchMm(Math.min(...a) + capo, Math.min(...b) + capo, scaleLengthMm)];
  });
  return ways.reduce((sum, mm) => sum + mm, 0) / Math.max(1, ways.length);
}

/** The shapes of one chord near the asked fret, on any of its tones where the name gives no bass: the easiest first. */
function shapesNear(recipe: Recipe, source: Progression, named: NamedChord, setup: Setup): RankedShape[] {
  const { tonic, chord } = named;
  const inversions = named.inversion === null ? chordIntervals(chord).map((_, at) => at) : [named.inversion];
  for (const reach of REACHES) {
    const shapes = inversions.flatMap((inversion) => {
      const its = { tonic, chord, inversion, fret: source.fret, shape: 0 };
      return source.as === 'arpeggio'
        ? arpeggioShapes(recipe, { ...its, kind: 'arpeggio', perString: source.perString }, setup)
        : chordShapes(recipe, { ...its, kind: 'chord' }, setup, reach);
    });
    const isNear = ({ rows }: RankedShape) => {
      const frets = rows.flatMap(({ spots }) => spots.map(({ fret }) => fret));
      return Math.min(...frets) <= source.fret + reach;
    };
    const near = shapes.filter(isNear);
    if (near.length > 0) return near.sort((a, b) => weight(a) - weight(b)).slice(0, MOST_SHAPES);
  }
  return [];
}

/** The cheapest way through layers from one shape of the first, with what it costs: a shortest path (Viterbi 1967). */
function pathFrom(
  first: number,
  sizes: readonly number[],
  cost: (layer: number, from: number, to: number) => number,
  closes: boolean,
): { costMm: number; path: number[] } {
  let ways = new Map([[first, { costMm: 0, path: [first] }]]);
  for (let layer = 1; layer < sizes.length; layer++) {
    const next: typeof ways = new Map();
    for (let to = 0; to < sizes[layer]!; to++)
      for (const [from, { costMm, path }] of ways) {
        const total = costMm + cost(layer, from, to);
        if (total < (next.get(to)?.costMm ?? Infinity)) next.set(to, { costMm: total, path: [...path, to] });
      }
    ways = next;
  }
  const ends = [...ways].map(([end, { costMm, path }]) => ({
    costMm: costMm + (closes && sizes.length > 1 ? cost(0, end, first) : 0),
    path,
  }));
  return ends.reduce((best, one) => (one.costMm < best.costMm ? one : best));
}

/**
 * The rows of each chord of a progression: of all shapes near its fret those with the least movement of the hand from chord to chord,
 * and round where the recipe goes round, what lies further from the fret costing half its distance. Of equal ways the one whose first shape is the easiest.
 */
export function progressionRows(recipe: Recipe, source: Progression, setup: Setup): Row[][] | Fault {
  const { strings, tuning, capo, goesRound } = recipe;
  const key = JSON.stringify([strings, tuning, capo, goesRound, setup]);
  const known = lastRows.get(source);
  if (known?.key === key) return known.rows;
  const rows = nearestRows(recipe, source, setup);
  lastRows.set(source, { key, rows });
  return rows;
}

/** Of each progression the last rows: writing a recipe works its notes out several times. */
const lastRows = new WeakMap<Progression, { readonly key: string; readonly rows: Row[][] | Fault }>();

function nearestRows(recipe: Recipe, source: Progression, setup: Setup): Row[][] | Fault {
  if (source.chords.length === 0) return fault('noChord');
  const layers: RankedShape[][] = [];
  for (const [at, name] of source.chords.entries()) {
    const named = chordNamed(name);
    if (!named) return fault('noChord', at + 1);
    // A chord that comes again in a row is held, not sought anew.
    const before = at > 0 && source.chords[at - 1] === name;
    const shapes = before ? layers[at - 1]! : shapesNear(recipe, source, named, setup);
    if (shapes.length === 0) return fault('noShape');
    layers.push(shapes);
  }
  const sizes = layers.map((shapes) => shapes.length);
  const memo = new Map<string, number>();
  const cost = (layer: number, from: number, to: number): number => {
    const key = `${layer}.${from}.${to}`;
    const known = memo.get(key);
    if (known !== undefined) return known;
    const before = layers[(layer + layers.length - 1) % layers.length]!;
    const { rows } = layers[layer]![to]!;
    const away = layer === 0 ? 0 : awayMm(rows, source.fret, setup, recipe.capo);
    const mm = away + movementMm(before[from]!.rows, rows, setup, recipe.capo);
    memo.set(key, mm);
    return mm;
  };
  const ways = layers[0]!.map(({ rows }, first) => {
    const { costMm, path } = pathFrom(first, sizes, cost, recipe.goesRound);
    return { costMm: costMm + awayMm(rows, source.fret, setup, recipe.capo), path };
  });
  const best = ways.reduce((one, other) => (other.costMm < one.costMm ? other : one));
  return best.path.map((shape, at) => layers[at]![shape]!.rows);
}
