/** Shapes: which notes lie on which string, worked out from the source and never from a table of shapes. */
import type { Setup } from '../instrument/instrument';
import { stretchMm } from '../instrument/neck';
import { arpeggioShapes, chordShapes } from './chordShapes';
import { fault, type Fault } from './faults';
import type { Source, Recipe } from '../model/recipe';
import { lastFret, spotAt, type Row, type Spot } from './rows';
import { pitchClassOf, scaleTones } from './tones';
import { modulo } from '../time/periods';

type Of<K extends Source['kind']> = Extract<Source, { kind: K }>;

function fingerRows(source: Of<'fingers'>, strings: readonly number[]): Row[] {
  const { order, rotate, fret } = source;
  return strings.map((string, row) => {
    const from = rotate ? row % order.length : 0;
    const turned = [...order.slice(from), ...order.slice(0, from)];
    return { string, spots: turned.map((finger) => ({ fret: fret + finger - 1, finger })) };
  });
}

/** All frets of a string that sound a tone, from one pitch to another. */
function pitchesOn(open: number, tones: ReadonlySet<number>, from: number, to: number): number[] {
  const pitches: number[] = [];
  for (let pitch = Math.max(from, open); pitch <= to; pitch++) if (tones.has(pitch % 12)) pitches.push(pitch);
  return pitches;
}

/** Between two notes of a string a whole tone apart, the note that is left out. */
function withPassing(spots: readonly Spot[]): Spot[] {
  return spots.flatMap((spot, at) => {
    const next = spots[at + 1];
    return next && next.fret - spot.fret === 2 ? [spot, spotAt(spot.fret + 1)] : [spot];
  });
}

/**
 * A scale goes on from string to string, each note once; strings that are left out hold what they would hold, as many
 * notes as the string before them.
 */
function scaleRows(recipe: Recipe, source: Of<'scale'>): Row[] | Fault {
  const { tuning, strings } = recipe;
  const { octaves = 0 } = source;
  const tones = new Set(scaleTones(source.tonic, source.scale, source.added));
  const [thickest, thinnest] = [Math.max(...strings), Math.min(...strings)];
  const rows: Row[] = [];
  const lowest = tuning[thickest - 1]! + recipe.capo + source.fret;
  // From root to root nothing lies below the first or above the last.
  const root = octaves > 0 ? lowest + modulo(pitchClassOf(source.tonic) - lowest, 12) : -1;
  const top = octaves > 0 ? root + 12 * octaves : Infinity;
  let above = root - 1 < 0 ? -1 : root - 1;
  let chosen = 0;
  let count = source.perString[0] ?? 0;
  for (let string = thickest; string >= thinnest; string--) {
    const open = tuning[string - 1]! + recipe.capo;
    const isChosen = strings.includes(string);
    const isBox = source.perString.length === 0;
    if (isChosen && !isBox) count = source.perString[chosen++ % source.perString.length]!;
    const from = Math.max(above + 1, isBox || above < 0 ? open + source.fret : above + 1);
    const isLast = octaves > 0 && string === thinnest;
    const reach = isBox ? open + source.fret + source.span - 1 : isLast ? top : from + 12 * count;
    const to = Math.min(reach, top);
    // A scale that runs on below the nut of the next string has no place there.
    if (
      !isBox &&
      from < open &&
      above >= 0 &&
      above < top &&
      [...Array(open - from).keys()].some((by) => tones.has((from + by) % 12))
    )
      return fault('belowNut', string);
    const pitches = pitchesOn(open, tones, from, to).slice(0, isBox || isLast ? undefined : count);
    if (pitches.length > 0) above = pitches.at(-1)!;
    const spots = pitches.map((pitch) => spotAt(pitch - open));
    if (isChosen && spots.length > 0)
      rows.push({ string, spots: source.passing ? withPassing(spots) : spots });
  }
  if (octaves > 0 && above < top) return fault('octaves', octaves);
  return strings.flatMap((string) => rows.find((row) => row.string === string) ?? []);
}

/** The widest stretch of three notes of a string or fewer, which one position has to reach. */
function widestMm(rows: readonly Row[], capo: number, setup: Setup): number {
  return Math.max(
    0,
    ...rows
      .filter(({ spots }) => spots.length <= 3)
      .map(({ spots }) => {
        const frets = spots.map((spot) => spot.fret).filter((fret) => fret > 0);
        if (frets.length < 2) return 0;
        return stretchMm(Math.min(...frets) + capo, Math.max(...frets) + capo, setup.scaleLengthMm);
      }),
  );
}

/** The rows of a recipe's source on its strings, or why there are none. Cells and progressions have none of their own. */
export function rowsOf(recipe: Recipe, setup: Setup): Row[] | Fault {
  const { source, strings, capo } = recipe;
  if (strings.length === 0) return fault('noStrings');
  const missing = strings.find((string) => recipe.tuning[string - 1] === undefined);
  if (missing !== undefined) return fault('noSuchString', missing);
  const made = rowsOfSource(recipe, source, setup);
  if ('code' in made) return made;
  if (source.kind === 'progression') return made;
  if (made.every((row) => row.spots.length === 0)) return fault('noNotes');
  const beyond = made.flatMap((row) => row.spots).find(({ fret }) => fret < 0 || fret > lastFret(recipe));
  if (beyond) return fault(beyond.fret < 0 ? 'belowNut' : 'offNeck', beyond.fret);
  if (source.kind === 'fingers') {
    const [low, high] = [Math.min(...source.order), Math.max(...source.order)];
    const mm = stretchMm(source.fret + low - 1 + capo, source.fret + high - 1 + capo, setup.scaleLengthMm);
    if (mm > setup.stretchLimitMm) return fault('stretch', Math.ceil(mm));
  }
  if (source.kind === 'scale') {
    const mm = widestMm(made, capo, setup);
    if (mm > setup.stretchLimitMm) return fault('stretch', Math.ceil(mm));
  }
  return made;
}

function rowsOfSource(recipe: Recipe, source: Source, setup: Setup): Row[] | Fault {
  const { strings } = recipe;
  switch (source.kind) {
    case 'fingers':
      return source.fret < 1 ? fault('belowNut', source.fret) : fingerRows(source, strings);
    case 'scale':
      return scaleRows(recipe, source);
    case 'arpeggio':
      return chosenShape(arpeggioShapes(recipe, source, setup), source.shape);
    case 'chord':
      return chosenShape(chordShapes(recipe, source, setup), source.shape);
    case 'strokes':
      return strings.map((string, row) => ({
        string,
        spots: Array.from({ length: source.perString[row % source.perString.length]! }, () => spotAt(0)),
      }));
    case 'restStrokes':
      return strings.map((string) => ({
        string,
        spots: Array.from({ length: source.each }, () => spotAt(0)),
      }));
    case 'cell':
    case 'progression':
      return [];
  }
}

function chosenShape(shapes: readonly { readonly rows: Row[] }[], index: number): Row[] | Fault {
  if (shapes.length === 0) return fault('noShape');
  return shapes[Math.min(index, shapes.length - 1)]!.rows;
}
