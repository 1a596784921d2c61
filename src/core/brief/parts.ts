/** What a line costs, part by part: why it stands where it does among others. */
import { Note } from 'tonal';
import type { Setup } from '../instrument/instrument';
import { pitchOf, type Passage } from '../passage/passage';
import { counted } from '../picking/counting';
import { endCost, placedCost, stepCost } from './grid';
import { contourCost, type Lattice } from './lattice';
import { directionOf, turnCost, wayAfter, wayOf } from './ways';
import { WEIGHTS, type Weighed } from './weights';

/** Steps paid, by what for; what costs nothing is absent. */
export type Parts = Readonly<Partial<Record<Weighed, number>>>;

/** The parts of what a line costs, by numbers of its places. Their sum is its cost. */
export function partsOf(lattice: Lattice, setup: Setup, line: readonly number[]): Parts {
  const { brief } = lattice;
  const places = line.map((at) => lattice.places[at]!);
  const parts: Partial<Record<Weighed, number>> = {};
  const pay = (what: Weighed, steps: number) => {
    if (steps > 0) parts[what] = (parts[what] ?? 0) + steps;
  };
  const steps = places.slice(1).map((b, at) => [places[at]!, b] as const);
  const rounds = brief.loop ? [...steps, [places.at(-1)!, places[0]!] as const] : steps;
  const ways = rounds.map(([a, b]) => wayOf(b.pitch - a.pitch));
  // Round the seam only the direction is told.
  let came = brief.loop ? directionOf(ways.findLast((way) => way !== 0) ?? 0) : 0;
  rounds.forEach(([a, b], at) => {
    const way = ways[at]!;
    stepCost(brief, setup, a, b, pay);
    const turned = turnCost(came, way);
    pay('turn', Math.min(turned, WEIGHTS.turn));
    pay('inPlace', turned - Math.min(turned, WEIGHTS.turn));
    pay('offContour', contourCost(lattice, at, way));
    came = wayAfter(came, way);
  });
  places.forEach((place, at) => placedCost(brief, at, place, pay));
  pay('noTonic', endCost(brief, places.at(-1)!));
  return parts;
}

const PART_NAMES: Readonly<Record<Weighed, string>> = {
  leap: 'leaps',
  beyondFifth: 'leaps beyond a fifth',
  turn: 'turns of the line',
  inPlace: 'turning back to the same note',
  skip: 'skips',
  shift: 'shifts',
  shiftFret: 'shifts',
  hop: 'hops',
  roll: 'rolls',
  reach: 'reaches',
  noTonic: 'not home on the tonic',
  offTriad: 'beats off the triad',
  offContour: 'going another way than asked',
  likeness: 'beside the notes of before',
};

/** What a line pays for, the most first: "leaps 6, turns of the line 4"; empty where it pays for nothing. */
export const partsText = (parts: Parts): string =>
  (Object.entries(parts) as [Weighed, number][])
    .sort(([, a], [, b]) => b - a)
    .map(([what, steps]) => `${PART_NAMES[what]} ${steps}`)
    .join(', ');

const nameOf = (pitch: number) => Note.fromMidiSharps(pitch);

/** Where a line lies and how far it leaps: "E4 to B5, from F#4 to B4, no leap over 5 semitones". @param loop the seam counts. */
export function reachText(passage: Passage, loop: boolean): string {
  const pitches = passage.notes.filter(({ dead }) => !dead).map((note) => pitchOf(passage, note));
  const [first, last] = [pitches[0]!, pitches.at(-1)!];
  const row = loop ? [...pitches, first] : pitches;
  const leap = Math.max(0, ...row.slice(1).map((pitch, at) => Math.abs(pitch - row[at]!)));
  const ends = loop ? `begins on ${nameOf(first)}` : `from ${nameOf(first)} to ${nameOf(last)}`;
  return `lies between ${nameOf(Math.min(...pitches))} and ${nameOf(Math.max(...pitches))}, ${ends}, largest leap ${counted(leap, 'semitone')}`;
}
