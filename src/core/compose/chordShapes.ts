/** Arpeggio and chord shapes: every way to lay chord tones on some strings, ranked by what the hand has to do. */
import type { Setup } from '../instrument/instrument';
import { canHold } from '../fretting';
import { stretchMm } from '../instrument/neck';
import { modulo } from '../time/periods';
import { lastFret, type Row } from './rows';
import type { Source, Recipe } from '../model/recipe';
import { chordIntervals, chordPitches, pitchClassOf } from './tones';

/** A shape with what ranks it. */
export interface RankedShape {
  readonly rows: Row[];
  /** From the lowest fretted note to the highest. */
  readonly spanMm: number;
  /** Neighbour strings whose notes meet at one fret: a roll or a small barre. */
  readonly barres: number;
  /** How far the hand moves from string to string, added up. */
  readonly shiftMm: number;
}

/** A barre and a shift against a stretch, in mm of stretch: judged, no source. */
const BARRE_MM = 20;
const SHIFT_WEIGHT = 0.6;

type Of<K extends Source['kind']> = Extract<Source, { kind: K }>;

function fretted(rows: readonly Row[]): number[] {
  return rows.flatMap((row) => row.spots.map((spot) => spot.fret)).filter((fret) => fret > 0);
}

function spanMm(frets: readonly number[], capo: number, setup: Setup): number {
  if (frets.length < 2) return 0;
  return stretchMm(Math.min(...frets) + capo, Math.max(...frets) + capo, setup.scaleLengthMm);
}

/** A shape with its figures. */
function ranked(rows: Row[], capo: number, setup: Setup): RankedShape {
  let barres = 0;
  let shiftMm = 0;
  rows.slice(1).forEach((row, at) => {
    const before = rows[at]!;
    const [last, first] = [before.spots.at(-1)!.fret, row.spots[0]!.fret];
    if (last === first && last > 0) barres++;
    const lows = [before, row].map(({ spots }) => Math.min(...spots.map((spot) => spot.fret)));
    if (lows[0]! > 0 && lows[1]! > 0)
      shiftMm += stretchMm(lows[0]! + capo, lows[1]! + capo, setup.scaleLengthMm);
  });
  return { rows, spanMm: spanMm(fretted(rows), capo, setup), barres, shiftMm };
}

/** What a shape asks of the hand, in mm of stretch. */
export const weight = (shape: RankedShape) =>
  shape.spanMm + BARRE_MM * shape.barres + SHIFT_WEIGHT * shape.shiftMm;

/** Easiest first; equal ones by their frets, so that the order is always the same. */
function byEase(shapes: RankedShape[]): RankedShape[] {
  const key = ({ rows }: RankedShape) =>
    rows.map((row) => row.spots.map((spot) => spot.fret).join('.')).join('|');
  return shapes.sort((a, b) => weight(a) - weight(b) || (key(a) < key(b) ? -1 : 1));
}

/** All ways to give each of some strings one note or up to `most`. */
function countsFor(strings: number, most: number): number[][] {
  let ways: number[][] = [[]];
  for (let at = 0; at < strings; at++)
    ways = ways.flatMap((way) => Array.from({ length: most }, (_, extra) => [...way, extra + 1]));
  return ways;
}

/** The string on which a slurred turn lies; null where none is asked. */
function turningString({ strings, direction, turn }: Recipe): number | null {
  if (turn !== 'slurred') return null;
  return direction === 'there and back'
    ? strings.at(-1)!
    : direction === 'back and there'
      ? strings[0]!
      : null;
}

/**
 * The playable shapes of an arpeggio: chord tones upward, one or two on each string, the first at or above the asked fret
 * on the first string. Two neighbour strings are within the stretch of the hand; over more it may shift.
 */
