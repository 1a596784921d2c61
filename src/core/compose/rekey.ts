/** A part of a line in another key or mode: each note keeps its degree. */
import type { Range } from '../passage/range';
import { repitchRange } from '../passage/rangeMoves';
import { pitchOf, type Passage } from '../passage/passage';
import type { KeptRecipe } from '../model/recipe';
import { modulo } from '../time/periods';
import { SCALES, TONICS } from './names';
import { degreesOf, pitchClassOf, scaleTones } from './tones';

/** A scale on a tonic, each one of `TONICS` and `SCALES`. */
export interface Key {
  readonly tonic: string;
  readonly scale: string;
}

/** A range in another key, and how many of its notes were what their key does not say plainly. */
export interface Rekeyed {
  readonly passage: Passage;
  /** Notes that the old key does not have: moved as the degree below them. */
  readonly outside: number;
  /** Notes whose degree the new key does not have: they took its nearest tone, of two the lower. */
  readonly nearest: number;
}

/** The shorter way from one pitch class to another: −5 to 6 semitones. */
const shortWay = (from: number, to: number) => modulo(to - from + 5, 12) - 5;

/**
 * The notes of a range in another key, each on the degree that it had: the third stays a third, major or minor as the new key has it. The
 * tonic goes the shorter way, at most a tritone up. A note stays on its string where the neck allows.
 * @returns null where a note finds no place on the neck, or there is none in the range.
 */
export function rekeyRange(passage: Passage, range: Range, from: Key, to: Key): Rekeyed | null {
  const [was, is] = [degreesOf(from.scale), degreesOf(to.scale)];
  const [tonic, capo] = [pitchClassOf(from.tonic), passage.capo ?? 0];
  const by = shortWay(tonic, pitchClassOf(to.tonic));
  let [outside, nearest] = [0, 0];
  const next = repitchRange(passage, range, (_, pitch) => {
    const above = modulo(pitch + capo - tonic, 12);
    // A scale may have one number twice (a fourth and a raised one), which then stand in their order.
    const degree = was.findLast(({ semitones }) => semitones <= above)!;
    const raised = above - degree.semitones;
    if (raised > 0) outside++;
    const alike = is.filter(({ number }) => number === degree.number);
    const nth = was.filter(({ number }) => number === degree.number).indexOf(degree);
    const same = alike[Math.min(nth, alike.length - 1)];
    if (same) return by + same.semitones + raised - above;
    nearest++;
    const way = (semitones: number) => Math.min(modulo(semitones - above, 12), modulo(above - semitones, 12));
    const tone = is.reduce((best, one) => (way(one.semitones) < way(best.semitones) ? one : best));
    return by + shortWay(above, tone.semitones);
  });
  return next && { passage: next, outside, nearest };
}

/**
 * The key that a line is in: that of its recipe; of a chord or arpeggio the first scale on its root that has the most of its notes;
 * without a recipe the same on its lowest note.
 */
export function keyOfLine(passage: Passage, recipe: KeptRecipe | null): Key {
  const source = recipe?.recipe.source;
  if (source && 'scale' in source) return { tonic: source.tonic, scale: source.scale };
  const pitches = passage.notes.filter(({ dead }) => !dead).map((note) => pitchOf(passage, note));
  const lowest = pitches.reduce((low, pitch) => Math.min(low, pitch), Infinity);
  const onLowest = TONICS.find((tonic) => pitchClassOf(tonic) === modulo(lowest, 12)) ?? 'A';
  const tonic = source && 'tonic' in source ? source.tonic : onLowest;
  const held = (scale: string) => {
    const tones = new Set(scaleTones(tonic, scale));
    return pitches.filter((pitch) => tones.has(modulo(pitch, 12))).length;
  };
  return { tonic, scale: SCALES.reduce((best, one) => (held(one) > held(best) ? one : best)) };
}
