/** Lines for tests of the fretting hand, and an exhaustive search by the rules of docs/decisions/fingers.md and nothing else. */
import fc from 'fast-check';
import { emptyPassage } from '../passage/empty';
import type { Finger, Note, Passage } from '../passage/passage';

/** Notes one a slot, as string and fret, and a finger where it is set. */
export const line = (places: readonly (readonly [number, number, Finger?])[]): Passage => ({
  ...emptyPassage(),
  lengthTicks: Math.max(1, places.length) * 1680,
  notes: places.map(([string, fret, finger], at): Note => ({
    id: `n${at}`,
    string,
    fret,
    onsetTicks: at * 1680,
    durationTicks: 1680,
    technique: 'pick',
    ...(finger ? { finger } : {}),
  })),
});
/** Random places of single notes, some with a finger that is set. */
export const places = (most: number) =>
  fc.array(
    fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 14 }),
      finger: fc.constantFrom(undefined, undefined, undefined, 1 as const, 3 as const),
    }),
    { minLength: 1, maxLength: most },
  );

interface Played {
  readonly string: number;
  readonly fret: number;
  readonly finger?: number | undefined;
  /** How it is slurred to, where it is. */
  readonly slur?: 'hammer' | 'pull' | 'slide' | undefined;
}

interface Way {
  readonly note: Played;
  readonly freed: boolean;
  readonly p: number;
  readonly low: number;
  readonly f: number;
}

/** Of a string of 648 mm; the limit of 128 mm that a new player has. */
const at = (fret: number) => 648 - 648 / 2 ** (fret / 12);
const LIMIT_MM = 128;

const FURTHER = [
  [0, 0, 0, 0, 0],
  [0, 0, 0.04, 0.04, 0.04],
  [0, 0, 0, 0.08, 0.06],
  [0, 0, 0, 0, 0.1],
];

function apart(a: Way, b: Way): number {
  const [low, high] = a.f < b.f ? [a, b] : [b, a];
  const gap = at(high.note.fret) - at(low.note.fret);
  const extra = gap - (at(low.p + high.f - 1) - at(low.p + low.f - 1));
  return (
    (extra > 0 ? extra * FURTHER[low.f]![high.f]! : -extra * 0.06) + (high.note.fret < low.note.fret ? 5 : 0)
  );
}

function between(a: Way, b: Way, isSeparate: boolean): number {
  const stretched = a.low === b.low ? 0 : at(a.p) - at(Math.min(a.low, b.low));
  const shift = a.p !== b.p ? Math.abs(at(a.p) - at(b.p)) : stretched;
  let cost = shift > 0 ? (4 + 0.05 * shift) * (b.freed ? 0.5 : 1) : a.f === b.f ? 0 : apart(a, b);
  const strings = Math.abs(a.note.string - b.note.string);
  // Over an open string nothing is slurred.
  const slur = b.freed ? undefined : b.note.slur;
  const isAlong = a.f === b.f && strings === 0 && a.note.fret !== b.note.fret;
  if (a.f === b.f && a.note.fret !== b.note.fret && !(slur === 'slide' && isAlong)) cost += 3;
  if (slur === 'slide' && !isAlong) cost += 12;
  if (strings === 0 && (slur === 'hammer' || slur === 'pull')) {
    if (shift > 0) cost += 12;
    if (slur === 'hammer' ? b.f <= a.f : b.f >= a.f) cost += 12;
  }
  if (a.f === b.f && a.note.fret === b.note.fret && strings > 0)
    cost += (isSeparate ? 4 : 0.5) * (strings > 1 ? 2 : 1);
  return cost;
}

/** What the cheapest fingering of some picked notes costs; dearer beginnings than the best whole are given up. */
export function leastCost(notes: readonly Played[], isSeparate: boolean, loops: boolean): number {
  const frets = new Set(notes.map(({ fret }) => fret));
  const stopped = notes.flatMap((note, index) =>
    note.fret > 0 ? [{ note, freed: notes[index - 1]?.fret === 0 }] : [],
  );
  if (stopped.length === 0) return 0;
  const waysOf = ({ note, freed }: { note: Played; freed: boolean }): (Way & { own: number })[] => {
    const ways: (Way & { own: number })[] = [];
    for (let p = 1; p <= note.fret + 2; p++)
      for (let low = Math.max(1, p - 2); low <= p; low++)
        for (let f = 1; f <= 4; f++) {
          const isThere = low === p || frets.has(low);
          const isInReach = low <= note.fret && at(note.fret) - at(low) <= LIMIT_MM + 1e-9;
          const isOnItsSide = f === 1 ? note.fret <= p : note.fret >= p;
          if (!isThere || !isInReach || !isOnItsSide || (note.finger ?? f) !== f) continue;
          const own = 0.0125 * Math.abs(at(note.fret) - at(p + f - 1)) + (f === 4 ? 0.2 : 0);
          ways.push({ note, freed, p, low, f, own });
        }
    return ways.sort((a, b) => a.own - b.own);
  };
  const all = stopped.map(waysOf);
  let least = Infinity;
  const go = (index: number, cost: number, path: readonly Way[]) => {
    if (cost >= least) return;
    if (index === all.length) {
      const closing = loops && all.length > 1 ? between(path.at(-1)!, path[0]!, isSeparate) : 0;
      least = Math.min(least, cost + closing);
      return;
    }
    const before = path.at(-1);
    const next = all[index]!.map((way) => ({
      way,
      more: way.own + (before ? between(before, way, isSeparate) : 0),
    }));
    for (const { way, more } of next.sort((a, b) => a.more - b.more)) {
      if (cost + more >= least) break;
      go(index + 1, cost + more, [...path, way]);
    }
  };
  go(0, 0, []);
  return least;
}