export function arpeggioShapes(recipe: Recipe, source: Of<'arpeggio'>, setup: Setup): RankedShape[] {
  const { tuning, capo, strings } = recipe;
  const upward = [...strings].sort((a, b) => b - a);
  const open = (string: number) => tuning[string - 1]! + capo;
  const pitches = chordPitches(
    pitchClassOf(source.tonic),
    chordIntervals(source.chord),
    source.inversion,
    open(upward[0]!) + source.fret,
    upward.length * source.perString,
  );
  const shapes: RankedShape[] = [];
  for (const counts of countsFor(upward.length, source.perString)) {
    let at = 0;
    const rows = upward.map((string, row): Row => {
      const here = pitches.slice(at, at + counts[row]!);
      at += counts[row]!;
      return { string, spots: here.map((pitch) => ({ fret: pitch - open(string), finger: null })) };
    });
    const isOnNeck = rows.every(({ spots }) =>
      spots.every(({ fret }) => fret >= 0 && fret <= lastFret(recipe)),
    );
    const isInReach = rows.every(
      (row, index) =>
        spanMm(fretted(rows.slice(Math.max(0, index - 1), index + 1)), capo, setup) <= setup.stretchLimitMm,
    );
    if (isOnNeck && isInReach) shapes.push(ranked(rows, capo, setup));
  }
  const turning = turningString(recipe);
  const turns = ({ rows }: RankedShape) => rows.find(({ string }) => string === turning)!.spots.length > 1;
  const eased = byEase(shapes);
  // A turn that is to be slurred needs two notes on its string: shapes that have them go first.
  const inOrder =
    turning === null ? eased : [...eased.filter(turns), ...eased.filter((shape) => !turns(shape))];
  return inOrder.map((shape) => ({
    ...shape,
    rows: strings.map((string) => shape.rows.find((row) => row.string === string)!),
  }));
}

/** How many frets above the asked one a chord may begin, and how many it is tried over. */
const CHORD_REACH = 12;
const CHORD_FRETS = 5;

/**
 * The playable shapes of a chord, one note on each string, its inversion's tone on the first string and as many different
 * tones as there are strings for; where not all fit the fifth is left out first. Those nearest to the asked fret come first, of these the
 * easiest.
 * @param reach frets above the asked one at which the lowest of them may still lie.
 */
export function chordShapes(
  recipe: Recipe,
  source: Of<'chord'>,
  setup: Setup,
  reach = CHORD_REACH,
): RankedShape[] {
  const { tuning, capo, strings } = recipe;
  const root = pitchClassOf(source.tonic);
  const intervals = chordIntervals(source.chord);
  const tones = intervals.map((steps) => (root + steps) % 12);
  const bass = tones[modulo(source.inversion, tones.length)]!;
  const fifth = (root + 7) % 12;
  const needed = Math.min(tones.length, strings.length);
  const upward = [...strings].sort((a, b) => b - a);
  const shapes = new Map<string, RankedShape>();
  for (let low = source.fret; low <= source.fret + reach; low++) {
    const chosen: number[] = [];
    const choose = (at: number) => {
      if (at === upward.length) {
        const sounding = new Set(chosen.map((fret, row) => (tuning[upward[row]! - 1]! + capo + fret) % 12));
        const lacks = tones.filter((tone) => !sounding.has(tone));
        const spots = upward.map((string, row) => ({ string, fret: chosen[row]! }));
        const isWhole = sounding.size >= needed && (lacks.length === 0 || needed < tones.length);
        const leavesFifth = lacks.length === 0 || !tones.includes(fifth) || lacks.includes(fifth);
        if (!isWhole || !leavesFifth || !canHold(spots, setup, capo)) return;
        const rows = upward.map((string, row): Row => ({
          string,
          spots: [{ fret: chosen[row]!, finger: null }],
        }));
        shapes.set(chosen.join(), ranked(rows, capo, setup));
        return;
      }
      const open = tuning[upward[at]! - 1]! + capo;
      for (let fret = low; fret < Math.min(low + CHORD_FRETS, lastFret(recipe) + 1); fret++) {
        const tone = (open + fret) % 12;
        if (!tones.includes(tone) || (at === 0 && tone !== bass)) continue;
        const below = at > 0 ? tuning[upward[at - 1]! - 1]! + capo + chosen[at - 1]! : -1;
        if (open + fret <= below) continue;
        chosen.push(fret);
        choose(at + 1);
        chosen.pop();
      }
    };
    choose(0);
  }
  const lowest = ({ rows }: RankedShape) =>
    Math.min(...rows.flatMap((row) => row.spots.map(({ fret }) => fret)));
  const eased = byEase([...shapes.values()]);
  const nearestFirst = eased.sort((a, b) => lowest(a) - lowest(b));
  return nearestFirst.map((shape) => ({
    ...shape,
    rows: strings.map((string) => shape.rows.find((row) => row.string === string)!),
  }));
}
